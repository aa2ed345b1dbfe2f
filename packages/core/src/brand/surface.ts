import { formatHex, interpolate } from 'culori';
import { z } from 'zod';
import { colourRoles, HexColour, type Brand } from './brand.ts';
import { colorOf } from './color-choice.ts';
import { aaText, contrast, wordsOn } from './contrast.ts';

/** From one color of the brand to another; `angle` as CSS counts it: 0 to the top, 90 to the right. */
export const Gradient = z.strictObject({
  from: z.enum(colourRoles),
  to: z.enum(colourRoles),
  angle: z.int().min(0).max(359),
});
export type Gradient = z.infer<typeof Gradient>;

export const surfaceRoles = ['paper', 'tint', 'deep', 'action'] as const;
export type SurfaceRole = (typeof surfaceRoles)[number];

/** What words lie on: a surface of the brand, a color of its own, or a gradient. */
export const Surface = z.union([z.enum(surfaceRoles), HexColour, Gradient]);
export type Surface = z.infer<typeof Surface>;

/** Whether a surface is one of the brand's, for which every page has a class. */
export const isSurfaceRole = (surface: Surface): surface is SurfaceRole =>
  surfaceRoles.includes(surface as SurfaceRole);

type Colors = Pick<Brand, 'colours'>;

/** The colors of a surface: one, or five along a gradient, which may be darker between its ends than at both. */
export function surfaceColors(surface: Surface, brand: Colors): string[] {
  if (typeof surface === 'string') return [colorOf(surface, brand)];
  const between = interpolate([colorOf(surface.from, brand), colorOf(surface.to, brand)], 'rgb');
  return [0, 0.25, 0.5, 0.75, 1].map((at) => formatHex(between(at)).toUpperCase());
}

/** The least contrast of a color with any part of a surface, 1 to 21. */
export const contrastOn = (color: string, surface: Surface, brand: Colors): number =>
  Math.min(...surfaceColors(surface, brand).map((one) => contrast(color, one)));

/**
 * The color of words on a surface: of the brand's own, its ink on the light ones and white on the others, where they can
 * be read; on any other the ink, white or black, the first that reaches AA at every point, else the one that reads best.
 */
export function wordsOnSurface(brand: Colors, surface: Surface): string {
  const { ink } = brand.colours;
  if (isSurfaceRole(surface))
    return wordsOn(
      brand.colours[surface],
      surface === 'paper' || surface === 'tint' ? ink : '#FFFFFF',
    );
  const choices = [ink, '#FFFFFF', '#000000'].map((color) => ({
    color,
    ratio: contrastOn(color, surface, brand),
  }));
  const readable = choices.find(({ ratio }) => ratio >= aaText);
  return (readable ?? choices.toSorted((a, b) => b.ratio - a.ratio)[0]!).color;
}

/** How much darker than white a color is, by its contrast with white. */
const darkness = (color: string): number => contrast(color, '#FFFFFF');

/** Whether words on a surface are lighter than all of it. */
export function isDarkSurface(brand: Colors, surface: Surface): boolean {
  const words = darkness(wordsOnSurface(brand, surface));
  return surfaceColors(surface, brand).every((one) => words < darkness(one));
}

/** Whether words on a surface are darker than all of it. */
export function isLightSurface(brand: Colors, surface: Surface): boolean {
  const words = darkness(wordsOnSurface(brand, surface));
  return surfaceColors(surface, brand).every((one) => words > darkness(one));
}

/**
 * The color that a button has by itself on a surface: the brand's action where it stands out, else paper.
 * WCAG 2.2, 1.4.11 asks for 3 to 1.
 */
export const pressOn = (brand: Colors, surface: Surface): 'action' | 'paper' =>
  contrastOn(brand.colours.action, surface, brand) >= 3 ? 'action' : 'paper';
