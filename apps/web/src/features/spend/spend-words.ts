import type { Answered, api } from '@plumgate/contract';
import { minorDigits } from '@plumgate/core/basics';
import { Temporal } from 'temporal-polyfill';
import { shortDay } from '../../ui/when.ts';
import { wholeMoney } from '../../ui/whole-money.ts';

type Spend = Answered<typeof api.getSpend>;

/** What a month has cost until now and where it will end, beside its budget. */
export function monthWords({ monthly, month }: Spend, currency: string): string {
  const money = (amount: number) => wholeMoney(amount, currency);
  const first = Temporal.PlainDate.from(month.first);
  const name = first.toLocaleString('en-US', { month: 'long' });
  if (!month.until || month.endsAt === null) return `Nothing is written down for ${name} yet.`;
  // What is reckoned is no more exact than whole units.
  const unit = 10 ** minorDigits(currency);
  const endsAt = Math.round(month.endsAt / unit) * unit;
  const soFar = `${money(month.spent)} in ${name} up to ${shortDay(month.until)}. At this pace the month ends at about ${money(endsAt)}`;
  if (monthly === null) return `${soFar}.`;
  const over = endsAt - monthly;
  if (over > 0) return `${soFar}, ${money(over)} above the budget of ${money(monthly)}.`;
  return `${soFar}, within the budget of ${money(monthly)}.`;
}
