import { Controller } from '@nestjs/common';
import { Bin } from '../records/bin/bin.ts';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { Bind, Caller, Input, type CurrentUser } from '../platform/http/bind.ts';
import { FileService } from '../domains/pictures/file.service.ts';
import { PictureService } from '../domains/pictures/picture.service.ts';

@Controller()
export class PictureController {
  constructor(
    private readonly bin: Bin,
    private readonly pictures: PictureService,
    private readonly files: FileService,
  ) {}

  @Bind(api.listPictures)
  async list(
    @Input() { params, query }: InputOf<typeof api.listPictures>,
  ): Promise<Answer<typeof api.listPictures>> {
    return { pictures: await this.pictures.list(params.clientId, query.search) };
  }

  @Bind(api.addPicture)
  add(
    @Input() { params, query, body }: InputOf<typeof api.addPicture>,
  ): Promise<Answer<typeof api.addPicture>> {
    return this.pictures.add(params.clientId, query.name, body as unknown as Buffer);
  }

  @Bind(api.fetchPicture)
  fetch(
    @Input() { params, body }: InputOf<typeof api.fetchPicture>,
  ): Promise<Answer<typeof api.fetchPicture>> {
    return this.pictures.addFromAddress(params.clientId, body.address);
  }

  @Bind(api.replacePicture)
  replace(
    @Input() { params, body }: InputOf<typeof api.replacePicture>,
  ): Promise<Answer<typeof api.replacePicture>> {
    return this.pictures.replace(params.pictureId, body as unknown as Buffer);
  }

  @Bind(api.listFiles)
  async listFiles(
    @Input() { params }: InputOf<typeof api.listFiles>,
  ): Promise<Answer<typeof api.listFiles>> {
    return { files: await this.files.list(params.clientId) };
  }

  @Bind(api.addFile)
  addFile(
    @Input() { params, query, body }: InputOf<typeof api.addFile>,
  ): Promise<Answer<typeof api.addFile>> {
    return this.files.add(params.clientId, query.name, body as unknown as Buffer);
  }

  @Bind(api.removePicture)
  async remove(
    @Input() { params }: InputOf<typeof api.removePicture>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.removePicture>> {
    return { binId: await this.bin.remove('picture', params.pictureId, who) };
  }
}
