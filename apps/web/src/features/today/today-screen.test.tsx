import { api, type TodayBoard } from '@plumgate/contract';
import { fireEvent, screen, within } from '@testing-library/react';
import { idOf, quayside, serverOf, show } from '../../testing/show.tsx';
import { personOf } from '../../testing/samples.ts';
import { TodayScreen } from './today-screen.tsx';
import { overdueGroups } from './overdue.ts';

const now = '2026-11-05T17:12:00Z';
const waitingOf = (
  number: number,
  promisedBy = '2026-11-05T17:30:00Z',
  changes: Parameters<typeof personOf>[1] = {},
): TodayBoard['waiting'][number] => ({
  ...personOf(number, changes),
  ...{ clientId: quayside.id, waitingSince: changes.addedAt ?? '2026-11-05T16:30:00Z', promisedBy },
});
const quiet: TodayBoard = {
  waiting: [],
  waitingTotal: 0,
  held: 0,
  tasks: [],
  bookings: [],
  stoppedNotices: [],
  lostHosts: [],
  failed: [],
};
const serverWith = (board: Partial<TodayBoard>) =>
  serverOf()
    .on(api.getToday, { ...quiet, ...board })
    .on(api.getAnswerTimes, { weeks: [] })
    .on(api.getClock, { now, demo: false });
const opened = async (board: Partial<TodayBoard>) => {
  const server = serverWith(board);
  const shown = show(<TodayScreen />, server, { at: 'today' });
  await screen.findByRole('heading', { name: 'Today' });
  return { server, ...shown };
};

it('says of a quiet day that it is one', async () => {
  await opened({});
  expect(screen.getByText('Thu, Nov 5')).toBeTruthy();
  for (const words of [/^Nobody is waiting/, /^No bookings today/, /^Every message got through/])
    expect(screen.getByText(words)).toBeTruthy();
});

it('shows who waits, by when they are to be answered, and where from', async () => {
  await opened({ waiting: [waitingOf(1)], waitingTotal: 1 });
  const row = screen.getByRole('listitem');
  expect(within(row).getByRole('link', { name: 'Odalys Penhallow 1' }).getAttribute('href')).toBe(
    `/quayside-dental/people/${idOf(1)}`,
  );
  expect(within(row).getByText('from Search ads · first-visit')).toBeTruthy();
  expect(within(row).getByText('answer by 12:30 PM')).toBeTruthy();
  expect(within(row).getByRole('link', { name: '(207) 555-0117' }).getAttribute('href')).toBe(
    'tel:2075550117',
  );
});

it('folds those who are overdue, by the day they came, and says how long they wait', async () => {
  const late = '2026-11-05T17:00:00Z';
  const old = { addedAt: '2026-10-20T16:30:00Z' };
  await opened({
    waiting: [waitingOf(1), waitingOf(2, late), waitingOf(3, late, old)],
    waitingTotal: 3,
  });
  const today = screen.getByText('Overdue since today').closest('details')!;
  expect(today.open).toBe(false);
  expect(within(today).getByText('42 min')).toBeTruthy();
  const longer = screen.getByText('Overdue for longer').closest('details')!;
  expect(within(longer).getByText('16 days')).toBeTruthy();
});

it('opens the newest of the overdue when nobody is within the promise', async () => {
  await opened({ waiting: [waitingOf(2, '2026-11-05T17:00:00Z')], waitingTotal: 1 });
  expect(screen.getByText('Overdue since today').closest('details')!.open).toBe(true);
});

it.each([
  ['2026-11-05T05:00:00Z', 'Overdue since today'],
  ['2026-11-05T04:59:00Z', 'Overdue since yesterday'],
  ['2026-10-29T17:00:00Z', 'Overdue, from the last 7 days'],
  ['2026-10-28T17:00:00Z', 'Overdue for longer'],
])('somebody who wrote at %s is %s', (waitingSince, group) => {
  const person = { waitingSince };
  expect(overdueGroups([person], now, 'America/New_York')).toEqual([[group, [person]]]);
});

it('tells when more wait than are shown', async () => {
  await opened({ waiting: [waitingOf(1), waitingOf(2)], waitingTotal: 140 });
  expect(screen.getByText('140 leads nobody has called or written to')).toBeTruthy();
  expect(screen.getByText('The newest 2 are shown.')).toBeTruthy();
});

it('notes a call with one press', async () => {
  const { server } = await opened({ waiting: [waitingOf(7)], waitingTotal: 1 });
  server.on(api.touchPerson, {} as never);
  fireEvent.click(screen.getByRole('button', { name: /^Called/ }));
  await screen.findByText(/^Noted: called/);
  expect(server.sent(api.touchPerson)).toEqual([
    { params: { personId: idOf(7) }, query: {}, body: { how: 'called', note: '' } },
  ]);
});

it('warns of a host whose record is gone, before and after it is served no more', async () => {
  await opened({
    lostHosts: [
      { shown: 'visit.quayside.test', servedUntil: '2026-11-08T17:00:00Z' },
      { shown: 'old.quayside.test', servedUntil: null },
    ],
  });
  const words = (host: string) => screen.getByText(host).closest('p')!.textContent;
  expect(words('visit.quayside.test')).toBe(
    'The DNS record of visit.quayside.test is gone. Visitors are still answered there until Sun, Nov 8, 12:00 PM.',
  );
  expect(words('old.quayside.test')).toMatch('Visitors are no longer answered there.');
  expect(screen.getAllByRole('link', { name: 'See what it needs' })).toHaveLength(2);
});

it('warns of an address that unsubscribed from notices, and takes it back', async () => {
  const { server } = await opened({
    stoppedNotices: [{ address: 'desk@quayside-dental.test', stoppedAt: '2026-11-04T09:00:00Z' }],
  });
  server.on(api.resumeNotices, {} as never);
  fireEvent.click(screen.getByRole('button', { name: 'Send notices again' }));
  await screen.findByText('desk@quayside-dental.test gets notices again from now on.');
  expect(server.sent(api.resumeNotices)[0]).toMatchObject({
    params: { clientId: quayside.id },
    body: { address: 'desk@quayside-dental.test' },
  });
});

it('says that submissions are held, and leads to them', async () => {
  await opened({ held: 12 });
  expect(screen.getByText('12 submissions are held for review')).toBeTruthy();
  expect(screen.getByRole('link', { name: 'Review' }).getAttribute('href')).toBe(
    '/quayside-dental/held',
  );
});
