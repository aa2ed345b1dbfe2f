import { Temporal } from 'temporal-polyfill';
import { areaIn, type ListingContent } from '../listings/index.ts';
import { median } from '../statistics/index.ts';

/** What of a listing the numbers of a market are made of. */
export type MarketListing = Pick<
  ListingContent,
  'status' | 'price' | 'soldPrice' | 'size' | 'listedOn' | 'contractOn' | 'soldOn' | 'withdrawnOn'
>;

/** Local days, both included. */
export interface MarketPeriod {
  from: string;
  to: string;
  /** The unit of area that a price is for. */
  unit?: 'sqft' | 'sqm';
}

/** A number with how many homes it is made of; null where they are too few to say anything. */
export interface MarketFigure {
  value: number | null;
  count: number;
}

export interface MarketReport {
  /** Of the homes sold in the period, what they were sold for, in minor units. */
  medianPrice: MarketFigure;
  /** The same for a unit of area. */
  pricePerArea: MarketFigure;
  /** From the day it was listed to the day a buyer signed, or where that is not known to the day it was sold. */
  daysOnMarket: MarketFigure;
  /** On the market at the end of the period. */
  forSale: number;
  /** Sold in so many days up to the end of the period. */
  sold30: number;
  sold90: number;
  /** How many months it would take to sell what is for sale at the period's pace. */
  monthsOfSupply: MarketFigure;
  /** What was paid for each part of what was asked last: 0.98 is 98%. */
  saleToList: MarketFigure;
}

/** Fewer say nothing about a market. Common practice, no source. */
export const fewestHomes = 5;
const daysOfMonth = 365.25 / 12;

/**
 * The market that some listings make, in a period. Months of supply are the homes for sale at its end divided by those sold
 * in a month of it, as the U.S. Census Bureau defines it for new houses ("the ratio of houses for sale to houses
 * sold"); median days from listing to contract, and of sale price to list price, are common practice, no source.
 */
export function marketReport(
  listings: readonly MarketListing[],
  { from, to, unit = 'sqft' }: MarketPeriod,
): MarketReport {
  const sold = listings.filter((one) => isBetween(one.soldOn, from, to));
  const forSale = listings.filter((one) => isForSaleOn(one, to)).length;
  const soldSince = (days: number) => {
    const first = Temporal.PlainDate.from(to).subtract({ days: days - 1 });
    return listings.filter(({ soldOn }) => isBetween(soldOn, first.toString(), to)).length;
  };
  return {
    medianPrice: figureOf(sold.map(({ soldPrice }) => soldPrice)),
    pricePerArea: figureOf(
      sold.map(({ soldPrice, size }) =>
        soldPrice === null || size === null ? null : soldPrice / areaIn(size, unit),
      ),
    ),
    daysOnMarket: figureOf(sold.map(daysOnMarket)),
    forSale,
    sold30: soldSince(30),
    sold90: soldSince(90),
    monthsOfSupply: monthsOfSupply(forSale, sold.length, { from, to }),
    saleToList: figureOf(
      sold.map(({ soldPrice, price }) => (soldPrice === null || !price ? null : soldPrice / price)),
    ),
  };
}

/** A month's numbers, for a line. */
export interface MarketMonth {
  /** `2026-10`. */
  month: string;
  medianPrice: MarketFigure;
  forSale: number;
  sold: number;
}

/** The months up to the one of a day, the oldest first. */
export function marketMonths(
  listings: readonly MarketListing[],
  { to, months }: { to: string; months: number },
): MarketMonth[] {
  const last = Temporal.PlainDate.from(to);
  return Array.from({ length: months }, (_, back) => {
    const month = last.toPlainYearMonth().subtract({ months: months - 1 - back });
    const first = month.toPlainDate({ day: 1 }).toString();
    const end = month.toPlainDate({ day: month.daysInMonth });
    const until = (Temporal.PlainDate.compare(end, last) > 0 ? last : end).toString();
    const sold = listings.filter((one) => isBetween(one.soldOn, first, until));
    return {
      month: month.toString(),
      medianPrice: figureOf(sold.map(({ soldPrice }) => soldPrice)),
      forSale: listings.filter((one) => isForSaleOn(one, until)).length,
      sold: sold.length,
    };
  });
}

/** The day on which a listing left the market; null while it has not, or nobody knows. */
export const leftMarketOn = ({
  contractOn,
  soldOn,
  withdrawnOn,
}: Pick<MarketListing, 'contractOn' | 'soldOn' | 'withdrawnOn'>): string | null =>
  [contractOn, soldOn, withdrawnOn].filter((day) => day !== null).toSorted()[0] ?? null;

/** Whether a listing was for sale at the end of a day. One without a day on which it left is as its status says. */
export function isForSaleOn(listing: MarketListing, day: string): boolean {
  const { status, listedOn } = listing;
  if (status === 'soon' || (listedOn !== null && listedOn > day)) return false;
  const left = leftMarketOn(listing);
  return left === null ? status === 'active' : left > day;
}

function daysOnMarket({ listedOn, contractOn, soldOn }: MarketListing): number | null {
  const end = contractOn ?? soldOn;
  return listedOn === null || end === null || end < listedOn ? null : daysBetween(listedOn, end);
}

function figureOf(values: readonly (number | null)[]): MarketFigure {
  const known = values.filter((value) => value !== null);
  return toldBy(known.length, median(known));
}

/** A number that so many homes tell. */
export const toldBy = (count: number, value: number | null): MarketFigure => ({
  value: count >= fewestHomes ? value : null,
  count,
});

/** How many months it would take to sell what is for sale, at the pace of a period in which so many were sold. */
export function monthsOfSupply(
  forSale: number,
  sold: number,
  { from, to }: Pick<MarketPeriod, 'from' | 'to'>,
): MarketFigure {
  const months = (daysBetween(from, to) + 1) / daysOfMonth;
  return toldBy(sold, sold === 0 ? null : forSale / (sold / months));
}

const isBetween = (day: string | null, from: string, to: string): boolean =>
  day !== null && day >= from && day <= to;

const daysBetween = (from: string, to: string): number =>
  Temporal.PlainDate.from(from).until(to, { largestUnit: 'days' }).days;
