import { Temporal } from 'temporal-polyfill';
import type { Instant } from '../basics/index.ts';
import { businessDaysFrom, promisedBy, type Hours, type Week } from '../opening/index.ts';
import type { LeftOut, Reachable } from './reach.ts';
import type { Delay, QuietHours, SequenceContent, SequenceStep, Way } from './sequence.ts';
import { stepKinds } from './step-kinds.ts';

export interface PlannedStep {
  /** The step's id. */
  step: string;
  /** When it happens; null when it is left out. */
  at: Instant | null;
  leftOut: LeftOut | null;
  /** When its words alone would have it, before the late rule and quiet hours; null without an event to count from. */
  nominalTime: Instant | null;
}

/** A step that waited, as it was over. */
export interface Decided {
  at: Instant;
  way: Way;
}

export interface RunInputs {
  /** With the client's zone, and when the client is open. */
  sequence: Pick<SequenceContent, 'steps' | 'quiet'> & { zone: string } & Partial<
      Pick<Hours, 'week' | 'closed'>
    >;
  joinedAt: Instant;
  /** The moment counted back from, and the zone its days are counted in where that is not the client's; null while there is none. */
  event: { at: Instant; cancelled?: boolean; zone?: string } | null;
  person: Reachable;
  /**
   * When an input last changed: the event was moved, a step was added. A step before it follows its late rule as one
   * before joining does. Leave it out for a run whose inputs are what they were at the beginning.
   */
  changedAt?: Instant | null;
  /**
   * The run is for a further booking of somebody who has been in the sequence: only what counts from the event happens,
   * they have had the rest.
   */
  onlyFromEvent?: boolean;
  /** When steps that wait were over, and which way each went; those that are not are not over. */
  decided?: Readonly<Record<string, Decided>>;
  /**
   * The moment of planning. It decides nothing, which makes a plan the same whenever it is worked out; it is here so
   * that callers need no other clock to mark what of the plan is past.
   */
  now: Instant;
}

/**
 * When each step of a sequence happens for one person, or why it is left out; a pure function of its inputs, used for
 * real runs and for the dry run alike. `sequence.zone` is the client's zone.
 *
 * - Minutes and hours are exact. Days are local calendar days: "4 days before at 09:00" is the event's local date minus 4,
 *   at 09:00; without a time of day it is the local time of what is counted from. A local time that a clock change skips
 *   moves on by the skipped stretch; of one that comes twice the first is taken.
 * - Business days are those on which the client is open (Monday to Friday without opening hours), business hours the time in
 *   which it is. A day of the week puts a step off to the next such day, before an event back to the last.
 * - A step before the joining moment (or before `changedAt`, unless quiet hours held it until after that) follows its late
 *   rule: `skip`, or `send-now` at that moment. Somebody who joins 3 days before gets no 4-day reminder, and gets the 2-day and 1-day ones.
 * - A step before the event that would come at or after it is left out: "on the day at 09:00" of an event at 08:30, or one
 *   sent late to somebody who joins as the event is over.
 * - An email or text due in quiet hours, by the clock of the person where their zone is known, waits for their end, unless the event would be past then: it is left out. Only
 *   a step at once from sign-up, at that very moment, answers what the person just did and is not held.
 * - A run for a further booking (`onlyFromEvent`) leaves out what counts from sign-up.
 * - Texts only with consent and a number, emails only to somebody who has an address, takes mail and has not unsubscribed.
 * - After an `end` step nothing happens any more.
 * - A lane behind a step that waits begins when that is over, and only the lane of the way that it went: what counts from
 *   sign-up counts from then. What is in other lanes is no part of the plan.
 *
 * Steps come in the order of their times. Equal times, such as the end of quiet hours for several, come in the order that
 * their words alone have (`nominalTime`), then in the sequence's; those without any time come last.
 */
export function planRun(inputs: RunInputs): PlannedStep[] {
  const planned = inputs.sequence.steps.flatMap((step) => {
    const from = beginningOf(step, inputs);
    return from ? [planStep(step, inputs, from)] : [];
  });
  const ms = (at: Instant | null) => at?.epochMilliseconds ?? Number.POSITIVE_INFINITY;
  const inOrder = planned
    .map((one, index) => ({ one, index }))
    .sort(
      (a, b) =>
        compare(ms(a.one.at ?? a.one.nominalTime), ms(b.one.at ?? b.one.nominalTime)) ||
        compare(ms(a.one.nominalTime), ms(b.one.nominalTime)) ||
        a.index - b.index,
    )
    .map(({ one }) => one);
  return afterEndNothing(inOrder, inputs.sequence.steps);
}

/** Since when a step may happen; `isAnswer` where that is the moment at which the person has just done something. */
interface Beginning {
  at: Instant;
  isAnswer: boolean;
}

/** The beginning of a step's lane, or joining on the ruler itself; null where its lane was not taken. */
function beginningOf({ lane }: SequenceStep, { joinedAt, decided }: RunInputs): Beginning | null {
  if (!lane) return { at: joinedAt, isAnswer: true };
  const wait = decided?.[lane.wait];
  return wait?.way === lane.way ? { at: wait.at, isAnswer: lane.way === 'happened' } : null;
}

function planStep(step: SequenceStep, inputs: RunInputs, from: Beginning): PlannedStep {
  const { event, sequence } = inputs;
  const nominalTime = nominalTimeOf(step, inputs, from.at);
  const out = (leftOut: LeftOut): PlannedStep => ({
    step: step.id,
    at: null,
    leftOut,
    nominalTime,
  });
  if (step.anchor === 'joined' && inputs.onlyFromEvent) return out('first-run-only');
  if (step.anchor === 'event' && event?.cancelled) return out('event-cancelled');
  if (nominalTime === null) return out('no-event');
  const quietEnds = (at: Instant) =>
    sequence.quiet && isMessage(step)
      ? endOfQuiet(at, sequence.quiet, inputs.person.zone || sequence.zone)
      : at;
  const late = isBefore(nominalTime, from.at) || isOver(quietEnds(nominalTime), inputs.changedAt);
  if (late && step.late === 'skip') return out('late');
  const unreachable = whyUnreachable(step, inputs.person);
  if (unreachable) return out(unreachable);
  const at = late ? latest(from.at, inputs.changedAt) : nominalTime;
  const until = event && makesSenseUntil(step, event.at);
  if (until && !isBefore(at, until)) return out('event-past');
  const held = from.isAnswer && isAtOnce(step, at, from.at) ? at : quietEnds(at);
  const passesEvent =
    (until && !isBefore(held, until)) ||
    (event && !event.cancelled && isBefore(at, event.at) && !isBefore(held, event.at));
  return held !== at && passesEvent
    ? out('quiet-until-past-event')
    : { step: step.id, at: held, leftOut: null, nominalTime };
}

function nominalTimeOf(
  step: SequenceStep,
  { sequence, event }: RunInputs,
  from: Instant,
): Instant | null {
  const { week = noHours, closed = [], zone } = sequence;
  if (step.anchor === 'joined') return away(from, step.delay, 1, { week, closed, zone });
  if (!event) return null;
  const direction = step.side === 'before' ? -1 : 1;
  return away(event.at, step.delay, direction, { week, closed, zone: event.zone ?? zone });
}

const noHours: Week = [[], [], [], [], [], [], []];

function away(from: Instant, delay: Delay, direction: 1 | -1, hours: Hours): Instant {
  const { amount, unit, weekday } = delay;
  const { zone } = hours;
  if (unit === 'business-hours') return promisedBy(from, 60 * amount, hours);
  if (unit === 'minutes' || unit === 'hours') return from.add({ [unit]: amount * direction });
  // Dates first, the clock last: a day counted to a wall time that a clock change skips would end up on the next date.
  const local = from.toZonedDateTimeISO(zone);
  const day = local.toPlainDate();
  const date =
    unit === 'days'
      ? day.add({ days: amount * direction })
      : businessDaysFrom(day, amount, direction, hours);
  return onDate(onWeekday(date, weekday, direction), delay.at ?? local.toPlainTime(), zone);
}

/** The date itself where it is that day of the week or none is named, else the next on or back that is. */
function onWeekday(
  date: Temporal.PlainDate,
  weekday: number | undefined,
  direction: 1 | -1,
): Temporal.PlainDate {
  if (weekday === undefined) return date;
  const days = ((weekday - date.dayOfWeek) * direction + 7) % 7;
  return date.add({ days: days * direction });
}

/** A wall time on a date as a moment: past what a clock change skips, the first where it comes twice. */
const onDate = (
  date: Temporal.PlainDate,
  time: Temporal.PlainTime | string,
  zone: string,
): Instant => date.toZonedDateTime({ timeZone: zone, plainTime: time }).toInstant();

/**
 * Until when a step that counts back from an event makes sense: until the event, and one at its very moment for an hour
 * more (common practice, no source). Null for a step that makes sense at any time. Planning leaves out what would come
 * later; the worker asks the same for what has become late since.
 */
export function makesSenseUntil(
  step: Pick<SequenceStep, 'anchor' | 'side' | 'delay'>,
  event: Instant,
): Instant | null {
  if (step.anchor !== 'event' || step.side !== 'before') return null;
  const isAtTheMoment = step.delay.amount === 0 && step.delay.at === null;
  return isAtTheMoment ? event.add({ hours: 1 }) : event;
}

const isMessage = (step: SequenceStep) => !!stepKinds[step.action.kind].whyUnreachable;

/**
 * A step at once from sign-up, or from what was waited for, is the direct answer to what the person just did, and only at
 * that very moment: one that waits for a time of the day, or that came in by an edit later, is a message like any other.
 */
const isAtOnce = (step: SequenceStep, at: Instant, from: Instant) =>
  step.anchor === 'joined' && step.delay.amount === 0 && step.delay.at === null && at.equals(from);

/** Whether a message's time had passed as an input changed: one that quiet hours still held is not late, it waits. */
const isOver = (heldUntil: Instant, changedAt: Instant | null | undefined) =>
  !!changedAt && isBefore(heldUntil, changedAt);

/** Why a step's message can't reach somebody as things stand; null when it can, or is no message. */
export const whyUnreachable = (step: SequenceStep, person: Reachable): LeftOut | null =>
  stepKinds[step.action.kind].whyUnreachable?.(person) ?? null;

/** The moment itself outside quiet hours, else their next end. */
function endOfQuiet(at: Instant, quiet: QuietHours, zone: string): Instant {
  const local = at.toZonedDateTimeISO(zone);
  const time = local.toPlainTime().toString({ smallestUnit: 'second' });
  const [from, to] = [`${quiet.from}:00`, `${quiet.to}:00`];
  const overMidnight = from > to;
  const isQuiet = overMidnight ? time >= from || time < to : time >= from && time < to;
  if (!isQuiet) return at;
  const endsTomorrow = overMidnight && time >= from;
  const date = local.toPlainDate().add({ days: endsTomorrow ? 1 : 0 });
  const end = date.toPlainDateTime(Temporal.PlainTime.from(quiet.to));
  const first = end.toZonedDateTime(zone, { disambiguation: 'earlier' }).toInstant();
  // Where the end comes twice and the first is past already, it is the second.
  return isBefore(first, at)
    ? end.toZonedDateTime(zone, { disambiguation: 'later' }).toInstant()
    : onDate(date, quiet.to, zone);
}

function afterEndNothing(planned: PlannedStep[], steps: readonly SequenceStep[]): PlannedStep[] {
  const ends = new Set(
    steps.filter((step) => stepKinds[step.action.kind].isEnd).map((step) => step.id),
  );
  let over = false;
  return planned.map((one) => {
    if (over && one.at) return { ...one, at: null, leftOut: 'ended' };
    if (one.at && ends.has(one.step)) over = true;
    return one;
  });
}

const compare = (a: number, b: number) => (a === b ? 0 : a < b ? -1 : 1);
const isBefore = (a: Instant, b: Instant) => Temporal.Instant.compare(a, b) < 0;
const latest = (a: Instant, b: Instant | null | undefined) => (b && isBefore(a, b) ? b : a);
