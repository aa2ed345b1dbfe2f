import { moneyWords, withValues, type Instant } from '../basics/index.ts';
import type { Facts } from '../clients/index.ts';
import type { HomeWords } from './home-words.ts';
import type { Area, AreaUnit, ListingContent, OpenHouse } from './listing.ts';

/** How a listing is told: in which language, and how money and numbers are written. */
export interface HomeReader extends Pick<Facts, 'currency' | 'locale'> {
  words: HomeWords;
}

/** A moment on the clock of the client: `2026-11-05` and `09:12`. */
export interface LocalMoment {
  day: string;
  time: string;
}

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
export const listingPrice = (
  price: number | null,
  { currency, locale }: Pick<HomeReader, 'currency' | 'locale'>,
): string =>
  price === null ? '' : moneyWords({ amount: price, currency }, locale).replace(/[.,]00(?!\d)/, '');

/** How many square meters a unit has (international foot of 1959: 0.3048 m; an acre has 43,560 square feet). */
const squareMeters: Record<AreaUnit, number> = {
  sqft: 0.3048 ** 2,
  sqm: 1,
  acres: 43_560 * 0.3048 ** 2,
  hectares: 10_000,
};

/** An area in another unit. */
export const areaIn = ({ amount, unit }: Area, wanted: AreaUnit): number =>
  (amount * squareMeters[unit]) / squareMeters[wanted];

/** An area: `1,640 sq ft`, `0.4 acres`; empty where it is not known. */
export const areaWords = (
  area: Area | null,
  { locale, words }: Pick<HomeReader, 'locale' | 'words'>,
): string =>
  area === null
    ? ''
    : `${area.amount.toLocaleString(locale, { maximumFractionDigits: 2 })} ${words.units[area.unit]}`;

const counted = (count: number | null, [one, more]: [string, string], locale: string): string =>
  count === null
    ? ''
    : withValues(count === 1 ? one : more, { count: count.toLocaleString(locale) });

/** What is said of a home in one line: `3 beds · 2.5 baths · 1,640 sq ft`. */
export const listingFacts = (
  { beds, baths, size }: Pick<ListingContent, 'beds' | 'baths' | 'size'>,
  reader: Pick<HomeReader, 'locale' | 'words'>,
): string =>
  [
    counted(beds, reader.words.beds, reader.locale),
    counted(baths, reader.words.baths, reader.locale),
    areaWords(size, reader),
  ]
    .filter(Boolean)
    .join(' · ');

/** What else is said of it in one line: `House · 0.4 acres lot · Built 1978 · No. MC-104`. */
export const moreFacts = (
  { type, lot, year, number }: Pick<ListingContent, 'type' | 'lot' | 'year' | 'number'>,
  reader: Pick<HomeReader, 'locale' | 'words'>,
): string =>
  [
    type === 'other' ? '' : reader.words.types[type],
    lot && withValues(reader.words.lot, { area: areaWords(lot, reader) }),
    year && withValues(reader.words.built, { year: String(year) }),
    number && withValues(reader.words.number, { number }),
  ]
    .filter(Boolean)
    .join(' · ');

/** An open house as its visitors read it: `Saturday, November 7, 11:00 AM to 1:00 PM`. */
export function openHouseWords(
  { day, from, to }: OpenHouse,
  { locale, words }: Pick<HomeReader, 'locale' | 'words'>,
): string {
  // In UTC, since the times are the place's own.
  const at = (time: string) => new Date(`${day}T${time}:00Z`);
  const time = (text: string) =>
    at(text).toLocaleTimeString(locale, { hour: 'numeric', minute: '2-digit', timeZone: 'UTC' });
  return withValues(words.span, {
    day: at(from).toLocaleDateString(locale, {
      ...{ weekday: 'long', month: 'long', day: 'numeric', timeZone: 'UTC' },
    }),
    from: time(from),
    to: time(to),
  });
}

/** The open houses that are not over at a moment, the next first. */
export const openHousesFrom = (
  openHouses: readonly OpenHouse[],
  { day, time }: LocalMoment,
): OpenHouse[] =>
  openHouses
    .filter((one) => one.day > day || (one.day === day && one.to > time))
    .toSorted((a, b) => `${a.day} ${a.from}`.localeCompare(`${b.day} ${b.from}`));

/** A listing as merge fields see it: `listing.address`, `listing.price`, `listing.facts` and so on. */
export function listingFields(
  listing: ListingContent,
  reader: HomeReader,
  now: LocalMoment,
): Record<string, string> {
  const [next] = openHousesFrom(listing.openHouses, now);
  return {
    name: listingName(listing),
    address: listingAddress(listing),
    street: listing.street,
    town: listing.town,
    price: listingPrice(listing.price, reader),
    status: reader.words.statuses[listing.status],
    facts: listingFacts(listing, reader),
    beds: listing.beds === null ? '' : String(listing.beds),
    baths: listing.baths === null ? '' : String(listing.baths),
    size: areaWords(listing.size, reader),
    lot: areaWords(listing.lot, reader),
    year: listing.year === null ? '' : String(listing.year),
    type: reader.words.types[listing.type],
    number: listing.number,
    about: listing.about,
    open_house: next ? openHouseWords(next, reader) : '',
  };
}

/** What a clock in a zone shows. */
export function localMoment(now: Instant, zone: string): LocalMoment {
  const local = now.toZonedDateTimeISO(zone).toPlainDateTime().toString({ smallestUnit: 'minute' });
  return { day: local.slice(0, 10), time: local.slice(11) };
}
