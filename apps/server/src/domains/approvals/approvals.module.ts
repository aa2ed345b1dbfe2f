import { Module } from '@nestjs/common';
import { FunnelsModule } from '../funnels/funnels.module.ts';
import { ReviewService } from './review.service.ts';

@Module({
  imports: [FunnelsModule],
  providers: [ReviewService],
  exports: [ReviewService],
})
export class ApprovalsModule {}
