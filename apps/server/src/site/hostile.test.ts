import { randomBytes, randomUUID } from 'node:crypto';
import { request as ask } from 'node:http';
import { brotliDecompressSync, gunzipSync } from 'node:zlib';
import type { PageId, RevisionId } from '@plumgate/core/basics';
import type { Draft } from '@plumgate/core/page';
import { eq } from 'drizzle-orm';
import { pages } from '../records/pages/table.ts';
import { people } from '../records/people/table.ts';
import { PersonLinks } from '../domains/messages/person-links.ts';
import { pageDays } from '../records/results/table.ts';
import { Gathering } from '../platform/database/gathered-writes.ts';
import { VisitLog } from '../domains/results/visit-log.ts';
import { LivePages } from '../domains/live-pages/live-pages.ts';
import { agent, buildWorld, someAddress, TestApp, type World } from '../testing/test-app.ts';

/** What strangers send to visitors' hosts, over real HTTP: each is answered, and nobody else notices. */
let app: TestApp;
let world: World;
let port: number;
const rejections: unknown[] = [];
const note = (reason: unknown) => void rejections.push(reason);
beforeAll(async () => {
  process.on('unhandledRejection', note);
  app = await TestApp.start();
  world = await buildWorld(app);
  port = await app.listen();
});
afterAll(async () => {
  await app.stop();
  process.off('unhandledRejection', note);
});
afterEach(() => expect(rejections).toEqual([]));

interface Answer {
  status: number;
  headers: Record<string, string | string[] | undefined>;
  body: Buffer;
}

function send(
  method: string,
  path: string,
  { headers = {}, body }: { headers?: Record<string, string>; body?: string } = {},
): Promise<Answer> {
  return new Promise((resolve, reject) => {
    const sent = ask(
      {
        host: '127.0.0.1',
        port,
        method,
        path,
        headers: {
          host: `quayside.localhost:${port}`,
          'user-agent': agent,
          'x-forwarded-for': someAddress(),
          ...headers,
        },
      },
      (answer) => {
        const parts: Buffer[] = [];
        answer.on('data', (part: Buffer) => parts.push(part));
        answer.on('end', () =>
          resolve({
            status: answer.statusCode!,
            headers: answer.headers,
            body: Buffer.concat(parts),
          }),
        );
      },
    );
    sent.on('error', reject);
    sent.end(body);
  });
}
const form = (fields: Record<string, string>, headers: Record<string, string> = {}) =>
  send('POST', '/first-visit', {
    headers: { 'content-type': 'application/x-www-form-urlencoded', ...headers },
    body: new URLSearchParams(fields).toString(),
  });

it('refuses NUL in addresses, also while a page is being changed', async () => {
  const live = app.get(LivePages);
  const asked = ['/x%00', '/%00', '/first-visit%00', '/~/card/%00.png', '/~/code/%00/%00'].map(
    (path) => send('GET', path),
  );
  live.forgetAll();
  const statuses = (await Promise.all(asked)).map(({ status }) => status);
  expect(statuses.every((status) => status === 400 || status === 404)).toBe(true);
  // A page that can't be loaded leaves nothing behind either.
  const failing = live.find('quayside', 'x\0').catch(() => null);
  live.forgetAll();
  expect(await failing).toBeNull();
});

it.each([
  '/%',
  '/%zz',
  '/%ff%fe',
  '/first-visit/%2e%2e/%2e%2e',
  `/${'x'.repeat(400)}`,
  '//',
  '/~/',
])('answers %j plainly', async (path) => {
  const { status } = await send('GET', path);
  expect(status).toBeGreaterThanOrEqual(400);
  expect(status).toBeLessThan(500);
});

it('counts everybody, whatever one browser’s cookie says', async () => {
  await app.get(Gathering).flush();
  await app.database.db.delete(pageDays);
  const id = 'a'.repeat(22);
  const cookies = [
    `${id}~%00`,
    `${id}~${'x'.repeat(6000)}`,
    `${id}~%ED%A0%BD`,
    `${id}~Newsletter`,
    '%00',
  ];
  for (const cookie of cookies)
    await send('GET', '/first-visit', { headers: { cookie: `gate_visitor=${cookie}` } });
  for (const source of ['%00', '%F0%9F%91%8D'.repeat(100)])
    await send('GET', `/first-visit?utm_source=${source}`);
  await app.get(Gathering).flush();
  const rows = await app.database.db.select().from(pageDays);
  expect(rows.reduce((sum, { views }) => sum + views, 0)).toBe(7);
  expect(rows.map(({ source }) => source)).toContain('Newsletter');
  expect(rows.every(({ source }) => [...source].length <= 60 && !source.includes('\0'))).toBe(true);
});

it('counts all others when one visit can’t be', async () => {
  const log = app.get(VisitLog);
  await app.get(Gathering).flush();
  await app.database.db.delete(pageDays);
  const visit = {
    kind: 'view' as const,
    clientId: world.client.id as never,
    pageId: world.first.pageId as PageId,
    revisionId: randomUUID() as RevisionId,
    ...{ source: 'Direct', firstSource: 'Direct', origin: {} },
    device: 'phone' as const,
    at: app.clock.now(),
    zone: 'America/New_York',
  };
  for (let index = 0; index < 9; index++) log.note({ ...visit, visitorId: `v${index}` });
  // A NUL is left out as it is written; what is too long for the index can't be written at all.
  log.note({ ...visit, visitorId: 'ten\0' });
  log.note({ ...visit, visitorId: 'bad', source: randomBytes(9000).toString('hex') });
  await app.get(Gathering).flush();
  const rows = await app.database.db.select().from(pageDays);
  expect(rows.map(({ views, visitors }) => [views, visitors])).toEqual([[10, 10]]);
});

it('takes a form with half characters and NUL in it, and stores it clean', async () => {
  const answer = await form({
    name: 'Zoe\u0308 \ud83d \0 👍',
    email: 'zoe@example.com',
    _once: '\ud83d\0once',
  });
  expect(answer.status).toBe(303);
  const [row] = await app.database.db
    .select()
    .from(people)
    .where(eq(people.email, 'zoe@example.com'));
  expect(row!.firstName).toBe('Zoë');
});

it('keeps what was typed when the database can’t be reached, and says to try again', async () => {
  await send('GET', '/first-visit');
  const { pool } = app.database;
  const real = pool.connect.bind(pool);
  pool.connect = () => Promise.reject(new Error('Connection terminated unexpectedly')) as never;
  const realQuery = pool.query.bind(pool);
  pool.query = (() => Promise.reject(new Error('Connection terminated unexpectedly'))) as never;
  try {
    const page = await send('GET', '/first-visit');
    expect(page.status).toBe(200);
    const fields = { name: 'Typed Words', email: 'typed@example.com' };
    const plain = await form(fields);
    expect([plain.status, plain.headers['retry-after']]).toEqual([503, '10']);
    expect(plain.body.toString()).toContain('Typed Words');
    expect(plain.body.toString()).toContain('Your answers are still here');
    const byScript = await form(fields, { accept: 'application/json' });
    expect(byScript.status).toBe(503);
    expect(JSON.parse(byScript.body.toString())).toMatchObject({
      problems: [{ known: false, message: expect.stringMatching(/still here/) as string }],
    });
  } finally {
    pool.connect = real;
    pool.query = realQuery;
  }
  expect((await form({ name: 'Typed Words', email: 'typed@example.com' })).status).toBe(303);
});

it('unsubscribes by one press, whichever kind of form the mail program sends', async () => {
  await form({ name: 'Una', email: 'una@example.com' });
  const [una] = await app.database.db
    .select()
    .from(people)
    .where(eq(people.email, 'una@example.com'));
  const link = app.get(PersonLinks).unsubscribe({ slug: 'quayside' }, una!.id);
  const path = new URL(link).pathname;
  const multipart =
    '--b\r\nContent-Disposition: form-data; name="List-Unsubscribe"\r\n\r\nOne-Click\r\n--b--\r\n';
  const answer = await send('POST', path, {
    headers: { 'content-type': 'multipart/form-data; boundary=b' },
    body: multipart,
  });
  expect(answer.status).toBe(200);
  const [after] = await app.database.db.select().from(people).where(eq(people.id, una!.id));
  expect(after!.unsubscribedAt).not.toBeNull();
  const urlencoded = await send('POST', path, {
    headers: { 'content-type': 'application/x-www-form-urlencoded' },
    body: 'List-Unsubscribe=One-Click',
  });
  expect(urlencoded.status).toBe(200);
  expect((await send('POST', path)).status).toBe(200);
});

it('gives one weak validator for all encodings of a page, and each its own bytes', async () => {
  const by = (encoding: string) =>
    send('GET', '/first-visit', { headers: { 'accept-encoding': encoding } });
  const [br, gzip, plain] = [await by('br'), await by('gzip'), await by('identity')];
  const tags = new Set([br, gzip, plain].map(({ headers }) => headers.etag));
  expect(tags.size).toBe(1);
  expect([...tags][0]).toMatch(/^W\/"/);
  expect(brotliDecompressSync(br.body).equals(plain.body)).toBe(true);
  expect(gunzipSync(gzip.body).equals(plain.body)).toBe(true);
  const again = await send('GET', '/first-visit', {
    headers: { 'if-none-match': String(plain.headers.etag) },
  });
  expect(again.status).toBe(304);
});

it('leads on to an address in other letters', async () => {
  const { db } = app.database;
  const [row] = await db
    .select()
    .from(pages)
    .where(eq(pages.id, world.first.pageId as PageId));
  const draft = (
    await app.api('GET', `/api/pages/${row!.id}`, undefined, 'owner@example.com')
  ).json<{ draft: Draft; version: number }>();
  const [id] = Object.keys(draft.draft.forms) as (keyof typeof draft.draft.forms)[];
  const after = { kind: 'address', href: 'https://例え.test/パス?q=ä', carries: [] };
  const changed = {
    ...draft.draft,
    forms: { [id!]: { ...draft.draft.forms[id!]!, after } },
  };
  const saved = await app.api(
    'PUT',
    `/api/pages/${row!.id}/draft`,
    { version: draft.version, draft: changed },
    'owner@example.com',
  );
  const { version } = saved.json<{ version: number }>();
  await app.api('POST', `/api/pages/${row!.id}/publish`, { version }, 'owner@example.com');
  const answer = await form({ name: 'Ida', email: 'ida@example.com' });
  expect([answer.status, answer.headers.location]).toEqual([
    303,
    'https://xn--r8jz45g.test/%E3%83%91%E3%82%B9?q=%C3%A4',
  ]);
});

it('reads no body of somebody without the right', async () => {
  const answer = await send('POST', `/api/clients/${world.client.id}/pictures?name=x`, {
    headers: { host: `localhost:${port}`, 'content-type': 'application/octet-stream' },
    body: 'x'.repeat(19 * 2 ** 20),
  }).catch((error: NodeJS.ErrnoException) => ({ status: error.code, headers: {}, body: null }));
  // It is answered before the body is there; Node may then find the line cut while it still sends.
  expect([401, 'ECONNRESET', 'EPIPE']).toContain(answer.status);
});

it('draws a share card once, however many ask', async () => {
  const page = await app.get(LivePages).find('quayside', 'first-visit');
  const path = `/~/card/${page!.revisionId}.png`;
  const cards = await Promise.all(Array.from({ length: 12 }, () => send('GET', path)));
  expect(new Set(cards.map(({ status }) => status))).toEqual(new Set([200]));
  // The card is kept: without its revision in the database it is still there.
  await app.database.pool.query('update page_revisions set document = document || $1', [
    { title: 'Another' },
  ]);
  const again = await send('GET', path);
  expect(again.body.equals(cards[0]!.body)).toBe(true);
});
