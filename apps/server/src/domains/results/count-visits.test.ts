import { randomUUID } from 'node:crypto';
import type { ClientId, PageId, RevisionId } from '@plumgate/core/basics';
import { Temporal } from 'temporal-polyfill';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { ResultsService } from './results.service.ts';
import { pageDays } from '../../records/results/table.ts';
import { Gathering } from '../../platform/database/gathered-writes.ts';
import { addToDays } from './count-visits.ts';
import type { VisitEvent } from './visit-events.ts';
import { VisitLog } from './visit-log.ts';

let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterAll(() => app.stop());
beforeEach(() => app.database.db.delete(pageDays));

const revisionId = randomUUID() as RevisionId;
const zone = 'America/New_York';
const visit = (visitorId: string, changes: Partial<VisitEvent> = {}): VisitEvent => ({
  kind: 'view',
  clientId: world.client.id as ClientId,
  pageId: world.first.pageId as PageId,
  revisionId,
  visitorId,
  source: 'Direct',
  firstSource: 'Direct',
  origin: {},
  device: 'phone',
  at: Temporal.Instant.from('2026-11-05T14:12:00Z'),
  zone,
  ...changes,
});
const count = async (...visits: VisitEvent[]) => {
  for (const one of visits) app.get(VisitLog).note(one);
  await app.get(Gathering).flush();
};
const days = async () =>
  (await app.database.db.select().from(pageDays))
    .map(({ day, source, views, visitors }) => `${day} ${source} ${views}/${visitors}`)
    .sort();

it('counts every view, and a visitor once for a page', async () => {
  await count(visit('ana'), visit('ana'), visit('bo'));
  await count(visit('ana'));
  expect(await days()).toEqual(['2026-11-05 Direct 4/2']);
});

it('leaves what comes in while it writes to the next time', async () => {
  const log = app.get(VisitLog);
  log.note(visit('gil'));
  const writing = app.get(Gathering).flush();
  await new Promise((resolve) => setImmediate(resolve));
  log.note(visit('hal'));
  await writing;
  expect(await days()).toEqual(['2026-11-05 Direct 1/1']);
  await app.get(Gathering).flush();
  expect(await days()).toEqual(['2026-11-05 Direct 2/2']);
});

it('counts a visitor on the day they first came, by the client’s own midnight', async () => {
  const late = Temporal.Instant.from('2026-11-06T03:00:00Z');
  await count(
    visit('cy', { at: late }),
    visit('dov', { at: late.add({ hours: 3 }) }),
    visit('cy', { at: late.add({ hours: 3 }) }),
  );
  expect(await days()).toEqual(['2026-11-05 Direct 1/1', '2026-11-06 Direct 2/1']);
});

it('keeps sources apart', async () => {
  await count(visit('eve', { source: 'Search ads' }), visit('eve', { source: 'Social ads' }));
  expect(await days()).toEqual(['2026-11-05 Search ads 1/1', '2026-11-05 Social ads 1/0']);
});

it('adds up over the last days, today included, and leaves older ones out', async () => {
  const row = {
    clientId: world.client.id as ClientId,
    pageId: world.first.pageId as PageId,
    source: 'Direct',
    device: 'phone' as const,
  };
  const of = (day: string, visitors: number) => ({
    ...row,
    day,
    views: visitors,
    visitors,
    leads: 1,
    newLeads: 1,
    converted: 1,
  });
  await addToDays(app.database.db, [
    of('2026-11-05', 3),
    of('2026-10-07', 5),
    of('2026-10-06', 100),
  ]);
  await addToDays(app.database.db, [of('2026-11-05', 2)]);
  const now = Temporal.Instant.from('2026-11-05T14:12:00Z');
  const counts = await app.get(ResultsService).byPage(world.client.id as ClientId, now, zone, 30);
  expect(counts.get(world.first.pageId as PageId)).toEqual({
    visitors: 10,
    phoneVisitors: 10,
    leads: 3,
    newLeads: 3,
    converted: 3,
  });
  expect(
    await app.get(ResultsService).bySource([world.first.pageId as PageId], now, zone, 30),
  ).toEqual([{ source: 'Direct', visitors: 10 }]);
  expect(await app.get(ResultsService).bySource([], now, zone, 30)).toEqual([]);
});
