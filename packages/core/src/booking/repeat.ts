import { weekdays } from '../opening/index.ts';
import { RecurrenceRule } from './recurrence-rule.ts';

/** How an event repeats, as a screen offers it: the common part of what a rule can say. */
export interface Repeat {
  every: number;
  unit: 'days' | 'weeks' | 'months';
  /** The days of the week (1 is Monday) in weeks; empty for that of the first date. */
  on: number[];
  /** In months: on the same day of the month, or the same weekday of it ("the third Thursday"). */
  by: 'date' | 'weekday';
  /** After so many dates, or with the last day, `2026-12-24`; null for no end. */
  ends: { after: number } | { on: string } | null;
}

const codes = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'];
const units = { DAILY: 'days', WEEKLY: 'weeks', MONTHLY: 'months' } as const;

/** Why a text is no recurrence rule that an event may have (RFC 5545, section 3.3.10); null where it is one. */
export function repeatFault(rule: string): string | null {
  const parts = partsOf(rule);
  const allowed = /^(FREQ|INTERVAL|COUNT|UNTIL|BYDAY|BYMONTHDAY|BYMONTH|BYSETPOS|WKST)$/;
  const odd = [...parts.keys()].find((key) => !allowed.test(key));
  if (odd) return `Events can’t repeat by ${odd}.`;
  if (!/^(DAILY|WEEKLY|MONTHLY|YEARLY)$/.test(parts.get('FREQ') ?? ''))
    return 'An event repeats by days, weeks, months or years.';
  for (const [key, most] of [
    ['INTERVAL', 99],
    ['COUNT', 400],
  ] as const) {
    const value = parts.get(key);
    if (value !== undefined && !(/^[1-9]\d*$/.test(value) && Number(value) <= most))
      return `${key === 'COUNT' ? 'Give a number of dates' : 'Repeat every'} from 1 to ${most}.`;
  }
  if (parts.has('COUNT') && parts.has('UNTIL')) return 'A series ends after a number or on a day.';
  try {
    new RecurrenceRule(RecurrenceRule.parseString(rule));
    return null;
  } catch {
    return 'This rule can’t be read.';
  }
}

const partsOf = (rule: string): Map<string, string> =>
  new Map(
    rule.split(';').map((part): [string, string] => {
      const [key = '', value = ''] = part.split('=');
      return [key, value];
    }),
  );

/** A rule as RFC 5545 writes it. `start` is the first date's wall time: by weekday, it says which one of the month. */
export function ruleOf(repeat: Repeat, start: string): string {
  const { every, unit, on, by, ends } = repeat;
  const [year, month, day] = start.slice(0, 10).split('-').map(Number) as [number, number, number];
  const weekday = codes[(new Date(Date.UTC(year, month - 1, day)).getUTCDay() + 6) % 7]!;
  const week = Math.ceil(day / 7);
  return [
    `FREQ=${Object.entries(units).find(([, name]) => name === unit)![0]}`,
    every > 1 && `INTERVAL=${every}`,
    unit === 'weeks' &&
      on.length > 0 &&
      `BYDAY=${on
        .toSorted()
        .map((one) => codes[one - 1]!)
        .join()}`,
    // A fifth one is not in every month: the last one is.
    unit === 'months' && by === 'weekday' && `BYDAY=${week === 5 ? -1 : week}${weekday}`,
    ends &&
      ('after' in ends ? `COUNT=${ends.after}` : `UNTIL=${ends.on.replaceAll('-', '')}T235959Z`),
  ]
    .filter(Boolean)
    .join(';');
}

/** What a screen offers of a rule; null for one that says more. */
export function repeatOf(rule: string): Repeat | null {
  const parts = partsOf(rule);
  const unit = units[parts.get('FREQ') as keyof typeof units];
  if (!unit || [...parts.keys()].some((key) => !/^(FREQ|INTERVAL|COUNT|UNTIL|BYDAY)$/.test(key)))
    return null;
  const named = parts.get('BYDAY')?.split(',') ?? [];
  const isMonthly = unit === 'months';
  if (named.some((one) => (isMonthly ? /^(-1|[1-4])[A-Z]{2}$/ : /^[A-Z]{2}$/).test(one) === false))
    return null;
  if ((isMonthly && named.length > 1) || (unit === 'days' && named.length > 0)) return null;
  const [count, until] = [parts.get('COUNT'), parts.get('UNTIL')];
  return {
    every: Number(parts.get('INTERVAL') ?? 1),
    unit,
    on: isMonthly ? [] : named.map((one) => codes.indexOf(one) + 1),
    by: isMonthly && named.length > 0 ? 'weekday' : 'date',
    ends: count
      ? { after: Number(count) }
      : until
        ? { on: `${until.slice(0, 4)}-${until.slice(4, 6)}-${until.slice(6, 8)}` }
        : null,
  };
}

/** A rule in words: "every week on Thursday, 6 times". */
export function repeatWords(rule: string): string {
  const repeat = repeatOf(rule);
  if (!repeat) return new RecurrenceRule(RecurrenceRule.parseString(rule)).toText();
  const { every, unit, on, ends } = repeat;
  const named = on.map((one) => weekdays[one - 1]!);
  const days =
    named.length > 1 ? `${named.slice(0, -1).join(', ')} and ${named.at(-1)!}` : named[0];
  return [
    every === 1 ? `every ${unit.slice(0, -1)}` : `every ${every} ${unit}`,
    days && ` on ${days}`,
    ends && ('after' in ends ? `, ${ends.after} times` : `, until ${ends.on}`),
  ]
    .filter(Boolean)
    .join('');
}
