import { api, type StaffTimesView } from '@plumgate/contract';
import type { BusyFeedId, StaffId, TimeOffId } from '@plumgate/core/basics';
import { usualStaffTimes } from '@plumgate/core/booking';
import { fireEvent, screen } from '@testing-library/react';
import { refusal } from '../../testing/fake-server.ts';
import { idOf, serverOf, show } from '../../testing/show.tsx';
import { StaffScreen } from './staff-screen.tsx';

const member = (number: number, name: string, changes: Partial<StaffTimesView> = {}) => ({
  ...{ id: idOf<StaffId>(number), name, role: 'Dentist' },
  ...{ content: usualStaffTimes, version: 0, timeOff: [], feeds: [] },
  ...changes,
});
const ines = member(1, 'Dr. Ines Rook');
const tom = member(2, 'Dr. Tom Aldous', {
  timeOff: [
    {
      ...{ id: idOf<TimeOffId>(5), note: 'Course' },
      ...{ from: '2026-11-17T18:00:00Z', until: '2026-11-17T22:00:00Z' },
    },
  ],
  feeds: [
    {
      ...{ id: idOf<BusyFeedId>(6), host: 'calendars.example.com' },
      ...{ readAt: '2026-11-05T14:00:00Z', problem: 'The server took too long to answer.' },
    },
  ],
});
const server = () =>
  serverOf()
    .on(api.listStaffTimes, { staff: [ines, tom] })
    .on(api.getStaffFeed, { madeAt: null });
const opened = (given = server()) => show(<StaffScreen />, given, { at: 'bookings/staff' });

it('shows the first, and the one that is chosen, with what keeps them', async () => {
  opened();
  fireEvent.click(await screen.findByRole('link', { name: /Tom Aldous/ }));
  await screen.findByText(/^Tue, Nov 17, 1:00 PM to 5:00 PM/);
  screen.getByText('calendars.example.com');
  screen.getByText(/^Could not be read since: The server took too long to answer\./);
});

it('keeps hours and skills as they are typed, each skill once', async () => {
  const given = server().on(api.saveStaffTimes, {});
  opened(given);
  const skills = await screen.findByLabelText('Skills');
  fireEvent.change(skills, { target: { value: 'Crowns, Children, Crowns,' } });
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  await screen.findByText(/^Saved\./);
  expect(given.sent(api.saveStaffTimes)[0]!.body).toEqual({
    version: 0,
    content: { ...usualStaffTimes, skills: ['Crowns', 'Children'] },
  });
});

it('says why a calendar could not be read, and keeps what was typed', async () => {
  opened(server().on(api.addBusyFeed, () => refusal(422, 'This is not a calendar file.')));
  const address = await screen.findByLabelText<HTMLInputElement>('Address of a calendar');
  fireEvent.change(address, { target: { value: 'https://example.com' } });
  fireEvent.click(screen.getByRole('button', { name: 'Read it' }));
  await screen.findByText(/This is not a calendar file\./);
  expect(address.value).toBe('https://example.com');
});

it('shows an address once, as it is made', async () => {
  const address = 'https://plumgate.example/calendar-feeds/abc.ics';
  opened(server().on(api.makeStaffFeed, { address }));
  fireEvent.click(await screen.findByRole('button', { name: 'Make an address' }));
  expect((await screen.findByLabelText<HTMLInputElement>('Private address')).value).toBe(address);
});

it('says where staff come from while there is none', async () => {
  opened(serverOf().on(api.listStaffTimes, { staff: [] }));
  await screen.findByText('No staff yet');
});
