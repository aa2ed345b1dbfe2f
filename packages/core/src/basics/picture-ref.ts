import { z } from 'zod';
import { PictureId } from './ids.ts';

/** A picture from the client's shelf with its size, so that its place is kept before it loads. */
export const PictureRef = z.strictObject({
  id: PictureId,
  width: z.int().min(1).max(20000),
  height: z.int().min(1).max(20000),
});
export type PictureRef = z.infer<typeof PictureRef>;

/** The point of a picture that stays in sight when it is cropped, in percent from its top left corner. */
export const Focus = z.strictObject({
  x: z.int().min(0).max(100),
  y: z.int().min(0).max(100),
});
export type Focus = z.infer<typeof Focus>;
export const middle: Focus = { x: 50, y: 50 };
