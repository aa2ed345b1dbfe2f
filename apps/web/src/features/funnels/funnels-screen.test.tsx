import { api } from '@plumgate/contract';
import type { ClientId } from '@plumgate/core/basics';
import { fireEvent, screen, within } from '@testing-library/react';
import { funnelOf, stepsNamed } from '../../testing/samples.ts';
import { idOf, quayside, serverOf, show } from '../../testing/show.tsx';
import { FunnelsScreen } from './funnels-screen.tsx';

const marram = {
  ...quayside,
  id: idOf<ClientId>(2),
  name: 'Marram Coast',
  slug: 'marram' as never,
};
const all = [
  funnelOf(1, {
    name: 'First visit',
    visitors30: 1640,
    leads30: 126,
    converted30: 126,
    pages: stepsNamed('First page'),
  }),
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
/** The headings and under each the funnels, in reading order. */
const shownOn = () =>
  screen
    .getAllByRole('heading')
    .filter((heading) => heading.tagName !== 'H1')
    .map((heading) => heading.textContent);

it('says what a funnel is where there is none', async () => {
  await opened([]);
  expect(screen.getByText('Nothing built for Quayside Dental yet')).toBeTruthy();
});

it('shows this client’s, those without a folder first, with their pages and numbers', async () => {
  await opened();
  expect(shownOn()).toEqual(['First visit', 'Autumn', 'Braces', 'Winter', 'Whitening']);
  const first = within(screen.getByRole('link', { name: 'First visit' }).closest('li')!);
  for (const words of ['1 step', '1,640', '7.7%', '1 · First page']) first.getByText(words);
});

it('counts the steps for which there is no room', async () => {
  const names = ['One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven'];
  await opened([funnelOf(1, { pages: stepsNamed(...names) })]);
  expect(screen.getByText('5 · Five')).toBeTruthy();
  expect(screen.queryByText('6 · Six')).toBeNull();
  expect(screen.getByText('and 2 more')).toBeTruthy();
});

it.each([
  ['twilight', ['Marram Coast', 'Twilight viewing']],
  ['HOMES', ['Marram Coast', 'Twilight viewing']],
  ['marram', ['Marram Coast', 'Twilight viewing']],
  ['bra', ['Quayside Dental', 'Braces']],
])('a search for “%s” looks through all clients', async (words, found) => {
  await opened();
  search(words);
  expect(shownOn()).toEqual(found);
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
