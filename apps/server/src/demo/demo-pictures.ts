import type { NestFastifyApplication } from '@nestjs/platform-fastify';
import type { ClientId, PictureRef } from '@plumgate/core/basics';
import { exampleWords, type ExamplePicture } from '@plumgate/core/page';
import { exampleFile } from '../domains/pictures/example-pictures.ts';
import { PictureService } from '../domains/pictures/picture.service.ts';

/** Makes pictures that come with the program a client's own, each once. */
export type TakePicture = (clientId: ClientId, name: ExamplePicture) => Promise<PictureRef>;

export const pictureTaker =
  (app: NestFastifyApplication): TakePicture =>
  async (clientId, name) => {
    const { id, width, height } = await app
      .get(PictureService)
      .add(clientId, exampleWords[name], await exampleFile(name));
    return { id: id as PictureRef['id'], width, height };
  };
