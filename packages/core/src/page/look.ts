import { z } from 'zod';
import { ColorChoice } from '../brand/index.ts';

/** A line around something; 0 takes away the one that the brand gives it. */
export const Edge = z.strictObject({ width: z.int().min(0).max(8), color: ColorChoice });
export type Edge = z.infer<typeof Edge>;

export const overlapSteps = { 1: 24, 2: 48, 3: 80 } as const;

/**
 * How far a part at the edge of its band hangs over it, in three steps (`overlapSteps`, px on a wide page), and whether it
 * lies before the band next to it or behind it.
 */
export const Overlap = z.strictObject({
  edge: z.enum(['top', 'bottom']),
  step: z.union([z.literal(1), z.literal(2), z.literal(3)]),
  order: z.enum(['front', 'back']),
});
export type Overlap = z.infer<typeof Overlap>;

/** The most that each measure of a look may be: sizes in percent of the brand's, the rest in px on a wide page. */
export const lookLimits = {
  size: [50, 300],
  space: [0, 240],
  corners: [0, 60],
} as const;

const within = ([least, most]: readonly [number, number]) => z.int().min(least).max(most);

/**
 * How a part departs from the brand. What is not set is as the brand says; an empty look is the brand's own. Every value
 * is one of a closed set or a checked number, so that none can break out of its place in the page's CSS.
 */
export const Look = z
  .strictObject({
    color: ColorChoice,
    /** In percent of what the brand gives the part: it grows and shrinks with the page as that does. */
    size: within(lookLimits.size),
    weight: z.union([
      z.literal(400),
      z.literal(500),
      z.literal(600),
      z.literal(700),
      z.literal(800),
    ]),
    letterCase: z.enum(['upper', 'lower', 'title']),
    align: z.enum(['start', 'center', 'end']),
    /** The space between the part and what is above or below it, in px on a wide page. */
    above: within(lookLimits.space),
    below: within(lookLimits.space),
    overlap: Overlap,
    /** What the part is filled with; words on it take a color that can be read unless they have one of their own. */
    fill: ColorChoice,
    edge: Edge,
    corners: within(lookLimits.corners),
    width: z.enum(['fits', 'full']),
    /** What happens to a button under the pointer; with the keyboard on it, it has its ring as well. */
    hover: z.enum(['darker', 'lighter', 'swap', 'lift']),
  })
  .partial();
export type Look = z.infer<typeof Look>;
export type LookPart = keyof Look;

/** As the brand says. */
export const brandLook: Look = {};

/** What words of a part may have of their own. */
export const wordsLook = ['color', 'size', 'weight', 'letterCase'] as const satisfies LookPart[];
/** What every part may have of its own. */
export const placeLook = ['above', 'below', 'overlap'] as const satisfies LookPart[];
/** What a button may have of its own. */
export const pressLook = [
  ...wordsLook,
  'fill',
  'edge',
  'corners',
  'width',
  'hover',
] as const satisfies LookPart[];

/** A look with one part set, or back to the brand's with undefined. */
export function withLookPart<Part extends LookPart>(
  look: Look,
  part: Part,
  value: Look[Part] | undefined,
): Look {
  const { [part]: _before, ...rest } = look;
  return value === undefined ? rest : { ...rest, [part]: value };
}

/** The parts of a look that a kind of part understands: what a look pasted from another kind brings along. */
export const fittingLook = (look: Look, parts: readonly LookPart[]): Look =>
  Object.fromEntries(Object.entries(look).filter(([part]) => parts.includes(part as LookPart)));
