import type { DomainView, StandInRecord, TodayBoard } from '@plumgate/contract';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

let app: TestApp;
let world: World;
let other: string;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  other = (
    await owner('POST', '/api/clients', { name: 'Other', slug: 'other', zone: 'America/New_York' })
  ).json<{ id: string }>().id;
});
afterAll(() => app.stop());

const owner = (method: 'GET' | 'POST' | 'DELETE', url: string, body?: object) =>
  app.api(method, url, body, 'owner@example.com');
const host = 'visit.quayside-dental.test';
const own = () => `/api/clients/${world.client.id}/domains`;
const add = (typed: string, client = world.client.id as string) =>
  owner('POST', `/api/clients/${client}/domains`, { host: typed });
const check = async (name = host) =>
  (await owner('POST', `${own()}/${name}/check`)).json<DomainView>();
const record = (name: string, type: string, value: string) =>
  owner('POST', '/api/stand-in-records', { name, type, value });
const records = async () =>
  (await owner('GET', '/api/stand-in-records')).json<{ records: StandInRecord[] }>().records;
const removeAll = async () => {
  for (const { id } of await records()) await owner('DELETE', `/api/stand-in-records/${id}`);
};
const at = async (name: string, path = `/${world.first.slug}`) =>
  app.running.app.inject({ method: 'GET', url: path, headers: { host: name } });
const lostHosts = async () =>
  (await owner('GET', `/api/clients/${world.client.id}/today`)).json<TodayBoard>().lostHosts;
const allowed = async (name: string) =>
  (await app.api('GET', `/internal/host-allowed?domain=${encodeURIComponent(name)}`)).statusCode;

describe('a host of a client’s own', () => {
  it('names the one record it needs, and is not served before that is right', async () => {
    const made = (await add(`https://${host.toUpperCase()}/`)).json<DomainView>();
    expect(made).toMatchObject({
      host,
      state: 'waiting',
      compared: [
        {
          needed: { name: host, type: 'CNAME', value: 'quayside.pages.plumgate.test' },
          found: [],
          right: false,
        },
      ],
    });
    expect([(await at(host)).statusCode, await allowed(host)]).toEqual([404, 404]);
  });

  it('tells what was found instead, also another client’s target by a wildcard', async () => {
    await record(host, 'CNAME', 'other.pages.plumgate.test');
    const [line] = (await check()).compared;
    expect(line).toMatchObject({ found: [{ value: 'other.pages.plumgate.test' }], right: false });
    expect((await record(host, 'A', '203.0.113.7')).json()).toMatchObject({ code: 'bad-request' });
    await removeAll();
  });

  it('is served, and what its pages are known by, once a resolver finds the record', async () => {
    await record(host, 'CNAME', 'quayside.pages.plumgate.test');
    expect(await check()).toMatchObject({ state: 'right', compared: [{ right: true }] });
    const page = await at(host);
    expect([page.statusCode, await allowed(host)]).toEqual([200, 200]);
    expect(page.body).toMatch(`<link rel="canonical" href="http://${host}`);
    expect((await at(`${host.toUpperCase()}.:80`)).statusCode).toBe(200);
    expect((await at(host, '/robots.txt')).body).toMatch(`Sitemap: http://${host}`);
    // The local address goes on answering.
    expect((await app.site('GET', `/${world.first.slug}`)).statusCode).toBe(200);
  });

  it('belongs to one client only', async () => {
    expect((await add(host, other)).json()).toMatchObject({ code: 'address-taken' });
    expect((await add(host)).json()).toMatchObject({ code: 'address-taken' });
    expect((await owner('POST', `/api/clients/${other}/domains/${host}/check`)).statusCode).toBe(
      404,
    );
    expect((await owner('DELETE', `/api/clients/${other}/domains/${host}`)).statusCode).toBe(404);
  });

  it('is kept for a grace time when its record goes, and is back as soon as that is', async () => {
    await removeAll();
    const lost = await check();
    expect([lost.state, lost.servedUntil !== null, (await at(host)).statusCode]).toEqual([
      'lost',
      true,
      200,
    ]);
    expect(await lostHosts()).toEqual([{ shown: host, servedUntil: lost.servedUntil }]);
    await app.move('PT73H');
    expect([(await check()).state, (await at(host)).statusCode]).toEqual(['gone', 404]);
    expect(await lostHosts()).toEqual([{ shown: host, servedUntil: null }]);
    await record(host, 'CNAME', 'quayside.pages.plumgate.test');
    expect([(await check()).state, (await at(host)).statusCode]).toEqual(['right', 200]);
    expect(await lostHosts()).toEqual([]);
  });

  it('that is registered needs an address and a proof', async () => {
    const { compared } = (await add('quayside-dental.test')).json<DomainView>();
    expect(compared.map(({ needed }) => [needed.name, needed.type])).toEqual([
      ['quayside-dental.test', 'A'],
      ['_plumgate.quayside-dental.test', 'TXT'],
    ]);
    for (const { needed } of compared) await record(needed.name, needed.type, needed.value);
    expect((await check('quayside-dental.test')).state).toBe('right');
    // Taken off by mistake and added again it is right at once; for another client its records prove nothing.
    await owner('DELETE', `${own()}/quayside-dental.test`);
    const theirs = (await add('quayside-dental.test', other)).json<DomainView>();
    expect([theirs.state, theirs.compared.map(({ right }) => right)]).toEqual([
      'waiting',
      [true, false],
    ]);
    await owner('DELETE', `/api/clients/${other}/domains/quayside-dental.test`);
    expect((await add('quayside-dental.test')).json<DomainView>().state).toBe('right');
  });

  it('is served no more once it is taken off', async () => {
    await owner('DELETE', `${own()}/${host}`);
    expect([(await at(host)).statusCode, await allowed(host)]).toEqual([404, 404]);
  });

  it.each([
    '*.quayside-dental.test',
    'localhost',
    'quayside.localhost',
    'a.pages.plumgate.test',
    'quаyside-dental.test',
    '203.0.113.7',
  ])('refuses %s', async (typed) => {
    const answer = await add(typed);
    expect(answer.statusCode).toBe(400);
    expect(answer.json<{ fields: object[] }>().fields).toHaveLength(1);
  });
});

describe('host headers', () => {
  it.each([
    'evil.test',
    'quayside.localhost.evil.test',
    'other.localhost',
    'xn--quyside-dental-8hj.test',
    `${'a.'.repeat(126)}test`,
    'quayside-dental.test@evil.test',
  ])('%s gets nobody’s page', async (name) => {
    expect((await at(name)).statusCode).toBe(404);
  });
  it('the proxy is told of the app and of clients that there are', async () => {
    expect(
      await Promise.all(
        ['localhost', 'quayside.localhost', 'nobody.localhost', '', 'evil.test'].map(allowed),
      ),
    ).toEqual([200, 200, 404, 404, 404]);
  });
});
