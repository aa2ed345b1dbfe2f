import { api, type FunnelSummary } from '@plumgate/contract';
import type { ClientId, FunnelId } from '@plumgate/core/basics';
import { fireEvent, screen, within } from '@testing-library/react';
import { idOf, quayside, serverOf, show } from '../../testing/show.tsx';
import { FunnelsScreen } from './funnels-screen.tsx';

const marram = {
  ...quayside,
  id: idOf<ClientId>(2),
  name: 'Marram Coast',
  slug: 'marram' as never,
};
const funnelOf = (number: number, changes: Partial<FunnelSummary>): FunnelSummary => ({
  id: idOf<FunnelId>(number),
  clientId: quayside.id,
  name: `Funnel ${number}`,
  folder: '',
  steps: 2,
  state: 'live',
  address: null,
  visitors30: 0,
  leads30: 0,
  converted30: 0,
  ...changes,
});
const all = [
  funnelOf(1, { name: 'First visit', visitors30: 1640, leads30: 126, converted30: 126, steps: 1 }),
  funnelOf(2, { name: 'Whitening', folder: 'Winter' }),
  funnelOf(3, { name: 'Braces', folder: 'Autumn' }),
  funnelOf(4, { name: 'Twilight viewing', clientId: marram.id, folder: 'Homes' }),
];
const opened = async (funnels = all) => {
  const server = serverOf()
    .on(api.listClients, { clients: [quayside, marram] })
    .on(api.listAllFunnels, { funnels });
  const shown = show(<FunnelsScreen />, server, { at: 'funnels' });
  await screen.findByRole('heading', { name: 'Funnels' });
  return shown;
};
const search = (value: string) =>
  fireEvent.change(screen.getByLabelText('Search all clients’ funnels'), { target: { value } });
const rows = () =>
  screen
    .getAllByRole('row')
    .map((row) => row.textContent)
    .slice(1);

it('says what a funnel is where there is none', async () => {
  await opened([]);
  expect(screen.getByText('Nothing built for Quayside Dental yet')).toBeTruthy();
});

it('shows this client’s, those without a folder first, with steps and rate', async () => {
  await opened();
  expect(rows().map((text) => text?.replace(/Live.*/, ''))).toEqual([
    'First visit1 step',
    'Autumn',
    'Braces2 steps',
    'Winter',
    'Whitening2 steps',
  ]);
  const first = screen.getByRole('link', { name: 'First visit' }).closest('tr')!;
  expect(within(first).getByText('1,640')).toBeTruthy();
  expect(within(first).getByText('7.7%')).toBeTruthy();
});

it.each([
  ['twilight', ['Marram Coast', 'Twilight viewing2 steps']],
  ['HOMES', ['Marram Coast', 'Twilight viewing2 steps']],
  ['marram', ['Marram Coast', 'Twilight viewing2 steps']],
  ['bra', ['Quayside Dental', 'Braces2 steps']],
])('a search for “%s” looks through all clients', async (words, found) => {
  await opened();
  search(words);
  expect(rows().map((text) => text?.replace(/Live.*/, ''))).toEqual(found);
});

it('leads to another client’s funnel at its own place', async () => {
  const { whereabouts } = await opened();
  search('twilight');
  fireEvent.click(screen.getByRole('link', { name: 'Twilight viewing' }));
  expect(whereabouts()).toBe(`/marram/funnels/${idOf(4)}`);
});

it('says so when nobody has one like that', async () => {
  await opened();
  search('pelican');
  expect(
    screen.getByText(/No client has a funnel whose name, folder or address says “pelican”/),
  ).toBeTruthy();
});
