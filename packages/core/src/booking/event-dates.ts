import { Temporal } from 'temporal-polyfill';
import { z } from 'zod';
import { namedSchema, type Instant } from '../basics/index.ts';
import { SafeHref } from '../basics/text-shapes.ts';
import { Email, emailFromText } from '../emails/index.ts';
import { repeatFault } from './repeat.ts';
import { RecurrenceRule } from './recurrence-rule.ts';

/** A wall time to the minute, `2026-11-19T18:30`: in the zone of what it is a time of. */
export const WallTime = z.iso.datetime({
  local: true,
  offset: false,
  precision: -1,
  error: 'Give the day and the time.',
});
const most = 400;

const shape = z.strictObject({
  start: WallTime,
  /** A recurrence rule as RFC 5545 writes it, `FREQ=WEEKLY;COUNT=6`; null for once. */
  repeat: z
    .string()
    .max(200)
    .superRefine((rule, context) => {
      const message = repeatFault(rule);
      if (message) context.addIssue({ code: 'custom', message });
    })
    .nullable(),
  /** Dates of the rule that are left out. */
  except: z.array(WallTime).max(most),
  moved: z.array(z.strictObject({ from: WallTime, to: WallTime })).max(most),
  /** Where what was recorded can be seen, by the time at which it took place. */
  recordings: z.array(z.strictObject({ start: WallTime, link: SafeHref })).max(most),
  /** What everybody who was signed up gets with the recording. */
  recordingEmail: Email,
});

/**
 * When an event takes place: once, or again and again by a rule. Each date has the length of the calendar, and its seats.
 * A date is known by the wall time that the rule gives it, also once it was moved.
 */
export interface EventDates extends z.infer<typeof shape> {}
export const EventDates = namedSchema<EventDates>(shape);

/** One date of an event. */
export interface EventDate {
  /** The wall time that its rule gives it. */
  wall: string;
  /** The wall time at which it takes place, after it was moved if it was. */
  local: string;
  start: Instant;
}

/** An event on one date. */
export const onceAt = (start: string): EventDates => ({
  ...{ start, repeat: null, except: [], moved: [], recordings: [] },
  recordingEmail: emailFromText({
    subject: '{{ event.name }}: the recording',
    body: `Hello {{ person.first_name | default: "there" }},

Here is the recording of {{ event.name }} on {{ event.day }}:

{{ event.recording }}

{{ client.name }}
{{ client.phone }}`,
  }),
});

/**
 * The dates of an event that begin from `from` up to but not including `until`, in order. The rule runs on the wall of the
 * event's zone: half past six stays half past six over a clock change. A wall time that a change skips is read by the
 * offset before it, one that comes twice is the first (RFC 5545, section 3.3.5).
 */
export function eventDates(
  dates: EventDates,
  zone: string,
  from: Instant,
  until: Instant,
): EventDate[] {
  const away = new Set([...dates.except, ...dates.moved.map((one) => one.from)]);
  const byRule = wallsOf(dates, wallAt(from, zone), wallAt(until, zone))
    .filter((wall) => !away.has(wall))
    .map((wall) => ({ wall, local: wall }));
  const moved = dates.moved.map((one) => ({ wall: one.from, local: one.to }));
  return [...byRule, ...moved]
    .map((one) => ({ ...one, start: momentOf(one.local, zone) }))
    .filter(
      ({ start }) =>
        Temporal.Instant.compare(start, from) >= 0 && Temporal.Instant.compare(start, until) < 0,
    )
    .sort((a, b) => Temporal.Instant.compare(a.start, b.start));
}

/** The date of an event that words and countdowns speak of: the one under way or next, or the last one once all are past. */
export function dateToTell(
  dates: EventDates,
  zone: string,
  minutes: number,
  now: Instant,
): EventDate {
  const far = { hours: 24 * 366 * 3 };
  const ahead = eventDates(dates, zone, now.subtract({ minutes }), now.add(far));
  if (ahead[0]) return ahead[0];
  const first = momentOf(dates.start, zone);
  const past = eventDates(dates, zone, first.subtract({ hours: 48 }), now);
  return past.at(-1) ?? { wall: dates.start, local: dates.start, start: first };
}

/** The moment of a wall time, as RFC 5545 reads it. */
const momentOf = (wall: string, zone: string): Instant =>
  Temporal.PlainDateTime.from(wall)
    .toZonedDateTime(zone, { disambiguation: 'compatible' })
    .toInstant();

const wallAt = (at: Instant, zone: string): Temporal.PlainDateTime =>
  at.toZonedDateTimeISO(zone).toPlainDateTime();

/** The wall times that the rule gives, around a stretch; the rule knows no zone, so that its UTC stands for the wall. */
function wallsOf(
  { start, repeat }: Pick<EventDates, 'start' | 'repeat'>,
  from: Temporal.PlainDateTime,
  until: Temporal.PlainDateTime,
): string[] {
  if (!repeat) return [start];
  const utc = (wall: Temporal.PlainDateTime) =>
    new Date(`${wall.toString({ smallestUnit: 'minute' })}Z`);
  const rule = new RecurrenceRule({
    ...RecurrenceRule.parseString(repeat),
    dtstart: utc(Temporal.PlainDateTime.from(start)),
  });
  return rule
    .between(utc(from.subtract({ days: 1 })), utc(until.add({ days: 1 })), true)
    .map((date) => date.toISOString().slice(0, 16));
}

/** What becomes of the dates that people are signed up for when the dates of an event change. */
export interface DateMoves {
  /** Where each date goes that takes place at another time from now on. */
  moves: Map<string, Instant>;
  /** Dates that the event has no more. */
  gone: Instant[];
}

/**
 * Where the dates that people have booked lie after a change. An event on one date takes everybody along wherever it goes, to the first date where it becomes a series.
 * Of a series, a date stays where it still takes place, follows where it was moved, and else goes to the same day's new time.
 */
export function movesOf(
  before: { dates: EventDates; zone: string },
  after: { dates: EventDates; zone: string },
  booked: readonly Instant[],
): DateMoves {
  const moves = new Map<string, Instant>();
  const gone: Instant[] = [];
  for (const at of booked) {
    const to = before.dates.repeat ? newPlaceOf(at, before, after) : firstOr(at, after);
    if (!to) gone.push(at);
    else if (!to.equals(at)) moves.set(at.toString(), to);
  }
  return { moves, gone };
}

/** The same date where it is one of the new ones, too, or the first of them. */
const firstOr = (at: Instant, { dates, zone }: { dates: EventDates; zone: string }): Instant =>
  dates.repeat && hasDate(at, dates, zone) ? at : momentOf(dates.start, zone);

const hasDate = (at: Instant, dates: EventDates, zone: string): boolean =>
  eventDates(dates, zone, at, at.add({ seconds: 1 })).length > 0;

function newPlaceOf(
  at: Instant,
  before: { dates: EventDates; zone: string },
  after: { dates: EventDates; zone: string },
): Instant | null {
  const [was] = eventDates(before.dates, before.zone, at, at.add({ seconds: 1 }));
  const same = was && after.dates.moved.find(({ from }) => from === was.wall);
  if (same) return momentOf(same.to, after.zone);
  if (hasDate(at, after.dates, after.zone)) return at;
  const day = at.toZonedDateTimeISO(after.zone).startOfDay();
  const [sameDay] = eventDates(
    after.dates,
    after.zone,
    day.toInstant(),
    day.add({ days: 1 }).toInstant(),
  );
  return sameDay?.start ?? null;
}
