import type { ClientOverview } from '@plumgate/contract';
import { eq } from 'drizzle-orm';
import { people } from '../../records/people/table.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

/** All clients side by side. */
let app: TestApp;
let world: World;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  await app.api(
    'POST',
    '/api/clients',
    { name: 'Alder Grove', slug: 'alder', zone: 'UTC' },
    'owner@example.com',
  );
});
afterEach(() => app.stop());

const overview = async (as = 'owner@example.com', days = '30') =>
  (await app.api('GET', `/api/overview?days=${days}`, undefined, as)).json<{
    clients: ClientOverview[];
  }>().clients;
const send = (email: string) =>
  app.site('POST', '/first-visit', { form: { name: 'Ana', email, phone: '' } });

it('counts visitors, leads, who waits, and says where nothing is live', async () => {
  await app.site('GET', '/first-visit');
  await send('a@example.com');
  await app.settle();
  await app.move('P7D');
  await send('b@example.com');
  await send('c@example.com');
  const touch = { how: 'called', note: '' };
  const [c] = await app.database.db.select().from(people).where(eq(people.email, 'c@example.com'));
  await app.move('PT12M');
  await app.api('POST', `/api/people/${c!.id}/touches`, touch, 'owner@example.com');
  await app.settle();
  const [alder, quayside] = await overview();
  expect(alder).toMatchObject({
    ...{ visitors: 0, leads: 0, waiting: 0, medianMinutes: null, waitingSince: null },
    troubles: [{ kind: 'nothing-live', count: 1 }],
  });
  expect(quayside).toMatchObject({
    ...{ visitors: 1, leads: 3, leadsBefore: 0, waiting: 2, overdue: 1, medianMinutes: 12 },
    ...{ weeks: [0, 0, 0, 0, 0, 0, 1, 2], waitingSince: '2026-11-05T14:12:00Z', troubles: [] },
  });
  // In seven days there are fewer, and the one of before is among those before.
  const week = (await overview('owner@example.com', '7'))[1]!;
  expect([week.leads, week.leadsBefore]).toEqual([2, 1]);
});

it('adds up what no record could hold alone', async () => {
  await send('a@example.com');
  await send('b@example.com');
  await app.database.pool.query(
    `update people set value = 9007199254740991, stage_at = $1, stage_id = (select id from stages where client_id = people.client_id and outcome = 'won')`,
    [app.clock.now().toString()],
  );
  expect((await overview())[1]!.won).toBe(2 ** 54 - 2);
});

it('says what is won and booked, and what went wrong', async () => {
  await send('a@example.com');
  await app.database.pool.query(
    `update people set value = 120000, stage_at = $1, stage_id = (select id from stages where client_id = people.client_id and outcome = 'won')`,
    [app.clock.now().toString()],
  );
  await app.database.pool.query(
    `insert into stopped_notices (client_id, address, stopped_at) values ($1, 'a@example.com', now())`,
    [world.client.id],
  );
  const quayside = (await overview())[1]!;
  expect(quayside.won).toBe(120_000);
  expect(quayside.troubles).toEqual([{ kind: 'notices-stopped', count: 1 }]);
});

it('shows a front desk its own clients', async () => {
  await app.signIn('desk@example.com');
  expect((await overview('desk@example.com')).map(({ client }) => client.name)).toEqual([
    'Quayside Dental',
  ]);
});
