import { ClosedDays, closedOn, openAt, weekFrom, type Week } from './index.ts';

const open = [{ from: '09:00', to: '17:00' }];
const week: Week = [open, open, open, open, open, [], []];
const thanksgiving = { from: '2026-11-26', to: '2026-11-27', name: 'Thanksgiving' };
/** The weekdays with hours, Monday as 0. 23 November 2026 is a Monday. */
const days = (date: string) =>
  weekFrom(week, [thanksgiving], date).flatMap((spans, day) => (spans.length > 0 ? [day] : []));

it.each([
  ['2026-11-23', [0, 1, 2]],
  ['2026-11-26', [0, 1, 2]],
  ['2026-11-27', [0, 1, 2, 3]],
  ['2026-11-28', [0, 1, 2, 3, 4]],
  ['2026-11-19', [0, 1, 2, 3, 4]],
  ['2026-11-20', [0, 1, 2, 4]],
])('of the seven days from %s those with hours are %p', (date, expected) => {
  expect(days(date)).toEqual(expected);
});

it('what opens next is after the days off', () => {
  const wednesdayEvening = { day: 2, minute: 18 * 60 };
  expect(openAt(weekFrom(week, [thanksgiving], '2026-11-25'), wednesdayEvening)).toEqual({
    open: false,
    opens: { day: 0, minute: 9 * 60 },
  });
});

it('names what is closed, both ends included', () => {
  const names = ['2026-11-25', '2026-11-26', '2026-11-27', '2026-11-28'].map(
    (date) => closedOn([thanksgiving], date)?.name,
  );
  expect(names).toEqual([undefined, 'Thanksgiving', 'Thanksgiving', undefined]);
});

it('days off don’t end before they begin', () => {
  const read = ClosedDays.safeParse({ from: '2026-12-26', to: '2026-12-24', name: '' });
  expect(read.error?.issues[0]?.message).toBe('These days end before they begin. Swap the dates.');
});
