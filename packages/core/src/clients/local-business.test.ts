import { weekdays } from '../opening/index.ts';
import { emptyFacts, localBusiness, type Facts } from './index.ts';

const full: Facts = {
  ...emptyFacts('America/New_York'),
  phone: '(207) 555-0142',
  email: 'desk@quayside-dental.test',
  street: '8 Ropewalk Quay',
  town: 'Port Alder',
  region: 'ME',
  postcode: '04099',
  place: { lat: 43.66, lng: -70.25 },
  social: ['https://pictures.quayside.test/'],
  areas: ['Port Alder', 'Gull Neck'],
  week: [
    [
      { from: '08:00', to: '12:00' },
      { from: '13:00', to: '18:00' },
    ],
    [],
    [],
    [],
    [],
    [{ from: '09:00', to: '13:00' }],
    [],
  ],
};
const url = 'https://visit.quayside.test';
const business = (facts: Facts = full) => localBusiness('Quayside Dental', facts, url);

/**
 * The properties that schema.org defines for each type used, as its pages of LocalBusiness, PostalAddress,
 * GeoCoordinates and OpeningHoursSpecification list them (from memory; the pages are named by the type).
 */
const defined: Record<string, string[]> = {
  LocalBusiness: [
    'name',
    'url',
    'telephone',
    'email',
    'currenciesAccepted',
    'address',
    'geo',
    'areaServed',
    'sameAs',
    'openingHoursSpecification',
  ],
  PostalAddress: ['streetAddress', 'addressLocality', 'addressRegion', 'postalCode'],
  GeoCoordinates: ['latitude', 'longitude'],
  OpeningHoursSpecification: ['dayOfWeek', 'opens', 'closes'],
};

function unknownIn(node: unknown): string[] {
  if (Array.isArray(node)) return node.flatMap(unknownIn);
  if (typeof node !== 'object' || node === null) return [];
  const { '@type': type, '@context': _context, ...rest } = node as Record<string, unknown>;
  const known = defined[String(type)] ?? [];
  return [
    ...Object.keys(rest).flatMap((name) =>
      known.includes(name) ? [] : [`${String(type)}.${name}`],
    ),
    ...Object.values(rest).flatMap(unknownIn),
  ];
}

describe('a client as schema.org’s LocalBusiness', () => {
  it('uses only what schema.org defines for each type', () =>
    expect(unknownIn(business())).toEqual([]));

  it('has its context, its type, and what a sheet says', () =>
    expect(business()).toMatchObject({
      '@context': 'https://schema.org',
      '@type': 'LocalBusiness',
      name: 'Quayside Dental',
      url,
      telephone: '(207) 555-0142',
      address: { '@type': 'PostalAddress', addressLocality: 'Port Alder', postalCode: '04099' },
      geo: { '@type': 'GeoCoordinates', latitude: 43.66, longitude: -70.25 },
      areaServed: ['Port Alder', 'Gull Neck'],
      sameAs: ['https://pictures.quayside.test/'],
    }));

  it('names a day once for each span, by schema.org’s DayOfWeek, at hh:mm', () => {
    const hours = business().openingHoursSpecification as Record<string, string>[];
    expect(hours.map(({ dayOfWeek, opens, closes }) => [dayOfWeek, opens, closes])).toEqual([
      ['Monday', '08:00', '12:00'],
      ['Monday', '13:00', '18:00'],
      ['Saturday', '09:00', '13:00'],
    ]);
    expect(weekdays).toEqual([
      'Monday',
      'Tuesday',
      'Wednesday',
      'Thursday',
      'Friday',
      'Saturday',
      'Sunday',
    ]);
  });

  it('leaves out what the sheet does not say', () =>
    expect(business(emptyFacts('America/New_York'))).toEqual({
      '@context': 'https://schema.org',
      '@type': 'LocalBusiness',
      name: 'Quayside Dental',
      url,
      currenciesAccepted: 'USD',
    }));
});
