import { z } from 'zod';

/** The shipped type: the file stem of each family is the font package's own. */
export const typePairs = {
  fraunces: { label: 'Warm serif and clear sans', title: 'Fraunces', text: 'Figtree' },
  bricolage: {
    label: 'Sturdy sans with character',
    title: 'Bricolage Grotesque',
    text: 'Hanken Grotesk',
  },
  literata: { label: 'Bookish serif', title: 'Literata', text: 'Nunito Sans' },
  lora: { label: 'Gentle serif throughout', title: 'Lora', text: 'Lora' },
  manrope: { label: 'Round and modern', title: 'Manrope', text: 'Manrope' },
  archivo: { label: 'Strong and workmanlike', title: 'Archivo', text: 'Public Sans' },
  newsreader: { label: 'Paper and ink', title: 'Newsreader', text: 'Figtree' },
  bricolagePublic: {
    label: 'Lively headlines, formal text',
    title: 'Bricolage Grotesque',
    text: 'Public Sans',
  },
  hanken: { label: 'Plain and even', title: 'Hanken Grotesk', text: 'Hanken Grotesk' },
} as const;

export type TypePairName = keyof typeof typePairs;
export const TypePairName = z.enum(Object.keys(typePairs) as [TypePairName, ...TypePairName[]]);

/** A family that ships. */
export type FontFamily = (typeof typePairs)[TypePairName]['title' | 'text'];

const serifs = new Set<FontFamily>(['Fraunces', 'Literata', 'Lora', 'Newsreader']);
export const isSerif = (family: FontFamily): boolean => serifs.has(family);

/** The names under which fonts of the device stand in for a family until it has come: on computers, and on phones. */
export const standInFaces = (family: FontFamily): [computer: string, phone: string] => [
  `${family} stand-in`,
  `${family} stand-in on phones`,
];

/** What a browser shows in a family's place, as CSS names it: letters of the same kind and width. */
export const standInOf = (family: FontFamily): string =>
  [
    ...standInFaces(family).map((name) => `"${name}"`),
    ...(isSerif(family) ? ['Georgia', 'serif'] : ['system-ui', 'sans-serif']),
  ].join(',');

/** A family as CSS names it, with what stands in for it until it is there. */
export const faceOf = (family: FontFamily): string => `"${family}",${standInOf(family)}`;

/** A family as its font package and address write it: `Hanken Grotesk` gives `hanken-grotesk`. */
export const fontStem = (family: string): string => family.toLowerCase().replaceAll(' ', '-');

/** The families a type pair needs, each once. */
export function familiesOf(pair: TypePairName): FontFamily[] {
  const { title, text } = typePairs[pair];
  return [...new Set([title, text])];
}
