import type { Brand } from './brand.ts';
import { contrast, wordsOn } from './contrast.ts';
import { faceOf, typePairs } from './type-pairs.ts';

const corners = { square: '2px', soft: '10px', round: '22px' } as const;

/** The color of words on a surface of a brand: its ink on the light ones, white on the others, where they can be read. */
export const wordsOnSurface = (
  { colours }: Pick<Brand, 'colours'>,
  surface: 'paper' | 'tint' | 'deep' | 'action',
): string =>
  wordsOn(colours[surface], surface === 'paper' || surface === 'tint' ? colours.ink : '#FFFFFF');

/** A client's brand as the custom properties that page-kit's CSS reads, for example `--action:#1E5F8C`. */
export function brandVariables(brand: Brand): string {
  const { paper, tint, deep, action, ink } = brand.colours;
  // On the dark surface a button keeps the action's color where it stands out (WCAG 2.2, 1.4.11), else it is paper.
  const pressOnDeep = contrast(action, deep) >= 3 ? action : paper;
  const pair = typePairs[brand.typePair];
  return Object.entries({
    paper,
    tint,
    deep,
    action,
    ink,
    'on-paper': wordsOnSurface(brand, 'paper'),
    'on-tint': wordsOnSurface(brand, 'tint'),
    'on-deep': wordsOnSurface(brand, 'deep'),
    'on-action': wordsOnSurface(brand, 'action'),
    'deep-press': pressOnDeep,
    'on-deep-press': wordsOnSurface(brand, pressOnDeep === action ? 'action' : 'paper'),
    'press-corner': brand.press === 'pill' ? '99px' : corners[brand.corners],
    'press-shadow': brand.press === 'raised' ? '0 3px 0 #0003' : 'none',
    corner: corners[brand.corners],
    'title-face': faceOf(pair.title),
    'text-face': faceOf(pair.text),
  })
    .map(([name, value]) => `--${name}:${value}`)
    .join(';');
}
