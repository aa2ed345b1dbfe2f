import { get, type IncomingHttpHeaders } from 'node:http';
import { brotliDecompressSync, gunzipSync } from 'node:zlib';
import type { EditorPage, PathBoard } from '@plumgate/contract';
import { newBlock, newColumn, type Draft } from '@plumgate/core/page';
import { buildWorld, TestApp, type World } from '../testing/test-app.ts';

let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterAll(() => app.stop());

const owner = (method: 'GET' | 'PUT' | 'POST', url: string, body?: object) =>
  app.api(method, url, body, 'owner@example.com');
const path = async () =>
  (await owner('GET', `/api/funnels/${world.first.funnel.id}/path`)).json<PathBoard>();

describe('a published page', () => {
  it('is a whole document with its CSS inside and an ordinary form', async () => {
    const { body, headers } = await app.site('GET', '/first-visit');
    expect(body).toMatch(/^<!doctype html><html lang="en">/);
    expect(body).toMatch(/<form[^>]*action="\/first-visit" method="post"/);
    for (const name of ['name', 'email', 'phone', '_once'])
      expect(body).toContain(`name="${name}"`);
    expect(body).not.toContain('data-part');
    expect(headers['content-type']).toBe('text/html; charset=utf-8');
    expect(body.toLowerCase()).not.toContain('plum gate');
  });

  it('comes compressed as asked, the same page each way', async () => {
    const as = async (encoding: string) =>
      app.site('GET', '/first-visit', { headers: { 'accept-encoding': encoding } });
    const plain = await as('identity');
    const br = await as('gzip, br');
    const gzip = await as('gzip');
    expect(br.headers['content-encoding']).toBe('br');
    expect(brotliDecompressSync(br.rawPayload).toString()).toBe(plain.body);
    expect(gunzipSync(gzip.rawPayload).toString()).toBe(plain.body);
    expect(plain.headers['content-encoding']).toBeUndefined();
    expect(plain.headers.vary).toContain('accept-encoding');
  });

  it('answers 304 to a browser that has it', async () => {
    const { headers } = await app.site('GET', '/first-visit');
    const again = await app.site('GET', '/first-visit', {
      headers: { 'if-none-match': String(headers.etag) },
    });
    expect([again.statusCode, again.body]).toEqual([304, '']);
  });

  it('does not change while its draft does, until it is published', async () => {
    const draft = world.first.draft as Draft;
    const heading = newBlock('heading', 'extra-heading', { text: 'Only in the draft' });
    const column = draft.page.bands[1]!.columns[0]!;
    const changed = {
      ...draft,
      page: {
        ...draft.page,
        bands: draft.page.bands.map((band, index) =>
          index === 1
            ? {
                ...band,
                columns: [
                  { ...column, blocks: [...column.blocks, heading] },
                  ...band.columns.slice(1),
                ],
              }
            : band,
        ),
      },
    };
    const kept = await owner('PUT', `/api/pages/${world.first.pageId}/draft`, {
      version: world.first.version,
      draft: changed,
    });
    expect(kept.json()).toMatchObject({ state: 'changed', version: world.first.version + 1 });
    expect((await app.site('GET', '/first-visit')).body).not.toContain('Only in the draft');
    const stale = await owner('POST', `/api/pages/${world.first.pageId}/publish`, {
      version: world.first.version,
    });
    expect(stale.json()).toMatchObject({ status: 409, code: 'changed-elsewhere' });
    expect(
      (
        await owner('POST', `/api/pages/${world.first.pageId}/publish`, {
          version: world.first.version + 1,
        })
      ).statusCode,
    ).toBe(200);
    expect((await app.site('GET', '/first-visit')).body).toContain('Only in the draft');
  });

  it('takes a form that was opened before the page was published again', async () => {
    const old = /name="_revision" value="([^"]+)"/.exec(
      (await app.site('GET', '/first-visit')).body,
    )![1]!;
    const now = (await owner('GET', `/api/pages/${world.first.pageId}`)).json<EditorPage>();
    const draft = now.draft as Draft;
    const form = draft.forms[world.formId]!;
    const renamed = {
      ...form,
      questions: form.questions.map((question) =>
        question.key === 'phone' ? { ...question, key: 'mobile' } : question,
      ),
    };
    await owner('PUT', `/api/pages/${now.pageId}/draft`, {
      version: now.version,
      draft: { ...draft, forms: { [world.formId]: renamed } },
    });
    await owner('POST', `/api/pages/${now.pageId}/publish`, { version: now.version + 1 });
    const form2 = {
      name: 'Joss',
      email: 'joss@example.com',
      phone: '(207) 555-0108',
      _form: world.formBlock,
    };
    expect(
      (await app.site('POST', '/first-visit', { form: { ...form2, _revision: old } })).statusCode,
    ).toBe(303);
    expect((await app.site('POST', '/first-visit', { form: form2 })).statusCode).toBe(422);
  });
});

describe('an address that leads nowhere', () => {
  it.each([
    ['an unknown client', 'nobody', '/first-visit'],
    ['the root of an unknown client', 'nobody', '/'],
    ['an address that no page can have', 'quayside', '/wp-login.php'],
    ['the app’s API on a client’s host', 'quayside', '/api/health'],
    ['the mount by its name', 'quayside', '/~site/quayside/first-visit'],
  ])('%s is a plain 404 that tells nothing about us', async (_what, client, url) => {
    const answer = await app.site('GET', url, { client });
    expect(answer.statusCode).toBe(404);
    expect(answer.body.toLowerCase()).not.toMatch(/plum|fastify|nest|error|cannot/);
  });

  it('an unknown page of a client shows whose host it is, and the way to what is there', async () => {
    const answer = await app.site('GET', '/nothing');
    expect(answer.statusCode).toBe(404);
    expect(answer.headers['x-robots-tag']).toBe('noindex');
    for (const words of [
      'Quayside Dental',
      'There is no page at this address',
      'tel:',
      '/first-visit',
    ])
      expect(answer.body).toContain(words);
    expect(answer.body.toLowerCase()).not.toMatch(/plum ?gate|fastify|nest|cannot/);
  });

  it('the host alone shows whose it is, and the pages one may come to first', async () => {
    const answer = await app.site('GET', '/');
    expect(answer.statusCode).toBe(200);
    expect(answer.body).toContain('<h1>Quayside Dental</h1>');
    expect(answer.body).toContain('href="/first-visit"');
    expect(answer.body).not.toContain(`href="/${world.thanks.slug}"`);
  });

  it('the mount can’t be reached from the app’s own host', async () => {
    for (const url of ['/~site/quayside/first-visit', '/%7Esite/quayside/first-visit']) {
      expect((await app.api('GET', url)).body).not.toContain('Say in one sentence');
    }
  });

  it('a host that is not ours shows no client', async () => {
    const answer = await app.running.app.inject({
      url: '/first-visit',
      headers: { host: 'quayside.example.com' },
    });
    expect(answer.statusCode).toBe(404);
  });
});

it('shows a visitor the page while a heavy query holds the database', async () => {
  await app.site('GET', '/first-visit');
  const order: string[] = [];
  const heavy = app.database.pool
    .query('select count(*) from generate_series(1, 3000000) a where a % 7 = 3')
    .then(() => order.push('query'));
  const page = app
    .site('GET', '/first-visit')
    .then(({ statusCode }) => order.push(`page ${statusCode}`));
  await Promise.all([heavy, page]);
  expect(order).toEqual(['page 200', 'query']);
});

describe('visits', () => {
  it('count a person once for a page, leave bots out, and move the Path', async () => {
    await app.settle();
    const before = (await path()).steps[0]!.visitors;
    const first = await app.site('GET', '/first-visit?utm_source=harbour&utm_medium=cpc');
    const cookie = first.cookies.map(({ name, value }) => `${name}=${value}`).join('; ');
    await app.site('GET', '/first-visit', { headers: { cookie } });
    await app.site('GET', '/first-visit', {
      headers: { 'user-agent': 'ExampleBot/1.0 (+http://example.com/bot)' },
    });
    await app.settle();
    const board = await path();
    expect(board.steps[0]!.visitors).toBe(before + 1);
    expect(board.arrivals.find(({ source }) => source === 'Search ads')).toEqual({
      source: 'Search ads',
      visitors: 1,
    });
  });

  it('count the thank-you page only for those who completed the form', async () => {
    const opened = await app.site('GET', '/first-visit-thank-you');
    expect(opened.body).toContain(
      'Nothing was sent just now. <a href="/first-visit">Go to the form</a>',
    );
    await app.settle();
    const before = (await path()).steps[1]!.visitors;
    const sent = await app.site('POST', '/first-visit', {
      form: { name: 'Dev', email: 'dev@example.com', mobile: '(207) 555-0101' },
    });
    const cookie = sent.cookies.map(({ name, value }) => `${name}=${value}`).join('; ');
    const thanked = await app.site('GET', '/first-visit-thank-you', { headers: { cookie } });
    expect(thanked.body).not.toContain('Nothing was sent');
    await app.settle();
    const board = await path();
    expect(board.steps[1]!.visitors).toBe(before + 1);
    expect(board.steps[0]!.leads).toBeGreaterThan(0);
  });
});

it('runs a code block in a sandbox of its own', async () => {
  const now = (await owner('GET', `/api/pages/${world.thanks.pageId}`)).json<EditorPage>();
  const draft = now.draft as Draft;
  const band = {
    ...draft.page.bands[1]!,
    columns: [
      newColumn('code-column', [
        newBlock('code', 'code-block', {
          html: '<script>top.location="https://example.com"</script>',
        }),
      ]),
    ],
  };
  await owner('PUT', `/api/pages/${now.pageId}/draft`, {
    version: now.version,
    draft: { ...draft, page: { ...draft.page, bands: [band] } },
  });
  await owner('POST', `/api/pages/${now.pageId}/publish`, { version: now.version + 1 });
  const { body } = await app.site('GET', '/first-visit-thank-you');
  expect(body).not.toContain('top.location');
  const src = /<iframe[^>]*src="([^"]+)"[^>]*sandbox="([^"]+)"/.exec(body)!;
  expect(src[2]).not.toContain('allow-same-origin');
  const frame = await app.site('GET', src[1]!);
  expect(frame.headers['content-security-policy']).toMatch(/^sandbox /);
  expect(frame.body).toContain('top.location');
});

it.each([
  ['a picture', `/~/pictures/${'0'.repeat(36)}-600.webp`],
  ['a code block', `/~/code/${'-'.repeat(36)}/x`],
  ['free times', `/~/slots/${'-'.repeat(36)}`],
])('has nothing at %s whose id only looks like one', async (_what, path) =>
  expect((await app.site('GET', path)).statusCode).toBe(404),
);

it('reads a form whose revision was tampered with as the live one, whatever that asks now', async () => {
  const form = {
    _form: world.formBlock,
    _revision: '-'.repeat(36),
    name: 'Tam',
    email: 'tam@example.com',
    phone: '207 555 0100',
  };
  const answer = await app.site('POST', `/${world.first.slug}`, { form });
  expect([303, 422]).toContain(answer.statusCode);
});

it('serves fonts and the script to be kept for ever, and nothing beside them', async () => {
  const { body } = await app.site('GET', '/first-visit');
  for (const url of [
    /href="(\/~\/fonts\/[^"]+)"/.exec(body)![1]!,
    /src="(\/~\/visitor-[^"]+)"/.exec(body)![1]!,
  ]) {
    const answer = await app.site('GET', url);
    expect([answer.statusCode, answer.headers['cache-control']]).toEqual([
      200,
      'public, max-age=31536000, immutable',
    ]);
  }
  for (const url of [
    '/~/fonts/..%2f..%2fpackage.json',
    '/~/fonts/nothing.woff2',
    '/~/pictures/x-600.webp',
    '/~/code/x/y',
  ]) {
    expect((await app.site('GET', url)).statusCode).toBe(404);
  }
});

describe('a page in memory, asked for over the wire', () => {
  let port: number;
  beforeAll(async () => {
    port = await app.listen();
  });
  const ask = (path: string, headers: Record<string, string> = {}) =>
    new Promise<{ status: number; headers: IncomingHttpHeaders; body: Buffer }>(
      (resolve, reject) => {
        get(
          {
            host: '127.0.0.1',
            port,
            path,
            headers: {
              host: 'quayside.localhost:4310',
              'user-agent': 'Mozilla/5.0 Firefox/140',
              ...headers,
            },
          },
          (answer) => {
            const chunks: Buffer[] = [];
            answer.on('data', (chunk: Buffer) => chunks.push(chunk));
            answer.on('end', () =>
              resolve({
                status: answer.statusCode ?? 0,
                headers: answer.headers,
                body: Buffer.concat(chunks),
              }),
            );
          },
        ).on('error', reject);
      },
    );

  it('is the same as the framework answers, header for header', async () => {
    const usual = await app.site('GET', '/first-visit');
    await ask('/first-visit');
    const straight = await ask('/first-visit');
    expect(straight.body.toString()).toBe(usual.body);
    for (const name of ['content-type', 'cache-control', 'etag', 'vary', 'content-security-policy'])
      expect([name, straight.headers[name]]).toEqual([name, usual.headers[name]]);
    const squeezed = await ask('/first-visit', { 'accept-encoding': 'br' });
    expect(squeezed.headers['content-encoding']).toBe('br');
    expect(brotliDecompressSync(squeezed.body).toString()).toBe(usual.body);
  });

  it('says that a kept copy is still good', async () => {
    const { headers } = await ask('/first-visit');
    const again = await ask('/first-visit', { 'if-none-match': headers.etag! });
    expect([again.status, again.body.length]).toEqual([304, 0]);
  });

  it('counts a visitor, and knows them again by the cookie it set', async () => {
    await app.settle();
    const before = (await path()).steps[0]!.visitors;
    const first = await ask('/first-visit?utm_source=poster');
    const cookie = first.headers['set-cookie']![0]!.split(';')[0]!;
    expect(first.headers['set-cookie']![0]).toMatch(/HttpOnly; SameSite=Lax$/);
    expect(decodeURIComponent(cookie)).toMatch(/~source=poster~source=poster$/);
    const second = await ask('/first-visit', { cookie });
    expect(second.headers['set-cookie']).toBeUndefined();
    await app.settle();
    expect((await path()).steps[0]!.visitors).toBe(before + 1);
  });

  it.each([
    ['a page that is not there', '/nothing-here', 404],
    ['another client’s host', '/first-visit', 404, 'fernhill.localhost:4310'],
    ['the app itself', '/api/health', 200, 'localhost:4310'],
  ])(
    'leaves %s to the usual way',
    async (_what, address, status, host = 'quayside.localhost:4310') =>
      expect((await ask(address, { host })).status).toBe(status),
  );
});

describe('an address that changes', () => {
  const change = (slug: string, pageId = world.first.pageId as string) =>
    owner('PUT', `/api/pages/${pageId}/address`, { slug });
  it('answers anew, and leads from the earlier one for ever, with everything that came along', async () => {
    expect((await change('talk-first')).statusCode).toBe(200);
    expect((await app.site('GET', '/talk-first')).statusCode).toBe(200);
    const moved = await app.site('GET', '/first-visit?utm_source=poster');
    expect([moved.statusCode, moved.headers.location]).toEqual([
      308,
      '/talk-first?utm_source=poster',
    ]);
    expect((await app.site('POST', '/first-visit', { form: { name: 'A' } })).statusCode).toBe(308);
    await change('talk-to-us');
    for (const old of ['/first-visit', '/talk-first'])
      expect((await app.site('GET', old)).headers.location).toBe('/talk-to-us');
    expect((await app.site('GET', '/talk-to-us')).body).toMatch(
      /<link rel="canonical" href="http:\/\/quayside\.localhost:\d+\/talk-to-us"\/>/,
    );
  });
  it('is not given to another page, now or later, and may be taken back by its own', async () => {
    const other = world.thanks.pageId;
    for (const slug of ['talk-to-us', 'first-visit']) {
      const answer = await change(slug, other);
      expect([answer.statusCode, answer.json<{ code: string }>().code]).toEqual([
        409,
        'address-taken',
      ]);
      const asked = await owner('GET', `/api/pages/${other}/address?slug=${slug}`);
      expect(asked.json()).toEqual({ free: false, by: 'First visit' });
    }
    expect((await change('First Visit')).statusCode).toBe(400);
    await change('first-visit');
    expect((await app.site('GET', '/first-visit')).statusCode).toBe(200);
    expect((await app.site('GET', '/talk-to-us')).headers.location).toBe('/first-visit');
  });
  it('is told to crawlers: where pages are, and what is nobody’s to read', async () => {
    const robots = await app.site('GET', '/robots.txt');
    expect(robots.headers['content-type']).toMatch(/^text\/plain/);
    expect(robots.body).toMatch(/^Sitemap: http:\/\/quayside\.localhost:\d+\/sitemap\.xml$/m);
    const map = await app.site('GET', '/sitemap.xml');
    expect(map.body).toMatch(/<loc>http:\/\/quayside\.localhost:\d+\/first-visit<\/loc>/);
    expect(map.body).not.toContain('thank-you');
  });
});
