import { Controller } from '@nestjs/common';
import { api, type Answer, type Asked } from '@plumgate/contract';
import { Ask, Bind } from '../platform/http/bind.ts';
import { FileService } from '../domains/pictures/file.service.ts';
import { PictureService } from '../domains/pictures/picture.service.ts';

@Controller()
export class PictureController {
  constructor(
    private readonly pictures: PictureService,
    private readonly files: FileService,
  ) {}

  @Bind(api.listPictures)
  async list(
    @Ask() { params, query }: Asked<typeof api.listPictures>,
  ): Promise<Answer<typeof api.listPictures>> {
    return { pictures: await this.pictures.list(params.clientId, query.search) };
  }

  @Bind(api.addPicture)
  add(
    @Ask() { params, query, body }: Asked<typeof api.addPicture>,
  ): Promise<Answer<typeof api.addPicture>> {
    return this.pictures.add(params.clientId, query.name, body as unknown as Buffer);
  }

  @Bind(api.replacePicture)
  replace(
    @Ask() { params, body }: Asked<typeof api.replacePicture>,
  ): Promise<Answer<typeof api.replacePicture>> {
    return this.pictures.replace(params.pictureId, body as unknown as Buffer);
  }

  @Bind(api.listFiles)
  async listFiles(
    @Ask() { params }: Asked<typeof api.listFiles>,
  ): Promise<Answer<typeof api.listFiles>> {
    return { files: await this.files.list(params.clientId) };
  }

  @Bind(api.addFile)
  addFile(
    @Ask() { params, query, body }: Asked<typeof api.addFile>,
  ): Promise<Answer<typeof api.addFile>> {
    return this.files.add(params.clientId, query.name, body as unknown as Buffer);
  }
}
