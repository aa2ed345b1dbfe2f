import { z } from 'zod';
import { documentFormat, PictureRef, StaffRef, type DocumentFormat } from '../basics/index.ts';
import { Place } from '../clients/index.ts';

const line = (most: number) => z.string().trim().max(most);
/** An amount in minor units of the client's currency. */
const price = z.int('Give a price such as 429,000.').min(0).max(100_000_000_000);
const day = z.iso.date('Give a date such as 2026-11-05.');

/** Where a home is between "soon" and "sold". */
export const ListingStatus = z.enum(['soon', 'active', 'pending', 'sold', 'withdrawn']);
export type ListingStatus = z.infer<typeof ListingStatus>;

export const HomeType = z.enum([
  'house',
  'condo',
  'townhouse',
  'apartment',
  'multi-family',
  'manufactured',
  'land',
  'other',
]);
export type HomeType = z.infer<typeof HomeType>;

export const AreaUnit = z.enum(['sqft', 'sqm', 'acres', 'hectares']);
export type AreaUnit = z.infer<typeof AreaUnit>;

/** An area as it was given, in its unit. */
export const Area = z.strictObject({
  amount: z.number('Give a number.').positive('Give more than 0.').max(1_000_000_000),
  unit: AreaUnit,
});
export type Area = z.infer<typeof Area>;

/** An open house, in the local time of the client: `2026-11-07T11:00` to `13:00`. */
export const OpenHouse = z
  .strictObject({
    day,
    from: z.iso.time({ precision: -1 }),
    to: z.iso.time({ precision: -1 }),
  })
  .refine(({ from, to }) => from < to, { error: 'It ends before it begins.', path: ['to'] });
export type OpenHouse = z.infer<typeof OpenHouse>;

export const listingLimits = { pictures: 60, features: 60, openHouses: 20, prices: 50 } as const;

/** A home for sale, as its record has it. */
export const ListingContent = z.strictObject({
  /** The number that the market knows it by; empty where it has none. */
  number: line(60),
  status: ListingStatus,
  street: line(120).min(1, 'Give the street and number.'),
  town: line(80),
  region: line(40),
  postcode: line(20),
  place: Place.nullable(),
  /** What is asked for it; null where nothing is told. */
  price: price.nullable(),
  /** What was asked before, each until the day on which it changed, the oldest first. */
  pricesBefore: z.array(z.strictObject({ price, until: day })).max(listingLimits.prices),
  /** What it was sold for; null until then, and where nothing is told. */
  soldPrice: price.nullable(),
  type: HomeType,
  beds: z.int().min(0).max(99).nullable(),
  /** Bathrooms, a half for one without a tub or shower: 2.5. */
  baths: z
    .number()
    .min(0)
    .max(99)
    .multipleOf(0.5, 'Give whole or half bathrooms, such as 2.5.')
    .nullable(),
  size: Area.nullable(),
  lot: Area.nullable(),
  year: z.int().min(1500).max(2200).nullable(),
  about: line(4000),
  features: z.array(line(80).min(1)).max(listingLimits.features),
  agent: StaffRef.nullable(),
  openHouses: z.array(OpenHouse).max(listingLimits.openHouses),
  pictures: z
    .array(z.strictObject({ picture: PictureRef, alt: line(300) }))
    .max(listingLimits.pictures),
  plan: PictureRef.nullable(),
  /** Where a film or a walk through it is to be seen. */
  film: z.union([
    z.literal(''),
    z.url({ protocol: /^https$/, error: 'Give an address that begins with https://.' }),
  ]),
  /** When it came on the market, when a buyer signed, when it was sold, and when it was taken off without. */
  listedOn: day.nullable(),
  contractOn: day.nullable(),
  soldOn: day.nullable(),
  withdrawnOn: day.nullable(),
});
export type ListingContent = z.infer<typeof ListingContent>;

/** How listings are stored. */
export const listingFormat: DocumentFormat<ListingContent> = documentFormat('listing', []);

/** A listing of which nothing is known yet. */
export const emptyListing: ListingContent = {
  ...{ number: '', status: 'active', street: '', town: '', region: '', postcode: '' },
  ...{ place: null, price: null, pricesBefore: [], soldPrice: null, type: 'house' },
  ...{ beds: null, baths: null, size: null, lot: null, year: null, about: '', features: [] },
  ...{ agent: null, openHouses: [], pictures: [], plan: null, film: '' },
  ...{ listedOn: null, contractOn: null, soldOn: null, withdrawnOn: null },
};

/** The day of a listing on which each status begins; of "coming soon" nobody asks. */
const beginsOn = {
  soon: null,
  active: 'listedOn',
  pending: 'contractOn',
  sold: 'soldOn',
  withdrawn: 'withdrawnOn',
} as const;

/**
 * A listing as it is kept when it was changed on a day: a price that was asked before joins its history, and a status that
 * is new begins on that day where no other was given.
 */
export function changedListing(
  before: ListingContent | null,
  given: ListingContent,
  today: string,
): ListingContent {
  const after = { ...given, pricesBefore: before?.pricesBefore ?? given.pricesBefore };
  if (before && before.price !== null && before.price !== given.price)
    after.pricesBefore = [...after.pricesBefore, { price: before.price, until: today }].slice(
      -listingLimits.prices,
    );
  const begins = beginsOn[given.status];
  if (begins && before?.status !== given.status) after[begins] ??= today;
  return after;
}

/** Whether a trade, as somebody typed it, is one that sells homes. Common practice, no source. */
export const sellsHomes = (trade: string): boolean =>
  /realt|real estate|estate agent|propert|broker|homes/i.test(trade);

/** Whether it is over: sold, or taken off the market. */
export const isGone = ({ status }: Pick<ListingContent, 'status'>): boolean =>
  status === 'sold' || status === 'withdrawn';

/** Whether somebody can still buy it. */
export const isForSale = ({ status }: Pick<ListingContent, 'status'>): boolean =>
  status === 'soon' || status === 'active';
