import { weekdays } from '../opening/index.ts';
import type { Facts } from './facts.ts';

const empty = (value: unknown) =>
  value === '' || value === undefined || (Array.isArray(value) && value.length === 0);
const filled = (given: Record<string, unknown>) =>
  Object.fromEntries(Object.entries(given).filter(([, value]) => !empty(value)));

/**
 * A client as schema.org's LocalBusiness in JSON-LD (https://schema.org/LocalBusiness), from the fact sheet and nothing
 * else. What the sheet does not say is left out. `url` is where the client's pages are.
 */
export function localBusiness(name: string, facts: Facts, url: string): Record<string, unknown> {
  const address = filled({
    streetAddress: facts.street,
    addressLocality: facts.town,
    addressRegion: facts.region,
    postalCode: facts.postcode,
  });
  return filled({
    '@context': 'https://schema.org',
    '@type': 'LocalBusiness',
    name,
    url,
    telephone: facts.phone,
    email: facts.email,
    currenciesAccepted: facts.currency,
    address: Object.keys(address).length > 0 ? { '@type': 'PostalAddress', ...address } : undefined,
    geo: facts.place
      ? { '@type': 'GeoCoordinates', latitude: facts.place.lat, longitude: facts.place.lng }
      : undefined,
    areaServed: facts.areas,
    sameAs: facts.social,
    openingHoursSpecification: facts.week.flatMap((spans, day) =>
      spans.map(({ from, to }) => ({
        '@type': 'OpeningHoursSpecification',
        dayOfWeek: weekdays[day],
        opens: from,
        closes: to,
      })),
    ),
    // A day on which it opens and closes at midnight is a day off (https://schema.org/OpeningHoursSpecification).
    specialOpeningHoursSpecification: facts.closed.map(({ from, to, name: holiday }) =>
      filled({
        '@type': 'OpeningHoursSpecification',
        name: holiday,
        opens: '00:00',
        closes: '00:00',
        validFrom: from,
        validThrough: to,
      }),
    ),
  });
}
