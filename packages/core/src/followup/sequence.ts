import { z } from 'zod';
import { CalendarId, namedSchema, oneOfKinds, TimeOfDay } from '../basics/index.ts';
import { NodeId } from '../basics/node-id.ts';
import { Conditions, noConditions } from '../conditions/index.ts';
import type { MergeGroup } from '../messages/index.ts';
import { EndsWhen } from './happening.ts';
import { stepKinds } from './step-kinds.ts';

/** Units of whole days, which may name a local time and a day of the week. */
const dayUnits: readonly string[] = ['days', 'business-days'];

/** How far a step lies from what it counts from. */
export const Delay = z
  .strictObject({
    amount: z.int().min(0).max(1000),
    /** Business days and hours are those in which the client is open. */
    unit: z.enum(['minutes', 'hours', 'days', 'business-hours', 'business-days']),
    /** The local time that whole days end at; null for that of what they count from. */
    at: TimeOfDay.nullable(),
    /** The day of the week (1 is Monday) that it is then put off to, or brought forward to before an event; left out for none. */
    weekday: z.int().min(1).max(7).optional(),
  })
  .refine((delay) => delay.at === null || dayUnits.includes(delay.unit), {
    error: 'A time of day needs a delay in whole days.',
    path: ['at'],
  })
  .refine((delay) => delay.weekday === undefined || dayUnits.includes(delay.unit), {
    error: 'A day of the week needs a delay in whole days.',
    path: ['weekday'],
  });
export type Delay = z.infer<typeof Delay>;

export const StepAction = oneOfKinds('kind', stepKinds);
export type StepAction = z.infer<typeof StepAction>;

/** A message that somebody writes to one person by hand. */
export const WrittenMessage = z.discriminatedUnion('kind', [
  stepKinds.email.schema,
  stepKinds.text.schema,
]);
export type WrittenMessage = z.infer<typeof WrittenMessage>;
/** What its words may name. */
export const writtenMergeGroups = [
  'person',
  'client',
  'links',
  'vouchers',
] as const satisfies MergeGroup[];

/** What a step does when its time is already past as somebody joins. */
export const LateRule = z.enum(['skip', 'send-now']);
export type LateRule = z.infer<typeof LateRule>;

/** The ways that a step which waits leads to: what it waits for has happened in time, or it has not. */
export const Way = z.enum(['happened', 'in-vain']);
export type Way = z.infer<typeof Way>;

/** One of the two lanes behind a step that waits. */
export const Lane = z.strictObject({ wait: NodeId, way: Way });
export type Lane = z.infer<typeof Lane>;

/** So many waits may follow from each other. */
export const mostLanesDeep = 2;

export const SequenceStep = z
  .strictObject({
    id: NodeId,
    /** The lane that it is in; left out on the ruler itself. In a lane, what counts from sign-up counts from where the lane begins. */
    lane: Lane.optional(),
    /** Counting from sign-up, or from the event: back from it or on from it, as `side` says. */
    anchor: z.enum(['joined', 'event']),
    side: z.enum(['before', 'after']),
    delay: Delay,
    late: LateRule,
    /** Asked as the step falls due: it is left out for somebody who has booked by then. */
    unlessBooked: z.boolean().default(false),
    /** Asked as the step falls due, too: it is left out for everybody else. */
    onlyIf: Conditions.default(noConditions),
    action: StepAction,
  })
  .refine((step) => step.anchor === 'event' || step.side === 'after', {
    error: 'Counting from sign-up, a step lies after it.',
    path: ['side'],
  })
  .refine((step) => step.side === 'after' || step.delay.unit !== 'business-hours', {
    error: 'Business hours can only be counted on, not back. Take business days.',
    path: ['delay', 'unit'],
  });
export type SequenceStep = z.infer<typeof SequenceStep>;

/** What a sequence counts back from: nothing, the person's booking in a calendar (or in any), or one fixed moment. */
export const SequenceEvent = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('none') }),
  z.strictObject({
    kind: z.literal('booking'),
    calendar: CalendarId.nullable(),
    /** Whether each booking of a person has a run of its own, with its own reminders; else the first has the only one. */
    each: z.boolean(),
  }),
  z.strictObject({
    kind: z.literal('fixed'),
    name: z.string().trim().min(1, 'Name the event.').max(80),
    /** Wall time in the client's zone, `2026-11-19T18:30`. */
    at: z.iso.datetime({ local: true, offset: false, error: 'Give the day and the time.' }),
  }),
]);
export type SequenceEvent = z.infer<typeof SequenceEvent>;

/** Local times between which no unasked message goes out; 21:00 to 08:00 runs over midnight. */
export const QuietHours = z
  .strictObject({ from: TimeOfDay, to: TimeOfDay })
  .refine((quiet) => quiet.from !== quiet.to, {
    error: 'Quiet hours can’t start and end at the same time. Change one of the times.',
  });
export type QuietHours = z.infer<typeof QuietHours>;

const shape = z
  .strictObject({
    name: z.string().trim().min(1, 'Name the sequence.').max(80),
    event: SequenceEvent,
    /** Nobody else may join. */
    onlyFor: Conditions.default(noConditions),
    steps: z.array(SequenceStep).max(50),
    endsWhen: z.array(EndsWhen).max(10),
    /** Asked as each step falls due: it ends for whoever meets this. Left out for nobody. */
    endsIf: Conditions.optional(),
    /** What it is to bring people to: who meets it by now has reached it. Left out for none. */
    goal: Conditions.optional(),
    quiet: QuietHours.nullable(),
    /** Whether somebody who has been through it may go through it again. */
    again: z.boolean(),
  })
  .superRefine((content, context) => {
    if (new Set(content.steps.map((step) => step.id)).size < content.steps.length)
      context.addIssue({ code: 'custom', path: ['steps'], message: 'Two steps share an id.' });
    for (const [index, step] of content.steps.entries()) {
      if (step.anchor === 'event' && content.event.kind === 'none')
        context.addIssue({
          code: 'custom',
          path: ['steps', index, 'anchor'],
          message:
            'This step counts from an event, and the sequence has none. Choose the event first.',
        });
      const fault = laneFault(content.steps, step);
      if (fault)
        context.addIssue({ code: 'custom', path: ['steps', index, 'lane'], message: fault });
    }
  });
/** What a sequence does, when, and for which people. */
export interface SequenceContent extends z.infer<typeof shape> {}
export const SequenceContent = namedSchema<SequenceContent>(shape);

/** What is wrong with where a step stands; null where it stands well. */
function laneFault(steps: readonly SequenceStep[], step: SequenceStep): string | null {
  let deep = 0;
  for (let at: SequenceStep = step; at.lane; deep++) {
    const wait = steps.find(({ id }) => id === at.lane!.wait);
    if (wait?.action.kind !== 'wait')
      return 'This step is in the lane of a step that waits for nothing. Move it or remove it.';
    if (deep === mostLanesDeep) return 'Lanes lie at most two deep.';
    at = wait;
  }
  return null;
}

/** A sequence without an event that ends for anyone who unsubscribes, with no steps yet. */
export const emptySequence = (name: string): SequenceContent => ({
  name,
  event: { kind: 'none' },
  onlyFor: noConditions,
  steps: [],
  endsWhen: [{ when: 'unsubscribed' }],
  quiet: { from: '21:00', to: '08:00' },
  again: false,
});

/** What the words of a sequence's messages may name: of a booking or an event only where it counts from one. */
export const sequenceMergeGroups = (event: SequenceEvent): MergeGroup[] => [
  'person',
  'answers',
  'client',
  'links',
  'vouchers',
  ...(event.kind === 'none' ? [] : ['event' as const]),
  ...(event.kind === 'booking' ? ['booking' as const] : []),
];
