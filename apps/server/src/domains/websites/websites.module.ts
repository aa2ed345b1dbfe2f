import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/clients.module.ts';
import { PicturesModule } from '../pictures/pictures.module.ts';
import { WebReader } from './web-reader.ts';
import { WebsiteService } from './website.service.ts';

@Module({
  imports: [ClientsModule, PicturesModule],
  providers: [WebReader, WebsiteService],
  exports: [WebsiteService],
})
export class WebsitesModule {}
