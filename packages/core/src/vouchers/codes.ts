import { z } from 'zod';

/** What codes are made of: no letter or digit that is taken for another (I, L and O, 0 and 1), or digits for a till that reads numbers. */
export const codeAlphabets = {
  letters: 'ABCDEFGHJKMNPQRSTUVWXYZ23456789',
  digits: '0123456789',
} as const;

/** How the codes of a pool look; `length` counts the check digit, which is the last one. */
export const CodeFormat = z.strictObject({
  alphabet: z.enum(['letters', 'digits']),
  length: z.int().min(6, 'Make codes of at least 6 characters.').max(20),
  isChecked: z.boolean(),
});
export type CodeFormat = z.infer<typeof CodeFormat>;

/** Of all codes of a format, the share that may be made: nobody guesses one of the others (common practice, no source). */
const mostOfAll = 0.001;

/** How many codes of a format can be made so that nobody guesses one. */
export const mostCodes = ({ alphabet, length, isChecked }: CodeFormat): number =>
  Math.floor(codeAlphabets[alphabet].length ** (isChecked ? length - 1 : length) * mostOfAll);

/**
 * New codes, each once.
 *
 * @param random gives a whole number from 0 up to, and without, its argument
 * @param taken codes that exist already
 * @throws RangeError when the format has too few codes for so many
 */
export function makeCodes(
  count: number,
  format: CodeFormat,
  random: (below: number) => number,
  taken: ReadonlySet<string> = new Set(),
): string[] {
  if (count + taken.size > mostCodes(format))
    throw new RangeError('Codes of this length are too few for so many. Make them longer.');
  const alphabet = codeAlphabets[format.alphabet];
  const free = format.isChecked ? format.length - 1 : format.length;
  const made = new Set<string>();
  while (made.size < count) {
    const body = Array.from({ length: free }, () => alphabet[random(alphabet.length)]).join('');
    const code = format.isChecked ? body + checkDigit(body, format.alphabet) : body;
    if (!taken.has(code)) made.add(code);
  }
  return [...made];
}

/** Whether a code has the format and its check digit is right. */
export function isValidCode(code: string, { alphabet, length, isChecked }: CodeFormat): boolean {
  if (code.length !== length) return false;
  if ([...code].some((one) => !codeAlphabets[alphabet].includes(one))) return false;
  return !isChecked || checkDigit(code.slice(0, -1), alphabet) === code.at(-1);
}

/**
 * The digit that shows a mistyped code. Of digits: that of EAN-13 and all GS1 keys, weights 3 and 1 from the right, modulo
 * 10 (GS1 General Specifications, 7.9). Of letters: as in ISBN-10 (ISO 2108), weights that all differ, modulo the 31
 * letters, which are a prime: every wrong letter and every two that changed places are noticed.
 */
export function checkDigit(body: string, alphabet: CodeFormat['alphabet']): string {
  const all = codeAlphabets[alphabet];
  const fromRight = [...body].reverse().map((one) => all.indexOf(one));
  if (alphabet === 'digits') {
    const sum = fromRight.reduce((sum, one, index) => sum + one * (index % 2 === 0 ? 3 : 1), 0);
    return String((10 - (sum % 10)) % 10);
  }
  const sum = fromRight.reduce((sum, one, index) => sum + one * (index + 2), 0);
  return all[(all.length - (sum % all.length)) % all.length]!;
}

/** A code as it is compared: as somebody types it, in any case, with spaces or dashes in it. */
export const codeKey = (typed: string): string =>
  typed
    .normalize('NFKC')
    .toUpperCase()
    .replace(/[^\p{L}\p{N}]/gu, '');
