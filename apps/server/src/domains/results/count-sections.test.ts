import type { EditorPage, PathBoard } from '@plumgate/contract';
import { agent, buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { sectionDays } from '../../records/results/table.ts';
import { Gathering } from '../../platform/database/gathered-writes.ts';

let app: TestApp;
let world: World;
const owner = 'owner@example.com';

/** The world's first page, live, its bands in two sections. */
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  const { pageId } = world.first;
  const { draft, version } = (await app.api('GET', `/api/pages/${pageId}`, undefined, owner)).json<
    EditorPage & { draft: { page: { bands: object[] }; forms: object } }
  >();
  const { page, forms } = draft;
  const sections = [
    { id: 'start', name: 'Start' },
    { id: 'feedback', name: 'Feedback' },
  ];
  const bands = page.bands.map((band, index) => ({
    ...band,
    section: index === 0 ? 'start' : 'feedback',
  }));
  const saved = await app.api(
    'PUT',
    `/api/pages/${pageId}/draft`,
    { version, draft: { page: { ...page, sections, bands }, forms } },
    owner,
  );
  const now = saved.json<{ version: number }>().version;
  await app.api('POST', `/api/pages/${pageId}/publish`, { version: now }, owner);
});
afterAll(() => app.stop());

const come = (section: string, headers: Record<string, string> = {}, page = 'first-visit') =>
  app.site('POST', `/~/section/${page}/${section}`, {
    headers: { 'user-agent': agent, ...headers },
  });
const days = async () => {
  await app.get(Gathering).flush();
  return (await app.database.db.select().from(sectionDays))
    .map(({ section, views, visitors }) => `${section} ${views}/${visitors}`)
    .sort();
};

it('counts each section for itself: every time, and a visitor once', async () => {
  const first = await come('start');
  expect(first.statusCode).toBe(204);
  const [cookie] = String(first.headers['set-cookie']).split(';');
  await come('feedback', { cookie: cookie! });
  await come('start', { cookie: cookie! });
  await come('feedback', { cookie: cookie! });
  await come('feedback');
  expect(await days()).toEqual(['feedback 3/2', 'start 2/1']);
});

it('the Path tells how many came to each, in the sections’ order', async () => {
  const board = (
    await app.api('GET', `/api/funnels/${world.first.funnel.id}/path`, undefined, owner)
  ).json<PathBoard>();
  expect(board.steps.map(({ sections }) => sections)).toEqual([
    [
      { id: 'start', name: 'Start', visitors: 1 },
      { id: 'feedback', name: 'Feedback', visitors: 2 },
    ],
    [],
  ]);
});

it.each([
  ['a section that there is not', () => come('elsewhere')],
  ['a page that there is not', () => come('start', {}, 'no-page')],
])('answers 404 for %s, and counts nothing', async (_what, asked) => {
  const before = await days();
  expect((await asked()).statusCode).toBe(404);
  expect(await days()).toEqual(before);
});

it('leaves bots out', async () => {
  const before = await days();
  await come('start', { 'user-agent': 'ExampleBot/1.0 (+https://bots.example.com)' });
  expect(await days()).toEqual(before);
});

it('all sections are on the page without script, each at its link', async () => {
  const { body } = await app.site('GET', '/first-visit');
  expect(body).toContain('<span id="feedback">');
  expect(body).toMatch(/visitor[\w.-]*sections/);
});
