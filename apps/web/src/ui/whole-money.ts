import { moneyWords, unitsText } from '@plumgate/core/basics';

/** A sum without its cents where there are none: `$1,300`. */
export const wholeMoney = (amount: number, currency: string): string =>
  moneyWords({ amount, currency }, 'en-US').replace(/\.00$/, '');

/** A sum as it is typed into a field, without its cents where there are none: `1300`; empty for none. */
export const typedMoney = (amount: number | null, currency: string): string =>
  amount === null ? '' : unitsText({ amount, currency }).replace(/\.0+$/, '');
