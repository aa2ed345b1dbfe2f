import { api } from '@plumgate/contract';
import { emptyCard, type ClientRecords } from '@plumgate/core/clients';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { sheet } from '../../testing/samples.ts';
import { idOf, serverOf, show } from '../../testing/show.tsx';
import { RecordsScreen } from './records-screen.tsx';

const records: ClientRecords = {
  staff: [
    { id: idOf(60), name: 'Ines Rook', role: 'Dentist', about: '', picture: null, ...emptyCard },
    { id: idOf(61), name: 'Tom Aldous', role: 'Hygienist', about: '', picture: null, ...emptyCard },
  ],
  services: [
    {
      ...{ id: idOf(62), name: 'Crown', about: '', picture: null },
      ...{ priceFrom: 90000, priceTo: null },
    },
  ],
  reviews: [],
};
const opened = async () => {
  const server = serverOf()
    .on(api.getClient, sheet)
    .on(api.getClientRecords, records)
    .on(api.saveClientRecords, records);
  show(<RecordsScreen />, server, { at: 'set-up/records' });
  await screen.findByRole('heading', { name: 'Staff, services and reviews' });
  return server;
};
type Server = Awaited<ReturnType<typeof opened>>;
const list = (name: string) => within(screen.getByRole('region', { name }));
const saved = (server: Server) =>
  server.sent(api.saveClientRecords).at(-1)?.body as
    { records: ClientRecords; known: string[] } | undefined;
const untilSaved = (server: Server, times = 1) =>
  waitFor(() => expect(server.sent(api.saveClientRecords)).toHaveLength(times));

it('shows each list, and says what goes into an empty one', async () => {
  await opened();
  expect(list('Staff').getAllByRole('listitem')).toHaveLength(2);
  expect(list('Services').getByLabelText<HTMLInputElement>('Price from, USD').value).toBe('900');
  expect(list('Reviews').getByText('What people said, word for word, and where.')).toBeTruthy();
});

it('saves by itself what is typed, moved and removed, and names what it knew', async () => {
  const server = await opened();
  fireEvent.click(list('Staff').getByRole('button', { name: 'Move person 1 down' }));
  fireEvent.click(list('Services').getByRole('button', { name: 'Remove service 1' }));
  await untilSaved(server);
  expect(saved(server)!.records.staff.map(({ name }) => name)).toEqual(['Tom Aldous', 'Ines Rook']);
  expect(saved(server)!.records.services).toEqual([]);
  expect(saved(server)!.known).toEqual([idOf(60), idOf(61), idOf(62)]);
  fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
  await untilSaved(server, 2);
  expect(saved(server)!.records).toEqual(records);
});

it('keeps prices in whole cents, and what is no price as it was typed', async () => {
  const server = await opened();
  const to = list('Services').getByLabelText<HTMLInputElement>('up to, USD');
  fireEvent.change(to, { target: { value: 'a lot' } });
  expect(list('Services').getByText('Give an amount such as 1,250.00.')).toBeTruthy();
  expect(to.value).toBe('a lot');
  fireEvent.change(to, { target: { value: '$1,250.50' } });
  await untilSaved(server);
  expect(saved(server)!.records.services[0]).toMatchObject({ priceFrom: 90000, priceTo: 125050 });
});

it('waits with a person who has no name yet', async () => {
  const server = await opened();
  fireEvent.click(list('Staff').getByRole('button', { name: 'Add a person' }));
  expect(await screen.findByText('Give a name.')).toBeTruthy();
  expect(server.sent(api.saveClientRecords)).toHaveLength(0);
  fireEvent.change(list('Staff').getAllByLabelText('Name')[2]!, { target: { value: 'Ana' } });
  await untilSaved(server);
  expect(saved(server)!.records.staff[2]).toMatchObject({ name: 'Ana', role: '' });
});
