import { Module } from '@nestjs/common';
import { FunnelsModule } from '../funnels/funnels.module.ts';
import { ApprovalService } from './approval.service.ts';

@Module({
  imports: [FunnelsModule],
  providers: [ApprovalService],
  exports: [ApprovalService],
})
export class ApprovalsModule {}
