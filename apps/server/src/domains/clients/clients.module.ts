import { Module } from '@nestjs/common';
import { ArchiveService } from './archive.service.ts';
import { ClientRecordsService } from './client-records.service.ts';
import { ClientService } from './client.service.ts';
import { SiteVersions } from './site-versions.ts';

@Module({
  providers: [ArchiveService, ClientService, ClientRecordsService, SiteVersions],
  exports: [ArchiveService, ClientService, ClientRecordsService, SiteVersions],
})
export class ClientsModule {}
