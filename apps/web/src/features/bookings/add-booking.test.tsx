import { api } from '@plumgate/contract';
import type { BookingId, PersonId } from '@plumgate/core/basics';
import { fireEvent, screen } from '@testing-library/react';
import { calendarOf } from '../../testing/samples.ts';
import { idOf, quayside, serverOf, show } from '../../testing/show.tsx';
import { AddBooking, BookPerson } from './add-booking.tsx';

const now = '2026-11-05T14:12:00Z';
const calendar = calendarOf(31, 'First visit');
const slot = (start: string) => ({ start, local: '', offset: '', repeated: null, left: 1 });
const serverWith = (slots: string[]) =>
  serverOf()
    .on(api.getClock, { now, demo: false })
    .on(api.listCalendars, { calendars: [calendar] })
    .on(api.listSlots, { slots: slots.map(slot) })
    .on(api.addBooking, ({ body }) => ({
      id: idOf<BookingId>(41),
      calendarId: calendar.id,
      calendarName: 'First visit',
      startsAt: (body as { start: string }).start,
      endsAt: '2026-11-06T15:00:00Z',
      state: 'booked' as const,
      person: { id: idOf<PersonId>(7), name: 'Odalys', email: '', phone: '' },
      ...{ staff: null, place: null, answers: [], deposit: null },
    }));
const opened = (slots: string[]) => {
  const server = serverWith(slots);
  const shown = show(
    <BookPerson clientId={quayside.id} person={{ id: idOf(7), name: 'Odalys Penhallow' }} />,
    server,
  );
  return { server, ...shown };
};

it('books somebody known at a free time in three presses, with nothing typed', async () => {
  const { server, whereabouts } = opened(['2026-11-06T14:00:00Z', '2026-11-06T14:30:00Z']);
  fireEvent.click(await screen.findByRole('button', { name: 'Book' }));
  fireEvent.click(await screen.findByRole('button', { name: 'Fri, Nov 6, 9:30 AM' }));
  fireEvent.click(screen.getByRole('button', { name: 'Book Fri, Nov 6, 9:30 AM' }));
  await screen.findByText(/^Booked: Fri, Nov 6, 9:30 AM/);
  expect(server.sent(api.addBooking)[0]!.body).toMatchObject({
    start: '2026-11-06T14:30:00Z',
    personId: idOf(7),
  });
  fireEvent.click(screen.getByRole('button', { name: 'Show' }));
  expect(whereabouts()).toBe(`/quayside-dental/bookings?on=2026-11-06&booking=${idOf(41)}`);
});

it('says that nothing is free, and takes a time that is typed', async () => {
  opened([]);
  fireEvent.click(await screen.findByRole('button', { name: 'Book' }));
  expect(await screen.findByText(/^No free time in the next 21 days/)).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Type another time' }));
  fireEvent.change(screen.getByLabelText(/^Day and time, Eastern Time/), {
    target: { value: '2026-11-08T12:00' },
  });
  expect(screen.getByRole('button', { name: 'Book Sun, Nov 8, 12:00 PM' })).toBeTruthy();
});

it('asks whether a common mail host was meant that an address only resembles', async () => {
  show(<AddBooking calendars={[calendar]} now={now} onClose={() => {}} />, serverWith([]));
  const email = await screen.findByLabelText<HTMLInputElement>('Email');
  fireEvent.change(email, { target: { value: 'nell.abara@gmial.com' } });
  fireEvent.click(screen.getByRole('button', { name: 'nell.abara@gmail.com' }));
  expect(email.value).toBe('nell.abara@gmail.com');
  expect(screen.queryByText(/^Did you mean/)).toBeNull();
});
