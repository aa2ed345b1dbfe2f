import type { Answered, api, PersonRecord } from '@plumgate/contract';
import type { PersonId } from '@plumgate/core/basics';
import { eq, sql } from 'drizzle-orm';
import { Housekeeping } from '../../platform/housekeeping.ts';
import { sequenceRuns } from '../../records/followup/table.ts';
import { submissions } from '../../records/intake/table.ts';
import { people } from '../../records/people/table.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

type Retention = Answered<typeof api.getRetention>;

let app: TestApp;
let world: World;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterEach(() => app.stop());

const owner = (method: 'GET' | 'PUT' | 'POST', url: string, body?: object) =>
  app.api(method, url, body, 'owner@example.com');
const retention = () => `/api/clients/${world.client.id}/retention`;
const rule = (months: number | null, how = 'erase') => owner('PUT', retention(), { months, how });
const next = async () => (await owner('GET', retention())).json<Retention>();
const send = async (name: string) => {
  await app.site('POST', '/first-visit', {
    form: { name, email: `${name.toLowerCase()}@example.com`, phone: '(207) 555-0117' },
  });
  await app.settle();
};
const idOf = async (email: string): Promise<PersonId> => {
  const rows = await app.database.db.select().from(people).where(eq(people.email, email));
  return rows[0]!.id;
};
/** Moves on in steps, as time does: a session lasts for some days only. */
const wait = async (days: number) => {
  app.clock.moveTo(app.clock.now().add({ hours: 24 * days }));
  await app.signIn('owner@example.com');
};
const tidy = () => app.get(Housekeeping).tidy();
const names = async () => (await next()).upcoming.map(({ name }) => name);

it('announces who is next two weeks before, and erases them then', async () => {
  await send('Ana');
  await wait(200);
  await send('Bo');
  await rule(6);
  const { upcoming, total } = await next();
  expect([total, upcoming[0]!.name]).toEqual([1, 'Ana']);
  expect(upcoming[0]!.eraseAt).toBe(
    app.clock
      .now()
      .add({ hours: 14 * 24 })
      .toString(),
  );
  await wait(13);
  await tidy();
  expect(await names()).toEqual(['Ana']);
  await wait(2);
  await tidy();
  expect((await next()).total).toBe(0);
  const left = await app.database.db.select({ name: people.firstName }).from(people);
  expect(left.map(({ name }) => name)).toEqual(['Bo']);
  // Nor does anything that was sent to the business speak of them.
  const { rows } = await app.database.pool.query(
    `select 1 from outbox where content::text like '%Ana%'`,
  );
  expect(rows).toHaveLength(0);
});

it('keeps whoever writes, is called or is kept meanwhile', async () => {
  for (const name of ['Ana', 'Bo', 'Cy', 'Di']) await send(name);
  await wait(400);
  await rule(12);
  expect(await names()).toHaveLength(4);
  await send('Ana');
  const touch = { how: 'called', note: '' };
  await owner('POST', `/api/people/${await idOf('bo@example.com')}/touches`, touch);
  expect((await owner('POST', `/api/people/${await idOf('cy@example.com')}/keep`)).statusCode).toBe(
    200,
  );
  await tidy();
  expect(await names()).toEqual(['Di']);
  await rule(null);
  expect((await next()).total).toBe(0);
});

it('makes people anonymous where that is wanted: counts stay, nothing tells who it was', async () => {
  await send('Ana');
  const { db } = app.database;
  // As when the worker is late: their follow-up has not come to its end yet.
  await db.execute(sql`update run_steps set due_at = due_at + interval '1 year'`);
  await rule(6, 'anonymize');
  await wait(200);
  await tidy();
  await wait(15);
  await tidy();
  const [row] = await db.select().from(people);
  expect(row).toMatchObject({
    firstName: '',
    email: '',
    emailKey: null,
    phone: '',
    matchKey: null,
  });
  expect(row!.submissionCount).toBe(1);
  const [sent] = await db.select().from(submissions);
  expect(sent!.answers).toEqual({});
  for (const table of ['people', 'submissions', 'timeline', 'outbox', 'also_given']) {
    const { rows } = await db.execute(
      sql`select 1 from ${sql.identifier(table)} as t where t::text ilike '%ana@example%'`,
    );
    expect([table, rows.length]).toEqual([table, 0]);
  }
  // The follow-up they were in has ended: nobody hears of them again.
  const [run] = await db.select().from(sequenceRuns);
  expect(run!.state).toBe('ended');
  const record = (await owner('GET', `/api/people/${row!.id}`)).json<PersonRecord>();
  expect(record.timeline.map(({ text }) => text)).toEqual(['Made anonymous']);
  // Who writes again is somebody new, and the one of before is not erased a second time.
  await send('Ana');
  expect(await db.select().from(people)).toHaveLength(2);
  await tidy();
  expect((await next()).total).toBe(0);
});

it('refuses a rule that makes no sense', async () => {
  expect((await rule(0)).statusCode).toBe(400);
});
