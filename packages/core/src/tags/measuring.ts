import { z } from 'zod';
import { SafeHref } from '../basics/index.ts';

/**
 * How a client's visitors are counted. By a cookie; by a cookie only after they have agreed; or without any: then a browser
 * is known by a number that is made anew each day, so that visits of several days can't be joined and no split test can run.
 */
export const measuringModes = ['cookie', 'ask', 'without'] as const;

export const Measuring = z.strictObject({
  mode: z.enum(measuringModes),
  /** What the bar says in place of the usual words, by language: `{ en: 'May we count your visit?' }`. */
  words: z.record(z.string().regex(/^[a-z]{2}$/), z.string().trim().max(400)),
  /** Where it is written what happens with what is counted; empty for nowhere. */
  policy: z.union([SafeHref, z.literal('')]),
});
export type Measuring = z.infer<typeof Measuring>;

export const usualMeasuring: Measuring = { mode: 'cookie', words: {}, policy: '' };

/** What the bar says on a page of a language, `es-MX`, in the client's own words; null for the usual ones. */
export const ownConsentWords = (
  { words }: Pick<Measuring, 'words'>,
  language: string,
): string | null => words[language.split('-')[0]!.toLowerCase()] || null;

/** What a visitor has agreed to: everything, nothing, or they have not been asked yet. */
export type Consent = 'given' | 'open' | 'refused';

/**
 * What may run for a visitor. *Global Privacy Control* is a refusal, whatever was pressed before
 * (https://www.w3.org/TR/gpc/: `Sec-GPC: 1`).
 *
 * @param answer what they pressed on the bar; null where they have not
 */
export function consentOf(
  { mode }: Pick<Measuring, 'mode'>,
  { answer, asksNotTo }: { answer: 'yes' | 'no' | null; asksNotTo: boolean },
): Consent {
  if (asksNotTo || mode === 'without') return 'refused';
  if (mode === 'cookie') return 'given';
  return answer === null ? 'open' : answer === 'yes' ? 'given' : 'refused';
}

/** Whether a browser is given a number to be known by; one that is only asked not to sell what is known of it keeps ours. */
export const keepsNumber = ({ mode }: Pick<Measuring, 'mode'>, consent: Consent): boolean =>
  mode === 'cookie' || (mode === 'ask' && consent === 'given');
