import type { EditorPage, ReviewView } from '@plumgate/contract';
import type { Draft } from '@plumgate/core/page';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

let app: TestApp;
let world: World;
/** The path of a review link on the client's host. */
let path: string;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  const { version, draft } = (
    await owner('GET', `/api/pages/${world.first.pageId}`)
  ).json<EditorPage>();
  const { page, forms } = draft as Draft;
  await owner('PUT', `/api/pages/${world.first.pageId}/draft`, {
    version,
    draft: { page: { ...page, title: 'Only in the draft' }, forms },
  });
  path = await linkFor(14);
});
afterAll(() => app.stop());

const owner = (method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE', url: string, body?: object) =>
  app.api(method, url, body, 'owner@example.com');
const funnel = () => `/api/funnels/${world.first.funnel.id}/reviews`;
const linkFor = async (days: number) =>
  new URL((await owner('POST', funnel(), { days })).json<{ href: string }>().href).pathname;
const listed = async () => (await owner('GET', funnel())).json<{ reviews: ReviewView[] }>().reviews;
const send = (form: Record<string, string>, to = path) => app.site('POST', to, { form });

it('shows the drafts to whoever has the link, and tells nobody else', async () => {
  const shell = await app.site('GET', path);
  expect(shell.statusCode).toBe(200);
  expect(shell.headers).toMatchObject({
    'x-robots-tag': 'noindex, nofollow',
    'referrer-policy': 'no-referrer',
    'cache-control': 'private, no-store',
  });
  const [, frame] = /<iframe[^>]*src="([^"]+)"/.exec(shell.body)!;
  expect(shell.body).toMatch(/<iframe[^>]*sandbox="allow-same-origin"/);
  expect((await app.site('GET', frame!)).body).toContain('<title>Only in the draft</title>');
  expect((await app.site('GET', `/${world.first.slug}`)).body).not.toContain('Only in the draft');
});

it('a guess, another host and a page of no step get nothing', async () => {
  const token = path.split('/').at(-1)!;
  for (const [url, client] of [
    [`/~/review/${token.slice(0, -1)}A`, 'quayside'],
    ['/~/review/x', 'quayside'],
    [path, 'other'],
    [`${path}/page/nowhere`, 'quayside'],
  ] as const)
    expect((await app.site('GET', url, { client })).statusCode).toBe(404);
});

it('keeps a remark where it was pinned, and gives back what was typed when a name is missing', async () => {
  const [band] = (world.first.draft as Draft).page.bands;
  const remark = {
    do: 'remark',
    words: 'Bigger, please <b>',
    who: 'Ines',
    band: band!.id,
    x: '0.25',
    y: '0.5',
  };
  expect((await send(remark)).statusCode).toBe(303);
  const nameless = await send({ ...remark, who: ' ' });
  expect([nameless.statusCode, nameless.body.includes('Please say who you are.')]).toEqual([
    422,
    true,
  ]);
  expect(nameless.body).toContain('Bigger, please &lt;b&gt;</textarea>');
  await send({ ...remark, words: 'In all', band: 'gone', x: '9', y: 'no' });
  const [review] = await listed();
  expect(review!.remarks).toMatchObject([
    { who: 'Ines', words: 'Bigger, please <b>', part: band!.id, page: 'First visit', done: false },
    { words: 'In all', part: '' },
  ]);
  const { id } = review!.remarks[0]!;
  await owner('PATCH', `/api/remarks/${id}`, { done: true });
  expect((await app.site('GET', path)).body).toMatch(/Ines<!-- -->, done|Ines, done/);
});

it('is approved once, by the first who says so', async () => {
  await send({ do: 'approve', who: 'Ines' });
  await send({ do: 'approve', who: 'Ola' });
  expect((await listed())[0]!.approved).toMatchObject({ by: 'Ines' });
  expect((await app.site('GET', path)).body).toContain('Ines found it good on');
});

it('ends when it is closed, and when its days are over', async () => {
  await app.move('PT1M');
  const short = await linkFor(1);
  const [review] = await listed();
  await owner('DELETE', `/api/reviews/${review!.id}`);
  expect((await app.site('GET', short)).statusCode).toBe(410);
  expect((await owner('DELETE', `/api/reviews/${review!.id}`)).statusCode).toBe(404);
  await app.move('P15D');
  for (const url of [path, `${path}/page/${world.first.slug}`])
    expect((await app.site('GET', url)).statusCode).toBe(410);
  expect((await send({ do: 'approve', who: 'Late' })).statusCode).toBe(410);
  await app.signIn('owner@example.com');
  expect((await listed()).map(({ state }) => state)).toEqual(['closed', 'expired']);
});

it('what leads to drafts is never kept as it is', async () => {
  const { rows } = await app.database.db.execute<{ token_hash: string }>(
    'select token_hash from review_links',
  );
  expect(rows.map(({ token_hash }) => token_hash)).not.toContain(path.split('/').at(-1));
});
