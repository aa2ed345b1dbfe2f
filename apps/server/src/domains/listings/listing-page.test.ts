import type { EditorPage, ListingView } from '@plumgate/contract';
import type { ListingContent } from '@plumgate/core/listings';
import { Housekeeping } from '../../platform/housekeeping.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

/** The page of a home says what its listing says: as it was when it was published, or at once. */
let app: TestApp;
let world: World;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterEach(() => app.stop());

const owner = (method: 'GET' | 'POST' | 'PUT' | 'DELETE', url: string, body?: object) =>
  app.api(method, url, body, 'owner@example.com');
const beacon = {
  ...{ street: '14 Beacon Hill Road', town: 'Marram Bay', price: 42_900_000, beds: 3, baths: 2.5 },
  ...{ number: 'MC-104', about: 'On the point, with the sea on two sides.' },
};
const add = async (given: Partial<ListingContent> = beacon) =>
  (await owner('POST', `/api/clients/${world.client.id}/listings`, given)).json<{ id: string }>()
    .id;
const change = async (id: string, changes: Partial<ListingContent>) => {
  const { version, content } = (await owner('GET', `/api/listings/${id}`)).json<ListingView>();
  const saved = await owner('PUT', `/api/listings/${id}`, {
    version,
    content: { ...content, ...changes },
  });
  expect(saved.statusCode).toBe(200);
};
const makePage = async (id: string) => {
  const made = await owner('POST', `/api/listings/${id}/page`, {});
  expect([made.statusCode, made.body]).toEqual([200, expect.anything()]);
  return made.json<{ funnelId: string; pageId: string }>();
};
const editorPage = async (pageId: string) =>
  (await owner('GET', `/api/pages/${pageId}`)).json<EditorPage>();
const publish = async ({ funnelId }: { funnelId: string }) => {
  const answer = await owner('POST', `/api/funnels/${funnelId}/publish`, {});
  expect([answer.statusCode, answer.body]).toEqual([200, expect.anything()]);
};
const seen = async (path = '/14-beacon-hill-road-marram-bay') => {
  const { statusCode, body } = await app.site('GET', path);
  expect(statusCode).toBe(200);
  return body;
};

it('is made of its listing in one go, named by its address, and told to search engines', async () => {
  const id = await add();
  const made = await makePage(id);
  await publish(made);
  const body = await seen();
  for (const words of [
    '$429,000',
    '3 beds · 2.5 baths',
    'sea on two sides',
    'For sale',
    'No. MC-104',
  ])
    expect(body).toContain(words);
  expect(body).toContain(
    '<title>14 Beacon Hill Road, Marram Bay, $429,000 · Quayside Dental</title>',
  );
  expect(body).toMatch(/"@type":"RealEstateListing".*"price":"429000\.00"/);
  const { page } = (await owner('GET', `/api/listings/${id}`)).json<ListingView>();
  expect(page).toMatchObject({
    name: '14 Beacon Hill Road, Marram Bay',
    address: expect.stringContaining('/14-beacon-hill-road-marram-bay') as string,
  });
});

it('shows a new price when it is published', async () => {
  const id = await add();
  const made = await makePage(id);
  await publish(made);
  expect((await editorPage(made.pageId)).state).toBe('live');
  await change(id, { price: 39_900_000 });
  expect(await seen()).toContain('$429,000');
  expect((await editorPage(made.pageId)).state).toBe('changed');
  await publish(made);
  const body = await seen();
  expect(body).toContain('$399,000');
  expect(body).not.toContain('$429,000');
});

it('shows what a file brought in when it is published', async () => {
  const id = await add();
  const made = await makePage(id);
  await publish(made);
  const csv =
    'ListingId,UnparsedAddress,City,ListPrice\r\nMC-104,14 Beacon Hill Road,Marram Bay,399000';
  await app.raw('POST', `/api/clients/${world.client.id}/listings/import`, csv, {
    'content-type': 'text/csv',
  });
  await app.settle();
  expect((await editorPage(made.pageId)).state).toBe('changed');
  await publish(made);
  expect(await seen()).toContain('$399,000');
});

it('or at once, where that was chosen', async () => {
  const id = await add();
  const made = await makePage(id);
  const { version, draft } = await editorPage(made.pageId);
  const { page } = draft as { page: object };
  const saved = await owner('PUT', `/api/pages/${made.pageId}/draft`, {
    version,
    draft: { ...(draft as object), page: { ...page, listing: { id, isLive: true } } },
  });
  expect(saved.statusCode).toBe(200);
  await publish(made);
  await change(id, { price: 39_900_000 });
  expect(await seen()).toContain('$399,000');
  expect((await editorPage(made.pageId)).state).toBe('live');
});

it('says that it is sold, and what else is for sale, with its page', async () => {
  const id = await add();
  await publish(
    await makePage(await add({ street: '3 Ropewalk', town: 'Gannet Head', price: 31_500_000 })),
  );
  await add({ street: '9 Kelp Lane', status: 'sold' });
  const made = await makePage(id);
  await publish(made);
  expect(await seen()).not.toContain('Also for sale</p>');
  await change(id, { status: 'sold' });
  await publish(made);
  const body = await seen();
  expect(body).toMatch(/home-state sold">Sold</);
  expect(body).toContain('Also for sale</p>');
  expect(body).toContain('href="/3-ropewalk-gannet-head"');
  expect(body).not.toContain('9 Kelp Lane');
  expect(body).toContain('https://schema.org/SoldOut');
});

it('stays when its record is deleted, and says so where it follows the record', async () => {
  const id = await add();
  const made = await makePage(id);
  await publish(made);
  await owner('DELETE', `/api/listings/${id}`);
  expect(await seen()).toContain('$429,000');
  await publish(made);
  expect(await seen()).toMatch(/home-state withdrawn">Off the market</);
  await app.move('P40D');
  await app.get(Housekeeping).tidy();
  expect((await editorPage(made.pageId)).home).toMatchObject({ listing: null });
  expect(await seen()).toContain('Ask for a showing');
});

it('shows the next open house until it is over', async () => {
  const id = await add({
    ...beacon,
    openHouses: [
      { day: '2026-11-07', from: '11:00', to: '13:00' },
      { day: '2026-11-14', from: '11:00', to: '13:00' },
    ],
  });
  await publish(await makePage(id));
  expect(await seen()).toContain('Saturday, November 7');
  // Three minutes past one o’clock of that day.
  await app.move('PT51H48M');
  const body = await seen();
  expect(body).not.toContain('November 7');
  expect(body).toContain('Saturday, November 14');
});
