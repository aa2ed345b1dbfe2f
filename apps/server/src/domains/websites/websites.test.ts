import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { readFile } from 'node:fs/promises';
import { buffer } from 'node:stream/consumers';
import type { EditorPage } from '@plumgate/contract';
import { blocksOf, type Draft } from '@plumgate/core/page';
import type { WebsiteReading } from '@plumgate/core/website';
import { CONFIG } from '../../platform/config.ts';
import { SafeFetch } from '../../platform/http/safe-fetch.ts';
import { pack } from '../formats/zip.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

let app: TestApp;
let world: World;
let server: Server;
const owner = 'owner@example.com';

beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  server = createServer((request, answer) => {
    const html = (text: string, type = 'text/html') =>
      answer.writeHead(200, { 'content-type': type }).end(text);
    if (request.url === '/inwards') answer.writeHead(302, { location: 'http://10.0.0.1/' }).end();
    else if (request.url === '/moved') answer.writeHead(301, { location: '/plain' }).end();
    else if (request.url === '/plain')
      html(
        '<title>Gull Neck Gutters</title><p>(207) 555-0145</p><a href="/contact">Contact</a><img src="/lost.png">',
      );
    else if (request.url === '/picture') html('GIF89a', 'image/gif');
    else if (request.url === '/huge') html('<p>'.padEnd(7 * 2 ** 20));
    else if (request.url === '/broken') html('<div><p>Call (207) 555-0188</div><b');
    else if (request.url !== '/slow') answer.writeHead(404).end();
  });
  await new Promise<void>((listening) => server.listen(0, '127.0.0.1', listening));
  app
    .get<{ outboundAllowed: Set<string> }>(CONFIG as never)
    .outboundAllowed.add(`127.0.0.1:${(server.address() as AddressInfo).port}`);
});
afterAll(async () => {
  server.closeAllConnections();
  server.close();
  await app.stop();
});

const at = (path: string) => `http://127.0.0.1:${(server.address() as AddressInfo).port}${path}`;
const ask = (address: string) =>
  app.api('POST', `/api/clients/${world.client.id}/website-reading`, { address }, owner);
const read = async (address: string): Promise<WebsiteReading> => {
  const answer = await ask(address);
  expect(answer.statusCode).toBe(200);
  return answer.json();
};

it('reads the stand-in website, with small pictures to look at, and stores nothing', async () => {
  const before = await app.api('GET', `/api/clients/${world.client.id}`, undefined, owner);
  const reading = await read('ledgeline-roofing.test');
  expect(reading.pages.map(({ title }) => title)).toEqual([
    'Ledgeline Roofing | Roofs for the coast of Maine',
    'Contact | Ledgeline Roofing',
    'What people say | Ledgeline Roofing',
  ]);
  expect(reading.facts.name?.value).toBe('Ledgeline Roofing');
  expect(reading.facts.week?.how).toBe('words');
  expect(reading.palettes.length).toBeGreaterThan(0);
  expect(reading.logos).toMatchObject([{ width: 880, height: 240 }]);
  expect(reading.pictures).toHaveLength(3);
  expect(reading.pictures[0]!.preview).toMatch(/^data:image\/webp;base64,/);
  expect(reading.reviews).toHaveLength(2);
  expect(reading.problems).toEqual([]);
  const after = await app.api('GET', `/api/clients/${world.client.id}`, undefined, owner);
  expect(after.json()).toEqual(before.json());
  const pictures = await app.api(
    'GET',
    `/api/clients/${world.client.id}/pictures`,
    undefined,
    owner,
  );
  expect(pictures.json()).toEqual({ pictures: [] });
});

it('does not offer reviews that the client has already', async () => {
  const { reviews } = await read('ledgeline-roofing.test');
  const [first] = reviews;
  const { said, who, stars, source } = first!;
  const id = '00000000-0000-4000-8000-0000000000e1';
  await app.api(
    'PUT',
    `/api/clients/${world.client.id}/records`,
    {
      records: {
        staff: [],
        services: [],
        reviews: [{ id, said, who, stars, source, picture: null }],
      },
      known: [id],
    },
    owner,
  );
  expect((await read('ledgeline-roofing.test')).reviews).toEqual(reviews.slice(1));
});

it('says what could not be read, and where a page moved to', async () => {
  const reading = await read(at('/moved'));
  expect(reading.address).toBe(at('/plain'));
  expect(reading.facts.phone?.value).toBe('(207) 555-0145');
  expect(reading.problems).toEqual([
    `${at('/contact')}: There is no page at this address: it answers 404.`,
    `${at('/lost.png')}: There is no picture at this address: it answers 404.`,
  ]);
});

it('reads broken HTML', async () => {
  expect((await read(at('/broken'))).facts.phone?.value).toBe('(207) 555-0188');
});

it.each([
  ['an address inwards', () => at('/inwards'), 'not-fetched', /private network/],
  ['nothing there', () => at('/nothing'), 'not-fetched', /it answers 404/],
  ['a picture', () => at('/picture'), 'not-a-page', /not a web page/],
  ['7 MB', () => at('/huge'), 'not-a-page', /larger than 6 MB/],
  ['no address', () => 'our website', 'not-fetched', /such as www/],
  ['a host that there is not', () => 'no-such-host.invalid', 'not-fetched', /no such host/],
  ['another scheme', () => 'file:///etc/passwd', 'not-fetched', /such as www/],
])('refuses %s, with the reason', async (_what, address, code, words) => {
  const answer = await ask(address());
  expect(answer.json()).toMatchObject({ code, status: 422 });
  expect(answer.json<{ detail: string }>().detail).toMatch(words);
});

describe('an HTML page from elsewhere', () => {
  type Imported = {
    funnelId: string;
    pageId: string;
    bands: number;
    forms: number;
    pictures: number;
    notes: string[];
  };
  const byFile = (file: Buffer) =>
    app.bytes('POST', `/api/clients/${world.client.id}/html-imports`, file, owner);
  const site = new URL('../../../websites/ledgeline-roofing/', import.meta.url);
  const zipped = async (files: Record<string, string | Buffer>): Promise<Buffer> => {
    const contents = Object.entries(files).map(([name, content]) => [
      name,
      () => Promise.resolve(Buffer.from(content)),
    ]);
    return buffer(pack(Object.fromEntries(contents) as Parameters<typeof pack>[0]));
  };
  const draftOf = async ({ pageId }: Imported): Promise<Draft> =>
    (await app.api('GET', `/api/pages/${pageId}`, undefined, owner)).json<EditorPage>()
      .draft as Draft;

  it('is made from a web address, with its pictures and its form, as a draft', async () => {
    const answer = await app.api(
      'POST',
      `/api/clients/${world.client.id}/html-imports/from-address`,
      { address: 'ledgeline-roofing.test/spring-offer.html' },
      owner,
    );
    const made = answer.json<Imported>();
    expect(made).toMatchObject({ bands: 7, forms: 1, pictures: 1 });
    const draft = await draftOf(made);
    expect(draft.page.title).toBe('Spring roof check | Ledgeline Roofing');
    expect(Object.values(draft.forms)[0]!.questions).toHaveLength(8);
    const shown = blocksOf(draft.page).find((block) => block.kind === 'picture');
    expect(shown).toMatchObject({ alt: 'A barn house under a standing seam roof' });
    const { pictures } = (
      await app.api('GET', `/api/clients/${world.client.id}/pictures`, undefined, owner)
    ).json<{ pictures: object[] }>();
    expect(pictures).toMatchObject([
      { id: shown?.kind === 'picture' && shown.picture?.id, width: 1600 },
    ]);
  });

  it('is made from a zip, its style sheet and pictures beside it', async () => {
    const zip = await zipped({
      'offer/index.html':
        '<link rel="stylesheet" href="css/a.css"><section class="dark"><h1>Hello</h1><img src="img/logo%20two.png"></section><a class="btn" href="other.html">More</a>',
      'offer/css/a.css': '.dark { background: #111 }',
      'offer/img/logo two.png': await readFile(new URL('logo.png', site)),
      '__MACOSX/._index.html': 'x',
    });
    const made = (await byFile(zip)).json<Imported>();
    expect(made).toMatchObject({ bands: 2, pictures: 1 });
    expect(made.notes).toEqual([
      'A link to “other.html” leads nowhere: that page did not come along.',
    ]);
    const draft = await draftOf(made);
    expect(draft.page.bands[0]!.surface).toBe('deep');
  });

  it('is made from a file by itself, embedded pictures included', async () => {
    const png = (await readFile(new URL('logo.png', site))).toString('base64');
    const made = (
      await byFile(
        Buffer.from(`<h1>Hello</h1><img src="data:image/png;base64,${png}"><img src="lost.png">`),
      )
    ).json<Imported>();
    expect(made).toMatchObject({
      bands: 1,
      pictures: 1,
      notes: ['A picture could not be had: lost.png'],
    });
  });

  it.each<[string, () => Buffer | Promise<Buffer>, RegExp]>([
    ['a picture', () => readFile(new URL('logo.png', site)), /not a web page/],
    ['a zip without a page', () => zipped({ 'a.txt': 'x' }), /no HTML file/],
    [
      'half a zip',
      async () => (await zipped({ 'index.html': 'x'.repeat(500) })).subarray(0, 60),
      /zip/,
    ],
    [
      'a page that is drawn by script',
      () => Buffer.from('<div id="app"></div><script></script>'),
      /nothing on this page/,
    ],
    ['7 MB', () => Buffer.from('<p>'.padEnd(7 * 2 ** 20)), /larger than 6 MB/],
    ['30,000 elements', () => Buffer.from('<p>a'.repeat(30_000)), /too many parts/],
  ])('refuses %s, with the reason, and leaves nothing behind', async (_what, file, words) => {
    const funnels = () =>
      app.api('GET', `/api/clients/${world.client.id}/funnels`, undefined, owner);
    const before = (await funnels()).json<object>();
    const answer = await byFile(await file());
    expect(answer.json()).toMatchObject({
      code: 'not-a-page',
      detail: expect.stringMatching(words) as string,
    });
    expect((await funnels()).json()).toEqual(before);
  });
});

it('gives up on a server that does not answer', async () => {
  const asked = app.get(SafeFetch).fetch(at('/slow'), { method: 'GET', timeoutMs: 50 });
  await expect(asked).rejects.toMatchObject({ code: 'too-slow' });
});
