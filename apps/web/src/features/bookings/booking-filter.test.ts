import type { BookingView, CalendarView } from '@plumgate/contract';
import { calendarsIn, filtered, staffIn } from './booking-filter.ts';

const [ana, bo] = [
  { id: 'ana', name: 'Ana' },
  { id: 'bo', name: 'Bo' },
];
const booking = (id: string, calendarId: string, staff: object | null) =>
  ({ id, calendarId, staff }) as unknown as BookingView;
const calendar = (id: string, staff: object[]) => ({ id, staff }) as unknown as CalendarView;
const bookings = [
  booking('1', 'visit', ana!),
  booking('2', 'visit', bo!),
  booking('3', 'check', ana!),
  booking('4', 'evening', null),
];
const calendars = [
  calendar('visit', [ana!, bo!]),
  calendar('check', [ana!]),
  calendar('evening', []),
];

it.each([
  ['all', { calendar: '', staff: '' }, '1234', ['visit', 'check', 'evening']],
  ['of one calendar', { calendar: 'visit', staff: '' }, '12', ['visit']],
  ['with one person', { calendar: '', staff: 'ana' }, '13', ['visit', 'check']],
  ['both', { calendar: 'check', staff: 'bo' }, '', []],
])('shows %s', (_what, filter, ids, shown) => {
  expect(
    filtered(bookings, filter)
      .map(({ id }) => id)
      .join(''),
  ).toBe(ids);
  expect(calendarsIn(calendars, filter).map(({ id }) => id)).toEqual(shown);
});

it('offers everybody who takes bookings, once', () =>
  expect(staffIn(calendars).map(({ name }) => name)).toEqual(['Ana', 'Bo']));
