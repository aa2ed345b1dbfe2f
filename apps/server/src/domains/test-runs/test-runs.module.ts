import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/clients.module.ts';
import { FunnelsModule } from '../funnels/funnels.module.ts';
import { LivePagesModule } from '../live-pages/live-pages.module.ts';
import { WalkService } from './walk.service.ts';
import { Walks } from './walks.ts';

@Module({
  imports: [ClientsModule, FunnelsModule, LivePagesModule],
  providers: [WalkService, Walks],
  exports: [WalkService, Walks],
})
export class TestRunsModule {}
