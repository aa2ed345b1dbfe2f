import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/clients.module.ts';
import { IntakeModule } from '../intake/intake.module.ts';
import { PeopleImportModule } from '../people-import/people-import.module.ts';
import { CallImport } from './call-import.service.ts';
import { CallService } from './call.service.ts';

@Module({
  imports: [ClientsModule, IntakeModule, PeopleImportModule],
  providers: [CallImport, CallService],
  exports: [CallImport],
})
export class CallsModule {}
