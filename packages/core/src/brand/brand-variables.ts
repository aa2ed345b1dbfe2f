import type { Brand } from './brand.ts';
import { pressOn, wordsOnSurface } from './surface.ts';
import { faceOf, typePairs } from './type-pairs.ts';

/** How round the corners of a brand are, in px. */
export const cornerSizes = { square: 2, soft: 10, round: 22 } as const;

/** A client's brand as the custom properties that page-kit's CSS reads, for example `--action:#1E5F8C`. */
export function brandVariables(brand: Brand): string {
  const { paper, tint, deep, action, ink } = brand.colours;
  const corner = `${cornerSizes[brand.corners]}px`;
  const pressOnDeep = pressOn(brand, 'deep');
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
    'deep-press': brand.colours[pressOnDeep],
    'on-deep-press': wordsOnSurface(brand, pressOnDeep),
    'press-corner': brand.press === 'pill' ? '99px' : corner,
    'press-shadow': brand.press === 'raised' ? '0 3px 0 #0003' : 'none',
    corner,
    'title-face': faceOf(pair.title),
    'text-face': faceOf(pair.text),
  })
    .map(([name, value]) => `--${name}:${value}`)
    .join(';');
}
