import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/clients.module.ts';
import { FormsModule } from '../forms/forms.module.ts';
import { FunnelsModule } from '../funnels/funnels.module.ts';
import { ResultsModule } from '../results/results.module.ts';
import { RoutingModule } from '../routing/routing.module.ts';
import { FunnelResultsService } from './funnel-results.service.ts';
import { PathBoardService } from './path-board.service.ts';

@Module({
  imports: [ClientsModule, FormsModule, FunnelsModule, ResultsModule, RoutingModule],
  providers: [FunnelResultsService, PathBoardService],
  exports: [FunnelResultsService, PathBoardService],
})
export class PathModule {}
