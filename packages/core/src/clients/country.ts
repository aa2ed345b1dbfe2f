import countryToCurrency from 'country-to-currency';
import { getCountries } from 'libphonenumber-js';
import { z } from 'zod';
import { CurrencyCode, likelyLocale } from '../basics/index.ts';

/** A country by its two letters (ISO 3166-1), for example `US`: it decides how phone numbers are read. */
export const Country = z.string().regex(/^[A-Z]{2}$/, 'Choose a country.');
export type Country = z.infer<typeof Country>;

/** A locale by its language and country (BCP 47): it decides how dates, times and numbers are written. */
export const Locale = z.string().refine(isLocale, 'Give a locale such as en-US.');
export type Locale = z.infer<typeof Locale>;

function isLocale(tag: string): boolean {
  return (
    /^[a-z]{2,3}-[A-Z]{2}$/.test(tag) && Intl.DateTimeFormat.supportedLocalesOf(tag).length > 0
  );
}

/** The locale of a country's most likely language, by Unicode's likely subtags: `en-US` for `US`, `es-MX` for `MX`. */
export function localeOfCountry(country: Country): Locale {
  const tag = likelyLocale(country);
  return Locale.safeParse(tag).success ? tag : 'en-US';
}

/** The currency of a country: `USD` for `US`, and where the country has none of its own. */
export function currencyOfCountry(country: Country): CurrencyCode {
  const code = (countryToCurrency as Record<string, string>)[country] ?? 'USD';
  return CurrencyCode.safeParse(code).success ? code : 'USD';
}

/** Every country that phone numbers can be read for, in the order of its letters. */
export const countries = (): Country[] => [...getCountries()].sort();

/**
 * The country that a time zone belongs to, as far as the runtime knows (`America/New_York` gives `US`); `US` for a zone
 * of no country, such as `UTC`.
 */
export function countryOfZone(zone: string): Country {
  const known = zones.get(zone) ?? countries().find((country) => zonesOf(country).includes(zone));
  if (known) zones.set(zone, known);
  return known ?? 'US';
}
const zones = new Map<string, Country>();

/** ECMA-402's list of a region's zones; a browser that lacks it knows none. */
const zonesOf = (country: Country): string[] => {
  const locale = new Intl.Locale(`und-${country}`) as Intl.Locale & {
    timeZones?: string[];
    getTimeZones?: () => string[] | undefined;
  };
  return locale.getTimeZones?.() ?? locale.timeZones ?? [];
};
