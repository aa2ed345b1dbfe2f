import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/clients.module.ts';
import { PeopleModule } from '../people/people.module.ts';
import { ImportFiles } from './import-files.ts';
import { ImportWriter } from './import-writer.ts';
import { PeopleImport } from './import.service.ts';

@Module({
  imports: [ClientsModule, PeopleModule],
  providers: [ImportFiles, ImportWriter, PeopleImport],
  exports: [ImportFiles, PeopleImport],
})
export class PeopleImportModule {}
