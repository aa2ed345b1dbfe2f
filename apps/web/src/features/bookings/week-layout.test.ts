import { newCalendar } from '@plumgate/core/booking';
import { hoursShown, sideBySide } from './week-layout.ts';

const zone = 'America/New_York';
const booking = (id: string, from: string, to: string) => ({
  id: id as never,
  startsAt: `2026-11-10T${from}:00Z`,
  endsAt: `2026-11-10T${to}:00Z`,
});
const calendar = (from: string, to: string) => {
  const content = newCalendar('Calendar', zone);
  return {
    content: {
      ...content,
      rules: { ...content.rules, hours: [[{ from, to }], [], [], [], [], [], []] },
    },
  };
};

describe('the hours a week shows', () => {
  it.each([
    ['a working day where nothing says otherwise', [], [], 9, 17],
    ['an early and late calendar, in whole hours', [calendar('07:30', '20:15')], [], 7, 21],
    ['until midnight', [calendar('10:00', '24:00')], [], 9, 24],
    ['a booking by hand at night', [], [booking('a', '02:00', '02:30')], 9, 22],
  ])('%s', (_what, calendars, bookings, from, until) =>
    expect(hoursShown(calendars, bookings, zone)).toEqual({ from, until }),
  );
});

describe('bookings side by side', () => {
  it('gives each the whole width where none overlap', () => {
    const lanes = sideBySide([booking('a', '14:00', '14:30'), booking('b', '14:30', '15:00')]);
    expect([...lanes.values()]).toEqual([
      { index: 0, of: 1 },
      { index: 0, of: 1 },
    ]);
  });
  it('shares the width among those that overlap, also over a third', () => {
    const lanes = sideBySide([
      booking('a', '14:00', '15:00'),
      booking('b', '14:30', '15:30'),
      booking('c', '15:15', '16:00'),
      booking('d', '17:00', '17:30'),
    ]);
    expect(lanes.get('c')).toEqual({ index: 2, of: 3 });
    expect(lanes.get('d')).toEqual({ index: 0, of: 1 });
  });
});
