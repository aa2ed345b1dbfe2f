import { getExampleNumber, isSupportedCountry } from 'libphonenumber-js';
import examples from 'libphonenumber-js/mobile/examples';
import { Temporal } from 'temporal-polyfill';
import { likelyLocale } from '../basics/likely-locale.ts';

/** The country whose ways of writing are taken where none is known. */
export const usualCountry = 'US';

/** A phone number as people of a country write it (libphonenumber's published examples): `(201) 555-0123`; empty for a country that has none. */
export function phoneExample(country: string): string {
  if (!isSupportedCountry(country)) return '';
  return getExampleNumber(country, examples)?.formatNational() ?? '';
}

type DatePart = 'year' | 'month' | 'day';

/** In which order a country writes a date, by Unicode's data for its most likely language: month, day, year for `US`. */
function dateOrder(country: string): DatePart[] {
  const known = orders.get(country);
  if (known) return known;
  const order = formatOf(country)
    .formatToParts(new Date(0))
    .map(({ type }) => type)
    .filter((type): type is DatePart => ['year', 'month', 'day'].includes(type));
  orders.set(country, order);
  return order;
}
const orders = new Map<string, DatePart[]>();

const formatOf = (country: string) =>
  new Intl.DateTimeFormat(localeOf(country), {
    calendar: 'gregory',
    numberingSystem: 'latn',
    year: 'numeric',
    month: 'numeric',
    day: 'numeric',
    timeZone: 'UTC',
  });

function localeOf(country: string): string {
  try {
    return likelyLocale(country);
  } catch {
    return `en-${usualCountry}`;
  }
}

/** Reads a day as a browser sends it (`2026-11-05`) or as people of a country type it; null for what is none. */
export function readDate(text: string, country: string): string | null {
  const parts = /^(\d{1,4})\s*[-./]\s*(\d{1,2})\s*[-./]\s*(\d{1,4})\.?$/.exec(text)?.slice(1);
  if (!parts) return null;
  const order: DatePart[] = parts[0]!.length === 4 ? ['year', 'month', 'day'] : dateOrder(country);
  const given = Object.fromEntries(order.map((part, index) => [part, parts[index]!]));
  // A year of two digits can't be told from a day.
  if (given.year!.length !== 4) return null;
  const day = {
    year: Number(given.year),
    month: Number(given.month),
    day: Number(given.day),
  };
  try {
    return Temporal.PlainDate.from(day, { overflow: 'reject' }).toString();
  } catch {
    return null;
  }
}

/** A day as people of a country write it: `11/5/2026` for `US`, `05/11/2026` for `GB`. */
export const dateWords = (day: string, country: string): string => {
  // Year, day, month (Kyrgyzstan) can't be told from what everybody reads as year, month, day: that is written instead.
  const [first, second] = dateOrder(country);
  if (first === 'year' && second === 'day') return day;
  return formatOf(country).format(new Date(`${day}T00:00:00Z`));
};

/** How a day is typed there, as an example. */
export const dateExample = (country: string): string => dateWords('2026-11-05', country);
