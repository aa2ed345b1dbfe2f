import { api, type ResultNote, type ResultRow, type ResultView } from '@plumgate/contract';
import { rateOf } from '@plumgate/core/results';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { idOf, serverOf, show } from '../../testing/show.tsx';
import { ResultsScreen } from './results-screen.tsx';

const row = (key: string, visitors: number, leads: number): ResultRow => ({
  ...{
    key,
    label: key,
    visitors,
    leads,
    conversions: leads,
    bookings: 0,
    came: 0,
    won: 0,
    value: 0,
    cost: null,
  },
  rate: rateOf({ converted: leads, visitors }),
});

const notes: ResultNote[] = [
  { noteId: null, kind: 'published', day: '2026-11-01', words: 'First visit' },
  { noteId: idOf(5), kind: 'own', day: '2026-11-03', words: 'Search ads paused' },
];
let views: ResultView[] = [];
const opened = (rows: ResultRow[], at = 'results') => {
  const server = serverOf().on(api.getResults, ({ query }) => ({
    rows: query.by === 'day' ? [row('2026-11-04', 640, 126)] : rows,
    total: row('', 640, 126),
  }));
  server.on(api.getResultNotes, () => ({ notes }));
  server.on(api.listResultViews, () => ({ views }));
  server.on(api.keepResultView, () => ({ viewId: idOf<ResultView['viewId']>(70) }));
  server.on(api.removeResultView, {});
  show(<ResultsScreen />, server, { at, place: 'results' });
  return server;
};

it('shows the figures of the last 30 days, compares them, and leads to the people', async () => {
  const server = opened([row('Search ads', 392, 84), row('Direct', 33, 4)]);
  expect(
    await screen.findByText(/Between 16\.8% and 22\.9% of visitors become leads/),
  ).toBeTruthy();
  expect(server.sent(api.getResults).map(({ query }) => query)).toEqual([
    { from: '2026-10-07', to: '2026-11-05', by: 'source' },
    { from: '2026-10-07', to: '2026-11-05', by: 'day' },
    { from: '2026-09-07', to: '2026-10-06', by: 'day' },
  ]);
  const table = screen.getByRole('table', { name: 'Source' });
  const leads = within(table).getByRole('link', { name: '84' });
  expect(decodeURIComponent(leads.getAttribute('href')!)).toContain(
    '{"about":"source","is":"Search ads","first":true}',
  );
  expect(within(table).getByText('too few to say')).toBeTruthy();
});

it('takes them apart in another way, and keeps the days that were chosen', async () => {
  const server = opened([row('phone', 60, 6)], 'results?time=own&from=2026-10-01&to=2026-10-31');
  await screen.findByRole('table', { name: 'Source' });
  fireEvent.change(screen.getByLabelText('Taken apart'), { target: { value: 'device' } });
  await screen.findByRole('table', { name: 'Device' });
  expect(server.sent(api.getResults).at(-1)!.query).toEqual({
    ...{ from: '2026-10-01', to: '2026-10-31', by: 'device' },
  });
});

it('compares with another time that is chosen', async () => {
  const server = opened([row('Search ads', 60, 6)]);
  await screen.findByRole('table', { name: 'Source' });
  fireEvent.change(screen.getByLabelText('Compared with'), { target: { value: 'year' } });
  expect(await screen.findByText(/in the same days a year before/)).toBeTruthy();
  expect(server.sent(api.getResults).at(-1)!.query).toEqual({
    ...{ from: '2025-10-07', to: '2025-11-05', by: 'day' },
  });
});

it('says what happened, and takes a note', async () => {
  const server = opened([row('Search ads', 60, 6)]).on(api.addResultNote, () => ({
    noteId: idOf<NonNullable<ResultNote['noteId']>>(6),
  }));
  expect(await screen.findByText('Published: First visit')).toBeTruthy();
  expect(screen.getByText('Search ads paused')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Add a note' }));
  const dialog = screen.getByRole('dialog');
  fireEvent.change(within(dialog).getByLabelText('What happened'), {
    target: { value: 'A story in the paper' },
  });
  fireEvent.click(within(dialog).getByRole('button', { name: 'Add' }));
  await waitFor(() =>
    expect(server.sent(api.addResultNote)[0]!.body).toEqual({
      ...{ day: '2026-11-05', words: 'A story in the paper' },
    }),
  );
});

it('shows no visitors by what is known of people alone', async () => {
  opened([row('Port Alder', 0, 4)], 'results?by=town');
  const table = await screen.findByRole('table', { name: 'Town' });
  const heads = within(table).getAllByRole('columnheader');
  expect(heads.map((head) => head.textContent).slice(0, 2)).toEqual(['Town', 'Leads']);
});

it('shows the hours of the week, the darker the more came', async () => {
  opened([row('4-09', 8, 2), row('7-18', 3, 1)], 'results?by=hour');
  const table = await screen.findByRole('table', { name: 'Visitors by weekday and hour' });
  expect(within(table).getByTitle('Thursday, 9 AM: 8 (72.7%)').textContent).toBe('8');
  expect(within(table).getByTitle('Sunday, 6 PM: 3 (27.3%)')).toBeTruthy();
  fireEvent.change(screen.getByLabelText('What is shown'), { target: { value: 'leads' } });
  expect(screen.getByTitle('Thursday, 9 AM: 2 (66.7%)')).toBeTruthy();
});

it('says where nothing was counted', async () => {
  opened([]);
  expect(await screen.findByText('Nothing was counted in this time')).toBeTruthy();
});

it.each([
  'time=own&from=2026-13-99&to=2026-99-99',
  'time=own&from=2026-10-31&to=2026-10-01',
  'time=toString&by=constructor',
  'by=day',
])(
  'shows the last 30 days by source where the address asks for what there is not: %s',
  async (query) => {
    const server = opened([row('Search ads', 60, 6)], `results?${query}`);
    await screen.findByRole('table', { name: 'Source' });
    expect(server.sent(api.getResults)[0]!.query).toEqual({
      ...{ from: '2026-10-07', to: '2026-11-05', by: 'source' },
    });
  },
);

it('keeps a way to look by a name, shows which is shown, and takes it back', async () => {
  views = [
    { viewId: idOf<ResultView['viewId']>(60), name: 'Sources', fields: { by: 'source' } },
    { viewId: idOf<ResultView['viewId']>(61), name: 'Phones', fields: { by: 'device' } },
  ];
  const server = opened([row('phone', 60, 6)], 'results?by=device');
  const phones = await screen.findByRole('link', { name: 'Phones' });
  expect(phones.getAttribute('aria-current')).toBe('true');
  expect(screen.queryByText('Save this view')).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'Remove the view Phones' }));
  await waitFor(() => expect(server.sent(api.removeResultView)).toHaveLength(1));
  fireEvent.click(await screen.findByRole('button', { name: 'Undo' }));
  await waitFor(() =>
    expect(server.sent(api.keepResultView)[0]!.body).toEqual({
      name: 'Phones',
      fields: { by: 'device' },
    }),
  );
  views = [];
});

it('saves what is shown now', async () => {
  const server = opened([row('First visit', 60, 6)], 'results?by=page&time=last-7');
  fireEvent.click(await screen.findByText('Save this view'));
  fireEvent.change(screen.getByLabelText('Name'), { target: { value: 'Pages of the week' } });
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() =>
    expect(server.sent(api.keepResultView)[0]!.body).toEqual({
      name: 'Pages of the week',
      fields: { by: 'page', time: 'last-7' },
    }),
  );
});
