import { z } from 'zod';
import { Place } from '../clients/index.ts';
import type { ListingContent } from '../listings/index.ts';

const word = z.string().trim().min(1).max(80);

/** A neighborhood: by postcodes and towns, or drawn on a map; a home belongs to it by any of them. */
export const AreaContent = z
  .strictObject({
    name: z.string().trim().min(1, 'Give the area a name.').max(80),
    postcodes: z.array(word.max(20)).max(100),
    towns: z.array(word).max(100),
    /** The corners of what was drawn, in order; empty for nothing. */
    outline: z.array(Place).max(200),
  })
  .refine(
    ({ postcodes, towns, outline }) => postcodes.length + towns.length > 0 || outline.length >= 3,
    'Give a postcode or a town, or draw the area with at least three corners.',
  );
export type AreaContent = z.infer<typeof AreaContent>;

/**
 * Whether a point lies inside of an outline, by how often a line from it crosses the sides (the even-odd rule; the usual
 * crossing test, from memory). Sides are straight on a flat map, which for a neighborhood they are.
 */
export function isInside(outline: readonly Place[], { lat, lng }: Place): boolean {
  let isIn = false;
  for (const [index, corner] of outline.entries()) {
    const before = outline.at(index - 1)!;
    const crosses = corner.lat > lat !== before.lat > lat;
    const side =
      ((before.lng - corner.lng) * (lat - corner.lat)) / (before.lat - corner.lat) + corner.lng;
    if (crosses && lng < side) isIn = !isIn;
  }
  return isIn;
}

const plain = (text: string): string => text.trim().toLowerCase();

/** Whether a home lies in an area. */
export const liesIn = (
  { postcodes, towns, outline }: AreaContent,
  { postcode, town, place }: Pick<ListingContent, 'postcode' | 'town' | 'place'>,
): boolean =>
  postcodes.some((one) => plain(one) === plain(postcode)) ||
  towns.some((one) => plain(one) === plain(town)) ||
  (place !== null && outline.length >= 3 && isInside(outline, place));
