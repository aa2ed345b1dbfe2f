import type { CallNumber } from '@plumgate/core/calls';
import type { Arrival, Origin, SourceRule } from '@plumgate/core/results';
import { fernhill, quayside } from './clients.ts';

/** How visitors of the demo's sources come: as an address and a browser say it. One that is not here is a referring page. */
const origins: Record<string, Origin> = {
  Direct: {},
  'Search ads': { source: 'search', medium: 'cpc', campaign: 'fall', click: 'gclid' },
  'Social ads': { source: 'social', medium: 'paid_social', campaign: 'fall' },
  'Waiting-room QR': { source: 'waiting-room', medium: 'qr' },
  'Van QR': { source: 'van', medium: 'qr' },
  'Window card QR': { source: 'window', medium: 'qr' },
  'Running club': { referrer: 'runners.port-alder.test/links' },
};

const originOf = (source: string): Origin => origins[source] ?? { referrer: source };

/** The clients' own names for sources. */
export const demoSourceRules: Record<string, SourceRule[]> = {
  [quayside.slug]: [{ where: 'source', contains: 'waiting-room', name: 'Waiting-room QR' }],
  [fernhill.slug]: [{ where: 'referrer', contains: 'runners', name: 'Running club' }],
  'stonecroft-paving': [{ where: 'source', contains: 'van', name: 'Van QR' }],
  'marram-coast-homes': [{ where: 'source', contains: 'window', name: 'Window card QR' }],
};

/** The numbers that clients give out for one source alone. */
export const demoCallNumbers: Record<string, CallNumber[]> = {
  'stonecroft-paving': [
    { source: 'Search ads', phone: '(207) 555-0191' },
    { source: 'Van QR', phone: '(207) 555-0192' },
  ],
};

/** How a visitor came: a sixth of them had seen a social ad before. */
export function arrivalFrom(source: string, visitorId: string): Arrival {
  const [, index = '0'] = /(\d+)$/.exec(visitorId) ?? [];
  const firstSource = Number(index) % 6 === 5 ? 'Social ads' : source;
  return { source, firstSource, origins: { first: originOf(firstSource), last: originOf(source) } };
}
