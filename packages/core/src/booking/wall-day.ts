import { Temporal } from 'temporal-polyfill';

const minute = 60_000;
const wholeDay = 1440;

/** Moments from `start` up to but not including `end`, in epoch milliseconds. */
export interface Stretch {
  start: number;
  end: number;
}

/** One local calendar day: where it lies on the time line and how its wall times map onto it. */
export interface WallDay {
  date: string;
  /** Monday is 1. */
  weekday: number;
  /** Epoch milliseconds of its first and one past its last moment. */
  start: number;
  end: number;
  /** The moments at which a clock on the wall shows this minute: none where a change skips it, two where it returns. */
  moments: (minute: number) => number[];
  /**
   * The moments at which the wall shows a time from `opens` up to but not including `closes`: one stretch on most days.
   * Where the clocks go back, a wall time may be left and come again, which makes two; where they jump, what lies on both
   * sides of the jump is one.
   */
  stretches: (opens: number, closes: number) => Stretch[];
  /** The offset from UTC at a moment of the day, for example `-05:00`. */
  offset: (moment: number) => string;
}

/** The local days of a zone from a date on, without end. */
export function* wallDays(from: Temporal.PlainDate, zone: string): Generator<WallDay> {
  let [date, first] = [from, from.toZonedDateTime(zone)];
  for (;;) {
    const tomorrow = date.add({ days: 1 });
    const next = tomorrow.toZonedDateTime(zone);
    yield wallDay(date, zone, first, next);
    [date, first] = [tomorrow, next];
  }
}

/** Reads a local day of a zone. A day without a clock change is answered by plain arithmetic, any other by Temporal. */
function wallDay(
  date: Temporal.PlainDate,
  zone: string,
  first: Temporal.ZonedDateTime,
  next: Temporal.ZonedDateTime,
): WallDay {
  const [start, end] = [first.epochMilliseconds, next.epochMilliseconds];
  const shared = { date: date.toString(), weekday: date.dayOfWeek, start, end };
  if (first.offsetNanoseconds === next.offsetNanoseconds && end - start === wholeDay * minute) {
    const at = (wanted: number) => start + wanted * minute;
    const { offset } = first;
    return {
      ...shared,
      moments: (wanted) => [at(wanted)],
      stretches: (opens, closes) => [{ start: at(opens), end: at(closes) }],
      offset: () => offset,
    };
  }
  const read = (wanted: number, disambiguation: 'earlier' | 'later') =>
    date
      .toPlainDateTime({ hour: Math.floor(wanted / 60), minute: wanted % 60 })
      .toZonedDateTime(zone, { disambiguation });
  const shows = (moment: Temporal.ZonedDateTime, wanted: number) =>
    moment.hour * 60 + moment.minute === wanted && moment.toPlainDate().equals(date);
  return {
    ...shared,
    moments: (wanted) => {
      if (wanted >= wholeDay) return [end];
      const both = [read(wanted, 'earlier'), read(wanted, 'later')].filter((moment) =>
        shows(moment, wanted),
      );
      return [...new Set(both.map((moment) => moment.epochMilliseconds))];
    },
    stretches: (opens, closes) =>
      joined(
        passes(first, next).flatMap(({ from, to, wall }) => {
          // The wall runs evenly within a pass: it shows `wall` as the pass begins.
          const start = Math.max(from, from + (opens - wall) * minute);
          const end = Math.min(to, from + (closes - wall) * minute);
          return start < end ? [{ start, end }] : [];
        }),
      ),
    offset: (moment) =>
      Temporal.Instant.fromEpochMilliseconds(moment).toZonedDateTimeISO(zone).offset,
  };
}

/** The parts of a day between its clock changes, each with the minute that the wall shows as it begins. */
function passes(
  first: Temporal.ZonedDateTime,
  next: Temporal.ZonedDateTime,
): { from: number; to: number; wall: number }[] {
  const found = [];
  for (let at = first; ;) {
    const change = at.getTimeZoneTransition('next');
    const isWithin = change !== null && Temporal.ZonedDateTime.compare(change, next) < 0;
    const to = isWithin ? change : next;
    found.push({
      from: at.epochMilliseconds,
      to: to.epochMilliseconds,
      wall: at.hour * 60 + at.minute,
    });
    if (!isWithin) return found;
    at = change;
  }
}

/** Stretches in order, those that touch made one. */
export function joined(stretches: readonly Stretch[]): Stretch[] {
  const result: Stretch[] = [];
  for (const { start, end } of stretches.toSorted((a, b) => a.start - b.start)) {
    const last = result.at(-1);
    if (last && start <= last.end) last.end = Math.max(last.end, end);
    else result.push({ start, end });
  }
  return result;
}
