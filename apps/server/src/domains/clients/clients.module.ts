import { Module } from '@nestjs/common';
import { ClientService } from './client.service.ts';
import { SiteVersions } from './site-versions.ts';

@Module({
  providers: [ClientService, SiteVersions],
  exports: [ClientService, SiteVersions],
})
export class ClientsModule {}
