import { moneyWords } from '../basics/index.ts';
import type { Facts } from '../clients/index.ts';
import {
  areaUnits,
  homeTypes,
  listingStatuses,
  type Area,
  type AreaUnit,
  type ListingContent,
  type OpenHouse,
} from './listing.ts';

/** What of the fact sheet a listing's words need. */
type Reader = Pick<Facts, 'currency' | 'locale'>;

/** Street and town: what a listing goes by. */
export const listingName = ({ street, town }: Pick<ListingContent, 'street' | 'town'>): string =>
  [street, town].filter(Boolean).join(', ');

/** One address line; empty parts leave no stray commas. */
export const listingAddress = ({
  street,
  town,
  region,
  postcode,
}: Pick<ListingContent, 'street' | 'town' | 'region' | 'postcode'>): string =>
  [street, town, [region, postcode].filter(Boolean).join(' ')].filter(Boolean).join(', ');

/** A price without the cents that no home has: `$429,000`; empty where none is told. */
export const listingPrice = (price: number | null, { currency, locale }: Reader): string =>
  price === null ? '' : moneyWords({ amount: price, currency }, locale).replace(/[.,]00(?!\d)/, '');

/** An area: `1,640 sq ft`, `0.4 acres`; empty where it is not known. */
export const areaWords = (area: Area | null, locale: string): string =>
  area === null
    ? ''
    : `${area.amount.toLocaleString(locale, { maximumFractionDigits: 2 })} ${areaUnits[area.unit].label}`;

/** An area in another unit. */
export const areaIn = ({ amount, unit }: Area, wanted: AreaUnit): number =>
  (amount * areaUnits[unit].squareMeters) / areaUnits[wanted].squareMeters;

const counted = (count: number | null, one: string, many: string): string =>
  count === null ? '' : `${count} ${count === 1 ? one : many}`;

/** What is said of a home in one line: `3 beds · 2.5 baths · 1,640 sq ft`. */
export const listingFacts = (
  { beds, baths, size }: Pick<ListingContent, 'beds' | 'baths' | 'size'>,
  { locale }: Pick<Facts, 'locale'>,
): string =>
  [counted(beds, 'bed', 'beds'), counted(baths, 'bath', 'baths'), areaWords(size, locale)]
    .filter(Boolean)
    .join(' · ');

/** An open house as its visitors read it: `Saturday, November 7, 11:00 AM to 1:00 PM`. */
export function openHouseWords({ day, from, to }: OpenHouse, locale: string): string {
  // In UTC, since the times are the place's own.
  const at = (time: string) => new Date(`${day}T${time}:00Z`);
  const date = at(from).toLocaleDateString(locale, {
    ...{ weekday: 'long', month: 'long', day: 'numeric', timeZone: 'UTC' },
  });
  const time = (text: string) =>
    at(text).toLocaleTimeString(locale, { hour: 'numeric', minute: '2-digit', timeZone: 'UTC' });
  return `${date}, ${time(from)} to ${time(to)}`;
}

/** The open houses that are not over on a local day at a local time (`14:30`), the next first. */
export const openHousesFrom = (
  openHouses: readonly OpenHouse[],
  { day, time }: { day: string; time: string },
): OpenHouse[] =>
  openHouses
    .filter((one) => one.day > day || (one.day === day && one.to > time))
    .toSorted((a, b) => `${a.day} ${a.from}`.localeCompare(`${b.day} ${b.from}`));

/** A listing as merge fields see it: `listing.address`, `listing.price`, `listing.facts` and so on. */
export function listingFields(
  listing: ListingContent,
  reader: Reader,
  now: { day: string; time: string },
): Record<string, string> {
  const { locale } = reader;
  const [next] = openHousesFrom(listing.openHouses, now);
  return {
    name: listingName(listing),
    address: listingAddress(listing),
    street: listing.street,
    town: listing.town,
    price: listingPrice(listing.price, reader),
    status: listingStatuses[listing.status],
    facts: listingFacts(listing, reader),
    beds: listing.beds === null ? '' : String(listing.beds),
    baths: listing.baths === null ? '' : String(listing.baths),
    size: areaWords(listing.size, locale),
    lot: areaWords(listing.lot, locale),
    year: listing.year === null ? '' : String(listing.year),
    type: homeTypes[listing.type],
    number: listing.number,
    about: listing.about,
    open_house: next ? openHouseWords(next, locale) : '',
  };
}
