import type { ClientId, PageId } from '@plumgate/core/basics';
import { Housekeeping } from './housekeeping.ts';
import { sessions, users } from '../records/accounts/table.ts';
import { outbox } from '../records/messages/outbox.table.ts';
import { pageVisitors } from '../records/results/table.ts';
import { buildWorld, TestApp, type World } from '../testing/test-app.ts';

/** What is over is thrown away, and nothing else. */
let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterAll(() => app.stop());

it('throws away old messages, sessions and visitors, however many, and keeps the rest', async () => {
  const { db } = app.database;
  const now = app.clock.now();
  const clientId = world.client.id as ClientId;
  const message = (key: string, state: 'sent' | 'queued', days: number) => ({
    id: crypto.randomUUID(),
    clientId,
    key,
    kind: 'text' as const,
    to: '',
    title: '',
    content: { as: 'notice' as const, subject: '', body: '', replyTo: '' },
    state,
    dueAt: now.subtract({ hours: 24 * days }),
  });
  await db
    .insert(outbox)
    .values([
      ...Array.from({ length: 2500 }, (_, index) => message(`old ${index}`, 'sent', 100)),
      message('of last month', 'sent', 30),
      message('queued for tomorrow', 'queued', -1),
    ]);
  const [user] = await db.select().from(users).limit(1);
  await db.insert(sessions).values({ tokenHash: 'over', userId: user!.id, expiresAt: now });
  const seen = (visitorId: string, day: string) => ({
    clientId,
    pageId: world.first.pageId as PageId,
    visitorId,
    day,
  });
  await db.insert(pageVisitors).values([seen('long ago', '2024-01-01'), seen('now', '2026-11-01')]);

  await app.get(Housekeeping).tidy();

  const keys = (await db.select({ key: outbox.key }).from(outbox)).map(({ key }) => key);
  expect(keys.filter((key) => key.startsWith('old'))).toEqual([]);
  expect(keys).toEqual(expect.arrayContaining(['of last month', 'queued for tomorrow']));
  const tokens = (await db.select().from(sessions)).map(({ tokenHash }) => tokenHash);
  expect(tokens).not.toContain('over');
  expect(tokens.length).toBeGreaterThan(0);
  expect((await db.select().from(pageVisitors)).map(({ visitorId }) => visitorId)).toEqual(['now']);
});
