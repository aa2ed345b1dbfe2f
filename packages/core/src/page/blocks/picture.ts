import { z } from 'zod';
import { PictureId } from '../../basics/index.ts';
import { blockKind, words } from '../block-kind.ts';

export const picture = blockKind({
  kind: 'picture',
  label: 'Picture',
  settings: {
    picture: z
      .strictObject({
        id: PictureId,
        width: z.int().min(1).max(20000),
        height: z.int().min(1).max(20000),
      })
      .nullable(),
    alt: words(300),
    crop: z.enum(['whole', 'wide', 'square']),
  },
  starter: { picture: null, alt: '', crop: 'whole' },
  nameOf: (picture) => picture.alt || 'Picture',
});
