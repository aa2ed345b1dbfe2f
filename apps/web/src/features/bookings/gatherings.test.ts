import { newCalendar, newEvent } from '@plumgate/core/booking';
import { aloneStanding, gatheringsBetween } from './gatherings.ts';

const zone = 'America/New_York';
const calendars = [
  { id: 'a', content: newCalendar('First visit', zone) },
  { id: 'b', content: newEvent('Evening', zone, { start: '2026-11-19T18:30', minutes: 90 }) },
] as unknown as Parameters<typeof gatheringsBetween>[0];
const booked = (calendarId: string, startsAt: string, state = 'booked') =>
  ({ calendarId, startsAt, state }) as unknown as Parameters<typeof gatheringsBetween>[1][number];
const bookings = [
  booked('b', '2026-11-19T23:30:00Z'),
  booked('b', '2026-11-19T23:30:00.000Z', 'came'),
  booked('b', '2026-11-19T23:30:00Z', 'cancelled'),
  booked('b', '2026-11-18T23:30:00Z'),
  booked('a', '2026-11-19T23:30:00Z'),
];

it('puts everybody who is signed up for a date of an event into one, and leaves the rest as they are', () => {
  const found = gatheringsBetween(
    calendars,
    bookings,
    '2026-11-16T05:00:00Z',
    '2026-11-23T05:00:00Z',
  );
  expect(found).toMatchObject([
    {
      name: 'Evening',
      startsAt: '2026-11-19T23:30:00Z',
      endsAt: '2026-11-20T01:00:00Z',
      people: 2,
      seats: 24,
    },
  ]);
  expect(aloneStanding(bookings, found)).toEqual(bookings.slice(3));
});

it('shows an event that nobody is signed up for yet, and none outside of what is shown', () => {
  expect(
    gatheringsBetween(calendars, [], '2026-11-16T05:00:00Z', '2026-11-23T05:00:00Z'),
  ).toHaveLength(1);
  expect(gatheringsBetween(calendars, [], '2026-11-23T05:00:00Z', '2026-11-30T05:00:00Z')).toEqual(
    [],
  );
});
