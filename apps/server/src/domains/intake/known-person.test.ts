import type { PersonRecord } from '@plumgate/contract';
import { asc, eq } from 'drizzle-orm';
import { people } from '../../records/people/table.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

/** Anybody can type anybody's email address: what is known of them is neither shown to a stranger nor changed by one. */
let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterAll(() => app.stop());

const send = (form: Record<string, string>, headers: Record<string, string> = {}) =>
  app.site('POST', '/first-visit', { form, headers });
const known = { name: 'Ana Okafor', email: 'ana@example.com', phone: '(207) 555-0117' };
const carryOf = (answer: Awaited<ReturnType<typeof send>>) =>
  answer.cookies.find(({ name }) => name === 'gate_carry')!.value;
const ana = async () => {
  const list = await app.database.db.select().from(people).orderBy(asc(people.addedAt));
  return list.find(({ email }) => email === known.email)!;
};
const record = async (): Promise<PersonRecord> => {
  const { id } = await ana();
  return (
    await app.api('GET', `/api/people/${id}`, undefined, 'desk@example.com')
  ).json<PersonRecord>();
};
const decide = async (what: 'use' | 'dismiss', body: object) => {
  const { id } = await ana();
  return app.api('POST', `/api/people/${id}/also-given/${what}`, body, 'desk@example.com');
};

beforeAll(async () => {
  await app.signIn('desk@example.com');
  await send(known);
});

it('tells a stranger nothing that is known, neither in the cookie nor on the next page', async () => {
  const answer = await send({ name: 'Stranger', email: known.email, phone: '' });
  const cookie = carryOf(answer);
  const readable = cookie
    .split('.')
    .map((part) => Buffer.from(part, 'base64url').toString('latin1'))
    .join();
  expect(readable).not.toContain('555');
  const next = await app.site('GET', `/${world.thanks.slug}`, {
    headers: { cookie: `gate_carry=${cookie}` },
  });
  expect(next.body).not.toContain('0117');
  expect(next.body).not.toContain('Okafor');
});

it('greets whoever writes by the name they typed', async () => {
  const answer = await send({ name: 'Stranger', email: known.email });
  const next = await app.site('GET', `/${world.thanks.slug}`, {
    headers: { cookie: `gate_carry=${carryOf(answer)}` },
  });
  expect(next.body).toContain('Stranger');
});

it('lets nobody overwrite a name or a phone, and notes what was given besides', async () => {
  await send({ name: 'Mallory', email: 'ANA@example.com', phone: '(207) 555-0199' });
  expect(await ana()).toMatchObject({ firstName: 'Ana', lastName: 'Okafor', phone: known.phone });
  const { alsoGiven, timeline } = await record();
  expect(alsoGiven.map(({ field, value }) => `${field}: ${value}`)).toEqual([
    'name: Stranger',
    'name: Mallory',
    'phone: (207) 555-0199',
  ]);
  expect(timeline.map(({ text }) => text)).toContain(
    'Also gave the name Mallory and the phone (207) 555-0199',
  );
});

it('fills what was empty, and takes the same name and number written otherwise for the same', async () => {
  await send({ name: 'Bo', email: 'bo@example.com' });
  await send({ name: 'bo', email: 'bo@example.com', phone: '207.555.0144' });
  await send({ name: 'Bo', email: 'bo@example.com', phone: '+1 207 555 0144' });
  const [row] = await app.database.db.select().from(people).where(sqlEmail('bo@example.com'));
  expect(row).toMatchObject({ firstName: 'Bo', phone: '207.555.0144', submissionCount: 3 });
  const answer = await app.api('GET', `/api/people/${row!.id}`, undefined, 'desk@example.com');
  expect(answer.json<PersonRecord>().alsoGiven).toEqual([]);
});

it('lets the front desk take over what was given, and keeps what was known', async () => {
  expect((await decide('use', { field: 'name', value: 'Mallory' })).statusCode).toBe(200);
  expect(await ana()).toMatchObject({ firstName: 'Mallory', lastName: '' });
  const { alsoGiven, timeline } = await record();
  expect(alsoGiven.map(({ value }) => value)).toContain('Ana Okafor');
  expect(timeline.map(({ text }) => text)).toContain('Front desk changed the name to Mallory');
  await decide('use', { field: 'name', value: 'Ana Okafor' });
  expect(await ana()).toMatchObject({ firstName: 'Ana', lastName: 'Okafor' });
});

it('takes over a phone with its own agreement to texts, never the old number’s', async () => {
  await app.database.db.update(people).set({ textConsent: true }).where(sqlEmail(known.email));
  const used = await decide('use', { field: 'phone', value: '(207) 555-0199' });
  expect([used.statusCode, used.body]).toEqual([200, '{}']);
  expect(await ana()).toMatchObject({ phoneKey: '+12075550199', textConsent: false });
  await decide('use', { field: 'phone', value: known.phone });
  expect(await ana()).toMatchObject({ phoneKey: '+12075550117', textConsent: true });
});

it('takes what is dismissed off the record, and knows nothing that was not given', async () => {
  await decide('dismiss', { field: 'name', value: 'Stranger' });
  expect((await record()).alsoGiven.map(({ value }) => value)).not.toContain('Stranger');
  for (const what of ['use', 'dismiss'] as const)
    expect((await decide(what, { field: 'name', value: 'Nobody' })).statusCode).toBe(404);
});

it('keeps another client’s front desk out', async () => {
  const { id } = await ana();
  await app.database.pool.query(
    `insert into clients (id, name, slug, facts, brand, created_at)
     select gen_random_uuid(), 'Other', 'other', facts, brand, now() from clients where id = $1`,
    [world.client.id],
  );
  await app.database.pool.query(
    `update user_clients set client_id = (select id from clients where slug = 'other')`,
  );
  const body = { field: 'phone', value: '(207) 555-0199' };
  for (const what of ['use', 'dismiss'])
    expect(
      (await app.api('POST', `/api/people/${id}/also-given/${what}`, body, 'desk@example.com'))
        .statusCode,
    ).toBe(404);
});

const sqlEmail = (email: string) => eq(people.emailKey, email);
