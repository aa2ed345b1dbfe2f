import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/clients.module.ts';
import { PeopleImportModule } from '../people-import/people-import.module.ts';
import { ListingExport } from './listing-export.service.ts';
import { ListingImport } from './listing-import.service.ts';
import { ListingService } from './listing.service.ts';

@Module({
  imports: [ClientsModule, PeopleImportModule],
  providers: [ListingService, ListingImport, ListingExport],
  exports: [ListingService, ListingImport, ListingExport],
})
export class ListingsModule {}
