import { standInFontFaces } from './font-fallbacks.ts';
import { familiesOf, fontStem, type TypePairName } from '@plumgate/core/brand';

/** The parts of a family that ship: what English and the languages of western and central Europe need. */
export const fontSubsets = {
  latin:
    'U+0000-00FF,U+0131,U+0152-0153,U+02BB-02BC,U+02C6,U+02DA,U+02DC,U+0304,U+0308,U+0329,U+2000-206F,U+20AC,U+2122,U+2191,U+2193,U+2212,U+2215,U+FEFF,U+FFFD',
  'latin-ext':
    'U+0100-02BA,U+02BD-02C5,U+02C7-02CC,U+02CE-02D7,U+02DD-02FF,U+0304,U+0308,U+0329,U+1D00-1DBF,U+1E00-1E9F,U+1EF2-1EFF,U+2020,U+20A0-20AB,U+20AD-20C0,U+2113,U+2C60-2C7F,U+A720-A7FF',
} as const;

export const fontFile = (family: string, subset: keyof typeof fontSubsets) =>
  `${fontStem(family)}-${subset}.woff2`;

/**
 * The @font-face rules of a type pair. Until a font has come, one of the device stands in that takes as much room: the
 * words can be read at once and stay where they are.
 */
export function fontFaces(pair: TypePairName, folder: string): string {
  return familiesOf(pair)
    .flatMap((family) => [
      ...Object.entries(fontSubsets).map(
        ([subset, range]) =>
          `@font-face{font-family:"${family}";font-weight:100 900;font-display:swap;src:url(${folder}/${fontFile(family, subset as 'latin')}) format("woff2");unicode-range:${range}}`,
      ),
      standInFontFaces(family),
    ])
    .join('');
}
