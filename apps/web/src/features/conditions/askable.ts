import type { ConditionChoices } from '@plumgate/contract';
import type { About } from '@plumgate/core/conditions';

/** What there is to ask about, and for what. */
export interface Askable {
  choices: ConditionChoices;
  /** The kinds of part that are offered, in their order. */
  abouts: readonly About[];
  /** The client's day, `2026-11-29`. */
  today: string;
}

/** What people are asked about; opening hours only make sense of a lead that arrives. */
export const aboutPeople: readonly About[] = [
  'tag',
  'source',
  'booking',
  'added',
  'waiting',
  'assignee',
  'stage',
  'value',
  'field',
  'date',
  'form',
  'answer',
  'sequence',
  'message',
  'saw',
  'pressed',
  'watched',
  'left',
  'town',
  'seen',
  'funnel',
  'page',
  'consent',
  'known',
];

/** What a lead that arrives is asked about, where it came in first. */
export const aboutLeads: readonly About[] = [
  'form',
  'page',
  'funnel',
  'source',
  'answer',
  'open',
  'known',
  'tag',
  'field',
  'date',
  'town',
  'booking',
  'assignee',
  'stage',
  'sequence',
  'message',
  'saw',
  'pressed',
  'watched',
  'left',
  'consent',
  'added',
];
