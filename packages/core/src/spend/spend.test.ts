import type { Cents } from '../basics/index.ts';
import {
  costOfOne,
  guessSpendColumns,
  mergedSpend,
  monthEndsAt,
  readSpend,
  returnOn,
  type SpendColumn,
} from './index.ts';

const columns: SpendColumn[] = ['day', 'campaign', 'amount'];
const read = (lines: string[][], changes: Partial<Parameters<typeof readSpend>[1]> = {}) =>
  readSpend(lines, {
    columns,
    source: 'Search ads',
    currency: 'USD',
    monthFirst: true,
    ...changes,
  });

it('finds the columns by their headings, each once', () => {
  expect(guessSpendColumns(['Day', 'Campaign name', 'Impressions', 'Amount spent (USD)'])).toEqual([
    'day',
    'campaign',
    'skip',
    'amount',
  ]);
  expect(guessSpendColumns(['Date', 'Channel', 'Cost', 'Cost', 'Currency code'])).toEqual([
    'day',
    'source',
    'amount',
    'skip',
    'currency',
  ]);
});

it.each([
  ['2026-11-05', '2026-11-05'],
  ['20261105', '2026-11-05'],
  ['2026-11-05T00:00:00', '2026-11-05'],
  ['11/5/2026', '2026-11-05'],
  ['11/05/26', '2026-11-05'],
  ['5.11.2026', '2026-11-05'],
])('reads the day %s', (text, day) =>
  expect(read([[text, 'fall', '$1,250.50']]).rows).toEqual([
    { day, source: 'Search ads', campaign: 'fall', amount: 125_050 },
  ]),
);

it('reads the day first where that is usual', () =>
  expect(read([['5/11/2026', '', '3']], { monthFirst: false }).rows[0]!.day).toBe('2026-11-05'));

it('tells what can’t be read by its line, and reads the rest', () => {
  const { rows, problems } = read([
    ['2026-11-31', 'fall', '10'],
    ['2026-11-05', 'fall', '12.345'],
    ['2026-11-05', 'fall', '€12'],
    ['2026-11-05', 'fall', '12 CAD'],
    ['2026-11-05', 'fall', '-4'],
    ['', '', ''],
    ['2026-11-05', 'fall', '0.00'],
    ['2026-11-05', 'fall', '12 USD'],
  ]);
  expect(rows).toEqual([
    { day: '2026-11-05', source: 'Search ads', campaign: 'fall', amount: 1200 },
  ]);
  expect(problems).toEqual([
    { line: 2, problem: '“2026-11-31” is no day. Write it as 2026-11-05.' },
    { line: 3, problem: '“12.345” is no amount. Give at most 2 decimal places.' },
    { line: 4, problem: 'It is in EUR, and this client’s numbers are in USD.' },
    { line: 5, problem: 'It is in CAD, and this client’s numbers are in USD.' },
    { line: 6, problem: 'What was spent can’t be below nothing.' },
  ]);
  expect(read([['2026-11-05', 'fall', '3']], { source: '' }).problems).toEqual([
    { line: 2, problem: 'Say which source it was for.' },
  ]);
});

it('adds up rows of one day, source and campaign', () => {
  const row = (campaign: string, amount: number) => ({
    ...{ day: '2026-11-05', source: 'Search ads', campaign, amount: amount as Cents },
  });
  expect(mergedSpend([row('a', 1), row('b', 2), row('a', 3)])).toEqual([row('a', 4), row('b', 2)]);
});

it('says what one costs, what comes back, and where a month ends, by hand', () => {
  expect(costOfOne(10_000, 3)).toBe(3333);
  expect(costOfOne(10_000, 0)).toBeNull();
  expect(returnOn(50_000, 160_000)).toBe(3.2);
  expect(returnOn(0, 160_000)).toBeNull();
  // 300.00 in 10 of 30 days are 900.00 in all of them.
  expect(monthEndsAt(30_000, 10, 30)).toBe(90_000);
  expect(monthEndsAt(0, 0, 30)).toBeNull();
});
