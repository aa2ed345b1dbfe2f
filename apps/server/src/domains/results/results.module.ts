import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/clients.module.ts';
import { BenchmarkService } from './benchmark.service.ts';
import { ConversionService } from './conversion.service.ts';
import { ClientResultsService } from './client-results.service.ts';
import { DayNumbers } from './day-numbers.ts';
import { LeadRatesService } from './lead-rates.service.ts';
import { ResultsService } from './results.service.ts';
import { ResultViewsService } from './result-views.service.ts';
import { ResultNotesService } from './result-notes.service.ts';
import { SpendService } from './spend.service.ts';
import { SourceService } from './source.service.ts';
import { VisitLog } from './visit-log.ts';

@Module({
  imports: [ClientsModule],
  providers: [
    ClientResultsService,
    LeadRatesService,
    ResultsService,
    VisitLog,
    SourceService,
    SpendService,
    BenchmarkService,
    ConversionService,
    DayNumbers,
    ResultNotesService,
    ResultViewsService,
  ],
  exports: [
    ClientResultsService,
    LeadRatesService,
    ResultsService,
    VisitLog,
    SourceService,
    SpendService,
    BenchmarkService,
    ConversionService,
    DayNumbers,
    ResultNotesService,
    ResultViewsService,
  ],
})
export class ResultsModule {}
