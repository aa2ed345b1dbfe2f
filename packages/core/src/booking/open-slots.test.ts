import fc from 'fast-check';
import { Temporal } from 'temporal-polyfill';
import type { ClosedDays } from '../opening/index.ts';
import { Calendar, fitsBeside, nearestSlots, openSlots, plainCalendar } from './index.ts';
import { spansProblem, type Span } from '../opening/index.ts';

const instant = (text: string) => Temporal.Instant.from(text);
const always = (spans: Span[]): Span[][] => Array.from({ length: 7 }, () => spans);
const calendar = (changes: Partial<Calendar> = {}): Calendar => ({
  ...plainCalendar('America/New_York'),
  hours: always([{ from: '09:00', to: '12:00' }]),
  length: 60,
  startEvery: 60,
  notice: 0,
  ahead: 365,
  ...changes,
});
const booked = (start: string, minutes = 60) => ({
  start: instant(start),
  end: instant(start).add({ minutes }),
});
/** The starts of one local day. */
const starts = (
  date: string,
  changes: Partial<Calendar>,
  bookings: ReturnType<typeof booked>[] = [],
  now = '2026-01-01T00:00:00Z',
  closed: ClosedDays[] = [],
) => {
  const plan = calendar(changes);
  const day = Temporal.PlainDate.from(date);
  return openSlots({
    calendar: plan,
    closed,
    bookings,
    from: day.toZonedDateTime(plan.zone).toInstant(),
    until: day.add({ days: 1 }).toZonedDateTime(plan.zone).toInstant(),
    now: instant(now),
  });
};
const times = (slots: ReturnType<typeof starts>) =>
  slots.map((slot) => `${slot.local.slice(11)}${slot.offset}`);
// 10 November 2026 is a Tuesday; New York is at UTC-5 then.
const tuesday = '2026-11-10';

describe('openSlots within the hours', () => {
  it.each<[string, Partial<Calendar>, string[]]>([
    ['on the grid of each span', {}, ['09:00', '10:00', '11:00']],
    ['the last fits wholly', { length: 90 }, ['09:00', '10:00']],
    [
      'a step shorter than the length',
      { startEvery: 30 },
      ['09:00', '09:30', '10:00', '10:30', '11:00'],
    ],
    [
      'the grid begins anew in each span',
      {
        hours: always([
          { from: '09:10', to: '10:10' },
          { from: '14:25', to: '15:30' },
        ]),
      },
      ['09:10', '14:25'],
    ],
    ['space is not kept from closing time', { after: 45, before: 45 }, ['09:00', '10:00', '11:00']],
    ['a day off', { days: [{ date: tuesday, spans: [] }] }, []],
    [
      'a special day',
      { days: [{ date: tuesday, spans: [{ from: '18:00', to: '19:00' }] }] },
      ['18:00'],
    ],
    ['until midnight', { hours: always([{ from: '22:30', to: '24:00' }]) }, ['22:30']],
    ['longer than any span', { length: 240 }, []],
  ])('%s', (_what, changes, expected) =>
    expect(times(starts(tuesday, changes))).toEqual(expected.map((time) => `${time}-05:00`)),
  );

  it('asks the weekday: Sunday has hours of its own', () => {
    const hours = [[], [], [], [], [], [], [{ from: '10:00', to: '11:00' }]];
    expect(times(starts('2026-11-15', { hours }))).toEqual(['10:00-05:00']);
    expect(starts(tuesday, { hours })).toEqual([]);
  });
});

describe('openSlots beside bookings', () => {
  const ten = booked('2026-11-10T15:00:00Z');
  it.each<[string, Partial<Calendar>, ReturnType<typeof booked>[], string[]]>([
    ['a taken start', {}, [ten], ['09:00', '11:00']],
    ['touching is not overlapping', { startEvery: 30 }, [ten], ['09:00', '11:00']],
    ['space after a booking', { after: 15 }, [ten], []],
    ['space before the next', { before: 15 }, [ten], []],
    ['space on a finer grid', { startEvery: 30, length: 30, after: 30 }, [ten], ['09:00', '11:30']],
    ['a booking off the grid', {}, [booked('2026-11-10T15:30:00Z')], ['09:00']],
    ['a seat is left', { seats: 2 }, [ten], ['09:00', '10:00', '11:00']],
    ['no seat is left', { seats: 2 }, [ten, ten], ['09:00', '11:00']],
    ['the day holds its most', { mostPerDay: 1 }, [ten], []],
    [
      'the day before does not count',
      { mostPerDay: 1 },
      [booked('2026-11-10T04:30:00Z', 15)],
      ['09:00', '10:00', '11:00'],
    ],
  ])('%s', (_what, changes, bookings, expected) =>
    expect(times(starts(tuesday, changes, bookings))).toEqual(
      expected.map((time) => `${time}-05:00`),
    ),
  );

  it('tells how many seats are left, and whether one more fits', () => {
    expect(starts(tuesday, { seats: 3 }, [ten, ten]).map((slot) => slot.left)).toEqual([3, 1, 3]);
    expect(fitsBeside(calendar(), [ten], ten.start)).toBe(false);
    expect(fitsBeside(calendar({ seats: 2 }), [ten], ten.start)).toBe(true);
  });

  it('two that follow each other take one seat of the time that touches both', () => {
    const half = [booked('2026-11-10T15:00:00Z', 30), booked('2026-11-10T15:30:00Z', 30)];
    expect(starts(tuesday, { seats: 2 }, half)[1]!.left).toBe(1);
  });

  it('offers the nearest others, before and after', () => {
    const slots = starts(tuesday, { startEvery: 30, length: 30 });
    const near = nearestSlots(slots, instant('2026-11-10T15:00:00Z'), 3);
    expect(times(near)).toEqual(['10:00-05:00', '09:30-05:00', '10:30-05:00']);
  });
});

describe('notice and horizon', () => {
  it.each<[string, Partial<Calendar>, string, string[]]>([
    ['what is past is not offered', {}, '2026-11-10T14:30:00Z', ['10:00', '11:00']],
    ['the very moment is', {}, '2026-11-10T15:00:00Z', ['10:00', '11:00']],
    ['notice in real minutes', { notice: 120 }, '2026-11-10T13:30:00Z', ['11:00']],
    [
      'today only, whatever the hour',
      { ahead: 0 },
      '2026-11-10T05:00:00Z',
      ['09:00', '10:00', '11:00'],
    ],
    ['an hour before local midnight it is tomorrow', { ahead: 0 }, '2026-11-10T04:00:00Z', []],
    [
      'and a day ahead reaches it',
      { ahead: 1 },
      '2026-11-10T04:00:00Z',
      ['09:00', '10:00', '11:00'],
    ],
  ])('%s', (_what, changes, now, expected) =>
    expect(times(starts(tuesday, changes, [], now))).toEqual(
      expected.map((time) => `${time}-05:00`),
    ),
  );

  it('counts notice over a clock change in hours that pass', () => {
    // From 23:00 on 31 October to 09:00 on 1 November ten hours show on the wall and eleven pass.
    const now = '2026-11-01T03:00:00Z';
    expect(times(starts('2026-11-01', { notice: 11 * 60 }, [], now))[0]).toBe('09:00-05:00');
    expect(times(starts('2026-11-01', { notice: 11 * 60 + 1 }, [], now))[0]).toBe('10:00-05:00');
  });

  it('offers nothing where the end is not after the beginning', () => {
    const at = instant('2026-11-10T15:00:00Z');
    expect(
      openSlots({ calendar: calendar(), closed: [], bookings: [], from: at, until: at, now: at }),
    ).toEqual([]);
  });
});

// tz database: New York changes at 02:00 on 8 March and 1 November 2026, London at 01:00 UTC on 29 March and 25 October;
// Lord Howe Island changes by 30 minutes, on 5 April and 4 October 2026 at 02:00 (from memory). Phoenix never changes.
describe('clock changes', () => {
  const night = { hours: always([{ from: '00:00', to: '04:00' }]), length: 30, startEvery: 30 };
  it.each<[string, string, string, string[]]>([
    [
      'New York in spring has no half past two',
      'America/New_York',
      '2026-03-08',
      ['00:00-05:00', '00:30-05:00', '01:00-05:00', '01:30-05:00', '03:00-04:00', '03:30-04:00'],
    ],
    [
      'New York in autumn has two o’clocks at one',
      'America/New_York',
      '2026-11-01',
      [
        '00:00-04:00',
        '00:30-04:00',
        '01:00-04:00',
        '01:30-04:00',
        '01:00-05:00',
        '01:30-05:00',
        '02:00-05:00',
        '02:30-05:00',
        '03:00-05:00',
        '03:30-05:00',
      ],
    ],
    [
      'London in spring has no one o’clock',
      'Europe/London',
      '2026-03-29',
      ['00:00+00:00', '00:30+00:00', '02:00+01:00', '02:30+01:00', '03:00+01:00', '03:30+01:00'],
    ],
    [
      'London in autumn has two',
      'Europe/London',
      '2026-10-25',
      [
        '00:00+01:00',
        '00:30+01:00',
        '01:00+01:00',
        '01:30+01:00',
        '01:00+00:00',
        '01:30+00:00',
        '02:00+00:00',
        '02:30+00:00',
        '03:00+00:00',
        '03:30+00:00',
      ],
    ],
    [
      'Lord Howe skips half an hour',
      'Australia/Lord_Howe',
      '2026-10-04',
      [
        '00:00+10:30',
        '00:30+10:30',
        '01:00+10:30',
        '01:30+10:30',
        '02:30+11:00',
        '03:00+11:00',
        '03:30+11:00',
      ],
    ],
    [
      'and repeats half an hour',
      'Australia/Lord_Howe',
      '2026-04-05',
      [
        '00:00+11:00',
        '00:30+11:00',
        '01:00+11:00',
        '01:30+11:00',
        '01:30+10:30',
        '02:00+10:30',
        '02:30+10:30',
        '03:00+10:30',
        '03:30+10:30',
      ],
    ],
    [
      'Phoenix does not change',
      'America/Phoenix',
      '2026-03-08',
      ['00:00', '00:30', '01:00', '01:30', '02:00', '02:30', '03:00', '03:30'].map(
        (time) => `${time}-07:00`,
      ),
    ],
  ])('%s', (_what, zone, date, expected) =>
    expect(times(starts(date, { ...night, zone }))).toEqual(expected),
  );

  it('labels the two that look alike', () => {
    const alike = starts('2026-11-01', night).filter((slot) => slot.local.endsWith('01:30'));
    expect(alike.map((slot) => slot.repeated)).toEqual(['first', 'second']);
    expect(starts(tuesday, {}).every((slot) => slot.repeated === null)).toBe(true);
  });

  it('ends a span that closes in the skipped hour where the clocks jump', () => {
    const hours = always([{ from: '01:00', to: '02:30' }]);
    expect(times(starts('2026-03-08', { hours, length: 60, startEvery: 30 }))).toEqual([
      '01:00-05:00',
    ]);
  });
});

describe('the rules of a calendar', () => {
  it.each<[string, Span[], string | null]>([
    [
      'in order',
      [
        { from: '09:00', to: '12:00' },
        { from: '12:00', to: '17:00' },
      ],
      null,
    ],
    [
      'ends before it begins',
      [{ from: '17:00', to: '09:00' }],
      'The opening hours for Tuesday end (09:00) before they begin (17:00). Swap them or clear the day.',
    ],
    [
      'overlap, in any order',
      [
        { from: '13:00', to: '17:00' },
        { from: '09:00', to: '13:30' },
      ],
      'The opening hours for Tuesday overlap: 09:00 to 13:30 and 13:00 to 17:00. Combine them.',
    ],
  ])('%s', (_what, spans, problem) => expect(spansProblem(spans, 'for Tuesday')).toBe(problem));

  it.each<[string, object]>([
    ['a zone that does not exist', { zone: 'Mars/Olympus' }],
    ['a span that ends before it begins', { hours: always([{ from: '10:00', to: '09:00' }]) }],
    [
      'a date twice',
      {
        days: [
          { date: tuesday, spans: [] },
          { date: tuesday, spans: [] },
        ],
      },
    ],
    ['a date that does not exist', { days: [{ date: '2026-02-30', spans: [] }] }],
    ['no seats', { seats: 0 }],
    ['six days', { hours: [[], [], [], [], [], []] }],
  ])('refuses %s', (_what, changes) =>
    expect(Calendar.safeParse({ ...calendar(), ...changes }).success).toBe(false),
  );
});

describe('for any hours, bookings and zone', () => {
  const zone = fc.constantFrom(
    'America/New_York',
    'Europe/London',
    'Australia/Lord_Howe',
    'Asia/Kathmandu',
    'UTC',
  );
  const span = fc
    .tuple(fc.integer({ min: 0, max: 1430 }), fc.integer({ min: 5, max: 1440 }))
    .filter(([from, to]) => from < to)
    .map(([from, to]): Span => ({ from: clock(from), to: clock(to) }));
  const clock = (minute: number) =>
    `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`;
  const plans = fc.record({
    zone,
    span,
    length: fc.integer({ min: 5, max: 180 }),
    startEvery: fc.integer({ min: 5, max: 120 }),
    before: fc.integer({ min: 0, max: 40 }),
    after: fc.integer({ min: 0, max: 40 }),
    seats: fc.integer({ min: 1, max: 3 }),
    day: fc.constantFrom(
      '2026-03-08',
      '2026-03-29',
      '2026-04-05',
      '2026-06-10',
      '2026-10-25',
      '2026-11-01',
    ),
    picks: fc.array(fc.nat(), { maxLength: 12 }),
  });

  it('bookings made from what is offered never lie side by side beyond the seats', () => {
    fc.assert(
      fc.property(plans, ({ span, day, picks, ...rest }) => {
        const plan = calendar({ ...rest, hours: always([span]) });
        const from = Temporal.PlainDate.from(day).toZonedDateTime(plan.zone);
        const window = { from: from.toInstant(), until: from.add({ days: 2 }).toInstant() };
        const bookings: { start: Temporal.Instant; end: Temporal.Instant }[] = [];
        for (const pick of picks) {
          const open = openSlots({
            calendar: plan,
            closed: [],
            bookings,
            ...window,
            now: window.from,
          });
          if (open.length === 0) break;
          const slot = open[pick % open.length]!;
          expect(fitsBeside(plan, bookings, slot.start)).toBe(true);
          bookings.push(slot);
        }
        // Counted the plain way: at each start, how many bookings hold that moment with the space they keep.
        const space = Math.max(plan.before, plan.after) * 60_000;
        for (const { start } of bookings) {
          const at = start.epochMilliseconds;
          const holding = bookings.filter(
            (one) => one.start.epochMilliseconds <= at && at < one.end.epochMilliseconds + space,
          );
          expect(holding.length).toBeLessThanOrEqual(plan.seats);
        }
      }),
      { numRuns: 150 },
    );
  });
});

describe('hours that meet a clock change or midnight', () => {
  const everyFive = { startEvery: 5, length: 60 };
  // London, 26 October 2025: 02:00 becomes 01:00. New York, 8 March 2026: 02:00 becomes 03:00 (tz database, from memory).
  it.each<[string, string, Partial<Calendar>, string[]]>([
    [
      'closing as the repeated hour begins',
      '2025-10-26',
      { ...everyFive, zone: 'Europe/London', hours: always([{ from: '00:00', to: '01:00' }]) },
      ['00:00+01:00'],
    ],
    [
      'closing within it, each time',
      '2025-10-26',
      {
        startEvery: 30,
        length: 30,
        zone: 'Europe/London',
        hours: always([{ from: '01:00', to: '01:30' }]),
      },
      ['01:00+01:00', '01:00+00:00'],
    ],
    [
      'open throughout it',
      '2025-10-26',
      {
        startEvery: 60,
        length: 120,
        zone: 'Europe/London',
        hours: always([{ from: '00:00', to: '03:00' }]),
      },
      ['00:00+01:00', '01:00+01:00', '01:00+00:00'],
    ],
    [
      'over the hour that is skipped',
      '2026-03-08',
      { startEvery: 60, length: 60, hours: always([{ from: '01:00', to: '04:00' }]) },
      ['01:00-05:00', '03:00-04:00'],
    ],
    [
      'over midnight',
      tuesday,
      {
        startEvery: 30,
        length: 60,
        hours: always([
          { from: '00:00', to: '01:00' },
          { from: '22:30', to: '24:00' },
        ]),
      },
      ['00:00-05:00', '22:30-05:00', '23:00-05:00', '23:30-05:00'],
    ],
    [
      'spans that touch',
      tuesday,
      {
        startEvery: 60,
        length: 120,
        hours: always([
          { from: '09:00', to: '11:00' },
          { from: '11:00', to: '13:00' },
        ]),
      },
      ['09:00-05:00', '10:00-05:00', '11:00-05:00'],
    ],
  ])('%s', (_what, date, changes, expected) =>
    expect(times(starts(date, changes, [], `${date.slice(0, 4)}-01-01T00:00:00Z`))).toEqual(
      expected,
    ),
  );

  it('promises no more seats than the day may still hold', () => {
    const one = [booked('2026-11-10T14:00:00Z')];
    expect(starts(tuesday, { seats: 5, mostPerDay: 3 }, one).map(({ left }) => left)).toEqual([
      2, 2, 2,
    ]);
    expect(starts(tuesday, { seats: 1, mostPerDay: 3 }).map(({ left }) => left)).toEqual([1, 1, 1]);
  });
});

describe('openSlots on the client’s days off', () => {
  const off = [{ from: '2026-11-09', to: '2026-11-10', name: 'Away' }];
  it('offers nothing on them, and what comes after them as ever', () => {
    expect(times(starts(tuesday, {}, [], undefined, off))).toEqual([]);
    expect(times(starts('2026-11-11', {}, [], undefined, off))).toEqual(
      times(starts('2026-11-11', {})),
    );
  });
  it('keeps hours that the calendar has of its own for such a day', () => {
    const own = { days: [{ date: tuesday, spans: [{ from: '10:00', to: '12:00' }] }] };
    expect(times(starts(tuesday, own, [], undefined, off))).toEqual(times(starts(tuesday, own)));
    expect(starts(tuesday, own)).not.toEqual([]);
  });
});
