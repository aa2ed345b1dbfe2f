import { createServer, type RequestListener } from 'node:http';
import type { lookup } from 'node:dns';
import type { AddressInfo } from 'node:net';
import { isPrivate, OutboundError, SafeFetch } from './safe-fetch.ts';

async function serving(listener: RequestListener) {
  const server = createServer(listener);
  await new Promise<void>((listening) => server.listen(0, '127.0.0.1', listening));
  const { port } = server.address() as AddressInfo;
  return { port, url: `http://hooks.example.com:${port}/in`, stop: () => server.close() };
}
/** A resolver that knows one answer for every host, and how often it was asked. */
function answering(...addresses: string[]) {
  const asked: string[] = [];
  const answer = ((host: string, _options: unknown, done: (...given: unknown[]) => void) => {
    asked.push(host);
    done(
      null,
      addresses.map((address) => ({ address, family: address.includes(':') ? 6 : 4 })),
    );
  }) as unknown as typeof lookup;
  return { asked, answer };
}
const codeOf = (trying: Promise<unknown>) =>
  trying.then(
    () => 'answered',
    (error: unknown) => (error as OutboundError).code,
  );

// Ranges by the IANA IPv4 and IPv6 Special-Purpose Address Registries (RFC 6890 and its updates).
it.each([
  ['8.8.8.8', false],
  ['2606:4700:4700::1111', false],
  ['127.0.0.1', true],
  ['10.1.2.3', true],
  ['172.16.0.1', true],
  ['192.168.1.1', true],
  ['169.254.169.254', true],
  ['100.64.0.1', true],
  ['0.0.0.0', true],
  ['224.0.0.1', true],
  ['255.255.255.255', true],
  ['::1', true],
  ['fe80::1', true],
  ['fd00::1', true],
  ['::ffff:127.0.0.1', true],
  ['::ffff:8.8.8.8', false],
  ['64:ff9b::7f00:1', true],
])('%s is private: %s', (address, yes) => expect(isPrivate(address)).toBe(yes));

it.each([
  'http://127.0.0.1/',
  'http://[::1]/',
  'http://[::ffff:10.0.0.1]/',
  'http://2130706433/',
  'http://0x7f.1/',
  'http://169.254.169.254/latest/meta-data',
])('refuses %s, however it is written', async (address) =>
  expect(await codeOf(new SafeFetch().fetch(address, { method: 'GET' }))).toBe('private-address'),
);

it.each(['ftp://example.com/', 'file:///etc/passwd', 'https://me:pw@example.com/', 'example.com'])(
  'refuses %s as no address of the web',
  async (address) =>
    expect(await codeOf(new SafeFetch().fetch(address, { method: 'GET' }))).toBe('bad-address'),
);

it('refuses a public name that leads into a private network, also as one of several addresses', async () => {
  const { port, url, stop } = await serving((_request, answer) => answer.end('in'));
  for (const addresses of [['127.0.0.1'], ['8.8.8.8', '127.0.0.1']]) {
    const { answer } = answering(...addresses);
    expect(await codeOf(new SafeFetch(new Set(), answer).fetch(url, { method: 'GET' }))).toBe(
      'private-address',
    );
  }
  expect(port).toBeGreaterThan(0);
  stop();
});

it('looks a host up once and goes to the address that was checked, without following redirects', async () => {
  let came = 0;
  const { port, url, stop } = await serving((_request, answer) => {
    came++;
    answer.writeHead(302, { location: 'http://169.254.169.254/' }).end('moved');
  });
  const { asked, answer } = answering('127.0.0.1');
  const safe = new SafeFetch(new Set([`hooks.example.com:${port}`]), answer);
  const got = await safe.fetch(url, { method: 'POST', body: '{}' });
  expect([got.status, got.content.toString(), came, asked.length]).toEqual([302, 'moved', 1, 1]);
  stop();
});

it('follows as many redirects as it is told, each to an address that is checked', async () => {
  const { port, stop } = await serving((request, answer) => {
    const to = { '/one': '/two', '/two': '/end', '/in': 'http://169.254.169.254/' }[request.url!];
    if (to) answer.writeHead(302, { location: to }).end();
    else answer.end('there');
  });
  const safe = new SafeFetch(new Set([`127.0.0.1:${port}`]));
  const from = (path: string, redirects: number) =>
    safe.fetch(`http://127.0.0.1:${port}${path}`, { method: 'GET', redirects });
  expect((await from('/one', 2)).content.toString()).toBe('there');
  expect(await codeOf(from('/one', 1))).toBe('too-many-redirects');
  expect(await codeOf(from('/in', 3))).toBe('private-address');
  stop();
});

it('allows a named private address by its host and port, and none beside it', async () => {
  const { port, stop } = await serving((_request, answer) => answer.end('yes'));
  const safe = new SafeFetch(new Set([`127.0.0.1:${port}`]));
  expect(
    (await safe.fetch(`http://127.0.0.1:${port}/`, { method: 'GET' })).content.toString(),
  ).toBe('yes');
  expect(await codeOf(safe.fetch(`http://127.0.0.1:${port + 1}/`, { method: 'GET' }))).toBe(
    'private-address',
  );
  stop();
});

it('reads no more than a megabyte, or than a request says', async () => {
  const { port, stop } = await serving((_request, answer) => answer.end('x'.repeat(2 ** 20 + 1)));
  const safe = new SafeFetch(new Set([`127.0.0.1:${port}`]));
  expect(await codeOf(safe.fetch(`http://127.0.0.1:${port}/`, { method: 'GET' }))).toBe(
    'too-large',
  );
  const more = { method: 'GET', maxBytes: 2 ** 21 } as const;
  expect((await safe.fetch(`http://127.0.0.1:${port}/`, more)).content).toHaveLength(2 ** 20 + 1);
  stop();
});

it('says when there is no such host, and when nobody answers', async () => {
  const nobody = ((_host: string, _options: unknown, done: (error: Error) => void) =>
    done(new Error('ENOTFOUND'))) as unknown as typeof lookup;
  const unknown = new SafeFetch(new Set(), nobody).fetch('http://nobody.example/', {
    method: 'GET',
  });
  expect(await codeOf(unknown)).toBe('unknown-host');
  const safe = new SafeFetch(new Set(['127.0.0.1:1']));
  expect(await codeOf(safe.fetch('http://127.0.0.1:1/', { method: 'GET' }))).toBe('unreachable');
});
