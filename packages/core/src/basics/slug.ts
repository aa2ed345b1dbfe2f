import transliterate from '@sindresorhus/transliterate';
import { z } from 'zod';

/** An address ending: lower-case words joined by hyphens, 1 to 60 characters. */
export const Slug = z
  .string()
  .regex(
    /^[a-z0-9]+(?:-[a-z0-9]+)*$/,
    'Use lower-case letters, numbers and single hyphens, such as first-visit.',
  )
  .max(60, 'Keep the page address to 60 characters.');

/**
 * Makes an address ending from a title: other letters are written in Latin ones (`ø` as `o`, `ß` as `ss`, Greek and Cyrillic
 * by their sounds), and everything that is no letter or digit becomes one hyphen. `"Café & Crêpes!"` gives
 * `"cafe-crepes"`; a title with nothing that can be written so, as one in Chinese, gives `"page"`.
 */
export function slugFrom(title: string): string {
  const words = transliterate(title.replace(/&/g, ' '))
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[’']/g, '')
    .replace(/[^a-z0-9]+/g, '-')
    .slice(0, 60)
    .replace(/^-+|-+$/g, '');
  return words || 'page';
}
