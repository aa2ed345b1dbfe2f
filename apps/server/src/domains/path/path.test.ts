import type { EditorPage, FunnelSummary, PageChoice, PathBoard } from '@plumgate/contract';
import type { ClientId, PageId } from '@plumgate/core/basics';
import { blocksOf, type Draft } from '@plumgate/core/page';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterAll(() => app.stop());

type Method = 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';
const owner = (method: Method, url: string, body?: object) =>
  app.api(method, url, body, 'owner@example.com');
const done = async (...asked: Parameters<typeof owner>) => {
  const answer = await owner(...asked);
  if (answer.statusCode !== 200) throw new Error(answer.body);
  return answer;
};
const pathOf = async (funnelId: string) =>
  (await done('GET', `/api/funnels/${funnelId}/path`)).json<PathBoard>();
const board = () => pathOf(world.first.funnel.id);
const open = async (pageId: string) =>
  (await done('GET', `/api/pages/${pageId}`)).json<EditorPage>();
const publish = async (pageId: string) =>
  done('POST', `/api/pages/${pageId}/publish`, { version: (await open(pageId)).version });
const namesOf = (path: PathBoard) => path.steps.map(({ name }) => name);
const add = async (name: string, position: number, from?: object) =>
  (
    await done('POST', `/api/funnels/${world.first.funnel.id}/steps`, {
      name,
      position,
      ...(from && { from }),
    })
  ).json<{ pageId: PageId }>().pageId;
/** Where a visitor who sends the first form is led. */
const ledTo = async (email: string) =>
  (
    await app.site('POST', `/${world.first.slug}`, {
      form: { _form: world.formBlock, name: 'Ana', email, phone: '207 555 0117' },
    })
  ).headers.location?.split('?_carried=')[0];

describe('steps', () => {
  let added: PageId;
  it('a step put in between is live, and led to, only once it and the one before it are published', async () => {
    const thanks = world.thanks.slug;
    added = await add('A few questions', 1);
    expect(namesOf(await board())).toEqual(['First visit', 'A few questions', 'Thank you']);
    expect((await board()).steps.map(({ state }) => state)).toEqual(['changed', 'draft', 'live']);
    expect(await ledTo('one@example.com')).toBe(`/${thanks}`);
    expect(
      (await owner('POST', `/api/pages/${added}/publish`, { version: 1 })).json(),
    ).toMatchObject({
      code: 'not-publishable',
      detail: expect.stringContaining('Nothing leads on from this page.') as string,
    });
    const by = { kind: 'new-button' };
    await done('PUT', `/api/pages/${added}/wire`, { to: world.thanks.pageId, by });
    await publish(added);
    expect(await ledTo('two@example.com')).toBe(`/${thanks}`);
    await publish(world.first.pageId);
    const { slug } = (await board()).steps[1]!;
    expect(await ledTo('three@example.com')).toBe(`/${slug}`);
  });

  it('an order has to name every step, and marks what leads elsewhere now', async () => {
    const [first, middle, last] = (await board()).steps.map(({ pageId }) => pageId);
    const url = `/api/funnels/${world.first.funnel.id}/order`;
    expect((await owner('PUT', url, { pages: [first, last] })).statusCode).toBe(409);
    expect((await owner('PUT', url, { pages: [first, last, last] })).statusCode).toBe(409);
    await done('PUT', url, { pages: [first, last, middle] });
    const path = await board();
    expect(namesOf(path)).toEqual(['First visit', 'Thank you', 'A few questions']);
    expect(path.steps.map(({ state }) => state)).toEqual(['changed', 'changed', 'live']);
    await done('PUT', url, { pages: [first, middle, last] });
  });

  it('a wire drawn past a step leads there once published, and by the button that is named', async () => {
    const [first, middle, last] = (await board()).steps;
    await done('PUT', `/api/pages/${first!.pageId}/wire`, { to: last!.pageId, by: null });
    const path = await board();
    expect(path.steps[0]).toMatchObject({ next: last!.pageId, movesOnBy: { kind: 'form' } });
    await publish(first!.pageId);
    expect(await ledTo('four@example.com')).toBe(`/${last!.slug}`);

    await done('PUT', `/api/pages/${last!.pageId}/wire`, {
      to: middle!.pageId,
      by: { kind: 'new-button' },
    });
    const wired = (await board()).steps[2]!;
    expect(wired.movesOnBy).toEqual({ kind: 'button', words: '“Go on”' });
    const draft = (await open(last!.pageId)).draft as Draft;
    expect(blocksOf(draft.page).at(-1)).toMatchObject({ kind: 'button' });
  });

  it.each([
    ['itself', () => ({ to: world.first.pageId, by: null })],
    [
      'a page of no funnel of its own',
      () => ({ to: '00000000-0000-4000-8000-00000000dead', by: null }),
    ],
    [
      'anywhere by a button that is gone',
      () => ({ to: world.thanks.pageId, by: { kind: 'button', id: 'gone' } }),
    ],
  ])('refuses a wire to %s', async (_what, wire) => {
    const answer = await owner('PUT', `/api/pages/${world.first.pageId}/wire`, wire());
    expect(answer.statusCode).toBe(400);
  });

  it('a deleted step is gone for visitors and comes back to its place', async () => {
    const { slug } = (await board()).steps[1]!;
    await done('DELETE', `/api/pages/${added}`);
    expect(namesOf(await board())).toEqual(['First visit', 'Thank you']);
    expect((await app.site('GET', `/${slug}`)).statusCode).toBe(404);
    expect((await owner('GET', `/api/pages/${added}`)).statusCode).toBe(404);
    await done('POST', `/api/pages/${added}/restore`);
    expect(namesOf(await board())[1]).toBe('A few questions');
    expect((await app.site('GET', `/${slug}`)).statusCode).toBe(200);
    expect((await owner('POST', `/api/pages/${added}/restore`)).statusCode).toBe(404);
  });

  it('a step taken offline says so, and comes back as it was published', async () => {
    const { slug } = (await board()).steps[1]!;
    const off = await done('PATCH', `/api/pages/${added}`, { offline: true });
    expect(off.json()).toEqual({ state: 'offline' });
    const shut = await app.site('GET', `/${slug}`);
    expect([shut.statusCode, shut.body.includes('Quayside Dental')]).toEqual([404, true]);
    await done('PUT', `/api/pages/${added}/address`, { slug: 'moved-meanwhile' });
    const earlier = await app.site('GET', `/${slug}`);
    expect([earlier.statusCode, earlier.body.includes('Quayside Dental')]).toEqual([404, true]);
    await done('PUT', `/api/pages/${added}/address`, { slug });
    await done('PATCH', `/api/pages/${added}`, { offline: false });
    expect((await app.site('GET', `/${slug}`)).statusCode).toBe(200);
    const draft = await add('Never live', 3);
    expect((await owner('PATCH', `/api/pages/${draft}`, { offline: true })).statusCode).toBe(400);
    await done('DELETE', `/api/pages/${draft}`);
  });

  it('a copy of a step has a form of its own', async () => {
    const copy = await add('First visit, evenings', 1, { pageId: world.first.pageId });
    const [from, to] = [await open(world.first.pageId), await open(copy)];
    const [form] = Object.keys(from.draft.forms);
    expect(Object.keys(to.draft.forms)).not.toContain(form);
    expect(to.formUses).toEqual({ [Object.keys(to.draft.forms)[0]!]: 1 });
    await done('DELETE', `/api/pages/${copy}`);
    const other = await add('Primera visita', 1, { pageId: world.first.pageId, language: 'es' });
    const { draft } = await open(other);
    expect((draft as Draft).page).toMatchObject({
      language: 'es',
      title: (from.draft as Draft).page.title,
    });
    await done('DELETE', `/api/pages/${other}`);
  });
});

describe('funnels', () => {
  it('a copy for another client has its own forms under its own name, and its wires', async () => {
    const other = (
      await done('POST', '/api/clients', { name: 'Other', slug: 'other', zone: 'America/New_York' })
    ).json<{ id: ClientId }>().id;
    const { funnelId } = (
      await done('POST', `/api/funnels/${world.first.funnel.id}/copies`, {
        name: 'Erstbesuch',
        clientId: other,
        language: 'de',
      })
    ).json<{ funnelId: string }>();
    const copy = await pathOf(funnelId);
    const from = await board();
    expect(copy.steps).toHaveLength(from.steps.length);
    expect(copy.steps[0]!.next).toBe(copy.steps[2]!.pageId);
    expect(copy.steps.map(({ state }) => state)).toEqual(['draft', 'draft', 'draft']);
    const page = await open(copy.steps[0]!.pageId);
    expect((page.draft as Draft).page.language).toBe('de');
    const [form] = Object.values((page.draft as Draft).forms);
    expect(form!.notify).toEqual([]);
    const theirs = (await done('GET', `/api/clients/${other}/forms`)).json<{ forms: object[] }>();
    expect(theirs.forms).toHaveLength(1);
  });

  it('has a name, a folder and code; its code waits on every page to be published', async () => {
    const url = `/api/funnels/${world.first.funnel.id}`;
    await done('PATCH', url, { name: 'First visits', folder: 'Autumn' });
    const path = await board();
    expect(path.funnel).toMatchObject({ name: 'First visits', folder: 'Autumn' });
    await publish(world.first.pageId);
    expect((await board()).steps[0]!.state).toBe('live');
    await done('PATCH', url, { head: '<meta name="of-the-funnel" content="1">' });
    expect((await board()).steps[0]!.state).toBe('changed');
    await publish(world.first.pageId);
    const html = (await app.site('GET', `/${world.first.slug}`)).body;
    expect(html).toContain('<meta name="of-the-funnel" content="1">');
    expect((await owner('PATCH', url, { colour: 'plum' })).statusCode).toBe(400);
  });

  it('goes with its pages and comes back with them, but for one deleted before', async () => {
    const url = `/api/funnels/${world.first.funnel.id}`;
    const [, middle] = (await board()).steps;
    await done('DELETE', `/api/pages/${middle!.pageId}`);
    await app.move('PT1M');
    await done('DELETE', url);
    const listed = async () =>
      (await done('GET', `/api/clients/${world.client.id}/funnels`)).json<{
        funnels: FunnelSummary[];
      }>().funnels;
    const pagesListed = async () =>
      (await done('GET', `/api/clients/${world.client.id}/pages`)).json<{ pages: PageChoice[] }>()
        .pages.length;
    expect([(await listed()).length, await pagesListed()]).toEqual([0, 0]);
    expect((await app.site('GET', `/${world.first.slug}`)).statusCode).toBe(404);
    await done('POST', `${url}/restore`);
    expect([(await listed()).length, await pagesListed()]).toEqual([1, 2]);
    expect((await app.site('GET', `/${world.first.slug}`)).statusCode).toBe(200);
    const all = (await done('GET', '/api/funnels')).json<{ funnels: FunnelSummary[] }>().funnels;
    expect(all.map(({ name }) => name).sort()).toEqual(['Erstbesuch', 'First visits']);
  });
});

it('adds steps that come at the same moment one after the other, each with an address of its own', async () => {
  const { id } = world.first.funnel;
  const added = await Promise.all(
    Array.from({ length: 4 }, () =>
      owner('POST', `/api/funnels/${id}/steps`, { name: 'Next offer', position: 1 }),
    ),
  );
  expect(added.map(({ statusCode }) => statusCode)).toEqual([200, 200, 200, 200]);
  const { steps } = (await owner('GET', `/api/funnels/${id}/path`)).json<{
    steps: { pageId: string; slug: string; name: string }[];
  }>();
  const slugs = steps.filter(({ name }) => name === 'Next offer').map(({ slug }) => slug);
  expect(new Set(slugs).size).toBe(4);
  for (const answer of added)
    await owner('DELETE', `/api/pages/${answer.json<{ pageId: string }>().pageId}`);
});

it('leads nowhere else when what is to lead there is not on the page', async () => {
  const wire = (by: object) =>
    owner('PUT', `/api/pages/${world.first.pageId}/wire`, { to: world.thanks.pageId, by });
  const { rows: before } = await app.database.pool.query(
    'select id, leads_to from pages order by id',
  );
  expect((await wire({ kind: 'button', id: 'gone' })).statusCode).toBe(400);
  const { rows: after } = await app.database.pool.query(
    'select id, leads_to from pages order by id',
  );
  expect(after).toEqual(before);
});
