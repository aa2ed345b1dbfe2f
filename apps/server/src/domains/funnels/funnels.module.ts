import { Module } from '@nestjs/common';
import { FunnelRemoval } from './funnel-removal.ts';
import { ClientsModule } from '../clients/clients.module.ts';
import { FormsModule } from '../forms/forms.module.ts';
import { PagesModule } from '../pages/pages.module.ts';
import { ResultsModule } from '../results/results.module.ts';
import { FunnelService } from './funnel.service.ts';
import { StepService } from './step.service.ts';

@Module({
  imports: [ClientsModule, FormsModule, PagesModule, ResultsModule],
  providers: [FunnelRemoval, FunnelService, StepService],
  exports: [FunnelService, StepService],
})
export class FunnelsModule {}
