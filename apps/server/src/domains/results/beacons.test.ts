import { visitEvents, pageDays } from '../../records/results/table.ts';
import { browserOf } from '../../testing/browser.ts';
import { buildWorld, TestApp } from '../../testing/test-app.ts';

/** What pages tell may come from anybody, twice, or far too long. */
let app: TestApp;
beforeEach(async () => {
  app = await TestApp.start();
  await buildWorld(app);
});
afterEach(() => app.stop());

const press = '/~/press/first-visit/tel:+12075550142';
const events = async (kind: string) => {
  await app.settle();
  return (await app.database.db.select().from(visitEvents)).filter((one) => one.kind === kind);
};
const visitors = async () => {
  await app.settle();
  const rows = await app.database.db.select().from(pageDays);
  return rows.reduce((sum, one) => sum + one.visitors, 0);
};

it.each(['text/plain', 'application/x-www-form-urlencoded', 'application/json'])(
  'a megabyte of %s is not read, and the next one is',
  async (type) => {
    const ana = browserOf(app);
    await ana.open('/first-visit');
    const sent = await app.site('POST', press, {
      payload: Buffer.alloc(2 ** 20, 'a'),
      headers: { 'content-type': type },
    });
    expect(sent.statusCode).toBeGreaterThanOrEqual(400);
    expect(sent.statusCode).toBeLessThan(500);
    expect(await events('press')).toEqual([]);
    expect((await ana.tell(press)).statusCode).toBe(204);
    expect(await events('press')).toHaveLength(1);
  },
);

it('a number that two browsers bring is one visitor, and the server’s clock is the only one asked', async () => {
  const ana = browserOf(app);
  await ana.open('/first-visit');
  const thief = browserOf(app, { 'user-agent': 'Mozilla/5.0 (X11; Linux x86_64) Chrome/156' });
  thief.cookies.set('gate_visitor', ana.cookies.get('gate_visitor')!);
  await thief.open('/first-visit');
  await thief.tell(`${press}?at=1999-01-01T00:00:00Z`);
  expect(await visitors()).toBe(1);
  expect((await events('press')).map(({ at }) => at.toString())).toEqual([
    app.clock.now().toString(),
  ]);
});

it('numbers that nobody was given are no visitors’: each request is another one', async () => {
  for (const made of ['', 'x', '~~', `${'a'.repeat(5000)}~Search~`, "a' or 1=1--"]) {
    const one = browserOf(app);
    one.cookies.set('gate_visitor', made);
    expect((await one.open('/first-visit')).statusCode).toBe(200);
  }
  expect(await visitors()).toBe(5);
});
