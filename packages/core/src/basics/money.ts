import { z } from 'zod';
import { done, failed, type Outcome } from './outcome.ts';

/** A currency by its three letters (ISO 4217), as far as the runtime knows it: `USD`. */
export const CurrencyCode = z
  .string()
  .refine((code) => currencyCodes().includes(code), 'Choose a currency.');
export type CurrencyCode = z.infer<typeof CurrencyCode>;

/** Every currency that the runtime knows, in the order of its letters. */
export const currencyCodes = (): string[] => Intl.supportedValuesOf('currency');

/** An amount in whole minor units, with its currency: 1995 USD are $19.95, 1995 JPY are ¥1,995. */
export const Money = z.strictObject({ amount: z.int(), currency: CurrencyCode });
export type Money = z.infer<typeof Money>;

/** An amount in minor units of a currency that is known from elsewhere, such as the client's. */
export const Cents = z.int().brand<'Cents'>();
export type Cents = z.infer<typeof Cents>;

/** How many decimal places a currency has (ISO 4217, by the runtime's CLDR data): 2 for USD, 0 for JPY, 3 for KWD. */
export const minorDigits = (currency: CurrencyCode): number =>
  new Intl.NumberFormat('en', { style: 'currency', currency }).resolvedOptions()
    .maximumFractionDigits!;

/** Money as people of a locale read it: `$19.95`, `19,95 €`. */
export function moneyWords({ amount, currency }: Money, locale: string): string {
  const units = amount / 10 ** minorDigits(currency);
  return new Intl.NumberFormat(locale, { style: 'currency', currency }).format(units);
}

/**
 * Reads an amount as people type it: `1,250.50`, `$1,250.50` and `1250.5` are 125050 USD. What is no amount, or has more
 * decimal places than the currency, comes back as a sentence.
 */
export function readMoney(text: string, currency: CurrencyCode): Outcome<Money, string> {
  const digits = minorDigits(currency);
  const plain = text.replace(/[^\d.,-]/g, '');
  const match = /^(-?)(\d{1,3}(?:,\d{3})+|\d+)(?:\.(\d+))?$/.exec(plain);
  if (!match) return failed('Give an amount such as 1,250.00.');
  const [, sign = '', whole = '', fraction = ''] = match;
  if (fraction.length > digits)
    return failed(digits === 0 ? 'Give a whole amount.' : `Give at most ${digits} decimal places.`);
  const amount = Number(`${sign}${whole.replaceAll(',', '')}${fraction.padEnd(digits, '0')}`);
  return Number.isSafeInteger(amount)
    ? done({ amount, currency })
    : failed('This amount is too large.');
}

/** An amount in units of its currency, as files and fields have it: `19.95`, `1995` yen. */
export function unitsText({ amount, currency }: Money): string {
  const digits = minorDigits(currency);
  return (amount / 10 ** digits).toFixed(digits);
}

/** An amount in units of a currency, such as dollars, in its minor ones. */
export const minorUnits = (units: number, currency: CurrencyCode): Cents =>
  Math.round(units * 10 ** minorDigits(currency)) as Cents;
