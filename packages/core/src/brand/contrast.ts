import { formatHex, interpolate, wcagContrast } from 'culori';

/** WCAG 2.2, success criterion 1.4.3: ordinary text needs 4.5 to 1. */
export const aaText = 4.5;

/** Contrast ratio of two colours, 1 to 21, by the relative luminance of WCAG 2.2. Order does not matter. */
export function contrast(a: string, b: string): number {
  return wcagContrast(a, b);
}

/** The words' colour on a surface: the given ink where it reaches AA, else white or black, whichever reads better: one of the two always reaches it, since 21 is more than 4.5 squared. */
export function wordsOn(surface: string, ink: string): string {
  if (contrast(surface, ink) >= aaText) return ink;
  return contrast(surface, '#FFFFFF') >= contrast(surface, '#000000') ? '#FFFFFF' : '#000000';
}

/** A color that reads as words on a surface: itself where it reaches AA, else the nearest to it on the way to white or black that does. */
export function readableOn(surface: string, color: string): string {
  const between = interpolate([color, wordsOn(surface, '#FFFFFF')], 'oklab');
  for (let way = 0; way < 1; way += 0.05) {
    const mixed = formatHex(between(way)).toUpperCase();
    if (contrast(surface, mixed) >= aaText) return mixed;
  }
  return wordsOn(surface, '#FFFFFF');
}
