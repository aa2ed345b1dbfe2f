import { Module } from '@nestjs/common';
import { SectionCounter } from './section-counter.ts';
import { ResultsService } from './results.service.ts';
import { VisitCounter } from './visit-counter.ts';

@Module({
  providers: [ResultsService, VisitCounter, SectionCounter],
  exports: [ResultsService, VisitCounter, SectionCounter],
})
export class ResultsModule {}
