import { converter, formatHex } from 'culori';
import type { Brand } from './brand.ts';
import { aaText, contrast } from './contrast.ts';
import { mainColours, type Swatch } from './quantise.ts';

export type Palette = Brand['colours'];

const oklch = converter('oklch');
type Oklch = { mode: 'oklch'; l: number; c: number; h: number };

/**
 * Palettes for pages from a picture's pixels (RGBA): each takes one of its lively colours for what is pressed and builds
 * surfaces and ink around its hue. In every one, words reach AA on every surface and white reaches AA on the action.
 * A picture without any colour gives one quiet palette. A later `turn` gives others: the same pixels with every hue turned
 * by an angle of its own, so that somebody can look on until they like one.
 */
export function palettesFrom(
  pixels: Uint8ClampedArray | readonly number[],
  most = 4,
  turn = 0,
): Palette[] {
  const colours = mainColours(pixels, 12).map(asOklch);
  const lively = colours
    .filter(({ c, l }) => c > 0.035 && l > 0.15 && l < 0.95)
    .sort((a, b) => b.c - a.c);
  const hues = firstOfEachHue(lively);
  if (hues.length === 0) hues.push({ mode: 'oklch', l: 0.45, c: 0.02, h: colours[0]?.h || 250 });
  return palettesAround(
    hues.map((colour) => ({ ...colour, h: (colour.h + angleOf(turn)) % 360 })),
    most,
  );
}

/**
 * Palettes for pages around colors such as `#C2410C`, the most important first: each takes one of them for what is pressed.
 * The same rules of contrast hold as for a picture's.
 */
export const palettesOfColors = (colors: readonly string[], most: number): Palette[] =>
  palettesAround(firstOfEachHue(colors.map(asOklchHex)), most);

/** Shades of one color are one: the first of them stays. */
function firstOfEachHue(colours: readonly Oklch[]): Oklch[] {
  const hues: Oklch[] = [];
  for (const colour of colours)
    if (hues.every((other) => apart(other.h, colour.h) > 28)) hues.push(colour);
  return hues;
}

const palettesAround = (colours: readonly Oklch[], most: number): Palette[] =>
  colours.slice(0, most).map((colour, index) => paletteOf(colour, colours[index === 0 ? 1 : 0]));

/** Degrees around the circle of hues, each turn far from those before it (the golden angle). */
const angleOf = (turn: number) => (turn * 137.508) % 360;

function paletteOf(action: Oklch, beside: Oklch | undefined): Palette {
  const { h } = action;
  const tintHue = beside?.h ?? h;
  const paper = hex(0.995, Math.min(action.c, 0.004), h);
  const tint = hex(0.955, Math.min(Math.max(beside?.c ?? action.c, 0.012), 0.022), tintHue);
  const ink = hex(0.25, Math.min(action.c, 0.03), h);
  return {
    paper,
    tint,
    deep: darkened({ ...action, c: Math.min(action.c, 0.06), l: 0.32 }, '#FFFFFF', 7),
    action: darkened(action, '#FFFFFF', aaText),
    ink: darkened(asOklchHex(ink), tint, 7),
  };
}

/** The colour, made darker until it reaches a contrast with another: black at the least reaches any that paper does. */
function darkened(colour: Oklch, against: string, wanted: number): string {
  for (let l = colour.l; l > 0; l -= 0.01) {
    const now = hex(l, colour.c, colour.h);
    if (contrast(now, against) >= wanted) return now;
  }
  return '#000000';
}

const hex = (l: number, c: number, h: number): string =>
  formatHex({ mode: 'oklch', l, c, h }).toUpperCase();

const asOklchHex = (colour: string): Oklch => withHue(oklch(colour)!);
const asOklch = ({ rgb: [r, g, b] }: Swatch): Oklch =>
  withHue(oklch({ mode: 'rgb', r: r / 255, g: g / 255, b: b / 255 }));
const withHue = ({ l, c, h }: { l: number; c: number; h?: number | undefined }): Oklch => ({
  mode: 'oklch',
  l,
  c,
  h: h ?? 0,
});

/** How far two hues lie apart, 0 to 180 degrees. */
const apart = (a: number, b: number) => Math.abs(((a - b + 540) % 360) - 180);
