import { readFile } from 'node:fs/promises';
import { Injectable } from '@nestjs/common';
import type { ExamplePicture } from '@plumgate/core/page';
import type { PictureFormat } from '@plumgate/page-kit';
import { LRUCache } from 'lru-cache';
import { PictureMaker } from './picture-maker.ts';

const folder = new URL('../../../pictures/examples/', import.meta.url);

/** An example that comes with the program, in full size. */
export const exampleFile = (name: ExamplePicture): Promise<Buffer> =>
  readFile(new URL(`${name}.webp`, folder));

/** The examples in the widths that templates are shown in. They belong to no client, so they are kept in memory alone. */
@Injectable()
export class ExamplePictures {
  private readonly made = new LRUCache<string, Promise<Buffer>>({ max: 120 });

  constructor(private readonly maker: PictureMaker) {}

  file(name: ExamplePicture, width: number, format: PictureFormat): Promise<Buffer> {
    const key = `${name}-${width}.${format}`;
    const known = this.made.get(key);
    if (known) return known;
    const making = exampleFile(name).then((source) => this.maker.size(source, width, format));
    this.made.set(key, making);
    making.catch(() => this.made.delete(key));
    return making;
  }
}
