import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/clients.module.ts';
import { FunnelsModule } from '../funnels/funnels.module.ts';
import { PicturesModule } from '../pictures/pictures.module.ts';
import { HtmlImportService } from './html-import.service.ts';
import { WebReader } from './web-reader.ts';
import { WebsiteService } from './website.service.ts';

@Module({
  imports: [ClientsModule, FunnelsModule, PicturesModule],
  providers: [HtmlImportService, WebReader, WebsiteService],
  exports: [HtmlImportService, WebsiteService],
})
export class WebsitesModule {}
