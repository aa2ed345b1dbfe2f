import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/clients.module.ts';
import { FormsModule } from '../forms/forms.module.ts';
import { PagesModule } from '../pages/pages.module.ts';
import { ResultsModule } from '../results/results.module.ts';
import { SplitTestService } from './split-test.service.ts';
import { TestReader } from './test-reader.ts';

@Module({
  imports: [ClientsModule, FormsModule, PagesModule, ResultsModule],
  providers: [SplitTestService, TestReader],
  exports: [SplitTestService, TestReader],
})
export class SplitTestsModule {}
