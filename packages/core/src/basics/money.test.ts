import { minorDigits, moneyWords, readMoney, type Money } from './index.ts';

// Minor units by ISO 4217, table A.1 (from memory).
it.each([
  ['USD', 2],
  ['EUR', 2],
  ['JPY', 0],
  ['KWD', 3],
])('%s has %i decimal places', (currency, digits) => expect(minorDigits(currency)).toBe(digits));

// Formats by CLDR, as the runtime has it; spaces in them are no-break spaces.
it.each<[Money, string, string]>([
  [{ amount: 1995, currency: 'USD' }, 'en-US', '$19.95'],
  [{ amount: 1995, currency: 'JPY' }, 'en-US', '¥1,995'],
  [{ amount: 123456, currency: 'EUR' }, 'de-DE', '1.234,56\u00a0€'],
  [{ amount: 1995, currency: 'GBP' }, 'en-GB', '£19.95'],
  [{ amount: -50, currency: 'USD' }, 'en-US', '-$0.50'],
])('%j reads in %s as %s', (money, locale, words) => expect(moneyWords(money, locale)).toBe(words));

it.each<[string, string, number]>([
  ['1,250.50', 'USD', 125050],
  ['$1,250.5', 'USD', 125050],
  ['1250', 'USD', 125000],
  ['0.05', 'USD', 5],
  ['-3.20', 'EUR', -320],
  ['¥1,995', 'JPY', 1995],
  ['1.234', 'KWD', 1234],
])('reads %s of %s', (text, currency, amount) =>
  expect(readMoney(text, currency)).toEqual({ ok: true, value: { amount, currency } }),
);

it.each<[string, string, RegExp]>([
  ['', 'USD', /^Give an amount/],
  ['about ten', 'USD', /^Give an amount/],
  ['1,00', 'USD', /^Give an amount/],
  ['1.234', 'USD', /at most 2/],
  ['1.5', 'JPY', /whole amount/],
  ['99999999999999999', 'USD', /too large/],
])('refuses %s of %s', (text, currency, words) => {
  const read = readMoney(text, currency);
  expect(read.ok ? '' : read.problem).toMatch(words);
});
