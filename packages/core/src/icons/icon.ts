import { z } from 'zod';
import { PictureRef } from '../basics/picture-ref.ts';
import { plainText } from '../basics/text-shapes.ts';

const length = z.number().min(-10_000).max(10_000);
/** What is drawn of a shape: its area, its line or both, always in the color of the words around it. */
const paint = z.enum(['fill', 'line', 'both']);
const transform = z
  .string()
  .max(200)
  .regex(/^(?:(?:translate|scale|rotate|matrix|skewX|skewY)\([-+\d.,\seE]+\)\s*)+$/)
  .optional();
/** Numbers and commands only: nothing in it can be anything but a line. */
const pathData = z
  .string()
  .max(6000)
  .regex(/^[MmLlHhVvCcSsQqTtAaZz\d+\-.,\seE]+$/);
const points = z
  .string()
  .max(2000)
  .regex(/^[\d+\-.,\seE]+$/);

const shape = <Tag extends string, Shape extends z.ZodRawShape>(tag: Tag, more: Shape) =>
  z.strictObject({ tag: z.literal(tag), paint, transform, ...more });

export const IconShape = z.discriminatedUnion('tag', [
  shape('path', { d: pathData }),
  shape('circle', { cx: length, cy: length, r: length }),
  shape('ellipse', { cx: length, cy: length, rx: length, ry: length }),
  shape('rect', { x: length, y: length, width: length, height: length, rx: length }),
  shape('line', { x1: length, y1: length, x2: length, y2: length }),
  shape('polyline', { points }),
  shape('polygon', { points }),
]);
export type IconShape = z.infer<typeof IconShape>;

export const mostShapes = 60;

/**
 * An icon as its shapes: of the set that comes with the program, or rebuilt from somebody's SVG. A page that shows it needs
 * nothing else, and what it shows is made from these shapes alone, never from a file.
 */
export const DrawnIcon = z.strictObject({
  kind: z.literal('drawn'),
  name: plainText(60),
  /** The corner and the size of what is seen, as SVG's `viewBox`. */
  box: z.tuple([length, length, length, length]),
  /** How thick lines are, in the icon's own units. */
  line: z.number().min(0).max(1000),
  shapes: z.array(IconShape).min(1).max(mostShapes),
});
export type DrawnIcon = z.infer<typeof DrawnIcon>;

/** An icon of a part: drawn, or one of the client's pictures. */
export const IconChoice = z.discriminatedUnion('kind', [
  DrawnIcon,
  z.strictObject({ kind: z.literal('picture'), picture: PictureRef }),
]);
export type IconChoice = z.infer<typeof IconChoice>;
