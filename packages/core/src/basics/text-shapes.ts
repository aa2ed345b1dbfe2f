import { z } from 'zod';
import { marked } from './marks.ts';

/** Text of at most so many characters. Control characters other than line breaks have no place on a page. */
export const plainText = (most: number) =>
  z
    .string()
    .max(most, `Keep it to ${most} characters.`)
    .refine((text) => !hasControl(text), 'Remove the control characters from the text.');

/** Words with merge fields that visitors read. */
export const words = (most: number) => marked(plainText(most), { words: (text: string) => text });

function hasControl(text: string): boolean {
  return [...text].some((character) => {
    const code = character.charCodeAt(0);
    return code < 32 ? code !== 10 && code !== 9 : code === 127;
  });
}

/** An address a visitor may be sent to: http, https, mail or phone. Anything else could run script. */
export const SafeHref = marked(
  z
    .string()
    .max(2000)
    .regex(
      /^(?:https?:\/\/|mailto:|tel:|\/(?!\/)|#)\S*$/i,
      'Give a full address that begins with https://.',
    ),
  { isLink: true },
);
