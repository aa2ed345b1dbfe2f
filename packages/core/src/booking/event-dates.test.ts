import { Temporal } from 'temporal-polyfill';
import {
  dateToTell,
  eventDates,
  EventDates,
  movesOf,
  onceAt,
  openSlots,
  plainCalendar,
} from './index.ts';

const zone = 'America/New_York';
const at = (wall: string, of = zone) =>
  Temporal.PlainDateTime.from(wall).toZonedDateTime(of).toInstant();
const series = (start: string, repeat: string, more: Partial<EventDates> = {}): EventDates => ({
  ...onceAt(start),
  repeat,
  ...more,
});
const locals = (dates: EventDates, from: string, until: string, of = zone) =>
  eventDates(dates, of, at(from, of), at(until, of)).map(({ local }) => local);

// The examples of RFC 5545, section 3.8.5.3, "Recurrence Rule", with DTSTART;TZID=America/New_York:19970902T090000 where
// nothing else is said. Each gives the dates that the document lists behind "==>"; all are at 9:00 by the wall.
describe('the published examples of recurrence rules', () => {
  it.each<[string, string, string, string]>([
    [
      'FREQ=DAILY;COUNT=10',
      '1997-09-02',
      '1998-01-01',
      '9/2 9/3 9/4 9/5 9/6 9/7 9/8 9/9 9/10 9/11',
    ],
    ['FREQ=DAILY;INTERVAL=10;COUNT=5', '1997-09-02', '1998-01-01', '9/2 9/12 9/22 10/2 10/12'],
    [
      'FREQ=WEEKLY;COUNT=10',
      '1997-09-02',
      '1998-01-01',
      '9/2 9/9 9/16 9/23 9/30 10/7 10/14 10/21 10/28 11/4',
    ],
    [
      'FREQ=WEEKLY;UNTIL=19971007T000000Z;WKST=SU;BYDAY=TU,TH',
      '1997-09-02',
      '1998-01-01',
      '9/2 9/4 9/9 9/11 9/16 9/18 9/23 9/25 9/30 10/2',
    ],
    [
      'FREQ=WEEKLY;INTERVAL=2;COUNT=8;WKST=SU;BYDAY=TU,TH',
      '1997-09-02',
      '1998-01-01',
      '9/2 9/4 9/16 9/18 9/30 10/2 10/14 10/16',
    ],
    [
      'FREQ=MONTHLY;COUNT=10;BYDAY=1FR',
      '1997-09-05',
      '1998-08-01',
      '9/5 10/3 11/7 12/5 1/2 2/6 3/6 4/3 5/1 6/5',
    ],
    [
      'FREQ=MONTHLY;COUNT=6;BYDAY=-2MO',
      '1997-09-22',
      '1998-08-01',
      '9/22 10/20 11/17 12/22 1/19 2/16',
    ],
    ['FREQ=MONTHLY;BYDAY=FR;BYMONTHDAY=13;COUNT=3', '1997-09-12', '1999-01-01', '2/13 3/13 11/13'],
    ['FREQ=MONTHLY;COUNT=3;BYDAY=TU,WE,TH;BYSETPOS=3', '1997-09-04', '1998-01-01', '9/4 10/7 11/6'],
  ])('%s', (rule, start, until, expected) => {
    const dates = series(`${start}T09:00`, rule);
    expect(EventDates.safeParse(dates).success).toBe(true);
    const found = locals(dates, start, `${until}T00:00`);
    expect(found.map((one) => `${Number(one.slice(5, 7))}/${Number(one.slice(8, 10))}`)).toEqual(
      expected.split(' '),
    );
    expect(new Set(found.map((one) => one.slice(11)))).toEqual(new Set(['09:00']));
  });
});

it('stays at its time on the wall over a clock change, and reads skipped and repeated times as RFC 5545 does', () => {
  // New York changes on 8 March and 1 November 2026 (tz database).
  const weekly = series('2026-10-22T18:30', 'FREQ=WEEKLY');
  const found = eventDates(weekly, zone, at('2026-10-22T00:00'), at('2026-11-13T00:00'));
  expect(found.map(({ start }) => start.toString())).toEqual([
    '2026-10-22T22:30:00Z',
    '2026-10-29T22:30:00Z',
    '2026-11-05T23:30:00Z',
    '2026-11-12T23:30:00Z',
  ]);
  const night = (day: string) => onceAt(`${day}T02:30`);
  const [skipped] = eventDates(
    night('2026-03-08'),
    zone,
    at('2026-03-08T00:00'),
    at('2026-03-09T00:00'),
  );
  // 02:30 does not exist: by the offset before the gap it is 07:30 UTC.
  expect(skipped!.start.toString()).toBe('2026-03-08T07:30:00Z');
  const twice = onceAt('2026-11-01T01:30');
  const [first, ...rest] = eventDates(twice, zone, at('2026-11-01T00:00'), at('2026-11-02T00:00'));
  expect(first!.start.toString()).toBe('2026-11-01T05:30:00Z');
  expect(rest).toEqual([]);
});

it('leaves dates out and moves others, also over a clock change and out of the stretch', () => {
  const dates = series('2026-10-22T18:30', 'FREQ=WEEKLY;COUNT=4', {
    except: ['2026-10-29T18:30'],
    moved: [{ from: '2026-11-05T18:30', to: '2026-11-01T01:30' }],
  });
  expect(locals(dates, '2026-10-22T00:00', '2026-12-01T00:00')).toEqual([
    '2026-10-22T18:30',
    '2026-11-01T01:30',
    '2026-11-12T18:30',
  ]);
  expect(locals(dates, '2026-11-05T00:00', '2026-11-06T00:00')).toEqual([]);
});

// Brute force: every minute of the wall is asked, one after the other, by Temporal alone.
it.each(['America/New_York', 'Europe/London', 'Australia/Lord_Howe', 'Asia/Kolkata'])(
  'in %s a daily series is at its time each day, as counting every day says',
  (of) => {
    const dates = series('2026-02-20T02:15', 'FREQ=DAILY');
    const expected: string[] = [];
    for (
      let day = Temporal.PlainDate.from('2026-02-20');
      day.toString() < '2026-11-30';
      day = day.add({ days: 1 })
    )
      expected.push(day.toPlainDateTime('02:15').toZonedDateTime(of).toInstant().toString());
    const from = at('2026-02-20T00:00', of);
    const found = eventDates(dates, of, from, at('2026-11-30T00:00', of));
    expect(found.map(({ start }) => start.toString())).toEqual(expected);
  },
);

it('tells of the date that is under way or next, and of the last one once all are past', () => {
  const dates = series('2026-11-05T18:30', 'FREQ=WEEKLY;COUNT=3');
  const told = (now: string) => dateToTell(dates, zone, 90, at(now)).local;
  expect(told('2026-10-01T00:00')).toBe('2026-11-05T18:30');
  expect(told('2026-11-05T19:59')).toBe('2026-11-05T18:30');
  expect(told('2026-11-05T20:01')).toBe('2026-11-12T18:30');
  expect(told('2027-02-01T00:00')).toBe('2026-11-19T18:30');
});

it.each([
  ['FREQ=HOURLY', /days, weeks/],
  ['FREQ=DAILY;BYHOUR=9,10', /BYHOUR/],
  ['FREQ=DAILY;COUNT=100000', /1 to 400/],
  ['FREQ=DAILY;COUNT=3;UNTIL=20270101', /number or on a day/],
  ['nonsense', /./],
])('refuses %s', (rule, words) =>
  expect(EventDates.safeParse(series('2026-11-05T18:30', rule)).error?.issues[0]?.message).toMatch(
    words,
  ),
);

describe('the times of an event that can be booked', () => {
  const calendar = { ...plainCalendar(zone), length: 90, notice: 0, ahead: 730, seats: 2 };
  const given = {
    calendar,
    closed: [],
    now: at('2026-11-01T12:00'),
    from: at('2026-11-01T12:00'),
    until: at('2027-01-01T00:00'),
  };
  const dates = series('2026-11-05T18:30', 'FREQ=WEEKLY;COUNT=3');
  const seat = (wall: string) => ({ start: at(wall), end: at(wall).add({ minutes: 90 }) });

  it('are its dates with their seats, whatever the hours', () => {
    const slots = openSlots({
      ...given,
      dates,
      bookings: [seat('2026-11-05T18:30'), seat('2026-11-12T18:30'), seat('2026-11-12T18:30')],
    });
    expect(slots.map(({ local, offset, left }) => [local, offset, left])).toEqual([
      ['2026-11-05T18:30', '-05:00', 1],
      ['2026-11-19T18:30', '-05:00', 2],
    ]);
  });

  it('respect notice and how far ahead is booked', () => {
    const near = { ...calendar, notice: 5 * 24 * 60, ahead: 12 };
    const slots = openSlots({ ...given, calendar: near, dates, bookings: [] });
    expect(slots.map(({ local }) => local)).toEqual(['2026-11-12T18:30']);
  });
});

describe('where those who are signed up go', () => {
  const once = onceAt('2026-11-19T18:30');
  const six = series('2026-11-05T18:30', 'FREQ=WEEKLY;COUNT=3');
  const of = (dates: EventDates, its = zone) => ({ dates, zone: its });
  const all = ['2026-11-05T18:30', '2026-11-12T18:30', '2026-11-19T18:30'].map((wall) => at(wall));
  const shown = ({ moves, gone }: ReturnType<typeof movesOf>) => [
    [...moves].map(([from, to]) => `${from} ${to.toString()}`),
    gone.map(String),
  ];

  it('an event on one date takes everybody along', () =>
    expect(
      shown(movesOf(of(once), of(onceAt('2026-11-26T19:00')), [at('2026-11-19T18:30')])),
    ).toEqual([['2026-11-19T23:30:00Z 2026-11-27T00:00:00Z'], []]));

  it('a series that begins at another time moves each date on its day', () =>
    expect(shown(movesOf(of(six), of({ ...six, start: '2026-11-05T19:00' }), all))).toEqual([
      all.map((one) => `${one.toString()} ${one.add({ minutes: 30 }).toString()}`),
      [],
    ]));

  it('one date moves alone; what is left out or past the end is gone', () => {
    const changed = {
      ...six,
      repeat: 'FREQ=WEEKLY;COUNT=2',
      moved: [{ from: '2026-11-12T18:30', to: '2026-11-14T10:00' }],
    };
    expect(shown(movesOf(of(six), of(changed), all))).toEqual([
      ['2026-11-12T23:30:00Z 2026-11-14T15:00:00Z'],
      ['2026-11-19T23:30:00Z'],
    ]);
  });

  it('another zone is another moment', () =>
    expect(
      shown(movesOf(of(once), of(once, 'America/Chicago'), [at('2026-11-19T18:30')]))[0],
    ).toEqual(['2026-11-19T23:30:00Z 2026-11-20T00:30:00Z']));
});
