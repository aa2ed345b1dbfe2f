import type { EditorPage, LinkedBandView } from '@plumgate/contract';
import {
  blocksOf,
  newBand,
  newBlock,
  type Band,
  type Block,
  type Draft,
} from '@plumgate/core/page';
import { sql } from 'drizzle-orm';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterAll(() => app.stop());

const owner = (method: 'GET' | 'POST' | 'PUT', url: string, body?: object) =>
  app.api(method, url, body, 'owner@example.com');
const open = async (pageId: string) =>
  (await owner('GET', `/api/pages/${pageId}`)).json<EditorPage & { draft: Draft }>();
const save = async (pageId: string, change: (bands: Band[]) => Band[]) => {
  const { version, draft } = await open(pageId);
  const page = { ...draft.page, bands: change(draft.page.bands) };
  return owner('PUT', `/api/pages/${pageId}/draft`, { version, draft: { ...draft, page } });
};
const list = async () =>
  (await owner('GET', `/api/clients/${world.client.id}/linked-bands`)).json<{
    bands: LinkedBandView[];
  }>().bands;
const shared = (text: string): Band =>
  newBand('shared', [
    { id: 'shared-1', share: 1, blocks: [newBlock('heading', 'shared-words', { text }) as Block] },
  ]);
const wordsOn = async (pageId: string) => {
  const { draft } = await open(pageId);
  const block = blocksOf(draft.page).find(({ id }) => id === 'shared-words');
  return block?.kind === 'heading' ? block.text : undefined;
};

it('a change on one page is a change on every page, told to whoever has another open', async () => {
  const [first, second] = [world.first.pageId, world.thanks.pageId];
  const { id } = (
    await owner('POST', `/api/clients/${world.client.id}/linked-bands`, { band: shared('Old') })
  ).json<{ id: never }>();
  for (const page of [first, second])
    expect(
      (
        await save(page, (bands) => [
          { ...shared('Old'), id: `on-${page.slice(0, 8)}`, linked: id },
          ...bands,
        ])
      ).statusCode,
    ).toBe(200);
  const before = await open(second);
  await save(first, (bands) =>
    bands.map((band) =>
      band.linked === id ? { ...shared('New'), id: band.id, linked: id } : band,
    ),
  );
  expect(await wordsOn(second)).toBe('New');
  const after = await open(second);
  expect(after.version).toBe(before.version + 1);
  expect(after.draft.page.bands[0]!.id).toBe(before.draft.page.bands[0]!.id);
  expect((await list())[0]!.pages.map(({ pageId }) => pageId).sort()).toEqual(
    [first, second].sort(),
  );
  const stale = await owner('PUT', `/api/pages/${second}/draft`, {
    version: before.version,
    draft: before.draft,
  });
  expect(stale.statusCode).toBe(409);
});

it('a page that is kept without touching its linked band leaves the others as they are', async () => {
  const before = await open(world.thanks.pageId);
  await save(world.first.pageId, (bands) => [
    ...bands,
    newBand('extra', [{ id: 'extra-1', share: 1, blocks: [] }]),
  ]);
  expect((await open(world.thanks.pageId)).version).toBe(before.version);
});

it('another client’s linked band is refused', async () => {
  const other = (
    await owner('POST', '/api/clients', { name: 'Other', slug: 'other', zone: 'America/New_York' })
  ).json<{ id: string }>();
  const { id } = (
    await owner('POST', `/api/clients/${other.id}/linked-bands`, { band: shared('Theirs') })
  ).json<{ id: never }>();
  const answer = await save(world.first.pageId, (bands) => [
    { ...newBand('foreign', [{ id: 'foreign-1', share: 1, blocks: [] }]), linked: id },
    ...bands,
  ]);
  expect([answer.statusCode, answer.json<{ detail: string }>().detail]).toEqual([
    400,
    'A linked band on this page belongs to another client. Unlink it first.',
  ]);
});

it('reads a band that an earlier version of the program kept', async () => {
  const map = { id: 'm', kind: 'map', zoom: 15, height: 320, directions: 'Directions' };
  const old = newBand('linked', [{ id: 'c', share: 1, blocks: [map as never] }], { name: 'Map' });
  await app.database.db.execute(
    sql`insert into linked_bands (id, client_id, band) values (gen_random_uuid(), ${world.client.id}, ${JSON.stringify({ version: 3, band: old })}::jsonb)`,
  );
  const read = (await list()).find(({ band }) => (band as Band).name === 'Map')!;
  expect((read.band as Band).columns[0]!.blocks[0]).toMatchObject({ address: '', place: null });
});
