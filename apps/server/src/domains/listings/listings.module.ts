import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/clients.module.ts';
import { FunnelsModule } from '../funnels/funnels.module.ts';
import { PeopleImportModule } from '../people-import/people-import.module.ts';
import { AreaService } from './area.service.ts';
import { ListingExport } from './listing-export.service.ts';
import { ListingImport } from './listing-import.service.ts';
import { ListingPages } from './listing-pages.service.ts';
import { ListingService } from './listing.service.ts';

@Module({
  imports: [ClientsModule, FunnelsModule, PeopleImportModule],
  providers: [AreaService, ListingService, ListingImport, ListingExport, ListingPages],
  exports: [AreaService, ListingService, ListingImport, ListingExport, ListingPages],
})
export class ListingsModule {}
