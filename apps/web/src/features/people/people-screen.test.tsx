import { api, type PersonSummary } from '@plumgate/contract';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { refusal } from '../../testing/fake-server.ts';
import { serverOf, show } from '../../testing/show.tsx';
import { personOf } from '../../testing/samples.ts';
import { PeopleScreen } from './people-screen.tsx';

const opened = async (server: ReturnType<typeof serverOf>) => {
  const shown = show(<PeopleScreen />, server, { at: 'people', place: 'people/:personId?' });
  await screen.findByRole('heading', { name: 'People' });
  return shown;
};
const listOf = (people: PersonSummary[], next: string | null = null, total = people.length) => ({
  people,
  total,
  next,
});
const search = (value: string) =>
  fireEvent.change(screen.getByRole('searchbox'), { target: { value } });

it('says when nobody has written yet', async () => {
  await opened(serverOf().on(api.listPeople, listOf([])));
  expect(await screen.findByText('No people yet')).toBeTruthy();
});

it('shows who, how many in all, and more when asked', async () => {
  const server = serverOf().on(api.listPeople, ({ query }) =>
    (query as { after?: string }).after === 'x'
      ? listOf([personOf(2)], null, 1204)
      : listOf([personOf(1)], 'x', 1204),
  );
  await opened(server);
  expect(await screen.findByText('1,204')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Show more' }));
  expect(await screen.findByRole('link', { name: 'Odalys Penhallow 2' })).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Show more' })).toBeNull();
});

it('a person without a name goes by what there is', async () => {
  await opened(
    serverOf().on(api.listPeople, listOf([personOf(3, { firstName: '', lastName: '' })])),
  );
  expect(await screen.findByRole('link', { name: 'odalys3@example.com' })).toBeTruthy();
});

it('searches on the server, and says what was searched for when nobody matches', async () => {
  const server = serverOf().on(api.listPeople, ({ query }) =>
    (query as { search?: string }).search ? listOf([]) : listOf([personOf(1)]),
  );
  await opened(server);
  await screen.findByRole('link', { name: 'Odalys Penhallow 1' });
  search('  pelican ');
  expect(await screen.findByText('Nobody matches “pelican”')).toBeTruthy();
  expect(server.sent(api.listPeople).at(-1)!.query).toMatchObject({ search: 'pelican' });
});

it('says why the list can’t be shown, and asks again when told to', async () => {
  const server = serverOf().on(api.listPeople, () => refusal(503, 'The program is starting.'));
  show(<PeopleScreen />, server, { at: 'people', place: 'people/:personId?' });
  await screen.findByText('The program is starting.');
  server.on(api.listPeople, listOf([personOf(1)]));
  fireEvent.click(screen.getByRole('button', { name: /again/i }));
  await waitFor(() =>
    expect(screen.getByRole('link', { name: 'Odalys Penhallow 1' })).toBeTruthy(),
  );
});
