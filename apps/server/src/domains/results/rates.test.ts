import type { FunnelSummary } from '@plumgate/contract';
import { pageDays } from '../../records/results/table.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

/** A rate is of the visitors first seen in a period and of their leads: never above 100%. */
let app: TestApp;
let world: World;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterEach(() => app.stop());

/** A browser that keeps cookies, or one that keeps none. */
function browser(keepsCookies = true) {
  const jar = new Map<string, string>();
  const ask = async (method: 'GET' | 'POST', url: string, form?: Record<string, string>) => {
    const cookie = [...jar].map(([name, value]) => `${name}=${value}`).join('; ');
    const answer = await app.site(method, url, {
      ...(form && { form }),
      ...(cookie && { headers: { cookie } }),
    });
    if (keepsCookies) for (const { name, value } of answer.cookies) jar.set(name, value);
    return answer;
  };
  return {
    open: (url: string) => ask('GET', url),
    send: (form: Record<string, string>) => ask('POST', '/first-visit', form),
  };
}
const seen = async () => {
  await app.settle();
  const { funnels } = (
    await app.api('GET', `/api/clients/${world.client.id}/funnels`, undefined, 'owner@example.com')
  ).json<{ funnels: FunnelSummary[] }>();
  const { visitors30, leads30, converted30 } = funnels[0]!;
  return { visitors: visitors30, leads: leads30, converted: converted30 };
};

it('counts a visitor who writes as converted once, however often they write', async () => {
  const ana = browser();
  await ana.open('/first-visit');
  await browser().open('/first-visit');
  await app.settle();
  await ana.send({ name: 'Ana', email: 'ana@example.com' });
  await ana.send({ name: 'Ana', email: 'ana@example.com', phone: '(207) 555-0117' });
  await ana.send({ name: 'Bo', email: 'bo@example.com' });
  expect(await seen()).toEqual({ visitors: 2, leads: 2, converted: 1 });
});

it('counts a lead for the day on which its visitor was first seen', async () => {
  const ana = browser();
  await ana.open('/first-visit');
  await app.settle();
  await app.move('P2D');
  await ana.open('/first-visit');
  await ana.send({ name: 'Ana', email: 'ana@example.com' });
  await app.settle();
  const days = (await app.database.db.select().from(pageDays)).map(
    ({ day, visitors, leads, converted }) => [day, visitors, leads, converted],
  );
  expect(days.sort()).toEqual([
    ['2026-11-05', 1, 0, 1],
    ['2026-11-07', 0, 1, 0],
  ]);
});

it('is not above 100% where more people write than visitors were seen', async () => {
  const without = browser(false);
  await without.open('/first-visit');
  await app.settle();
  for (const name of ['Ana', 'Bo', 'Cy'])
    await without.send({ name, email: `${name}@example.com` });
  const { visitors, leads, converted } = await seen();
  expect([visitors, leads]).toEqual([1, 3]);
  expect(converted).toBeLessThanOrEqual(visitors);
});

it('leaves visits uncounted of a browser that opened a page from the app', async () => {
  const ours = browser();
  const opened = await ours.open(`/first-visit?utm_source=x&_own=${world.client.ownMarker}`);
  expect([opened.statusCode, opened.headers.location]).toEqual([303, '/first-visit?utm_source=x']);
  await ours.open('/first-visit');
  await ours.open('/first-visit');
  expect((await seen()).visitors).toBe(0);
});

it.each(['made-up', ''])(
  'counts whoever comes with a marker that is not ours: “%s”',
  async (marker) => {
    const stranger = browser();
    const opened = await stranger.open(`/first-visit?_own=${marker}`);
    expect(opened.headers.location).toBe('/first-visit');
    await stranger.open('/first-visit');
    expect((await seen()).visitors).toBe(1);
  },
);

it('a marker that was passed on marks nobody after a day', async () => {
  await app.move('P2D');
  const stranger = browser();
  await stranger.open(`/first-visit?_own=${world.client.ownMarker}`);
  await stranger.open('/first-visit');
  expect((await seen()).visitors).toBe(1);
});

it('a browser without cookies is known on the thank-you page by the address it was sent to', async () => {
  const without = browser(false);
  const sent = await without.send({ name: 'Ana Okafor', email: 'ana@example.com' });
  expect(sent.statusCode).toBe(303);
  const address = sent.headers.location as string;
  expect(address).toMatch(/^\/first-visit-thank-you\?_carried=/);
  const thanks = await without.open(address);
  expect(thanks.body).toContain('Ana');
  expect(thanks.headers['cache-control']).toBe('private, no-store');
  expect((await without.open('/first-visit-thank-you')).body).not.toContain('Ana');

  const withCookies = browser();
  await withCookies.open('/first-visit');
  const plain = await withCookies.send({ name: 'Bo', email: 'bo@example.com' });
  expect(plain.headers.location).toBe('/first-visit-thank-you');
});
