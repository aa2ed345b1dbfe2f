import { getCountries } from 'libphonenumber-js';
import { z } from 'zod';

/** A country by its two letters (ISO 3166-1), for example `US`: it decides how phone numbers are read. */
export const Country = z.string().regex(/^[A-Z]{2}$/, 'Choose a country.');
export type Country = z.infer<typeof Country>;

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
