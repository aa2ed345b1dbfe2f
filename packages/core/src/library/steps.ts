import { noConditions } from '../conditions/index.ts';
import { emailFromText } from '../emails/index.ts';
import type { Delay, Lane, SequenceStep, StepAction } from '../followup/index.ts';

const [hello, bye] = [
  'Hello {{ person.first_name | default: "there" }},',
  '{{ client.name }}\n{{ client.phone }}',
];

export const email = (subject: string, body: string): StepAction => ({
  kind: 'email',
  ...emailFromText({ subject, body: `${hello}\n\n${capitalized(body)}\n\n${bye}` }),
});
const capitalized = (words: string) => words[0]!.toUpperCase() + words.slice(1);

export const text = (body: string): StepAction => ({
  kind: 'text',
  body: `{{ client.name }}: ${body} Reply STOP to end texts.`,
});
export const task = (words: string): StepAction => ({ kind: 'task', text: words });

/** "2 days", "90 minutes", "1 business day at 10:00". */
function delayOf(words: string): Delay {
  const [, amount, business, unit, at] =
    /^(\d+) (business )?(minute|hour|day)s?(?: at (\d\d:\d\d))?$/.exec(words)!;
  return {
    amount: Number(amount),
    unit: `${business ? 'business-' : ''}${unit!}s` as Delay['unit'],
    at: at ?? null,
  };
}

const plain = { unlessBooked: false, onlyIf: noConditions, late: 'skip' } as const;

/** A step so long after somebody joins, or after a lane begins. */
export const after = (
  id: string,
  delay: string,
  action: StepAction,
  more: Partial<SequenceStep> = {},
): SequenceStep => ({
  ...{ id, anchor: 'joined', side: 'after', delay: delayOf(delay), action },
  ...plain,
  late: 'send-now',
  ...more,
});

/** A step so long before the booking or the event. */
export const before = (id: string, delay: string, action: StepAction): SequenceStep => ({
  ...{ id, anchor: 'event', side: 'before', delay: delayOf(delay), action },
  ...plain,
});

/** A step so long after the booking or the event. */
export const afterEvent = (id: string, delay: string, action: StepAction): SequenceStep => ({
  ...{ id, anchor: 'event', side: 'after', delay: delayOf(delay), action },
  ...plain,
});

/** The lane behind a step that waits, for whom it waited in vain. */
export const inVain = (wait: string): { lane: Lane } => ({ lane: { wait, way: 'in-vain' } });

/** The lane for whom what it waits for has happened. */
export const happened = (wait: string): { lane: Lane } => ({ lane: { wait, way: 'happened' } });
