import type { Answered, api, ListingView } from '@plumgate/contract';
import { emptyListing, type ListingContent } from '@plumgate/core/listings';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

/** Homes for sale: made by hand, found, changed, and brought in and out by the trade's names. */
let app: TestApp;
let world: World;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterEach(() => app.stop());

const owner = (method: 'GET' | 'POST' | 'PUT' | 'DELETE', url: string, body?: object) =>
  app.api(method, url, body, 'owner@example.com');
const of = (rest = '') => `/api/clients/${world.client.id}/listings${rest}`;
const list = async (query = '') =>
  (await owner('GET', of(query))).json<Answered<typeof api.listListings>>();
const streets = async (query = '') =>
  (await list(query)).listings.map(({ content }) => content.street);
const add = async (given: Partial<ListingContent>) => {
  const answer = await owner('POST', of(), given);
  expect([answer.statusCode, answer.body]).toEqual([200, expect.anything()]);
  return answer.json<{ id: string }>().id;
};
const get = async (id: string) => (await owner('GET', `/api/listings/${id}`)).json<ListingView>();
const save = (id: string, { version, content }: ListingView, changes: Partial<ListingContent>) =>
  owner('PUT', `/api/listings/${id}`, { version, content: { ...content, ...changes } });
const bring = async (payload: string, type: string, query = '') => {
  const answer = await app.raw('POST', of(`/import${query}`), payload, { 'content-type': type });
  expect([answer.statusCode, answer.body]).toEqual([200, expect.anything()]);
  await app.settle();
  const { jobId } = answer.json<{ jobId: string }>();
  return (await owner('GET', `/api/jobs/${jobId}`)).json<{
    state: string;
    result: Record<string, unknown>;
  }>();
};

it('is made by its street, and found by what it says', async () => {
  await add({
    street: '14 Beacon Hill Road',
    town: 'Marram Bay',
    number: 'MC-104',
    price: 42_900_000,
  });
  await app.move('PT1M');
  await add({ street: '3 Ropewalk', town: 'Gannet Head', price: 31_500_000, status: 'pending' });
  expect(await streets()).toEqual(['3 Ropewalk', '14 Beacon Hill Road']);
  expect(await streets('?find=beacon%20marram')).toEqual(['14 Beacon Hill Road']);
  expect(await streets('?find=mc-104')).toEqual(['14 Beacon Hill Road']);
  expect(await streets('?find=100%25')).toEqual([]);
  expect(await streets('?priceTo=40000000')).toEqual(['3 Ropewalk']);
  expect(await streets('?status=active')).toEqual(['14 Beacon Hill Road']);
  expect(await streets('?town=Gannet%20Head')).toEqual(['3 Ropewalk']);
  const { towns, total } = await list();
  expect([towns, total]).toEqual([['Gannet Head', 'Marram Bay'], 2]);
  const first = await list('?limit=1');
  expect(await streets(`?limit=1&after=${first.next}`)).toEqual(['14 Beacon Hill Road']);
});

it('remembers what was asked before, and when it was sold', async () => {
  const id = await add({ street: '3 Ropewalk', price: 31_500_000 });
  const made = await get(id);
  expect(made.content.listedOn).toBe('2026-11-05');
  await app.move('P10D');
  await save(id, made, { price: 29_900_000 });
  const answer = await save(id, await get(id), { status: 'sold', soldPrice: 29_000_000 });
  expect(answer.json<ListingView>().content).toMatchObject({
    ...{ price: 29_900_000, soldPrice: 29_000_000, soldOn: '2026-11-15' },
    pricesBefore: [{ price: 31_500_000, until: '2026-11-15' }],
  });
});

it.each([
  [{ street: '' }, 'Give the street and number.'],
  [{ street: '1 A St', price: -5 }, 'Give a price such as 429,000.'],
  [
    { street: '1 A St', agent: crypto.randomUUID() },
    'This member of the staff no longer exists. Choose another.',
  ],
  [
    {
      street: '1 A St',
      pictures: [{ picture: { id: crypto.randomUUID(), width: 9, height: 9 }, alt: '' }],
    },
    'This picture no longer exists. Choose another.',
  ],
])('%j is refused in words', async (given, words) => {
  const answer = await owner('POST', of(), given);
  expect(answer.statusCode).toBe(400);
  expect(answer.json<{ detail: string }>().detail).toEqual(
    typeof words === 'string' ? words : expect.stringMatching(words),
  );
});

it('keeps what another saved, and one number for one home', async () => {
  const id = await add({ street: '3 Ropewalk', number: '7' });
  const before = await get(id);
  await save(id, before, { beds: 2 });
  expect((await save(id, before, { beds: 3 })).json()).toMatchObject({ code: 'changed-elsewhere' });
  const taken = await owner('POST', of(), { street: '9 Kelp Lane', number: '7' });
  expect(taken.json<{ detail: string }>().detail).toContain('Another listing has this number');
  await owner('DELETE', `/api/listings/${id}`);
  expect((await owner('GET', `/api/listings/${id}`)).statusCode).toBe(404);
  await add({ street: '9 Kelp Lane', number: '7' });
});

const header = 'ListingId,UnparsedAddress,City,ListPrice,BedroomsTotal,StandardStatus';
it('comes in as CSV: new ones made, known ones changed, what can’t be read said', async () => {
  await add({
    street: '14 Beacon Hill Road',
    town: 'Marram Bay',
    number: 'MC-104',
    price: 42_900_000,
    about: 'Ours',
  });
  await add({ street: '5 Quay St', town: 'Marram Bay' });
  const csv = [
    header,
    'MC-104,14 Beacon Hill Road,Marram Bay,419000,3,Active',
    'MC-105,3 Ropewalk,Gannet Head,"$315,000",2,Pending',
    ',5 Quay St,Marram Bay,250000,,Active',
    'MC-106,,Gannet Head,1,1,Active',
    'MC-107,1 A St,Gannet Head,soon,1,Active',
  ].join('\r\n');
  expect((await bring(csv, 'text/csv', '?try=yes')).result).toMatchObject({
    made: 1,
    changed: 2,
    bad: 2,
  });
  expect((await list()).total).toBe(2);
  const { state, result } = await bring(csv, 'text/csv');
  expect([state, result]).toMatchObject(['done', { made: 1, changed: 2, of: 5, bad: 2 }]);
  const found = (await list()).listings.map(({ content }) => content);
  expect(found.find(({ number }) => number === 'MC-104')).toMatchObject({
    ...{ price: 41_900_000, beds: 3 },
    pricesBefore: [{ price: 42_900_000, until: '2026-11-05' }],
  });
  expect(found.find(({ street }) => street === '5 Quay St')).toMatchObject({ price: 25_000_000 });
  // Again: nothing is new, nothing is there twice.
  expect((await bring(csv, 'text/csv')).result).toMatchObject({ made: 0, changed: 3 });
  expect((await list()).total).toBe(3);
});

it.each([
  ['an array', (records: unknown[]) => records],
  ['an OData answer', (records: unknown[]) => ({ '@odata.context': 'x', value: records })],
])('comes in as JSON, %s', async (_what, wrap) => {
  const records = [
    {
      ListingId: 'A1',
      UnparsedAddress: '3 Ropewalk',
      City: 'Gannet Head',
      ListPrice: 315_000,
      Extra: { x: 1 },
    },
    { ListingId: 'A2', UnparsedAddress: '5 Quay St', ListPrice: [] },
    'nothing',
  ];
  const { result } = await bring(JSON.stringify(wrap(records)), 'application/json');
  expect(result).toMatchObject({ made: 1, changed: 0, of: 3, bad: 2 });
  expect(await streets()).toEqual(['3 Ropewalk']);
});

it.each([
  ['no rows', 'ListingId\r\n'],
  ['nothing', ''],
])('a file with %s is refused', async (_what, csv) => {
  const answer = await app.raw('POST', of('/import'), csv, { 'content-type': 'text/csv' });
  expect(answer.statusCode).toBe(400);
});

it('goes out as it comes in', async () => {
  const home = {
    street: '14 Beacon Hill Road',
    town: 'Marram Bay',
    number: 'MC-104',
    price: 42_900_000,
  };
  await add({ ...home, features: ['Woodstove', 'Mudroom'], beds: 3, baths: 2.5 });
  const csv = (await owner('GET', of('/export.csv'))).body;
  expect(csv).toContain('"Woodstove, Mudroom"');
  const json = (await owner('GET', of('/export.json'))).body;
  const [{ id, content }] = (await list()).listings as [ListingView];
  for (const [body, type] of [
    [csv, 'text/csv'],
    [json, 'application/json'],
  ] as const) {
    await owner('DELETE', `/api/listings/${id}`);
    await bring(body, type);
    const back = (await list()).listings[0]!;
    expect(back.content).toEqual({ ...emptyListing, ...content });
    await owner('DELETE', `/api/listings/${back.id}`);
  }
});
