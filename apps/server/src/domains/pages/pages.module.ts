import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/clients.module.ts';
import { FormsModule } from '../forms/forms.module.ts';
import { PicturesModule } from '../pictures/pictures.module.ts';
import { ResultsModule } from '../results/results.module.ts';
import { AddressService } from './address.service.ts';
import { CopyToClientService } from './copy-to-client.service.ts';
import { LaunchService } from './launch.service.ts';
import { LinkedBandService } from './linked-band.service.ts';
import { PageService } from './page.service.ts';
import { PublishService } from './publish.service.ts';

@Module({
  imports: [ClientsModule, FormsModule, PicturesModule, ResultsModule],
  providers: [
    AddressService,
    CopyToClientService,
    LaunchService,
    LinkedBandService,
    PageService,
    PublishService,
  ],
  exports: [
    AddressService,
    CopyToClientService,
    LaunchService,
    LinkedBandService,
    PageService,
    PublishService,
  ],
})
export class PagesModule {}
