import { Temporal } from 'temporal-polyfill';

const minute = 60_000;
const wholeDay = 1440;

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
  /** The moment at which a span that closes at this minute is over. */
  closing: (minute: number) => number;
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
    return { ...shared, moments: (wanted) => [at(wanted)], closing: at, offset: () => offset };
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
    closing: (wanted) => {
      if (wanted >= wholeDay) return end;
      const later = read(wanted, 'later');
      if (shows(later, wanted)) return later.epochMilliseconds;
      // The wall never shows that minute: the span is over when the clocks jump past it.
      return read(wanted, 'earlier').getTimeZoneTransition('next')!.epochMilliseconds;
    },
    offset: (moment) =>
      Temporal.Instant.fromEpochMilliseconds(moment).toZonedDateTimeISO(zone).offset,
  };
}
