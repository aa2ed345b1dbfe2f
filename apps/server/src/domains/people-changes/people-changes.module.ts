import { Module } from '@nestjs/common';
import { FollowupModule } from '../followup/followup.module.ts';
import { ClientsModule } from '../clients/clients.module.ts';
import { PeopleModule } from '../people/people.module.ts';
import { BulkService } from './bulk.service.ts';
import { ChangeService } from './change.service.ts';
import { HandedOver } from './handed-over.ts';

@Module({
  imports: [ClientsModule, FollowupModule, PeopleModule],
  providers: [BulkService, ChangeService, HandedOver],
  exports: [BulkService],
})
export class PeopleChangesModule {}
