import { Module } from '@nestjs/common';
import { ResultsService } from './results.service.ts';
import { VisitCounter } from './visit-counter.ts';

@Module({
  providers: [ResultsService, VisitCounter],
  exports: [ResultsService, VisitCounter],
})
export class ResultsModule {}
