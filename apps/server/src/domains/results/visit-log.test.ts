import { randomUUID } from 'node:crypto';
import { appendFileSync, mkdirSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import type { ClientId, Instant, PageId, RevisionId } from '@plumgate/core/basics';
import { sql } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { CONFIG, type Config } from '../../platform/config.ts';
import { Gathering } from '../../platform/database/gathered-writes.ts';
import { gatheredBatches } from '../../platform/database/gathered.table.ts';
import { Housekeeping } from '../../platform/housekeeping.ts';
import { peopleChanged } from '../../records/people/people-index.table.ts';
import { personVisitors } from '../../records/people/visitors.table.ts';
import { people } from '../../records/people/table.ts';
import { pageDays, visitEvents } from '../../records/results/table.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import type { VisitEvent } from './visit-events.ts';
import { VisitLog } from './visit-log.ts';

/** Visits that were answered are counted, once each, whenever the program ends; and they go by the month when they are old. */
let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterAll(() => app.stop());
beforeEach(async () => {
  await app.get(Gathering).flush();
  await app.database.db.delete(pageDays);
  await app.database.db.delete(visitEvents);
});

const visit = (visitorId: string, at: Instant = app.clock.now()): VisitEvent => ({
  kind: 'view',
  clientId: world.client.id as ClientId,
  pageId: world.first.pageId as PageId,
  revisionId: randomUUID() as RevisionId,
  visitorId,
  ...{ source: 'Direct', firstSource: 'Direct', origin: {}, device: 'phone', at },
  zone: 'America/New_York',
});
const gathering = () => app.get(Gathering);
const folder = () => join(app.get<Config>(CONFIG as never).dataFolder, 'gathered', 'visits');
/** What a program that was killed left behind. */
const leave = (id: string, text: string) => {
  mkdirSync(folder(), { recursive: true });
  appendFileSync(join(folder(), `${id}.jsonl`), text);
};
const line = (event: VisitEvent) =>
  `${JSON.stringify({ ...event, at: event.at.epochMilliseconds })}\n`;
/** As the next start does. */
const startAgain = async () => {
  await gathering().stop();
  await gathering().start();
};
const counted = async () => {
  const rows = await app.database.db.select().from(pageDays);
  return {
    events: await app.database.db.$count(visitEvents),
    views: rows.reduce((sum, { views }) => sum + views, 0),
  };
};

it('is in a file before it is in the database, and in no file after it', async () => {
  app.get(VisitLog).note(visit('ana'));
  app.get(VisitLog).note(visit('bo'));
  expect(readdirSync(folder())).toHaveLength(1);
  await gathering().flush();
  expect(readdirSync(folder())).toEqual([]);
  expect(await counted()).toEqual({ events: 2, views: 2 });
});

it('counts what a killed program had answered; a line that was cut off is none', async () => {
  leave('killed', line(visit('cy')) + line(visit('dov')) + line(visit('eve')).slice(0, 40));
  await startAgain();
  expect(await counted()).toEqual({ events: 2, views: 2 });
  expect(readdirSync(folder())).toEqual([]);
});

it('counts nothing twice that was in the database when the program was killed', async () => {
  const whole = line(visit('fay')) + line(visit('gil'));
  await app.database.db
    .insert(gatheredBatches)
    .values({ id: 'written', written: 1, at: app.clock.now() });
  leave('written', whole);
  await startAgain();
  expect(await counted()).toEqual({ events: 1, views: 1 });
  leave('written', whole + line(visit('hal')));
  await startAgain();
  expect(await counted()).toEqual({ events: 2, views: 2 });
});

it('counts what others left when one line of a file is no visit', async () => {
  const wrong = { ...visit('ida'), pageId: 'no page' as PageId };
  leave('one-wrong', line(visit('jo')) + line(wrong) + line(visit('kim')));
  await startAgain();
  expect(await counted()).toEqual({ events: 2, views: 2 });
});

it('starts, and counts the rest, where a file can’t be read', async () => {
  leave('a-broken', 'no visit at all\n');
  leave('b-other-build', '{"kind":"view"}\n');
  leave('c-whole', line(visit('ned')));
  await startAgain();
  expect(await counted()).toEqual({ events: 1, views: 1 });
  expect(readdirSync(folder()).sort()).toEqual(['a-broken.jsonl', 'b-other-build.jsonl']);
  rmSync(folder(), { recursive: true });
});

it('counts where no file can be written', async () => {
  const real = app.get(VisitLog) as unknown as {
    writes: { journal: { begin: () => unknown } };
  };
  const { journal } = real.writes;
  const begin = jest.spyOn(journal, 'begin').mockImplementation(() => {
    throw new Error('ENOSPC');
  });
  app.get(VisitLog).note(visit('lu'));
  app.get(VisitLog).note(visit('mo'));
  expect(begin).toHaveBeenCalledTimes(1);
  await gathering().flush();
  begin.mockRestore();
  expect(await counted()).toEqual({ events: 2, views: 2 });
});

const months = async () => {
  const { rows } = await app.database.db.execute<{ name: string }>(sql`
    select c.relname as name from pg_inherits as i join pg_class as c on c.oid = i.inhrelid
    where i.inhparent = 'visit_events'::regclass order by 1`);
  return rows.map(({ name }) => name.replace('visit_events_', ''));
};

it('keeps thirteen months, makes the next one ahead, and tells the people’s index what is gone', async () => {
  const long = app.clock.now().subtract({ hours: 24 * 430 });
  const late = Temporal.Instant.from('2026-10-31T23:59:59.9Z');
  for (const [who, at] of [
    ['old', long],
    ['late', late],
    ['new', late.add({ seconds: 1 })],
  ] as const)
    app.get(VisitLog).note(visit(who, at));
  await gathering().flush();
  await app.site('POST', '/first-visit', { form: { name: 'Ana', email: 'ana@example.com' } });
  const [person] = await app.database.db.select().from(people);
  const of = { personId: person!.id, clientId: world.client.id as ClientId };
  const browsers = app.database.db.insert(personVisitors);
  await browsers.values({ ...of, visitorId: 'old' }).onConflictDoNothing();
  await app.move('P25D');
  await app.database.db.delete(peopleChanged);
  await app.get(Housekeeping).tidy();
  const changed = await app.database.db.select().from(peopleChanged);
  expect(changed.map(({ personId }) => personId)).toEqual([person!.id]);
  expect(await months()).toEqual(expect.arrayContaining(['2026_10', '2026_11', '2026_12']));
  expect(await months()).not.toContain(long.toString().slice(0, 7).replace('-', '_'));
  const left = await app.database.db.select().from(visitEvents);
  expect(left.map(({ visitorId }) => visitorId).sort()).toEqual(['late', 'new']);
});
