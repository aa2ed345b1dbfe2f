import type { FunnelResults } from '@plumgate/contract';
import { shareText } from '@plumgate/core/results';

type Step = FunnelResults['steps'][number];
type Hop = NonNullable<Step['hop']>;

export const goesOnBy: Record<Hop['by'], string> = {
  form: 'sent the form',
  booking: 'booked a time',
  button: 'pressed the button',
};

const origins: Record<Hop['benchmark']['origin'], string> = {
  'own-past': 'in the time before',
  others: 'at other clients of the trade',
  rule: 'as a rule of thumb',
};

/** What a rate is measured against: `20.0% as a rule of thumb`. */
export const benchmarkWords = ({ value, origin }: Hop['benchmark']): string =>
  `${shareText(value, 1)} ${origins[origin]}`;

/** Where most are lost, in a sentence, or why that can't be said. */
export function dropOffWords({ steps, dropOff }: FunnelResults): string {
  if ('none' in dropOff) return whyNone[dropOff.none];
  const step = steps.find(({ pageId }) => pageId === dropOff.page);
  const to = steps.find(({ pageId }) => pageId === step?.hop?.to);
  if (!step?.hop || !to) return '';
  const { rate, benchmark } = step.hop;
  return `Most are lost between “${step.name}” and “${to.name}”: ${shareText(rate.value ?? 0, 1)} go on, against ${benchmarkWords(benchmark)}.`;
}

const whyNone = {
  'one-hop': 'With one way on alone it can’t be said where most are lost.',
  'too-few': 'Too few visitors yet to say where most are lost.',
  'no-difference': 'No step loses clearly more than it is measured against.',
};

/** So long, in the unit that says enough: `40 s`, `3 min`, `5 h`, `2 days`. */
export function durationWords(seconds: number): string {
  if (seconds < 90) return `${seconds} s`;
  const minutes = Math.round(seconds / 60);
  if (minutes < 90) return `${minutes} min`;
  const hours = Math.round(minutes / 60);
  if (hours < 48) return `${hours} h`;
  return `${Math.round(hours / 24)} days`;
}
