import { Temporal } from 'temporal-polyfill';
import {
  isSpoken,
  languageName,
  languages,
  pageWords,
  spokenNames,
  whenIn,
  type VisitorWords,
} from './index.ts';

/** Every stretch of words with its path: `times.free`, `left.0`. */
const stretches = (words: object, path = ''): [string, string][] =>
  Object.entries(words).flatMap(([name, value]): [string, string][] =>
    typeof value === 'string'
      ? [[`${path}${name}`, value]]
      : stretches(value as object, `${path}${name}.`),
  );
const fieldsOf = (words: string) => [...words.matchAll(/\{\w+\}/g)].map(([one]) => one).sort();
const english = new Map(stretches(languages.en));
const others = Object.entries(languages).filter(([tag]) => tag !== 'en') as [
  string,
  VisitorWords,
][];

describe.each(others)('%s', (_tag, words) => {
  const own = stretches(words);
  it('says everything that English says, about the same things', () => {
    expect(own.map(([path]) => path)).toEqual([...english.keys()]);
    for (const [path, said] of own)
      expect([path, fieldsOf(said)]).toEqual([path, fieldsOf(english.get(path)!)]);
  });
  it('leaves no sentence in English', () => {
    // One word may be the same in both, such as `Site`.
    const alike = own.filter(([path, said]) => said === english.get(path) && said.includes(' '));
    expect(alike).toEqual([]);
  });
});

it.each([
  ['en', true, 'en'],
  ['en-GB', true, 'en-GB'],
  ['es-MX', true, 'es-MX'],
  ['pt', true, 'pt'],
  // Well formed by RFC 5646, but no region of anywhere.
  ['es-a1', true, 'es'],
  ['nl', false, 'en'],
])('speaks %s: %s, and writes times as in %s', (tag, spoken, locale) => {
  expect(isSpoken(tag)).toBe(spoken);
  expect(pageWords(tag).locale).toBe(locale);
  expect(pageWords(tag)).toBe(pageWords(tag));
});

// Days and times as the Unicode CLDR writes them, which Intl brings along.
it.each([
  ['en', 'Thursday, November 12 at 9:00 AM'],
  ['en-GB', 'Thursday 12 November at 09:00'],
  ['es', 'jueves, 12 de noviembre, 9:00'],
  ['fr', 'jeudi 12 novembre à 09:00'],
  ['pt', 'quinta-feira, 12 de novembro, 09:00'],
])('says a moment in %s', (tag, said) => {
  const at = Temporal.Instant.from('2026-11-12T14:00:00Z');
  expect(whenIn(pageWords(tag), at, 'America/New_York')).toBe(said);
});

it('calls languages by their names', () => {
  expect(spokenNames).toBe('English, Spanish, French and Portuguese');
  expect(['es-MX', 'nl', 'es-a1'].map(languageName)).toEqual(['Mexican Spanish', 'Dutch', 'es-a1']);
});
