import type { Run } from '../basics/index.ts';

/** Words without a look of their own. */
export const plain = (text: string): Run => ({ text, bold: false, italic: false, href: '' });

/** Braces of somebody else's page are no merge fields of ours. */
export const unbraced = (text: string): string => text.replace(/\{(?=[{%])/g, '{ ');

/** Words on one line, with one space between them and no control characters. */
export const oneLine = (text: string): string => text.replace(/[\p{Cc}\s]+/gu, ' ').trim();

/** A part of an address with its escapes read; one whose escapes are broken stays as it is. */
export function unescaped(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
}
