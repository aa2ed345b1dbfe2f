import { api } from '@plumgate/contract';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { refusal } from '../../testing/fake-server.ts';
import { calendarOf, sheet } from '../../testing/samples.ts';
import { serverOf, show } from '../../testing/show.tsx';
import { inBin, withBin } from '../../testing/with-bin.ts';
import { CalendarScreen } from './calendar-screen.tsx';

const calendar = calendarOf(30, 'Consultation');
const server = () =>
  serverOf()
    .on(api.getClient, sheet)
    .on(api.listPages, { pages: [] })
    .on(api.listStaffTimes, { staff: [] })
    .on(api.getCalendarFeed, { madeAt: null })
    .on(api.getClock, { now: '2026-11-05T14:12:00Z', demo: true })
    .on(api.listSequences, { sequences: [] })
    .on(api.getCalendar, calendar);
const opened = (asked = server()) =>
  show(<CalendarScreen />, asked, {
    at: `bookings/calendars/${calendar.id}`,
    place: 'bookings/calendars/:calendarId',
  });

it('shows a calendar that no list has yet, such as one made a moment ago', async () => {
  opened();
  await screen.findByRole('heading', { name: 'Consultation' });
  expect(screen.getByLabelText<HTMLSelectElement>('Time zone').value).toBe('America/New_York');
});

it('says so when there is no such calendar', async () => {
  opened(server().on(api.getCalendar, () => refusal(404, 'There is nothing here.')));
  await screen.findByText('There is nothing here.');
});

it('says before it is deleted what happens to its bookings', async () => {
  const asked = withBin(server(), {
    name: 'Consultation',
    losses: [{ what: 'upcoming-bookings', count: 3, names: [] }],
  }).on(api.removeCalendar, inBin);
  const { whereabouts } = opened(asked);
  fireEvent.click(await screen.findByRole('button', { name: 'Delete the calendar' }));
  await screen.findByText('3 upcoming bookings stay, and their reminders go out.');
  expect(asked.sent(api.removeCalendar)).toEqual([]);
  fireEvent.click(screen.getByRole('button', { name: 'Delete' }));
  await waitFor(() => expect(whereabouts()).toBe('/quayside-dental/bookings'));
  expect(asked.sent(api.removeCalendar)).toHaveLength(1);
});
