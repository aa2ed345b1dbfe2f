import { Temporal } from 'temporal-polyfill';
import type { Instant } from '../basics/index.ts';

/** The months of the languages that pages speak, by their whole names; three letters and more of one are read, too. */
const months = [
  'january february march april may june july august september october november december',
  'enero febrero marzo abril mayo junio julio agosto septiembre octubre noviembre diciembre',
  'janvier fevrier mars avril mai juin juillet aout septembre octobre novembre decembre',
  'janeiro fevereiro marco abril maio junho julho agosto setembro outubro novembro dezembro',
].map((names) => names.split(' '));

/** The month of a name or the beginning of one, 1 to 12; null for any other word. `juil.` is July, `ju` could be two. */
function monthOf(word: string): number | null {
  const plain = word
    .normalize('NFKD')
    .replace(/\p{M}|\./gu, '')
    .toLowerCase();
  if (plain.length < 3) return null;
  for (const names of months) {
    const found = names.flatMap((name, index) => (name.startsWith(plain) ? [index + 1] : []));
    if (found.length === 1) return found[0]!;
  }
  return null;
}

const ordinal = '(?:st|nd|rd|th|er|º|ª)?';
const word = '\\p{L}{3,12}\\.?';
const patterns = {
  /** `November 3, 2025`, `Nov 3 2025` */
  monthFirst: new RegExp(
    `(?<!\\p{L})(${word})\\s+(\\d{1,2})${ordinal},?\\s+(\\d{4})(?!\\d)`,
    'giu',
  ),
  /** `3 November 2025`, `3 de noviembre de 2025`, `1er novembre 2025` */
  dayFirst: new RegExp(
    `(?<!\\d)(\\d{1,2})${ordinal}\\s+(?:de\\s+)?(${word}),?\\s+(?:de\\s+)?(\\d{4})(?!\\d)`,
    'giu',
  ),
  /** `2025-11-03` */
  iso: /(?<!\d)(\d{4})-(\d\d)-(\d\d)(?!\d)/g,
  /** `11/3/2025`, `3.11.2025` */
  numbers: /(?<!\d)(\d{1,2})[/.](\d{1,2})[/.](\d{4})(?!\d)/g,
};

interface Fields {
  year: number;
  month: number | null;
  day: number;
}

/**
 * Dates with their year in words that are over in a zone: `November 3, 2025`, `3 de noviembre de 2025`, `2025-11-03`,
 * `11/3/2025`. Numbers that could be read month first or day first are over when every reading that there is, is. A date
 * without a year does not say which; today is not over.
 */
export function pastDates(words: string, now: Instant, zone: string): string[] {
  const today = now.toZonedDateTimeISO(zone).toPlainDate();
  const found: { text: string; at: number; readings: Fields[] }[] = [];
  const note = (match: RegExpMatchArray, ...readings: Fields[]) =>
    found.push({ text: match[0], at: match.index!, readings });
  for (const match of words.matchAll(patterns.monthFirst))
    note(match, { month: monthOf(match[1]!), day: Number(match[2]), year: Number(match[3]) });
  for (const match of words.matchAll(patterns.dayFirst))
    note(match, { day: Number(match[1]), month: monthOf(match[2]!), year: Number(match[3]) });
  for (const match of words.matchAll(patterns.iso))
    note(match, { year: Number(match[1]), month: Number(match[2]), day: Number(match[3]) });
  for (const match of words.matchAll(patterns.numbers)) {
    const [one, two, year] = [Number(match[1]), Number(match[2]), Number(match[3])];
    note(match, { month: one, day: two, year }, { day: one, month: two, year });
  }
  return found
    .filter(({ readings }) => {
      const dates = readings.flatMap((fields) => dateOf(fields) ?? []);
      return dates.length > 0 && dates.every((date) => Temporal.PlainDate.compare(date, today) < 0);
    })
    .sort((a, b) => a.at - b.at)
    .map(({ text }) => text);
}

/** The date, where there is one: the 31st of June is none. */
function dateOf({ year, month, day }: Fields): Temporal.PlainDate | null {
  if (month === null) return null;
  try {
    return Temporal.PlainDate.from({ year, month, day }, { overflow: 'reject' });
  } catch {
    return null;
  }
}
