import { Module } from '@nestjs/common';
import { PeopleModule } from '../people/people.module.ts';
import { ImportWriter } from './import-writer.ts';
import { PeopleImport } from './import.service.ts';

@Module({
  imports: [PeopleModule],
  providers: [ImportWriter, PeopleImport],
  exports: [PeopleImport],
})
export class PeopleImportModule {}
