import { Temporal } from 'temporal-polyfill';
import { whenWords } from '../basics/index.ts';
import { countries, currencyOfCountry, Locale, localeOfCountry } from './index.ts';

// Languages by Unicode's likely subtags, currencies by ISO 4217 (from memory).
it.each([
  ['US', 'en-US', 'USD'],
  ['GB', 'en-GB', 'GBP'],
  ['CA', 'en-CA', 'CAD'],
  ['MX', 'es-MX', 'MXN'],
  ['DE', 'de-DE', 'EUR'],
  ['JP', 'ja-JP', 'JPY'],
])('%s writes in %s and pays in %s', (country, locale, currency) =>
  expect([localeOfCountry(country), currencyOfCountry(country)]).toEqual([locale, currency]),
);

it('knows a locale and a currency for every country', () => {
  for (const country of countries()) {
    expect(Locale.safeParse(localeOfCountry(country)).success).toBe(true);
    expect(currencyOfCountry(country)).toMatch(/^[A-Z]{3}$/);
  }
});

// By CLDR, as the runtime has it.
it.each([
  ['en-US', 'Thursday, November 12 at 9:00 AM'],
  ['en-GB', 'Thursday 12 November at 09:00'],
  ['de-DE', 'Donnerstag, 12. November um 9:00'],
])('says when in %s', (locale, words) =>
  expect(whenWords(Temporal.Instant.from('2026-11-12T09:00:00Z'), 'UTC', locale)).toBe(words),
);

it.each(['', '!6', 'english', 'en_US', 'en', 'xx-QQ'])('refuses “%s” as a locale', (tag) =>
  expect(Locale.safeParse(tag).success).toBe(false),
);
