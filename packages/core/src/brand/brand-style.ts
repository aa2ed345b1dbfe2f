import type { Brand, BrandStyle } from './brand.ts';

/** What a style has of its own; the logo and the initials are the client's in all of them. */
const own = ({ colours, typePair, corners, press }: Brand | BrandStyle) => ({
  colours,
  typePair,
  corners,
  press,
});

/**
 * A client's brand in the style of a funnel, as pages show it: the brand itself where the funnel has none, or one that is
 * gone. The styles themselves are not a part of it.
 */
export function brandInStyle(brand: Brand, style: string): Brand {
  const chosen = brand.styles.find(({ id }) => id === style);
  return { ...brand, ...(chosen && own(chosen)), styles: [] };
}

/**
 * The brand to save after it was changed as a funnel shows it: what a style has of its own goes to the style, the rest to
 * the brand.
 */
export function withStyleChanged(brand: Brand, style: string, shown: Brand): Brand {
  const styles = brand.styles.map((one) => (one.id === style ? { ...one, ...own(shown) } : one));
  const isBrand = brand.styles.every(({ id }) => id !== style);
  return { ...shown, ...(isBrand ? {} : own(brand)), styles };
}

/** A brand with one more style, which begins as the brand is shown now. */
export const withNewStyle = (brand: Brand, id: string, name: string, shown: Brand): Brand => ({
  ...brand,
  styles: [...brand.styles, { id, name, ...own(shown) }],
});
