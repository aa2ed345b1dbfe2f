import { syllable } from 'syllable';

/**
 * How hard a text is to read. Both formulas as R. Flesch and J. P. Kincaid give them (Kincaid et al., "Derivation of
 * New Readability Formulas", 1975), from words per sentence and syllables per word; for English.
 */
export interface Reading {
  words: number;
  sentences: number;
  syllables: number;
  /** 0 to 100 and beyond; 60 to 70 is plain English. */
  ease: number;
  /** The school grade, in years, of who reads it with ease. */
  grade: number;
  /** Seconds for a visitor, at 238 words a minute (M. Brysbaert, "How many words do we read per minute?", 2019). */
  seconds: number;
}

const wordsPerMinute = 238;

/** Counted once for each word: a page is read again at every change, and nearly all of its words stay. */
const counted = new Map<string, number>();
const mostCounted = 20_000;

function syllablesOf(word: string): number {
  let count = counted.get(word);
  if (count === undefined) {
    if (counted.size >= mostCounted) counted.clear();
    count = /\d/.test(word) ? spokenSyllables(word) : syllable(word);
    counted.set(word, count);
  }
  return count;
}

/** Syllables of the English names of 0 to 19 and of the tens, as they are counted in speech. */
const small = [2, 1, 1, 1, 1, 1, 1, 2, 1, 1, 1, 3, 1, 2, 2, 2, 2, 3, 2, 2];
const tens = [0, 0, 2, 2, 2, 2, 2, 3, 2, 2];

/** How many syllables a whole number has when it is read out: 42 ("forty-two") has 3. */
function syllablesOfNumber(number: number): number {
  if (number < 20) return small[number]!;
  if (number < 100) return tens[Math.floor(number / 10)]! + (number % 10 ? small[number % 10]! : 0);
  // "hundred", "thousand" and "million" have two each; "billion", too.
  for (const unit of [1e9, 1e6, 1e3, 100])
    if (number >= unit) {
      const rest = number % unit;
      return (
        syllablesOfNumber(Math.floor(number / unit)) + 2 + (rest > 0 ? syllablesOfNumber(rest) : 0)
      );
    }
  return 1;
}

/** A word with digits in it, as it is read out: `24` and `7` of `24-7`, the letters of `3rd` with their number. */
function spokenSyllables(word: string): number {
  return (word.match(/\d{1,12}|\p{L}+/gu) ?? []).reduce(
    (sum, part) =>
      sum +
      (/\d/.test(part)
        ? syllablesOfNumber(Number(part))
        : /^(?:st|nd|rd|th|s)$/i.test(part)
          ? 0
          : syllable(part)),
    0,
  );
}

export function readingOf(text: string): Reading {
  const words = text.match(/[\p{L}\p{N}](?:[\p{L}\p{N}'’-]*[\p{L}\p{N}])?/gu) ?? [];
  const count = words.length;
  const sentences = Math.max(
    1,
    text.split(/[.!?]+(?:\s|$)|\n+/).filter((one) => /\p{L}/u.test(one)).length,
  );
  const syllables = words.reduce((sum, word) => sum + syllablesOf(word), 0);
  const seconds = Math.round((count / wordsPerMinute) * 60);
  if (count === 0) return { words: 0, sentences: 0, syllables: 0, ease: 0, grade: 0, seconds: 0 };
  return { words: count, sentences, syllables, seconds, ...fleschOf(count, sentences, syllables) };
}

/** The two formulas on counted words, sentences and syllables. */
export function fleschOf(
  words: number,
  sentences: number,
  syllables: number,
): Pick<Reading, 'ease' | 'grade'> {
  const [perSentence, perWord] = [words / sentences, syllables / words];
  return {
    ease: 206.835 - 1.015 * perSentence - 84.6 * perWord,
    grade: 0.39 * perSentence + 11.8 * perWord - 15.59,
  };
}
