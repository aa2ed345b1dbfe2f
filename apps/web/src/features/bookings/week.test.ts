import { todayIn } from '../../ui/when.ts';
import { dateText, momentAt, placeOf, weekOf, weeksOn } from './week.ts';

const zone = 'America/New_York';

it('begins a week on Monday and ends it where the next begins, a clock change between', () => {
  // 1 November 2026 is a Sunday; New York's clocks go back on it.
  const week = weekOf('2026-11-01', zone);
  expect(week).toMatchObject({
    monday: '2026-10-26',
    from: '2026-10-26T04:00:00Z',
    until: '2026-11-02T05:00:00Z',
  });
  expect(week.days.at(-1)).toBe('2026-11-01');
});

it.each([
  ['2026-11-10T14:30:00Z', { date: '2026-11-10', minute: 570 }],
  ['2026-11-11T03:00:00Z', { date: '2026-11-10', minute: 1320 }],
])('finds the place of %s in the zone and back', (at, place) => {
  expect(placeOf(at, zone)).toEqual(place);
  expect(momentAt(place.date, place.minute, zone)).toBe(at);
});

it('knows today by the zone, not by the machine', () =>
  expect(todayIn('2026-11-11T03:00:00Z', zone)).toBe('2026-11-10'));
it('steps by weeks', () => expect(weeksOn('2026-11-02', -1)).toBe('2026-10-26'));
it('writes a date the short way', () => expect(dateText('2026-11-10')).toBe('Tue, Nov 10'));
