import type { JobView, PersonRecord } from '@plumgate/contract';
import type { ClientId, PageId } from '@plumgate/core/basics';
import { newBand, newBlock, type Draft } from '@plumgate/core/page';
import { asc, eq } from 'drizzle-orm';
import { outbox } from '../../records/messages/outbox.table.ts';
import { calls } from '../../records/people/calls.table.ts';
import { people, personTags } from '../../records/people/table.ts';
import { browserOf } from '../../testing/browser.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { RuleService } from '../routing/rule.service.ts';

/** Phone numbers by source: on pages, and as the source of calls that are imported. */
let app: TestApp;
let world: World;
let clientId: ClientId;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  clientId = world.client.id as ClientId;
  await app.database.pool.query('delete from routing_rules');
});
afterEach(() => app.stop());

const owner = (method: 'GET' | 'POST' | 'PUT', url: string, body?: object) =>
  app.api(method, url, body, 'owner@example.com');
const giveNumbers = (numbers: object[]) =>
  owner('PUT', `/api/clients/${clientId}/call-numbers`, { numbers });
const ads = { source: 'Search ads', phone: '(207) 555-0161' };
const head = 'From,To,Date,Duration,Status,Name';
const run = async (rows: string[], query = '') => {
  const answer = await app.raw(
    'POST',
    `/api/clients/${clientId}/calls/imports?${query}`,
    [head, ...rows].join('\r\n'),
    { 'content-type': 'text/csv' },
  );
  expect(answer.statusCode).toBe(200);
  const { jobId } = answer.json<{ jobId: string }>();
  await app.settle();
  return (await owner('GET', `/api/jobs/${jobId}`)).json<JobView>();
};
const everybody = () => app.database.db.select().from(people).orderBy(asc(people.addedAt));

describe('on a page', () => {
  beforeEach(async () => {
    const draft = world.first.draft as Draft;
    const band = newBand('call', [
      { id: 'c', share: 1, blocks: [newBlock('call-button', 'call', {})] },
    ]);
    const changed = { ...draft, page: { ...draft.page, bands: [...draft.page.bands, band] } };
    const page = world.first.pageId as PageId;
    const { version } = world.first;
    await owner('PUT', `/api/pages/${page}/draft`, { version, draft: changed });
    await owner('POST', `/api/pages/${page}/publish`, { version: version + 1 });
  });
  const fromAds = '/first-visit?gclid=x1';
  const numbersOn = (html: string) =>
    [...html.matchAll(/tel:(\+\d+)/g)].map(([, number]) => number);

  it('the number is the one of the visitor’s source, on this page and when they come back', async () => {
    await giveNumbers([ads]);
    const ana = browserOf(app);
    // Before the framework, once the page is in memory, as well as by it.
    for (let times = 0; times < 3; times++)
      expect(numbersOn((await ana.open(fromAds)).body)).toEqual(['+12075550161']);
    expect(numbersOn((await ana.open('/first-visit')).body)).toEqual(['+12075550161']);
    const refused = await ana.send({ name: 'Ana', email: 'no address' });
    expect([refused.statusCode, numbersOn(refused.body)]).toEqual([422, ['+12075550161']]);
    const bo = browserOf(app);
    for (let times = 0; times < 3; times++)
      expect(numbersOn((await bo.open('/first-visit')).body)).toEqual(['+12075550142']);
  });

  it('search engines see the client’s own number, and so does everybody once it is taken away', async () => {
    await giveNumbers([ads]);
    const bot = await app.site('GET', fromAds, {
      headers: { 'user-agent': 'Mozilla/5.0 (compatible; Googlebot/2.1)' },
    });
    expect(numbersOn(bot.body)).toEqual(['+12075550142']);
    const ana = browserOf(app);
    await ana.open(fromAds);
    await giveNumbers([]);
    expect(numbersOn((await ana.open(fromAds)).body)).toEqual(['+12075550142']);
  });

  it.each([
    [[{ ...ads, phone: 'front desk' }], '“front desk” is not a phone number.'],
    [[ads, { source: 'Radio', phone: '207 555 0161' }], 'Give each number to one source.'],
  ])('%j is refused', async (numbers, words) => {
    const answer = await giveNumbers(numbers);
    expect([answer.statusCode, answer.body.includes(words)]).toEqual([400, true]);
  });
});

describe('an imported call', () => {
  it('makes a person with the source of the number, who goes through the rules', async () => {
    await giveNumbers([ads]);
    await app.get(RuleService).add(clientId, {
      name: 'Ad calls',
      conditions: { match: 'all', terms: [{ about: 'source', is: 'Search ads' }] },
      actions: [
        { kind: 'tag', tag: 'ad call' },
        { kind: 'notify', email: 'desk@quayside-dental.test' },
      ],
    });
    const job = await run([
      '(207) 555-0117,12075550161,11/4/2026 3:42 PM,3:12,Answered,Ana Okafor',
      '207-555-0118,(207) 555-0142,11/4/2026 3:50 PM,0:40,Answered,',
    ]);
    expect(job.result).toMatchObject({ made: 2, changed: 0, before: 0, bad: 0, of: 2 });
    const [ana, bo] = await everybody();
    expect(ana).toMatchObject({
      ...{ firstName: 'Ana', source: 'Search ads', lastSource: 'Search ads' },
      ...{ phoneKey: '+12075550117', waitingSince: null },
    });
    expect(ana!.addedAt.toString()).toBe('2026-11-04T20:42:00Z');
    expect(bo!.source).toBe('Phone call');
    const tags = await app.database.db.select().from(personTags);
    expect(tags.map(({ personId, tag }) => [personId, tag])).toEqual([[ana!.id, 'ad call']]);
    const [told] = await app.database.db.select().from(outbox);
    expect(told!.title).toBe('Ana Okafor called, from Search ads');
    const record = (await owner('GET', `/api/people/${ana!.id}`)).json<PersonRecord>();
    expect(record.timeline.map(({ text, note }) => `${text}: ${note}`)).toContain(
      'Called, 3:12 min: from Search ads',
    );
  });

  it('finds the one person who has the number, and takes each call once', async () => {
    const ana = browserOf(app);
    await ana.open('/first-visit');
    await ana.send({ name: 'Ana', email: 'ana@example.com', phone: '(207) 555-0117' });
    const rows = [
      '+1 207 555 0117,,2026-11-05 09:00,60,yes,',
      '(207) 555-0119,,2026-11-05 09:05,60,yes,',
      '(207) 555-0119,,2026-11-05 09:06,60,yes,',
    ];
    const tried = await run(rows, 'try=yes');
    expect(tried.result).toMatchObject({ made: 1, changed: 2, before: 0 });
    expect(await everybody()).toHaveLength(1);
    expect((await run(rows)).result).toMatchObject({ made: 1, changed: 2, before: 0 });
    expect((await run(rows)).result).toMatchObject({ made: 0, changed: 0, before: 3 });
    expect((await run(rows, 'try=yes')).result).toMatchObject({ made: 0, changed: 0, before: 3 });
    expect(await everybody()).toHaveLength(2);
    expect(await app.database.db.select().from(calls)).toHaveLength(3);
  });

  it('that was missed makes its caller wait, unless it is days old or somebody called back', async () => {
    await run(['(207) 555-0117,,2026-11-05 08:50,0:00,Missed,New']);
    await run(['(207) 555-0118,,2026-11-02 08:50,0:00,Missed,Old']);
    const [old, fresh] = await everybody();
    expect([old!.firstName, old!.waitingSince]).toEqual(['Old', null]);
    expect(fresh!.waitingSince?.toString()).toBe('2026-11-05T13:50:00Z');
    await owner('POST', `/api/people/${fresh!.id}/touches`, { how: 'called', note: '' });
    await run(['(207) 555-0117,,2026-11-05 08:51,0:00,Missed,New']);
    const [after] = await app.database.db.select().from(people).where(eq(people.id, fresh!.id));
    expect(after!.waitingSince).toBeNull();
  });

  it('that was answered ends the waiting of who wrote before it, and not of who wrote since', async () => {
    const ana = browserOf(app);
    await ana.open('/first-visit');
    await ana.send({ name: 'Ana', email: 'ana@example.com', phone: '(207) 555-0117' });
    await run(['(207) 555-0117,,2026-11-05 08:50,1:00,Answered,']);
    expect((await everybody())[0]!.waitingSince).not.toBeNull();
    app.clock.moveTo(app.clock.now().add({ minutes: 10 }));
    const now = app.clock.now().subtract({ minutes: 1 }).toString();
    await run([`(207) 555-0117,,${now},1:00,Answered,`]);
    expect((await everybody())[0]!.waitingSince).toBeNull();
  });

  it('that can’t be read is given back with the reason, and keeps no other', async () => {
    const job = await run([
      'anonymous,,2026-11-05 08:50,1:00,,',
      '(207) 555-0117,,tomorrow,1:00,,',
      '(207) 555-0117,,2027-11-05 08:50,1:00,,',
      '(207) 555-0117,,2026-11-05 08:50,1:00,,',
    ]);
    expect(job.result).toMatchObject({ made: 1, bad: 3, of: 4 });
    const bad = (await owner('GET', `/api/jobs/${job.id}/bad-rows.csv`)).body;
    for (const why of ['is not a phone number', 'is not a date and time', 'lies ahead of now'])
      expect(bad).toContain(why);
  });
});
