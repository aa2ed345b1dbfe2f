import type { ArchivedClient, ArchiveEffect, ClientSummary } from '@plumgate/contract';
import type { ClientId } from '@plumgate/core/basics';
import { eq } from 'drizzle-orm';
import { outbox } from '../../records/messages/outbox.table.ts';
import { sequenceRuns } from '../../records/followup/table.ts';
import { people } from '../../records/people/table.ts';
import { browserOf } from '../../testing/browser.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { PersonLinks } from '../messages/person-links.ts';

/** A client that the agency works for no more. */
let app: TestApp;
let world: World;
let clientId: ClientId;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  clientId = world.client.id as ClientId;
  await app.signIn('desk@example.com');
  const ana = browserOf(app);
  await ana.open('/first-visit');
  await ana.send({ name: 'Ana', email: 'ana@example.com' });
});
afterEach(() => app.stop());

const owner = (method: 'GET' | 'POST', url: string) =>
  app.api(method, url, undefined, 'owner@example.com');
const archive = () => owner('POST', `/api/clients/${clientId}/archive`);
const shownClients = async (who = 'owner@example.com') =>
  (await app.api('GET', '/api/clients', undefined, who)).json<{ clients: ClientSummary[] }>()
    .clients;

it('says what would end', async () => {
  const effect = (await owner('GET', `/api/clients/${clientId}/archive`)).json<ArchiveEffect>();
  expect(effect).toMatchObject({ pages: 2, inSequences: 1, bookings: 0, waiting: 1 });
  expect(effect.queued).toBeGreaterThan(0);
});

it('is not shown, its pages don’t answer, and nothing of it is found by its ids', async () => {
  expect((await archive()).statusCode).toBe(200);
  expect([await shownClients(), await shownClients('desk@example.com')]).toEqual([[], []]);
  for (const path of ['/first-visit', '/'])
    expect((await app.site('GET', path)).statusCode).toBe(404);
  expect((await app.site('GET', '/sitemap.xml')).body).not.toContain('first-visit');
  expect((await browserOf(app).send({ name: 'Bo', email: 'bo@example.com' })).statusCode).toBe(404);
  const [ana] = await app.database.db.select().from(people);
  for (const url of [`/api/clients/${clientId}`, `/api/people/${ana!.id}`])
    expect((await owner('GET', url)).statusCode).toBe(404);
  expect((await owner('GET', '/api/overview?days=30')).json()).toMatchObject({ clients: [] });
  expect((await owner('GET', '/api/waiting')).json()).toMatchObject({ waiting: [] });
  expect((await owner('GET', '/api/funnels')).json()).toMatchObject({ funnels: [] });
});

it('ends what was under way: nothing is sent, nobody waits, nobody is in a sequence', async () => {
  await archive();
  app.clock.moveTo(app.clock.now().add({ hours: 24 * 30 }));
  await app.settle();
  const sent = await app.database.db.select().from(outbox).where(eq(outbox.clientId, clientId));
  expect(new Set(sent.map(({ state, leftOut }) => `${state} ${leftOut}`))).toEqual(
    new Set(['left-out client-archived']),
  );
  const [run] = await app.database.db.select().from(sequenceRuns);
  expect(run).toMatchObject({ state: 'ended', endedBecause: 'the client was archived' });
  const [ana] = await app.database.db.select().from(people);
  expect([ana!.waitingSince, ana!.warnAt]).toEqual([null, null]);
});

it('still takes a no to emails', async () => {
  const [ana] = await app.database.db.select().from(people);
  const path = new URL(app.get(PersonLinks).unsubscribe(world.client, ana!.id)).pathname;
  await archive();
  expect((await app.site('POST', path, { form: {} })).statusCode).toBe(200);
  const [after] = await app.database.db.select().from(people);
  expect(after!.unsubscribedAt).not.toBeNull();
});

it('comes back with its pages and people, and what ended stays ended', async () => {
  await archive();
  const { clients } = (await owner('GET', '/api/archived-clients')).json<{
    clients: ArchivedClient[];
  }>();
  expect(clients.map(({ name }) => name)).toEqual(['Quayside Dental']);
  expect((await owner('POST', `/api/clients/${clientId}/bring-back`)).statusCode).toBe(200);
  expect((await shownClients()).map(({ name }) => name)).toEqual(['Quayside Dental']);
  expect((await app.site('GET', '/first-visit')).statusCode).toBe(200);
  const [run] = await app.database.db.select().from(sequenceRuns);
  expect(run!.state).toBe('ended');
  expect((await owner('POST', `/api/clients/${clientId}/bring-back`)).statusCode).toBe(404);
});

it('is the owner’s to decide', async () => {
  for (const [method, url] of [
    ['POST', `/api/clients/${clientId}/archive`],
    ['GET', '/api/archived-clients'],
    ['POST', `/api/clients/${clientId}/bring-back`],
  ] as const)
    expect((await app.api(method, url, undefined, 'desk@example.com')).statusCode).toBe(403);
});
