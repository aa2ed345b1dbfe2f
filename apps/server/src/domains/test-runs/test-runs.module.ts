import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/clients.module.ts';
import { FunnelsModule } from '../funnels/funnels.module.ts';
import { LivePagesModule } from '../live-pages/live-pages.module.ts';
import { TestRunService } from './test-run.service.ts';
import { TestRuns } from './test-runs.ts';

@Module({
  imports: [ClientsModule, FunnelsModule, LivePagesModule],
  providers: [TestRunService, TestRuns],
  exports: [TestRunService, TestRuns],
})
export class TestRunsModule {}
