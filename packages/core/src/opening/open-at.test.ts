import fc from 'fast-check';
import { Temporal } from 'temporal-polyfill';
import { openAt, type OpenState, type WallMinute, type Week } from './index.ts';

const open = (from: string, to: string) => ({ from, to });
const week: Week = [
  [open('08:00', '12:00'), open('13:00', '18:00')],
  [open('08:00', '18:00')],
  [],
  [open('20:00', '24:00')],
  [open('00:00', '02:00'), open('10:00', '16:00')],
  [],
  [],
];
const at = (day: number, time: string): WallMinute => ({
  day,
  minute: Number(time.slice(0, 2)) * 60 + Number(time.slice(3)),
});

it.each<[string, WallMinute, OpenState]>([
  ['as it opens', at(0, '08:00'), { open: true, until: at(0, '12:00') }],
  ['a minute before', at(0, '07:59'), { open: false, opens: at(0, '08:00') }],
  ['as it closes', at(0, '12:00'), { open: false, opens: at(0, '13:00') }],
  ['after the last hours of a day', at(1, '18:00'), { open: false, opens: at(3, '20:00') }],
  ['over midnight, one stretch', at(3, '23:30'), { open: true, until: at(4, '02:00') }],
  ['past midnight', at(4, '01:59'), { open: true, until: at(4, '02:00') }],
  ['over the weekend', at(5, '12:00'), { open: false, opens: at(0, '08:00') }],
])('%s', (_what, now, state) => expect(openAt(week, now)).toEqual(state));

it.each<[string, Week, WallMinute, OpenState]>([
  [
    'spans that touch are one',
    [[open('08:00', '12:00'), open('12:00', '18:00')], [], [], [], [], [], []],
    at(0, '09:00'),
    { open: true, until: at(0, '18:00') },
  ],
  [
    'until midnight',
    [[open('08:00', '24:00')], [], [], [], [], [], []],
    at(0, '09:00'),
    { open: true, until: at(1, '00:00') },
  ],
  [
    'over the week’s end',
    [[open('00:00', '03:00')], [], [], [], [], [], [open('20:00', '24:00')]],
    at(6, '21:00'),
    { open: true, until: at(0, '03:00') },
  ],
  [
    'over the week’s end, after it',
    [[open('00:00', '03:00')], [], [], [], [], [], [open('20:00', '24:00')]],
    at(0, '02:00'),
    { open: true, until: at(0, '03:00') },
  ],
  [
    'closed before a stretch that began last week',
    [[open('00:00', '03:00')], [], [], [], [], [], [open('20:00', '24:00')]],
    at(0, '03:00'),
    { open: false, opens: at(6, '20:00') },
  ],
])('%s', (_what, hours, now, state) => expect(openAt(hours, now)).toEqual(state));

it('never opens where there are no hours, and never closes where there is no pause', () => {
  const none: Week = Array.from({ length: 7 }, () => []);
  expect(openAt(none, at(2, '10:00'))).toEqual({ open: false, opens: null });
  const always: Week = Array.from({ length: 7 }, () => [open('00:00', '24:00')]);
  expect(openAt(always, at(2, '10:00'))).toEqual({ open: true, until: null });
});

it('says the same of a minute as the spans of its day do', () =>
  fc.assert(
    fc.property(fc.nat(6), fc.nat(1439), (day, minute) => {
      const clock = `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`;
      const lies = week[day]!.some(({ from, to }) => from <= clock && clock < to);
      expect(openAt(week, { day, minute }).open).toBe(lies);
    }),
  ));

// Where the clocks change, the wall decides: read by Temporal at instants around both changes of 2026 in New York
// (8 March 02:00 → 03:00, 1 November 02:00 → 01:00; tz database, from memory).
it.each([
  ['2026-03-08T06:59:00Z', '01:59', true],
  ['2026-03-08T07:00:00Z', '03:00', false],
  ['2026-11-01T05:30:00Z', '01:30', true],
  ['2026-11-01T06:30:00Z', '01:30', true],
  ['2026-11-01T07:00:00Z', '02:00', false],
])('on the days of a clock change, at %s the wall says %s', (instant, clock, isOpen) => {
  const wall = Temporal.Instant.from(instant).toZonedDateTimeISO('America/New_York');
  const now = { day: wall.dayOfWeek - 1, minute: wall.hour * 60 + wall.minute };
  expect(now.minute).toBe(at(0, clock).minute);
  const sundays: Week = [[], [], [], [], [], [], [open('01:00', '02:00')]];
  expect(openAt(sundays, now).open).toBe(isOpen);
});
