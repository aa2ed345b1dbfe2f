import { english } from './english.ts';
import { french } from './french.ts';
import { portuguese } from './portuguese.ts';
import { spanish } from './spanish.ts';
import type { VisitorWords } from './visitor-words.ts';

/** The languages that pages speak by themselves, by the first part of their tag. */
export const languages = {
  en: english,
  es: spanish,
  fr: french,
  pt: portuguese,
} as const satisfies Record<string, VisitorWords>;

const names = new Intl.DisplayNames('en', { type: 'language' });

/** What a language is called: `es-MX` is Mexican Spanish. A tag that names none is called by itself. */
export function languageName(tag: string): string {
  try {
    return names.of(tag) ?? tag;
  } catch {
    return tag;
  }
}

/** Those that pages speak, in a sentence: `English, Spanish, French and Portuguese`. */
export const spokenNames = new Intl.ListFormat('en-GB').format(
  Object.keys(languages).map(languageName),
);

/** A page's own words, with the locale that its days and times are written by. */
export interface PageWords extends VisitorWords {
  locale: string;
}

/** True where a page in a language says everything in it: `es-MX` is Spanish. */
export const isSpoken = (language: string): boolean => baseOf(language) in languages;

/** The words for a page of a language by its tag, `es-MX`; those of a language we do not speak are English ones. */
export function pageWords(language: string): PageWords {
  const known = spoken.get(language);
  if (known) return known;
  const base = baseOf(language);
  const words = languages[base in languages ? (base as keyof typeof languages) : 'en'];
  const made = { ...words, locale: isSpoken(language) ? localeOf(language, base) : 'en' };
  if (spoken.size < mostSpoken) spoken.set(language, made);
  return made;
}

/** The tag itself where this runtime knows it, else its language alone. */
function localeOf(language: string, base: string): string {
  try {
    return Intl.DateTimeFormat.supportedLocalesOf(language)[0] ?? base;
  } catch {
    // A tag may look right and still name no region: `es-a1`.
    return base;
  }
}

/** Each once: a page asks at every visit, and a view that gets the same words need not be drawn again. */
const spoken = new Map<string, PageWords>();
const mostSpoken = 50;

const baseOf = (language: string) => language.split('-')[0]!;
