import { api, type BinEntry, type ErasureView } from '@plumgate/contract';
import type { BinId } from '@plumgate/core/basics';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { refusal } from '../../testing/fake-server.ts';
import { idOf, quayside, serverOf, show } from '../../testing/show.tsx';
import { BinScreen } from './bin-screen.tsx';

const entry = (number: number, changes: Partial<BinEntry> = {}): BinEntry => ({
  id: idOf<BinId>(number),
  kind: 'funnel',
  name: `Funnel ${number}`,
  removedAt: `2026-11-0${number}T14:12:00Z`,
  removedBy: 'Maren Oriel',
  goneAt: `2026-12-0${number}T14:12:00Z`,
  ...changes,
});

async function opened(things: BinEntry[], erasures: ErasureView[] = []) {
  const server = serverOf()
    .on(api.listBin, { things })
    .on(api.queryErasures, { erasures })
    .on(api.getRetention, { months: null, how: 'erase', total: 0, upcoming: [] });
  show(<BinScreen />, server);
  await screen.findByText(things[0]?.name ?? 'The bin is empty');
  return server;
}
const names = () =>
  screen
    .getAllByRole('row')
    .slice(1)
    .map((row) => within(row).getAllByRole('cell')[0]!.firstChild!.textContent);

it('says what is in it, who deleted it and when it goes for good', async () => {
  await opened([entry(5)]);
  screen.getByText('Thu, Nov 5, 9:12 AM, by Maren Oriel');
  screen.getByText('Sat, Dec 5, 9:12 AM');
});

it('says what belongs here while it is empty', async () => {
  await opened([]);
  screen.getByText(/can be restored/);
});

it('is sorted by what is pressed, and back by a second press', async () => {
  await opened([entry(3), entry(5, { name: 'Ana', kind: 'person' }), entry(4)]);
  const sort = screen.getByRole('button', { name: 'Name' });
  fireEvent.click(sort);
  expect(names()).toEqual(['Ana', 'Funnel 3', 'Funnel 4']);
  fireEvent.click(sort);
  expect(names()).toEqual(['Funnel 4', 'Funnel 3', 'Ana']);
});

it('restores something, and says what is not as it was', async () => {
  const server = await opened([entry(5)]);
  server.on(api.restoreFromBin, { note: '“Fees” is at /fees-2 now.' });
  fireEvent.click(screen.getByRole('button', { name: 'Restore' }));
  await screen.findByText('“Funnel 5” is restored.');
  await screen.findByText('“Fees” is at /fees-2 now.');
  expect(server.sent(api.restoreFromBin)[0]?.params).toEqual({
    clientId: quayside.id,
    binId: idOf(5),
  });
});

it('says why something can’t be restored', async () => {
  const server = await opened([entry(5)]);
  server.on(api.restoreFromBin, () => refusal(409, 'Something else has taken its place.'));
  fireEvent.click(screen.getByRole('button', { name: 'Restore' }));
  await screen.findByText('Something else has taken its place.');
});

it('asks before something goes for good', async () => {
  const server = await opened([entry(5, { kind: 'person', name: 'Ana Villar' })]);
  server.on(api.eraseFromBin, {});
  fireEvent.click(screen.getByRole('button', { name: 'Delete for good' }));
  const dialog = screen.getByRole('dialog', { name: 'Delete “Ana Villar” for good?' });
  within(dialog).getByText(/Everything that is known of them goes/);
  expect(server.sent(api.eraseFromBin)).toEqual([]);
  fireEvent.click(within(dialog).getByRole('button', { name: 'Delete for good' }));
  await waitFor(() => expect(server.sent(api.eraseFromBin)).toHaveLength(1));
});

it('tells of people who were erased, and finds one by their address', async () => {
  const counts = { submissions: 2, messages: 1, bookings: 0, files: 0 };
  const server = await opened(
    [],
    [
      {
        ...{ id: idOf(8), how: 'erased', because: 'deleted by Maren Oriel' },
        ...{ at: '2026-11-05T14:12:00Z', counts },
      },
    ],
  );
  const line = (await screen.findByText('Thu, Nov 5, 9:12 AM')).closest('li')!;
  expect(line.textContent).toContain('deleted by Maren Oriel · 2 submissions · 1 message');
  server.on(api.queryErasures, { erasures: [] });
  fireEvent.change(screen.getByLabelText('Email or phone'), { target: { value: 'a@example.com' } });
  await screen.findByText('Nobody with this address or number was erased.');
  expect(server.sent(api.queryErasures).at(-1)!.body).toEqual({ contact: 'a@example.com' });
});
