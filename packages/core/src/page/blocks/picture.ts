import { z } from 'zod';
import { blockKind } from '../block-kind.ts';
import { plainText } from '../../basics/text-shapes.ts';
import { Focus, middle, PictureRef } from '../../basics/picture-ref.ts';

/** Scenes drawn in the client's own colours, for pages that have no photograph yet. */
export const Drawing = z.enum(['none', 'house', 'room', 'drive', 'care', 'harbour', 'people']);
export type Drawing = z.infer<typeof Drawing>;

export const picture = blockKind({
  kind: 'picture',
  label: 'Picture',
  settings: {
    picture: PictureRef.nullable(),
    /** Shown while there is no picture. */
    drawing: Drawing,
    alt: plainText(300),
    /** `edge` fills its column to the band's edges and the page's. */
    crop: z.enum(['whole', 'wide', 'square', 'tall', 'edge']),
    focus: Focus,
  },
  starter: { picture: null, drawing: 'none', alt: '', crop: 'whole', focus: middle },
  nameOf: (picture) => picture.alt || 'Picture',
});
