import { request as ask, type IncomingHttpHeaders } from 'node:http';
import { warningsOf } from '../platform/config.ts';
import { agent, buildWorld, TestApp } from '../testing/test-app.ts';

/** Behind https, cookies are for this very host and for https alone, and browsers come by https from then on. */
let app: TestApp;
let port: number;
beforeAll(async () => {
  app = await TestApp.start({
    PLUMGATE_ORIGIN: 'https://app.example.com',
    PLUMGATE_SITES: 'pages.test',
  });
  await buildWorld(app);
  port = await app.listen();
});
afterAll(() => app.stop());

const send = (host: string, method: string, path: string, body?: string) =>
  new Promise<{ status: number; headers: IncomingHttpHeaders }>((resolve, reject) => {
    const type = body ? { 'content-type': 'application/x-www-form-urlencoded' } : {};
    const headers = { host, 'user-agent': agent, ...type };
    const sent = ask({ host: '127.0.0.1', port, method, path, headers }, (answer) => {
      answer.resume();
      answer.on('end', () => resolve({ status: answer.statusCode!, headers: answer.headers }));
    });
    sent.on('error', reject);
    sent.end(body);
  });
const cookies = ({ headers }: { headers: IncomingHttpHeaders }) => headers['set-cookie'] ?? [];

it('marks visitors’ cookies, from the framework and from memory alike', async () => {
  for (let turn = 0; turn < 2; turn++) {
    const page = await send('quayside.pages.test', 'GET', '/first-visit');
    expect(page.status).toBe(200);
    expect(page.headers['strict-transport-security']).toBe('max-age=31536000');
    expect(cookies(page)).toEqual([
      expect.stringMatching(/^__Host-gate_visitor=.*; Path=\/; HttpOnly; Secure; SameSite=Lax$/),
    ]);
  }
  const form = await send(
    'quayside.pages.test',
    'POST',
    '/first-visit',
    'name=Ana&email=ana%40example.com',
  );
  expect(form.status).toBe(303);
  expect(cookies(form).join()).toMatch(/__Host-gate_carry=[^;]*;[^,]*Secure/);
});

it('says so on the app’s host, too', async () => {
  const page = await send('app.example.com', 'GET', '/api/health');
  expect(page.headers['strict-transport-security']).toBe('max-age=31536000');
});

// The public suffix list decides what is one domain, as it does for cookies (RFC 6265bis, section 5.6).
it.each([
  ['https://app.example.com', 'pages.example.com', true],
  ['https://app.example.com', 'example.com', true],
  ['https://app.example.com', 'pages-example.com', false],
  ['https://app.example.co.uk', 'pages.other.co.uk', false],
  ['https://one.github.io', 'two.github.io', false],
  [undefined, 'localhost', false],
])('of the app at %s and pages under %s a warning is %s', (origin, sites, isWarned) => {
  expect(warningsOf({ origin, sites }).length > 0).toBe(isWarned);
});
