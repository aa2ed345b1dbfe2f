import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/clients.module.ts';
import { MessagesModule } from '../messages/messages.module.ts';
import { ResultsModule } from '../results/results.module.ts';
import { SplitTestsModule } from '../split-tests/split-tests.module.ts';
import { ReportService } from './report.service.ts';
import { SheetService } from './sheet.service.ts';

@Module({
  imports: [ClientsModule, MessagesModule, ResultsModule, SplitTestsModule],
  providers: [ReportService, SheetService],
  exports: [ReportService],
})
export class ReportsModule {}
