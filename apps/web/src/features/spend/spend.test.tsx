import { api, type Answered } from '@plumgate/contract';
import type { Cents } from '@plumgate/core/basics';
import { rateOf } from '@plumgate/core/results';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { serverOf, show } from '../../testing/show.tsx';
import { SpendScreen } from './spend-screen.tsx';
import { monthWords } from './spend-words.ts';

interface Written {
  rows: unknown;
}
type Spend = Answered<typeof api.getSpend>;
const spend = (changes: Partial<Spend> = {}): Spend => ({
  rows: [{ day: '2026-11-04', source: 'Search ads', campaign: 'fall', amount: 3000 as Cents }],
  monthly: null,
  month: {
    ...{ first: '2026-11-01', spent: 9000 as Cents, until: '2026-11-03' },
    endsAt: 90_000 as Cents,
  },
  ...changes,
});
const opened = (given = spend()) => {
  const cost = { cost: 3000, leads: 4, bookings: 2, won: 1, value: 12_000, came: 1 };
  const row = { key: 'Search ads', label: 'Search ads', visitors: 40, conversions: 4, ...cost };
  const rate = rateOf({ converted: 4, visitors: 40 });
  const server = serverOf()
    .on(api.getSpend, () => given)
    .on(api.getResults, () => ({ rows: [{ ...row, rate }], total: { ...row, rate } }))
    .on(api.writeSpend, ({ body }) => ({ written: body.rows.length }));
  show(<SpendScreen />, server, { at: 'results/spend', place: 'results/spend' });
  return server;
};

it.each([
  [spend(), '$90 in November up to Nov 3. At this pace the month ends at about $900.'],
  [
    spend({ monthly: 80_000 as Cents }),
    '$90 in November up to Nov 3. At this pace the month ends at about $900, $100 above the budget of $800.',
  ],
  [
    spend({ monthly: 100_000 as Cents }),
    '$90 in November up to Nov 3. At this pace the month ends at about $900, within the budget of $1,000.',
  ],
  [
    spend({ month: { ...spend().month, until: null, endsAt: null } }),
    'Nothing is written down for November yet.',
  ],
])('says where the month ends: %#', (given, words) => expect(monthWords(given, 'USD')).toBe(words));

it('says what a lead, a booking and a won job cost, and what came back', async () => {
  opened();
  const table = await screen.findByRole('table', { name: 'Cost by source' });
  const cells = within(table)
    .getAllByRole('cell')
    .map((cell) => cell.textContent);
  expect(cells).toEqual(['Search ads', '$30', '4', '$7.50', '2', '$15', '1', '$30', '4.0']);
});

it('takes a cost that is typed, and removes one by a press that can be taken back', async () => {
  const server = opened();
  fireEvent.click(await screen.findByRole('button', { name: 'Add a cost' }));
  const dialog = screen.getByRole('dialog');
  fireEvent.change(within(dialog).getByLabelText('Source'), { target: { value: 'Radio' } });
  const amount = within(dialog).getByLabelText('Amount in USD');
  fireEvent.change(amount, { target: { value: '1,2' } });
  expect(within(dialog).getByText('Give an amount such as 1,250.00.')).toBeTruthy();
  fireEvent.change(amount, { target: { value: '1,250.50' } });
  fireEvent.click(within(dialog).getByRole('button', { name: 'Save' }));
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  fireEvent.click(screen.getByRole('button', { name: /^Remove the cost of Search ads/ }));
  fireEvent.click(await screen.findByRole('button', { name: 'Undo' }));
  await waitFor(() =>
    expect(server.sent(api.writeSpend).map(({ body }) => (body as Written).rows)).toEqual([
      [{ day: '2026-11-05', source: 'Radio', campaign: '', amount: 125_050 }],
      [{ day: '2026-11-04', source: 'Search ads', campaign: 'fall', amount: 0 }],
      [{ day: '2026-11-04', source: 'Search ads', campaign: 'fall', amount: 3000 }],
    ]),
  );
});

it('imports a table whose columns are matched, and says which lines it leaves out', async () => {
  const server = opened();
  fireEvent.click(await screen.findByRole('button', { name: 'Import a file' }));
  const dialog = screen.getByRole('dialog');
  fireEvent.change(within(dialog).getByLabelText(/^A table with headings/), {
    target: { value: 'Day,Campaign,Spent\n11/3/2026,fall,$12.00\n11/4/2026,fall,€3\n11/5/2026,,4' },
  });
  expect(within(dialog).getByText(/Line 3: It is in EUR/)).toBeTruthy();
  expect(within(dialog).getByText(/Line 2: Say which source/)).toBeTruthy();
  fireEvent.change(within(dialog).getByLabelText('Source of all rows'), {
    target: { value: 'Search ads' },
  });
  expect(within(dialog).getByText(/2 rows, \$16 in all/)).toBeTruthy();
  fireEvent.click(within(dialog).getByRole('button', { name: 'Import 2 rows' }));
  expect(await screen.findByText('2 rows imported.')).toBeTruthy();
  expect((server.sent(api.writeSpend)[0]!.body as Written).rows).toEqual([
    { day: '2026-11-03', source: 'Search ads', campaign: 'fall', amount: 1200 },
    { day: '2026-11-05', source: 'Search ads', campaign: '', amount: 400 },
  ]);
});
