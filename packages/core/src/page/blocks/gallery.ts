import { z } from 'zod';
import { blockKind } from '../block-kind.ts';
import { plainText } from '../../basics/text-shapes.ts';
import { PictureRef } from '../../basics/picture-ref.ts';

/** Pictures side by side, all cut to one shape. */
export const gallery = blockKind({
  kind: 'gallery',
  label: 'Gallery',
  settings: {
    items: z.array(z.strictObject({ picture: PictureRef, alt: plainText(300) })).max(24),
    crop: z.enum(['wide', 'square', 'tall']),
    across: z.int().min(2).max(4),
  },
  starter: { items: [], crop: 'square', across: 3 },
  nameOf: (gallery) => `Gallery · ${gallery.items.length}`,
});
