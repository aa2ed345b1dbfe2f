import type { Answered, api } from '@plumgate/contract';
import { Temporal } from 'temporal-polyfill';
import { wholeMoney } from '../../ui/whole-money.ts';

type Spend = Answered<typeof api.getSpend>;

/** What a month has cost until now and where it will end, beside its budget. */
export function monthWords({ monthly, month }: Spend, currency: string): string {
  const money = (amount: number) => wholeMoney(amount, currency);
  const first = Temporal.PlainDate.from(month.first);
  const name = first.toLocaleString('en-US', { month: 'long' });
  if (!month.until || month.endsAt === null) return `Nothing is written down for ${name} yet.`;
  const last = Temporal.PlainDate.from(month.until).toLocaleString('en-US', {
    ...({ month: 'short', day: 'numeric' } as const),
  });
  const soFar = `${money(month.spent)} in ${name} up to ${last}. At this pace the month ends at about ${money(month.endsAt)}`;
  if (monthly === null) return `${soFar}.`;
  const over = month.endsAt - monthly;
  if (over > 0) return `${soFar}, ${money(over)} above the budget of ${money(monthly)}.`;
  return `${soFar}, within the budget of ${money(monthly)}.`;
}
