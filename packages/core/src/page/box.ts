import { z } from 'zod';
import { Surface } from '../brand/index.ts';
import { Focus, PictureRef } from '../basics/picture-ref.ts';
import { Edge, lookLimits } from './look.ts';

/** A picture behind what stands on it. `fade` is how much of the surface's color lies over it, in percent. */
export const BackPicture = PictureRef.extend({
  fade: z.int().min(0).max(95),
  focus: Focus,
  /** It stays where it is on the screen while the page moves over it. */
  fixed: z.literal(true).optional(),
});
export type BackPicture = z.infer<typeof BackPicture>;

/** The most inner space on one side, in px on a wide page. */
export const mostInner = 160;
const side = z.int().min(0).max(mostInner);

/** Inner space by side, in px on a wide page; a narrower page takes less in proportion. */
export const Inner = z.strictObject({ top: side, right: side, bottom: side, left: side });
export type Inner = z.infer<typeof Inner>;

/** How what is around a band, a column or a form departs from the brand; what is not set is as the brand says. */
export const Frame = z
  .strictObject({
    edge: Edge,
    corners: z.int().min(lookLimits.corners[0]).max(lookLimits.corners[1]),
    shadow: z.union([z.literal(0), z.literal(1), z.literal(2), z.literal(3)]),
    inner: Inner,
    /** As high as the screen (a band), or as what stands beside it (a column). */
    fullHeight: z.literal(true),
  })
  .partial();
export type Frame = z.infer<typeof Frame>;

/** A frame with what lies behind the words in it. */
export const Box = Frame.extend({ surface: Surface.optional(), picture: BackPicture.optional() });
export type Box = z.infer<typeof Box>;

/** A box with one part set, or back to the brand's with undefined. */
export function withBoxPart<Of extends Box, Part extends keyof Of>(
  box: Of,
  part: Part,
  value: Of[Part] | undefined,
): Of {
  const { [part]: _before, ...rest } = box;
  return (value === undefined ? rest : { ...rest, [part]: value }) as Of;
}
