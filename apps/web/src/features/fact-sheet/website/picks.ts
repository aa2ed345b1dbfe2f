import { plainBrand, type Brand } from '@plumgate/core/brand';
import type { FoundReview, SeenPicture, WebsiteReading } from '@plumgate/core/website';
import type { FoundLine } from './found-lines.ts';

/** What of a reading was ticked. */
export interface Picks {
  facts: ReadonlySet<FoundLine['fact']>;
  palette: number | null;
  logo: SeenPicture | null;
  pictures: ReadonlySet<SeenPicture>;
  reviews: ReadonlySet<FoundReview>;
}

/**
 * What is ticked at first: facts that the fact sheet lacks, and colors and a logo where the brand has none of its own. What
 * people said and which photographs are good has to be looked at.
 */
export const firstPicks = (
  { palettes, logos }: WebsiteReading,
  lines: readonly FoundLine[],
  brand: Brand,
): Picks => ({
  facts: new Set(lines.filter(({ now }) => now === '').map(({ fact }) => fact)),
  palette: palettes.length > 0 && isPlain(brand) ? 0 : null,
  logo: brand.logo ? null : (logos[0] ?? null),
  pictures: new Set(),
  reviews: new Set(),
});

const isPlain = ({ colours }: Brand): boolean =>
  JSON.stringify(colours) === JSON.stringify(plainBrand.colours);

/** How many things were ticked. */
export const countOf = ({ facts, palette, logo, pictures, reviews }: Picks): number =>
  facts.size + (palette === null ? 0 : 1) + (logo ? 1 : 0) + pictures.size + reviews.size;

/** A set with one more, or without it where it was in. */
export function toggled<Item>(set: ReadonlySet<Item>, item: Item): ReadonlySet<Item> {
  const next = new Set(set);
  if (!next.delete(item)) next.add(item);
  return next;
}
