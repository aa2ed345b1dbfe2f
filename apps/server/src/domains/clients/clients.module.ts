import { Module } from '@nestjs/common';
import { ClientRecordsService } from './client-records.service.ts';
import { ClientService } from './client.service.ts';
import { SiteVersions } from './site-versions.ts';

@Module({
  providers: [ClientService, ClientRecordsService, SiteVersions],
  exports: [ClientService, ClientRecordsService, SiteVersions],
})
export class ClientsModule {}
