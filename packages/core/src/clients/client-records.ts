import { z } from 'zod';
import { moneyWords, PictureRef, ReviewId, ServiceId, StaffId } from '../basics/index.ts';
import type { Facts } from './facts.ts';
import { Stars } from './stars.ts';

const line = (most: number) => z.string().trim().max(most);
/** An amount in minor units of the client's currency. */
const price = z.int('Give a price such as 120.').min(0).max(1_000_000_000).nullable();

/** Somebody who works for the client, as pages show them. */
export const StaffMember = z.strictObject({
  id: StaffId,
  name: line(120).min(1, 'Give a name.'),
  role: line(120),
  about: line(600),
  /** What the market requires on an agent's card: the license number, and the brokerage. */
  license: line(60).default(''),
  brokerage: line(160).default(''),
  /** The direct line, and the office's. */
  phone: line(40).default(''),
  officePhone: line(40).default(''),
  picture: PictureRef.nullable(),
});
export type StaffMember = z.infer<typeof StaffMember>;

/** The card of somebody of whom no license and no number is told. */
export const emptyCard = {
  license: '',
  brokerage: '',
  phone: '',
  officePhone: '',
} as const satisfies Partial<StaffMember>;

/** What the client offers, with what it costs from and up to. */
export const Service = z
  .strictObject({
    id: ServiceId,
    name: line(120).min(1, 'Give a name.'),
    about: line(600),
    priceFrom: price,
    priceTo: price,
    picture: PictureRef.nullable(),
  })
  .refine(
    ({ priceFrom, priceTo }) => priceFrom === null || priceTo === null || priceFrom <= priceTo,
    { error: 'The higher price comes second. Swap them.', path: ['priceTo'] },
  );
export type Service = z.infer<typeof Service>;

/** What somebody said about the client, word for word. */
export const Review = z.strictObject({
  id: ReviewId,
  said: line(600).min(1, 'Write what they said.'),
  who: line(120).min(1, 'Say who said it.'),
  stars: Stars.nullable(),
  source: line(60),
  picture: PictureRef.nullable(),
});
export type Review = z.infer<typeof Review>;

const most = 100;

/** What is typed once for a client and offered wherever a page shows it, each list in its order. */
export const ClientRecords = z.strictObject({
  staff: z.array(StaffMember).max(most),
  services: z.array(Service).max(most),
  reviews: z.array(Review).max(most),
});
export type ClientRecords = z.infer<typeof ClientRecords>;

/** A service's price as a visitor reads it: `$120`, `from $120`, `up to $180`, `$120 to $180`; empty where none is given. */
export function priceWords(
  { priceFrom, priceTo }: Pick<Service, 'priceFrom' | 'priceTo'>,
  { currency, locale }: Pick<Facts, 'currency' | 'locale'>,
): string {
  const words = (amount: number) =>
    moneyWords({ amount, currency }, locale).replace(/[.,]00(?!\d)/, '');
  if (priceFrom === null) return priceTo === null ? '' : `up to ${words(priceTo)}`;
  if (priceTo === null) return `from ${words(priceFrom)}`;
  return priceFrom === priceTo ? words(priceFrom) : `${words(priceFrom)} to ${words(priceTo)}`;
}
