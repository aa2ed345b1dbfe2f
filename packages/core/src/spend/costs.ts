import { z } from 'zod';
import { Cents } from '../basics/index.ts';

/** What was spent on ads on a day for a source, and within it for a campaign; both as results call them. */
export const SpendRow = z.object({
  day: z.iso.date('Give the day as 2026-11-05.'),
  source: z.string().trim().min(1, 'Say which source it was for.').max(120),
  /** As addresses say it; empty for the source as a whole. */
  campaign: z.string().trim().max(200).default(''),
  /** In minor units of the client's currency; nothing is left of a row of 0. */
  amount: Cents.check(
    z.nonnegative('What was spent can’t be below nothing.'),
    z.lte(10_000_000_000),
  ),
});
export type SpendRow = z.infer<typeof SpendRow>;

/** What one of so many cost; null where there is none to share the cost. */
export const costOfOne = (cost: number, count: number): Cents | null =>
  count > 0 ? (Math.round(cost / count) as Cents) : null;

/** What came back for each unit spent: 3.2 for 3.20 in won value on 1.00; null where nothing was spent. */
export const returnOn = (cost: number, value: number): number | null =>
  cost > 0 ? value / cost : null;

/**
 * Where a month's spending ends if its days to come cost as much as those that were written down, so that days that nobody
 * has entered yet don't count as days without cost; null before the first.
 *
 * @param lastDay the last day of the month with spending, from 1
 */
export const monthEndsAt = (spent: number, lastDay: number, daysInMonth: number): Cents | null =>
  lastDay > 0 ? (Math.round((spent / lastDay) * daysInMonth) as Cents) : null;

/** Rows of the same day, source and campaign as one; the order is that of the first of each. */
export function mergedSpend(rows: readonly SpendRow[]): SpendRow[] {
  const byKey = new Map<string, SpendRow>();
  for (const row of rows) {
    const key = JSON.stringify([row.day, row.source, row.campaign]);
    const before = byKey.get(key);
    byKey.set(key, before ? { ...before, amount: (before.amount + row.amount) as Cents } : row);
  }
  return [...byKey.values()];
}
