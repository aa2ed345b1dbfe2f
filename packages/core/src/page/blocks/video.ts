import { z } from 'zod';
import { FileId, marked } from '../../basics/index.ts';
import { blockKind } from '../block-kind.ts';
import { words } from '../../basics/text-shapes.ts';
import { PictureRef } from '../../basics/picture-ref.ts';

/** A film that loads when it is pressed: the client's own file, or a player at an address. */
export const video = blockKind({
  kind: 'video',
  label: 'Video',
  settings: {
    source: marked(
      z.discriminatedUnion('from', [
        z.strictObject({ from: z.literal('nowhere') }),
        z.strictObject({ from: z.literal('file'), file: FileId }),
        z.strictObject({
          from: z.literal('address'),
          href: z.url({ protocol: /^https$/, error: 'Give an address that begins with https://.' }),
        }),
      ]),
      { whenGone: { from: 'nowhere' } },
    ),
    title: words(120),
    poster: PictureRef.nullable(),
  },
  starter: { source: { from: 'nowhere' }, title: 'Watch how it goes', poster: null },
  nameOf: (video) => video.title || 'Video',
});
