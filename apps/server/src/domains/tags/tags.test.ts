import type { Answered, api as endpoints } from '@plumgate/contract';
import type { TagContent } from '@plumgate/core/tags';
import { pageVisitors } from '../../records/results/table.ts';
import { dailySalts } from '../../records/tags/table.ts';
import { addressOf, asOwner } from '../../testing/booking-world.ts';
import { browserOf } from '../../testing/browser.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { Housekeeping } from '../../platform/housekeeping.ts';

/** Other people's code on pages, and who agrees to it. */
let app: TestApp;
let world: World;
const api = asOwner(() => app);
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterEach(() => app.stop());

const path = (what: string) => `/api/clients/${world.client.id}/${what}`;
const tag = (name: string, changes: Partial<TagContent> = {}): TagContent => ({
  ...{ name, code: `<script>${name}()</script>`, on: true, part: 'head' },
  ...{ place: { kind: 'client' }, runs: { kind: 'always' }, needsConsent: true, needs: null },
  ...changes,
});
const ofLeads = { kind: 'lead', form: null, value: null } as const;
const add = async (...tags: TagContent[]) => {
  const added = await api('POST', path('tags'), { tags });
  expect([added.statusCode, added.body.slice(0, 200)]).toEqual([200, expect.anything()]);
  return added.json<{ ids: string[] }>().ids;
};
const measure = async (mode: 'cookie' | 'ask' | 'without', words = {}) => {
  const body = { mode, words, policy: '/privacy' };
  expect((await api('PUT', path('measuring'), body)).statusCode).toBe(200);
};
const check = async () =>
  (await api('GET', path('tags/check')))
    .json<Answered<typeof endpoints.checkTags>>()
    .funnels.flatMap(({ findings }) => findings.map(({ rule }) => rule));
const send = (browser: ReturnType<typeof browserOf>, name: string) =>
  browser.send({ _form: world.formBlock, name, phone: '', email: addressOf(name), _once: name });
const visitors = async () => {
  await app.settle();
  return (await app.database.db.select().from(pageVisitors)).length;
};

it('is on every page at once, in the order that was set, with a policy that lets it run', async () => {
  const ana = browserOf(app);
  expect((await ana.open('/first-visit')).headers['content-security-policy']).toContain(
    "script-src 'self'",
  );
  const [second, first] = await add(tag('second'), tag('first'), tag('off', { on: false }));
  await api('PUT', path('tags/order'), { tags: [first, second] });
  for (const url of ['/first-visit', '/first-visit-thank-you']) {
    const page = await ana.open(url);
    expect(page.body).toContain('<script>first()</script>\n<script>second()</script></head>');
    expect(page.body).not.toContain('off()');
    expect(page.headers['content-security-policy']).toContain("'unsafe-inline'");
  }
  await api('PUT', `/api/tags/${first}`, tag('first', { on: false }));
  await api('DELETE', `/api/tags/${second}`);
  expect((await ana.open('/first-visit')).body).not.toContain('second()');
});

it('counts a lead once, on the page of thanks, and never on a visit without one', async () => {
  const code = "<script>lead('{{ lead.id }}', '{{ lead.value }}')</script>";
  await add(tag('base'), tag('lead', { code, runs: { ...ofLeads, value: 4050 as never } }));
  const ana = browserOf(app);
  expect((await ana.open('/first-visit')).body).not.toContain('lead(');
  expect((await ana.open('/first-visit-thank-you')).body).not.toContain('lead(');
  await send(ana, 'Ana');
  const thanks = await ana.open('/first-visit-thank-you');
  expect(thanks.body).toMatch(/base\(\)<\/script>\n<script>lead\('[\w-]{36}', '40.50'\)/);
  expect(thanks.headers['cache-control']).toBe('private, no-store');
  expect((await ana.open('/first-visit-thank-you')).body).not.toContain('lead(');
  // Another form is another lead; the same again is not.
  await send(ana, 'Ana');
  expect((await ana.open('/first-visit-thank-you')).body).not.toContain('lead(');
  await send(ana, 'Bo');
  expect((await ana.open('/first-visit-thank-you')).body).toContain('lead(');
});

it('counts a lead once where two ask at the same moment', async () => {
  await add(tag('lead', { runs: ofLeads }));
  const ana = browserOf(app);
  await ana.open('/first-visit');
  await send(ana, 'Ana');
  const opened = await Promise.all(
    Array.from({ length: 5 }, () => ana.open('/first-visit-thank-you')),
  );
  expect(opened.filter(({ body }) => body.includes('lead()'))).toHaveLength(1);
});

describe('where a client asks', () => {
  beforeEach(async () => {
    await measure('ask', { en: 'May we count you?' });
    await add(tag('ads'), tag('plain', { needsConsent: false }));
  });

  it('nothing of others’ runs and no number is given before a yes', async () => {
    const ana = browserOf(app);
    const before = await ana.open('/first-visit');
    expect(before.body).toContain('May we count you? <a href="/privacy">Privacy</a>');
    expect(before.body).toContain('plain()');
    expect(before.body).not.toContain('ads()');
    expect([...ana.cookies.keys()]).toEqual([]);
    const yes = await ana.send({ do: 'yes' }, '/~/consent?page=first-visit');
    expect([yes.statusCode, yes.headers.location]).toEqual([303, '/first-visit']);
    const after = await ana.open('/first-visit');
    expect(after.body).toContain('ads()');
    expect(after.body).not.toContain('May we count you?');
    expect([...ana.cookies.keys()]).toEqual(['gate_consent', 'gate_visitor']);
    // And it is as easy to take back.
    expect(after.body).toContain('<a href="/~/consent?page=first-visit">');
    expect((await ana.open('/~/consent?page=first-visit')).body).toContain('No, thanks');
    await ana.send({ do: 'no' }, '/~/consent?page=first-visit');
    expect([...ana.cookies.keys()]).toEqual(['gate_consent']);
    const refused = await ana.open('/first-visit');
    expect(refused.body).not.toContain('ads()');
    expect(refused.body).not.toContain('May we count you?');
  });

  it('a browser that asks not to be tracked is not asked, and has refused', async () => {
    const ana = browserOf(app, { 'sec-gpc': '1' });
    await ana.send({ do: 'yes' }, '/~/consent?page=first-visit');
    const { body } = await ana.open('/first-visit');
    expect(body).not.toContain('May we count you?');
    expect(body).not.toContain('ads()');
  });

  it('both answers are as easy to give, and no other is taken', async () => {
    const ana = browserOf(app);
    expect((await ana.open('/first-visit')).body).toContain('Yes, that’s fine');
    expect((await ana.send({ do: 'maybe' }, '/~/consent?page=first-visit')).statusCode).toBe(404);
    expect((await ana.open('/~/consent?page=nothing')).statusCode).toBe(404);
  });
});

it('keeps tags from a browser that asks not to be tracked, whatever the client counts by', async () => {
  await add(tag('ads'));
  const ana = browserOf(app, { 'sec-gpc': '1' });
  for (let times = 0; times < 2; times++)
    expect((await ana.open('/first-visit')).body).not.toContain('ads()');
  expect((await browserOf(app).open('/first-visit')).body).toContain('ads()');
});

it('shows nobody a split test where nobody is known tomorrow, and refuses to start one', async () => {
  const idea = { hypothesis: 'More write', change: 'Words' };
  const made = await api('POST', `/api/pages/${world.first.pageId}/tests`, idea);
  expect([made.statusCode, made.body.slice(0, 300)]).toEqual([200, expect.anything()]);
  await measure('without');
  const { testId } = made.json<{ testId: string }>();
  const refused = await api('POST', `/api/tests/${testId}/start`, {});
  expect([refused.statusCode, refused.body]).toEqual([
    400,
    expect.stringContaining('counted without cookies'),
  ]);
});

it('counts without a cookie by a number that lasts a day, and the salt of the day is thrown away', async () => {
  await measure('without');
  const ana = browserOf(app, { 'x-forwarded-for': '198.51.100.7' });
  await ana.open('/first-visit');
  await ana.open('/first-visit');
  expect(await visitors()).toBe(1);
  expect([...ana.cookies.keys()]).toEqual([]);
  await browserOf(app, { 'x-forwarded-for': '198.51.100.8' }).open('/first-visit');
  expect(await visitors()).toBe(2);
  await app.move('P1D');
  await ana.open('/first-visit');
  expect(await visitors()).toBe(3);
  await app.move('P2D');
  await app.get(Housekeeping).tidy();
  expect((await app.database.db.select().from(dailySalts)).map(({ day }) => day)).toEqual([
    '2026-11-06',
  ]);
});

it('looks at the pages as they are sent, and names what is wrong', async () => {
  const [base] = await add(tag('base', { code: '<script src="https://t.test/b.js"></script>' }));
  await add(tag('lead', { runs: ofLeads, needs: base as never }));
  expect(await check()).toEqual([]);
  await add(
    tag('again', { part: 'body', code: '<script defer src="https://t.test/b.js"></script>' }),
  );
  expect([...new Set(await check())]).toEqual(['twice']);
  await api('DELETE', `/api/tags/${base}`);
  expect([...new Set(await check())]).toEqual(['before-needed']);
});

describe('the receiver', () => {
  it('gives two tags, takes their hits, and shows them without what stands in addresses', async () => {
    const { receiver } = (await api('GET', path('tags'))).json<
      Answered<typeof endpoints.getTags>
    >();
    await add(...receiver);
    const page = await browserOf(app).open('/first-visit');
    const [, src] = /<script src="(\/~\/tag-receiver\/[^"]+)"/.exec(page.body)!;
    const script = await app.site('GET', src!);
    expect(script.body).toContain('sendBeacon');
    const hit = (what: unknown, client = 'quayside') =>
      app.site('POST', '/~/tag-receiver/hit', {
        ...{ client, headers: { 'content-type': 'text/plain' } },
        payload: Buffer.from(typeof what === 'string' ? what : JSON.stringify(what)),
      });
    const lead = { name: 'lead', data: { id: '1', value: '' }, page: 'http://q.test/x?a=b' };
    expect((await hit(lead)).statusCode).toBe(204);
    for (const bad of ['{', { ...lead, page: 'javascript:x' }, { ...lead, name: '' }])
      expect((await hit(bad)).statusCode).toBe(422);
    expect((await hit({ ...lead, data: { a: 'x'.repeat(5000) } })).statusCode).toBe(413);
    expect((await hit(lead, 'nobody')).statusCode).toBe(404);
    const { hits } = (await api('GET', path('tags/hits'))).json<
      Answered<typeof endpoints.listTagHits>
    >();
    expect(hits).toEqual([{ ...lead, page: 'http://q.test/x', at: expect.any(String) }]);
  });
});
