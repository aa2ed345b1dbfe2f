import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/clients.module.ts';
import { ExamplePictures } from './example-pictures.ts';
import { FileService } from './file.service.ts';
import { PictureMaker } from './picture-maker.ts';
import { PictureService } from './picture.service.ts';

@Module({
  imports: [ClientsModule],
  providers: [ExamplePictures, FileService, PictureMaker, PictureService],
  exports: [FileService, PictureService],
})
export class PicturesModule {}
