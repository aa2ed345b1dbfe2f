import { z } from 'zod';
import { ClosedDays, Week } from '../opening/index.ts';
import { CurrencyCode, PictureRef, Zone } from '../basics/index.ts';
import { Country, countryOfZone, currencyOfCountry, Locale, localeOfCountry } from './country.ts';

const line = (most: number) => z.string().trim().max(most);

/** A point on the earth in degrees of WGS 84, as RFC 5870's `geo:` has it. */
export const Place = z.strictObject({
  lat: z.number().min(-90).max(90),
  lng: z.number().min(-180).max(180),
});
export type Place = z.infer<typeof Place>;

/** An hour. Common practice, no source. */
const usualPromise = 60;

/** What is known of a client and returns on pages and in messages: typed once, on the fact sheet. */
export const Facts = z.strictObject({
  trade: line(60),
  phone: line(40),
  email: z.union([z.literal(''), z.email('Give an email address such as desk@example.com.')]),
  street: line(120),
  town: line(80),
  region: line(40),
  postcode: line(20),
  country: Country,
  locale: Locale,
  currency: CurrencyCode,
  zone: Zone,
  hours: line(200),
  week: Week,
  /** Holidays and days off, for opening hours, promises and every calendar. */
  closed: z.array(ClosedDays).max(60).default([]),
  /** Within how many minutes of opening hours a new lead is called or written to. */
  promiseMinutes: z.int().min(5).max(10_080).default(usualPromise),
  place: Place.nullable(),
  /** Addresses of the client elsewhere on the web. */
  social: z
    .array(z.url({ protocol: /^https$/, error: 'Give addresses that begin with https://.' }))
    .max(8),
  license: line(120),
  areas: z.array(line(60)).max(60),
  services: z.array(line(80)).max(60),
  /** Memberships, years in business, insurance: short claims that blocks and templates offer. */
  badges: z.array(line(60)).max(10).default([]),
  /** The crew, the van, the work: real ones, in the order in which templates take them. */
  photographs: z
    .array(z.strictObject({ picture: PictureRef, alt: z.string().trim().max(300) }))
    .max(24)
    .default([]),
});
export type Facts = z.infer<typeof Facts>;

/** A fact sheet with only the zone filled in. */
export const emptyFacts = (zone: string, country = countryOfZone(zone)): Facts => ({
  trade: '',
  phone: '',
  email: '',
  street: '',
  town: '',
  region: '',
  postcode: '',
  country,
  locale: localeOfCountry(country),
  currency: currencyOfCountry(country),
  zone,
  hours: '',
  week: [[], [], [], [], [], [], []],
  closed: [],
  promiseMinutes: usualPromise,
  place: null,
  social: [],
  license: '',
  areas: [],
  services: [],
  badges: [],
  photographs: [],
});

/** One address line; empty parts leave no stray commas. */
export function addressLine(facts: Facts): string {
  return [facts.street, facts.town, [facts.region, facts.postcode].filter(Boolean).join(' ')]
    .filter(Boolean)
    .join(', ');
}

/** The client as merge fields see it: `client.name`, `client.phone`, `client.address` and so on. */
export function clientFields(name: string, facts: Facts): Record<string, string> {
  return {
    name,
    phone: facts.phone,
    email: facts.email,
    address: addressLine(facts),
    town: facts.town,
    hours: facts.hours,
    license: facts.license,
    // What pages and messages were written with before.
    licence: facts.license,
    trade: facts.trade,
    areas: facts.areas.join(', '),
    services: facts.services.join(', '),
  };
}
