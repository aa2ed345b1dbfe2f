import type { Period, ResultCounts } from '../results/index.ts';

/** What pages brought, with what ads cost: null where that is not written down by such parts. */
export interface ReportNumbers extends ResultCounts {
  cost: number | null;
}

export interface ReportRow extends ReportNumbers {
  label: string;
}

/**
 * What a report said as it was made. It is kept so: a month that has been reported does not change afterwards. Parts that the
 * report does not show are empty. Money is in minor units of `currency`.
 */
export interface ReportSheet {
  period: Period;
  currency: string;
  numbers: ReportNumbers;
  /** The month before. */
  before: ReportNumbers;
  days: { day: string; visitors: number; leads: number }[];
  sources: ReportRow[];
  pages: ReportRow[];
  conversions: { name: string; count: number; value: number | null }[];
  tests: { idea: string; result: string; lesson: string }[];
  /** By first name and initial alone: whoever has the link needs no account. */
  leads: { day: string; name: string; source: string; stage: string }[];
  /** So many more than are listed. */
  moreLeads: number;
}

/** By how much a number changed, in words: `up from 41`, `as in the month before`. */
export function changeWords(now: number, before: number, locale = 'en-US'): string {
  if (now === before) return 'as in the month before';
  return `${now > before ? 'up' : 'down'} from ${before.toLocaleString(locale)}`;
}

/** A person as a report names them: `Ana O.` */
export const shortName = (first: string, last: string): string =>
  [first.trim(), last.trim() && `${[...last.trim()][0]!.toUpperCase()}.`]
    .filter(Boolean)
    .join(' ') || 'Somebody';
