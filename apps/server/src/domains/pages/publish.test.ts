import type { EditorPage, PageLaunch, PathBoard, RevisionView } from '@plumgate/contract';
import { brandInStyle, withNewStyle } from '@plumgate/core/brand';
import { blocksOf, type Draft } from '@plumgate/core/page';
import { SiteVersions } from '../clients/site-versions.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterAll(() => app.stop());

type Method = 'GET' | 'POST' | 'PUT' | 'PATCH';
const owner = (method: Method, url: string, body?: object) =>
  app.api(method, url, body, 'owner@example.com');
const open = async (pageId: string) =>
  (await owner('GET', `/api/pages/${pageId}`)).json<EditorPage>();
/** Changes a page's title, and with it what visitors would see. */
async function retitle(pageId: string, title: string): Promise<void> {
  const { version, draft } = await open(pageId);
  const { page, forms } = draft as Draft;
  const kept = await owner('PUT', `/api/pages/${pageId}/draft`, {
    version,
    draft: { page: { ...page, title }, forms },
  });
  expect(kept.statusCode).toBe(200);
}
const titleSeen = async (slug: string) =>
  /<title>(.*?)<\/title>/.exec((await app.site('GET', `/${slug}`)).body)?.[1];
const funnel = () => `/api/funnels/${world.first.funnel.id}`;
const states = async () =>
  (await owner('GET', `${funnel()}/path`)).json<PathBoard>().steps.map(({ state }) => state);
const revisionsOf = async (pageId: string) =>
  (await owner('GET', `/api/pages/${pageId}/revisions`)).json<{ revisions: RevisionView[] }>()
    .revisions;

describe('steps that are marked as ready', () => {
  const mark = (pageId: string, ready: boolean) =>
    owner('PATCH', `/api/pages/${pageId}`, { ready });
  const ready = async () =>
    (await owner('GET', `${funnel()}/path`)).json<PathBoard>().steps.map((step) => step.ready);

  it('go live without the others, and are marked no longer', async () => {
    await retitle(world.first.pageId, 'Ready');
    await retitle(world.thanks.pageId, 'Not yet');
    expect((await mark(world.first.pageId, true)).statusCode).toBe(200);
    expect((await ready()).filter(Boolean)).toHaveLength(1);
    const published = await owner('POST', `${funnel()}/publish?only=ready`);
    expect(published.json()).toEqual({ published: 1 });
    expect(await titleSeen('first-visit')).toBe('Ready');
    expect(await titleSeen('first-visit-thank-you')).not.toBe('Not yet');
    expect((await ready()).some(Boolean)).toBe(false);
    await owner('POST', `${funnel()}/publish`);
    expect(await titleSeen('first-visit-thank-you')).toBe('Not yet');
  });
});

describe('a style of the brand', () => {
  const colorSeen = async () =>
    /--action:(#[0-9A-F]{6})/.exec((await app.site('GET', '/first-visit')).body)?.[1];

  it('is what a funnel’s pages have, once they are published in it', async () => {
    const {
      brand,
      client: { id: clientId },
    } = await open(world.first.pageId);
    const before = await colorSeen();
    const spring = { ...brandInStyle(brand, ''), colours: { ...brand.colours, action: '#B4460C' } };
    const saved = await owner(
      'PUT',
      `/api/clients/${clientId}/brand`,
      withNewStyle(brand, 'spring', 'Spring offer', spring),
    );
    expect(saved.statusCode).toBe(200);
    await owner('POST', `${funnel()}/publish`);
    expect(await colorSeen()).toBe(before);
    expect((await owner('PATCH', funnel(), { style: 'spring' })).statusCode).toBe(200);
    const { client, funnel: ofPage, state } = await open(world.first.pageId);
    expect([client.brand.colours.action, ofPage.style, state]).toEqual([
      '#B4460C',
      'spring',
      'changed',
    ]);
    expect(await colorSeen()).toBe(before);
    await owner('POST', `${funnel()}/publish`);
    expect(await colorSeen()).toBe('#B4460C');
    // A brand that knows of no styles is one without any: the funnel goes back to it.
    const { styles: _styles, ...plain } = brand;
    await owner('PUT', `/api/clients/${clientId}/brand`, plain);
    await owner('POST', `${funnel()}/publish`);
    expect(await colorSeen()).toBe(before);
    await owner('PATCH', funnel(), { style: '' });
    await owner('POST', `${funnel()}/publish`);
  });
});

describe('a whole funnel', () => {
  // Publishing is listed by its moment, and the clock of a test stands still.
  beforeEach(() => app.move('PT1M'));
  it('is published at once, and only what differs', async () => {
    await retitle(world.first.pageId, 'Come in');
    const before = (await revisionsOf(world.thanks.pageId)).length;
    expect((await owner('POST', `${funnel()}/publish`)).json()).toEqual({ published: 1 });
    expect(await titleSeen(world.first.slug)).toBe('Come in');
    expect(await revisionsOf(world.thanks.pageId)).toHaveLength(before);
    expect((await owner('POST', `${funnel()}/publish`)).json()).toEqual({ published: 0 });
  });

  it('is published in all of its steps or in none', async () => {
    await retitle(world.first.pageId, 'Half of it');
    await retitle(world.thanks.pageId, ' ');
    const refused = await owner('POST', `${funnel()}/publish`);
    expect(refused.json()).toMatchObject({
      code: 'not-publishable',
      detail: expect.stringMatching(/^Thank you: The page has no title/) as string,
    });
    expect(await titleSeen(world.first.slug)).toBe('Come in');
    expect(await states()).toEqual(['changed', 'changed']);
    await retitle(world.thanks.pageId, 'Thank you');
    await owner('POST', `${funnel()}/publish`);
    expect(await titleSeen(world.first.slug)).toBe('Half of it');
  });
});

describe('earlier revisions', () => {
  it('are listed with who and when, newest first', async () => {
    const revisions = await revisionsOf(world.first.pageId);
    expect(revisions[0]).toMatchObject({ by: 'Oriel', isLive: true });
    expect(revisions.filter(({ isLive }) => isLive)).toHaveLength(1);
    expect(revisions.length).toBeGreaterThanOrEqual(3);
  });

  it('can be read, and be live again without touching the draft', async () => {
    await retitle(world.first.pageId, 'Only in the draft');
    const [, earlier] = await revisionsOf(world.first.pageId);
    const url = `/api/pages/${world.first.pageId}/revisions/${earlier!.revisionId}`;
    const { draft } = (await owner('GET', url)).json<{ draft: Draft }>();
    expect(draft.page.title).toBe('Come in');
    expect((await owner('POST', `${url}/put-back`)).statusCode).toBe(200);
    expect(await titleSeen(world.first.slug)).toBe('Come in');
    const now = await open(world.first.pageId);
    expect([(now.draft as Draft).page.title, now.state]).toEqual(['Only in the draft', 'changed']);
  });

  it('of another page can’t be had', async () => {
    const [theirs] = await revisionsOf(world.thanks.pageId);
    const url = `/api/pages/${world.first.pageId}/revisions/${theirs!.revisionId}`;
    expect((await owner('GET', url)).statusCode).toBe(404);
    expect((await owner('POST', `${url}/put-back`)).statusCode).toBe(404);
  });
});

it('the launch check of a funnel says of each page what core finds', async () => {
  const { pages } = (await owner('GET', `${funnel()}/launch-check`)).json<{
    pages: PageLaunch[];
  }>();
  expect(pages.map(({ name }) => name)).toEqual(['First visit', 'Thank you']);
  const rules = pages[0]!.findings.map(({ rule }) => rule);
  expect(rules).toContain('no-description');
  expect(pages[0]!.reading.words).toBeGreaterThan(5);
  const page = (await open(world.first.pageId)).draft as Draft;
  expect(blocksOf(page.page).length).toBeGreaterThan(0);
});

it('is published, and its caller told so, also when something fails that follows from it', async () => {
  let failures = 0;
  app.get(SiteVersions).onChange(
    () => {
      failures++;
      throw new Error('The database went away.');
    },
    { first: true },
  );
  const { pageId, slug } = world.first;
  await retitle(pageId, 'Published all the same');
  const { version } = await open(pageId);
  const answer = await owner('POST', `/api/pages/${pageId}/publish`, { version });
  expect([answer.statusCode, failures]).toEqual([200, 1]);
  expect(await titleSeen(slug)).toBe('Published all the same');
});
