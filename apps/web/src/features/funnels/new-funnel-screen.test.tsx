import { api, type TemplateContent, type TemplateView } from '@plumgate/contract';
import type { FunnelId } from '@plumgate/core/basics';
import { emptyPage } from '@plumgate/core/page';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { refusal } from '../../testing/fake-server.ts';
import { sheet } from '../../testing/samples.ts';
import { idOf, serverOf, show } from '../../testing/show.tsx';
import { NewFunnelScreen } from './new-funnel-screen.tsx';
import { inBin, withBin } from '../../testing/with-bin.ts';

const own = {
  id: idOf(70),
  kind: 'funnel',
  name: 'Our evenings',
  content: { pages: [{ name: 'Evening', draft: { page: emptyPage('Evening'), forms: {} } }] },
} as TemplateView;
const opened = async (templates: TemplateView[] = []) => {
  const server = serverOf()
    .on(api.getClient, sheet)
    .on(api.listTemplates, { templates })
    .on(api.listCalendars, { calendars: [] })
    .on(api.getClientRecords, { staff: [], services: [], reviews: [] })
    .on(api.createFunnel, { funnelId: idOf<FunnelId>(950) });
  const shown = show(<NewFunnelScreen />, server, { at: 'funnels/new' });
  await screen.findByRole('heading', { name: 'New funnel' });
  return { server, ...shown };
};
const cards = () => screen.getAllByRole('listitem').map(({ textContent }) => textContent!);
const choose = (name: RegExp) => fireEvent.click(screen.getByRole('button', { name }));
const type = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const start = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Create funnel' });

it('begins from nothing with a name alone', async () => {
  const { server, whereabouts } = await opened();
  expect(start().disabled).toBe(true);
  type('Name of the new funnel', 'Winter drains');
  fireEvent.click(start());
  await waitFor(() => expect(whereabouts()).toBe(`/quayside-dental/funnels/${idOf(950)}`));
  const { name, from } = server.sent(api.createFunnel)[0]!.body as {
    name: string;
    from: TemplateContent;
  };
  expect([name, from.pages.map((page) => page.name)]).toEqual([
    'Winter drains',
    ['Winter drains', 'Thank you'],
  ]);
});

it.each([
  ['Aim', 'listing', /home|listing|showing/i],
  ['Trade', 'health', /visit|event|guide|survey|review|contact|offer|time|thank|nothing/i],
])('narrows what is shown by %s', async (label, value, fitting) => {
  await opened();
  const before = cards().length;
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
  expect(cards().length).toBeLessThan(before);
  for (const card of cards()) expect(card).toMatch(fitting);
});

it('searches names, what they are about, and their pages', async () => {
  await opened();
  type('Search templates', 'twilight pelican');
  expect(screen.getByText(/^No template matches/)).toBeTruthy();
  type('Search templates', 'TABLET');
  expect(cards()).toHaveLength(1);
});

it('asks for what only its taker knows, names the funnel after the first answer, and says what is open', async () => {
  const { server } = await opened();
  choose(/^One home for sale/);
  expect(
    screen.getByText(/^Still needed: the home’s address, a sentence or two about it/),
  ).toBeTruthy();
  type('The home’s address', '3 Ropewalk Loft');
  type('A sentence or two about it', 'Light on three sides.');
  type('Asking price', '$612,000');
  type('Size in a line', '3 bedrooms');
  expect(screen.getByText('“3 Ropewalk Loft”, if you leave it empty')).toBeTruthy();
  fireEvent.click(start());
  await waitFor(() => expect(server.sent(api.createFunnel)).toHaveLength(1));
  expect(server.sent(api.createFunnel)[0]!.body).toMatchObject({ name: '3 Ropewalk Loft' });
});

it('takes only the pages that are wanted', async () => {
  const { server } = await opened();
  choose(/^First visit with a time/);
  const pages = within(screen.getByRole('group', { name: 'Pages to include' }));
  fireEvent.click(pages.getByLabelText('Choose a time'));
  type('Name of the new funnel', 'Visits');
  fireEvent.click(start());
  await waitFor(() => expect(server.sent(api.createFunnel)).toHaveLength(1));
  const { from } = server.sent(api.createFunnel)[0]!.body as { from: TemplateContent };
  expect(from.pages.map(({ name }) => name)).toEqual(['First visit', 'Thank you']);
});

it('needs at least one page', async () => {
  await opened();
  choose(/^Guide by email/);
  type('What the guide is called', 'Seven questions');
  for (const box of screen.getAllByRole('checkbox')) fireEvent.click(box);
  expect(start().disabled).toBe(true);
});

it('offers the agency’s own, which can be taken off the list', async () => {
  const { server } = await opened([own]);
  withBin(server, { name: 'Our evenings' }).on(api.removeTemplate, inBin);
  fireEvent.click(screen.getByRole('button', { name: 'Delete the template Our evenings' }));
  await screen.findByText('“Our evenings” is in the bin for 30 days.');
});

it('says why it could not start, and keeps what was typed', async () => {
  const { server } = await opened();
  server.on(api.createFunnel, () => refusal(409, 'There is a funnel of this name.'));
  type('Name of the new funnel', 'Winter drains');
  fireEvent.click(start());
  await screen.findByText('There is a funnel of this name.');
  expect(screen.getByLabelText<HTMLInputElement>('Name of the new funnel').value).toBe(
    'Winter drains',
  );
});
