import type { EditorPage, ApprovalView } from '@plumgate/contract';
import type { Draft } from '@plumgate/core/page';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

let app: TestApp;
let world: World;
/** The path of an approval link on the client's host. */
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
const funnel = () => `/api/funnels/${world.first.funnel.id}/approvals`;
const linkFor = async (days: number) =>
  new URL((await owner('POST', funnel(), { days })).json<{ href: string }>().href).pathname;
const listed = async () =>
  (await owner('GET', funnel())).json<{ approvals: ApprovalView[] }>().approvals;
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

it('leads on from a link that was sent under its earlier name', async () => {
  const answer = await app.site('GET', path.replace('/approval/', '/review/'));
  expect(answer.statusCode).toBe(308);
  expect(answer.headers.location).toBe(path);
});

it('a guess, another host and a page of no step get nothing', async () => {
  const token = path.split('/').at(-1)!;
  const guess = token.slice(0, -1) + (token.endsWith('A') ? 'B' : 'A');
  for (const [url, client] of [
    [`/~/approval/${guess}`, 'quayside'],
    ['/~/approval/x', 'quayside'],
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
  const [approval] = await listed();
  expect(approval!.remarks).toMatchObject([
    { who: 'Ines', words: 'Bigger, please <b>', part: band!.id, page: 'First visit', done: false },
    { words: 'In all', part: '' },
  ]);
  const { id } = approval!.remarks[0]!;
  await owner('PATCH', `/api/remarks/${id}`, { done: true });
  expect((await app.site('GET', path)).body).toMatch(/Ines<!-- -->, done|Ines, done/);
});

it('is approved once, by the first who says so', async () => {
  await send({ do: 'approve', who: 'Ines' });
  await send({ do: 'approve', who: 'Ola' });
  expect((await listed())[0]!.approved).toMatchObject({ by: 'Ines' });
  expect((await app.site('GET', path)).body).toContain('Ines approved it on');
});

it('ends when it is closed, and when its days are over', async () => {
  await app.move('PT1M');
  const short = await linkFor(1);
  const [approval] = await listed();
  await owner('DELETE', `/api/approvals/${approval!.id}`);
  expect((await app.site('GET', short)).statusCode).toBe(410);
  expect((await owner('DELETE', `/api/approvals/${approval!.id}`)).statusCode).toBe(404);
  await app.move('P15D');
  for (const url of [path, `${path}/page/${world.first.slug}`])
    expect((await app.site('GET', url)).statusCode).toBe(410);
  expect((await send({ do: 'approve', who: 'Late' })).statusCode).toBe(410);
  await app.signIn('owner@example.com');
  expect((await listed()).map(({ state }) => state)).toEqual(['closed', 'expired']);
});

it('what leads to drafts is never kept as it is', async () => {
  const { rows } = await app.database.db.execute<{ token_hash: string }>(
    'select token_hash from approval_links',
  );
  expect(rows.map(({ token_hash }) => token_hash)).not.toContain(path.split('/').at(-1));
});
