import { Temporal } from 'temporal-polyfill';
import { readMoney, type CurrencyCode } from '../basics/index.ts';
import { SpendRow } from './costs.ts';

/** What a column of a file of spending may be. */
export const spendColumns = {
  skip: 'Leave it out',
  day: 'Day',
  source: 'Source',
  campaign: 'Campaign',
  amount: 'Amount spent',
  currency: 'Currency',
} as const;
export type SpendColumn = keyof typeof spendColumns;

/** Headings as reports of ads and handwritten tables have them. Common practice, no source. */
const headings: [SpendColumn, RegExp][] = [
  ['day', /^(day|date|reporting (starts|date)|start( date)?|week)$/],
  ['campaign', /^(campaign( name)?|ad set name)$/],
  ['source', /^(source|channel|platform|network|site|account( name)?)$/],
  ['currency', /^currency( code)?$/],
  ['amount', /^((amount )?spen[dt]|amount|cost|total cost)( ?\(?[a-z]{3}\)?)?$/],
];

/** What the columns of a file are likely to be, by their headings; each only once. */
export function guessSpendColumns(names: readonly string[]): SpendColumn[] {
  const taken = new Set<SpendColumn>();
  return names.map((name) => {
    const plain = name.trim().toLowerCase();
    const found = headings.find(([column, words]) => words.test(plain) && !taken.has(column))?.[0];
    if (!found) return 'skip';
    taken.add(found);
    return found;
  });
}

export interface SpendFile {
  rows: SpendRow[];
  /** What could not be read, by the line of the file, from 1, headings included. */
  problems: { line: number; problem: string }[];
}

/**
 * Reads the lines of a file of spending. A line that can't be read is told, and keeps no other from being read; one without
 * cost says nothing.
 *
 * @param columns what each column is
 * @param source what the spending was for where no column says so
 * @param monthFirst whether 11/5 is in November
 */
export function readSpend(
  lines: readonly (readonly string[])[],
  {
    columns,
    source,
    currency,
    monthFirst,
  }: {
    columns: readonly SpendColumn[];
    source: string;
    currency: CurrencyCode;
    monthFirst: boolean;
  },
): SpendFile {
  const file: SpendFile = { rows: [], problems: [] };
  for (const [index, cells] of lines.entries()) {
    const cell = (column: SpendColumn) => cells[columns.indexOf(column)]?.trim() ?? '';
    if (cells.every((text) => !text.trim())) continue;
    const read = readLine(cell, { source, currency, monthFirst });
    if (typeof read === 'string') file.problems.push({ line: index + 2, problem: read });
    else if (read.amount > 0) file.rows.push(read);
  }
  return file;
}

/** A line, or what is wrong with it. */
function readLine(
  cell: (column: SpendColumn) => string,
  { source, currency, monthFirst }: { source: string; currency: CurrencyCode; monthFirst: boolean },
): SpendRow | string {
  const day = readDay(cell('day'), monthFirst);
  if (!day) return `“${cell('day')}” is no day. Write it as 2026-11-05.`;
  const other = otherCurrency(cell('amount'), cell('currency'), currency);
  if (other) return `It is in ${other}, and this client’s numbers are in ${currency}.`;
  const money = readMoney(cell('amount').replace(/[a-z]/gi, '') || '0', currency);
  if (!money.ok) return `“${cell('amount')}” is no amount. ${money.problem}`;
  const row = SpendRow.safeParse({
    ...{ day, campaign: cell('campaign'), amount: money.value.amount },
    source: cell('source') || source,
  });
  return row.success ? row.data : row.error.issues[0]!.message;
}

/** A day as files write it: 2026-11-05, 20261105, 11/5/2026 or 5.11.2026; null for what is none. */
function readDay(text: string, monthFirst: boolean): string | null {
  const iso = /^(\d{4})-?(\d{2})-?(\d{2})(?:[T ].*)?$/.exec(text);
  const other = /^(\d{1,2})([/.-])(\d{1,2})\2(\d{4}|\d{2})$/.exec(text);
  if (!iso && !other) return null;
  const [year, month, day] = iso
    ? [iso[1]!, iso[2]!, iso[3]!]
    : // A dot stands in days that are written day first.
      monthFirst && other![2] !== '.'
      ? [other![4]!, other![1]!, other![3]!]
      : [other![4]!, other![3]!, other![1]!];
  try {
    return Temporal.PlainDate.from(
      {
        year: Number(year.length === 2 ? `20${year}` : year),
        month: Number(month),
        day: Number(day),
      },
      { overflow: 'reject' },
    ).toString();
  } catch {
    return null;
  }
}

/** Signs that belong to one currency alone. */
const signs: Record<string, CurrencyCode> = { '€': 'EUR', '£': 'GBP', '₹': 'INR', '₩': 'KRW' };

/** The currency that an amount is in, where that is another than the client's; null where it is not. */
function otherCurrency(amount: string, named: string, currency: CurrencyCode): string | null {
  const sign = [...amount].find((letter) => letter in signs);
  const code = named || /[A-Za-z]{3}/.exec(amount)?.[0] || (sign && signs[sign]) || currency;
  return code.toUpperCase() === currency ? null : code.toUpperCase();
}
