import { moneyWords } from '@plumgate/core/basics';

/** A sum without its cents where there are none: `$1,300`. */
export const wholeMoney = (amount: number, currency: string): string =>
  moneyWords({ amount, currency }, 'en-US').replace(/\.00$/, '');
