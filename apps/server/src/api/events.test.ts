import { get, type IncomingMessage } from 'node:http';
import { once } from 'node:events';
import type { LiveEvent } from '@plumgate/contract';
import type { UserId } from '@plumgate/core/basics';
import { eq } from 'drizzle-orm';
import { people } from '../records/people/table.ts';
import { users } from '../records/accounts/table.ts';
import { buildWorld, TestApp, type World } from '../testing/test-app.ts';
import { EventStreams } from './event-streams.ts';

/** What happens is told over real HTTP to whoever follows it. */
let app: TestApp;
let world: World;
let port: number;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  await app.signIn('desk@example.com');
  port = await app.listen();
});
afterEach(() => app.stop());

/** A stream of events as a browser has it; `next` waits for another. */
async function follow(as: string) {
  const request = get({
    ...{ host: '127.0.0.1', port, path: '/api/events' },
    headers: { host: `localhost:${port}`, cookie: app.cookieOf(as) },
  });
  const [answer] = (await once(request, 'response')) as [IncomingMessage];
  const waiting: ((event: LiveEvent) => void)[] = [];
  const seen: LiveEvent[] = [];
  let text = '';
  answer.on('data', (piece: Buffer) => {
    text += piece.toString();
    const parts = text.split('\n\n');
    text = parts.pop()!;
    for (const part of parts.filter((one) => one.startsWith('data: '))) {
      const event = JSON.parse(part.slice(6)) as LiveEvent;
      const first = waiting.shift();
      if (first) first(event);
      else seen.push(event);
    }
  });
  answer.on('error', () => {});
  const next = () =>
    new Promise<LiveEvent>((hear) => {
      const known = seen.shift();
      if (known) hear(known);
      else waiting.push(hear);
    });
  return { answer, next, seen, cut: () => request.destroy() };
}
const lead = (email = 'ana@example.com') =>
  app.site('POST', '/first-visit', { form: { name: 'Ana', email, phone: '' } });

it('tells of a lead, and of its first call', async () => {
  const stream = await follow('desk@example.com');
  expect(stream.answer.headers['content-type']).toContain('text/event-stream');
  await lead();
  const [ana] = await app.database.db.select().from(people);
  expect(await stream.next()).toEqual({
    ...{ kind: 'lead', clientId: world.client.id, personId: ana!.id },
    assigneeId: ana!.assigneeId,
  });
  const touch = { how: 'called', note: '' };
  await app.api('POST', `/api/people/${ana!.id}/touches`, touch, 'desk@example.com');
  expect(await stream.next()).toMatchObject({ kind: 'waiting' });
  stream.cut();
});

it('tells of a promise that is about to be broken', async () => {
  await lead();
  const stream = await follow('owner@example.com');
  await app.move('PT2H');
  expect(await stream.next()).toMatchObject({ kind: 'promise' });
  stream.cut();
});

it('tells nothing of clients that somebody does not work for', async () => {
  const stream = await follow('desk@example.com');
  const other = await app.api(
    'POST',
    '/api/clients',
    { name: 'Other', slug: 'other', zone: 'UTC' },
    'owner@example.com',
  );
  await app.database.pool.query('update people set client_id = client_id');
  await app.database.pool.query('delete from user_clients');
  await app.database.pool.query(
    'insert into user_clients select id, $1 from users where email = $2',
    [other.json<{ id: string }>().id, 'desk@example.com'],
  );
  const limited = await follow('desk@example.com');
  await lead();
  expect(await stream.next()).toMatchObject({ kind: 'lead' });
  expect(limited.seen).toEqual([]);
  for (const one of [stream, limited]) one.cut();
});

it('asks for a sign-in, has room for twenty of a user, and comes back after a cut', async () => {
  const none = await app.api('GET', '/api/events');
  expect(none.statusCode).toBe(401);
  const streams = await Promise.all(Array.from({ length: 20 }, () => follow('desk@example.com')));
  const more = await follow('desk@example.com');
  expect(more.answer.statusCode).toBe(429);
  streams[0]!.cut();
  for (;;) {
    const again = await follow('desk@example.com');
    if (again.answer.statusCode === 429) continue;
    await lead();
    expect(await again.next()).toMatchObject({ kind: 'lead' });
    again.cut();
    break;
  }
  for (const stream of streams) stream.cut();
});

it('ends with the program, so that browsers go elsewhere', async () => {
  const stream = await follow('desk@example.com');
  stream.answer.resume();
  app.get(EventStreams).endAll();
  await once(stream.answer, 'end');
});

it('ends at the next beat for whoever was paused', async () => {
  const [desk] = await app.database.db
    .select({ id: users.id })
    .from(users)
    .where(eq(users.email, 'desk@example.com'));
  const stream = await follow('desk@example.com');
  await app.api('POST', `/api/users/${desk!.id as UserId}/pause`, {}, 'owner@example.com');
  stream.answer.resume();
  await app.get(EventStreams).beat();
  await once(stream.answer, 'end');
});
