import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { WebsiteReading } from '@plumgate/core/website';
import { CONFIG } from '../../platform/config.ts';
import { SafeFetch } from '../../platform/http/safe-fetch.ts';
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

it('gives up on a server that does not answer', async () => {
  const asked = app.get(SafeFetch).fetch(at('/slow'), { method: 'GET', timeoutMs: 50 });
  await expect(asked).rejects.toMatchObject({ code: 'too-slow' });
});
