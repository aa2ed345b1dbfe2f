import { emptyCard, type ClientRecords } from '@plumgate/core/clients';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

/** Staff, services and reviews are typed once for a client, and are nobody else's. */
let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterAll(() => app.stop());

const id = (n: number) => `00000000-0000-4000-8000-0000000000${n}`;
const member = (n: number, name: string) => ({
  ...{ id: id(n), name, role: 'Dentist', about: '', picture: null },
  ...emptyCard,
});
const review = {
  ...{ id: id(30), said: 'Kind.', who: 'Dana R.', stars: 5, source: 'Harbor Pages', picture: null },
};
const crown = {
  ...{ id: id(20), name: 'Crown', about: 'In a day.', picture: null },
  ...{ priceFrom: 90000, priceTo: null },
};
const at = (client = world.client.id) => `/api/clients/${client}/records`;
const owner = (method: 'GET' | 'PUT', url: string, body?: object) =>
  app.api(method, url, body, 'owner@example.com');
const save = (records: object, known: string[] = [], client?: string) =>
  owner('PUT', at(client as never), { records, known });
const listed = async () => (await owner('GET', at())).json<ClientRecords>();

it('keeps the lists in their order, and changes what it knows', async () => {
  expect(await listed()).toEqual({ staff: [], services: [], reviews: [] });
  const two = [member(11, 'Ines Rook'), member(12, 'Tom Aldous')];
  const first = { staff: two, services: [crown], reviews: [review] };
  expect((await save(first)).json()).toEqual(first);
  const turned = {
    ...first,
    staff: [two[1]!, { ...two[0]!, role: 'Owner' }],
    services: [{ ...crown, priceTo: 120000 }],
  };
  expect((await save(turned, [id(11), id(12), id(20), id(30)])).json()).toEqual(turned);
  expect(await listed()).toEqual(turned);
});

it('deletes what the writer knew and left out, and nothing that somebody else added', async () => {
  const before = await listed();
  const added = { ...before, staff: [...before.staff, member(13, 'Added meanwhile')] };
  await save(added, [id(11), id(12), id(20), id(30)]);
  await save({ ...before, staff: [before.staff[0]!], reviews: [] }, [
    ...[id(11), id(12), id(20), id(30)],
  ]);
  const after = await listed();
  expect(after.staff.map(({ name }) => name).toSorted()).toEqual(['Added meanwhile', 'Tom Aldous']);
  expect(after.reviews).toEqual([]);
});

it.each([
  ['a nameless person', { staff: [member(14, ' ')] }, 'Give a name.'],
  ['six stars', { reviews: [{ ...review, stars: 6 }] }, null],
  [
    'a picture of nobody’s',
    { staff: [{ ...member(15, 'Ana'), picture: { id: id(99), width: 1, height: 1 } }] },
    'This picture no longer exists. Choose another.',
  ],
])('refuses %s and loses nothing', async (_what, wrong, message) => {
  const before = await listed();
  const answer = await save({ staff: [], services: [], reviews: [], ...wrong });
  expect(answer.statusCode).toBe(400);
  if (message) expect(answer.body).toContain(message);
  expect(await listed()).toEqual(before);
});

it('is no way to another client’s records', async () => {
  const before = await listed();
  const other = (
    await app.api(
      'POST',
      '/api/clients',
      { name: 'Other', slug: 'other-records', zone: 'America/New_York' },
      'owner@example.com',
    )
  ).json<{ id: string }>();
  const stolen = { staff: [{ ...before.staff[0]!, name: 'Mine now' }], services: [], reviews: [] };
  expect((await save(stolen, [], other.id)).statusCode).toBe(404);
  await save({ staff: [], services: [], reviews: [] }, [before.staff[0]!.id], other.id);
  expect(await listed()).toEqual(before);
});
