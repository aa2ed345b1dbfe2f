import { api, type PageChoice } from '@plumgate/contract';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { choiceOf } from '../../testing/samples.ts';
import { idOf, serverOf, show } from '../../testing/show.tsx';
import { AllPagesScreen } from './all-pages-screen.tsx';
import { inBin, withBin } from '../../testing/with-bin.ts';

const pages = [
  choiceOf(1, {
    name: 'First visit',
    slug: 'first-visit',
    visitors30: 1640,
    leads30: 126,
    converted30: 126,
  }),
  choiceOf(2, { name: 'Times', funnel: 'Evenings', slug: 'times', state: 'draft', live: false }),
  choiceOf(3, { name: 'Fees', state: 'offline', live: false }),
];
const opened = async (list: PageChoice[] = pages) => {
  const server = serverOf().on(api.listPages, { pages: list });
  const shown = show(<AllPagesScreen />, server, { at: 'funnels/pages' });
  await screen.findByRole('heading', { name: 'Funnels' });
  return { server, ...shown };
};
const rowOf = (name: string) => screen.getByRole('link', { name }).closest('tr')!;
const menuOf = async (name: string) => {
  const trigger = screen.getByRole('button', { name: `Actions for ${name}` });
  trigger.focus();
  fireEvent.keyDown(trigger, { key: 'Enter' });
  return screen.findByRole('menu');
};

it('says when there is none', async () => {
  await opened([]);
  expect(screen.getByText('No page for Quayside Dental yet')).toBeTruthy();
});

it('shows each page with its state, address, numbers and last change', async () => {
  await opened();
  const cells = within(rowOf('First visit'))
    .getAllByRole('cell')
    .map(({ textContent }) => textContent);
  expect(cells.slice(0, 9)).toEqual([
    'First visitWinter offer',
    'Live',
    '/first-visit',
    '1,640',
    '126',
    '7.7%',
    '0',
    'Tue, Sep 1',
    'Thu, Nov 5, 11:30 AM',
  ]);
  expect(within(rowOf('Times')).getByText('Draft')).toBeTruthy();
  expect(within(rowOf('Fees')).getByText('Offline')).toBeTruthy();
});

it('links to the address only where somebody answers', async () => {
  await opened();
  expect(within(rowOf('First visit')).getByRole('link', { name: '/first-visit' })).toBeTruthy();
  expect(within(rowOf('Times')).queryByRole('link', { name: '/times' })).toBeNull();
});

it.each([
  ['even', ['Times']],
  ['FIRST-VISIT', ['First visit']],
  ['nothing like it', []],
])('is searched by name, funnel and address: %s', async (words, left) => {
  await opened();
  fireEvent.change(screen.getByLabelText('Search these pages'), { target: { value: words } });
  const names = ['First visit', 'Times', 'Fees'].filter((name) =>
    screen
      .queryAllByRole('link', { name })
      .some((link) => link.className.includes('font-semibold')),
  );
  expect(names).toEqual(left);
  if (left.length === 0) expect(screen.getByText('No page matches')).toBeTruthy();
});

it('takes a page offline, and back by Undo', async () => {
  const { server } = await opened();
  server.on(api.changeStep, { state: 'offline' });
  const menu = await menuOf('First visit');
  fireEvent.click(within(menu).getByRole('menuitem', { name: 'Take it offline' }));
  await screen.findByText(/^First visit is offline\./);
  fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
  await waitFor(() =>
    expect(server.sent(api.changeStep).map(({ body }) => body)).toEqual([
      { offline: true },
      { offline: false },
    ]),
  );
});

it('offers what is offline to be put online again, and a draft neither', async () => {
  await opened();
  const menu = await menuOf('Fees');
  expect(within(menu).getByRole('menuitem', { name: 'Bring back online' })).toBeTruthy();
  fireEvent.keyDown(menu, { key: 'Escape' });
  const other = await menuOf('Times');
  const offline = within(other).getByRole('menuitem', { name: 'Take it offline' });
  expect(offline.getAttribute('aria-disabled')).toBe('true');
});

it('deletes a page, and brings it back by Undo', async () => {
  const { server } = await opened();
  withBin(server, { name: 'Fees' }).on(api.removeStep, inBin);
  const menu = await menuOf('Fees');
  fireEvent.click(within(menu).getByRole('menuitem', { name: 'Delete it…' }));
  await screen.findByText('“Fees” is in the bin for 30 days.');
  fireEvent.click(screen.getAllByRole('button', { name: 'Undo' })[0]!);
  await waitFor(() => expect(server.sent(api.restoreFromBin)).toHaveLength(1));
  expect(server.sent(api.removeStep)[0]?.params).toEqual({ pageId: idOf(3) });
});

it('opens a page to be edited', async () => {
  const { whereabouts } = await opened();
  const menu = await menuOf('Times');
  fireEvent.click(within(menu).getByRole('menuitem', { name: 'Edit the page' }));
  await waitFor(() => expect(whereabouts()).toBe(`/quayside-dental/pages/${idOf(2)}`));
});

it('gives it another name, and nothing is sent when it stays', async () => {
  const { server } = await opened();
  server.on(api.changeStep, { state: 'live' });
  for (const name of ['Fees', 'What it costs']) {
    const menu = await menuOf('Fees');
    fireEvent.click(within(menu).getByRole('menuitem', { name: 'Rename…' }));
    const dialog = await screen.findByRole('dialog', { name: 'Name the page' });
    fireEvent.change(within(dialog).getByLabelText('Name'), { target: { value: name } });
    fireEvent.click(within(dialog).getByRole('button', { name: 'Rename' }));
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  }
  await screen.findByText('Named “What it costs”.');
  expect(server.sent(api.changeStep)).toHaveLength(1);
});
