import { Controller } from '@nestjs/common';
import { api, type Answer, type Asked } from '@plumgate/contract';
import { Ask, Bind } from '../platform/http/bind.ts';
import { PictureService } from './picture.service.ts';

@Controller()
export class PictureController {
  constructor(private readonly pictures: PictureService) {}

  @Bind(api.listPictures)
  async list(
    @Ask() { params }: Asked<typeof api.listPictures>,
  ): Promise<Answer<typeof api.listPictures>> {
    return { pictures: await this.pictures.list(params.clientId) };
  }

  @Bind(api.addPicture)
  add(
    @Ask() { params, query, body }: Asked<typeof api.addPicture>,
  ): Promise<Answer<typeof api.addPicture>> {
    return this.pictures.add(params.clientId, query.name, body as unknown as Buffer);
  }
}
