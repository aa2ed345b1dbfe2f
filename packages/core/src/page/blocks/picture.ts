import { z } from 'zod';
import { blockKind } from '../block-kind.ts';
import { marked } from '../../basics/index.ts';
import { plainText, words } from '../../basics/text-shapes.ts';
import { buttonActions } from './button.ts';
import { Focus, middle, PictureRef } from '../../basics/picture-ref.ts';

export const Crop = z.enum(['whole', 'wide', 'banner', 'square', 'tall', 'edge']);
export type Crop = z.infer<typeof Crop>;
/** On a phone a picture that goes to the edge does so in any crop. */
const PhoneCrop = Crop.exclude(['edge']);

/** The least and the most width of its own, in px on a wide page. */
export const pictureWidthLimits = [40, 1600] as const;

/** What a press on a picture does: what a button can do, or it opens large. */
export const PictureAction = marked(
  z.discriminatedUnion('kind', [z.strictObject({ kind: z.literal('enlarge') }), ...buttonActions]),
  { whenGone: null },
);

/** Scenes drawn in the client's own colours, for pages that have no photograph yet. */
export const Drawing = z.enum(['none', 'house', 'room', 'drive', 'care', 'harbour', 'people']);
export type Drawing = z.infer<typeof Drawing>;

export const picture = blockKind({
  kind: 'picture',
  label: 'Picture',
  look: ['align', 'edge', 'corners'],
  settings: {
    picture: PictureRef.nullable(),
    /** Shown while there is no picture. */
    drawing: Drawing,
    alt: plainText(300),
    /** `edge` fills its column to the band's edges and the page's. */
    crop: Crop,
    focus: Focus,
    /** In px on a wide page; null fills its column. */
    width: z.int().min(pictureWidthLimits[0]).max(pictureWidthLimits[1]).nullable(),
    caption: words(200),
    action: PictureAction.nullable(),
    /** Another picture, or another crop of the same one (`picture` null), on a phone. */
    onPhone: z
      .strictObject({ picture: PictureRef.nullable(), crop: PhoneCrop, focus: Focus })
      .nullable(),
  },
  starter: {
    picture: null,
    drawing: 'none',
    alt: '',
    crop: 'whole',
    focus: middle,
    width: null,
    caption: '',
    action: null,
    onPhone: null,
  },
  nameOf: (picture) => picture.alt || 'Picture',
});
