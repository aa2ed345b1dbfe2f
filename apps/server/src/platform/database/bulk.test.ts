import type { ClientId, PersonId } from '@plumgate/core/basics';
import { eq, sql } from 'drizzle-orm';
import { people, timeline } from '../../records/people/table.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { insertMany, isAnyOf } from './bulk.ts';
import { inOneTrip } from './one-trip.ts';

let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterAll(() => app.stop());

const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}` as PersonId;
const person = (n: number, changes: Partial<typeof people.$inferInsert> = {}) => ({
  id: id(n),
  clientId: world.client.id as ClientId,
  firstName: `Lead ${n}`,
  lastName: '',
  email: `${n}@example.com`,
  emailKey: `${n}@example.com`,
  phone: '',
  source: 'Direct',
  addedAt: app.clock.now(),
  lastSeenAt: app.clock.now(),
  ...changes,
});
const read = async (n: number) =>
  (
    await app.database.db
      .select()
      .from(people)
      .where(eq(people.id, id(n)))
  )[0];

it('writes rows as a plain insert does: moments, JSON, nulls, defaults and markup', async () => {
  const fact = { kind: 'replied' as const, body: `<b>'"\\ \n {} 🌿` };
  await inOneTrip(app.database.db, [
    insertMany(people, [
      person(1, { textConsent: false }),
      person(2, { emailKey: null, textConsent: true }),
    ]),
    insertMany(timeline, [
      { personId: id(1), clientId: world.client.id as ClientId, at: app.clock.now(), fact },
    ]),
  ]);
  expect(await read(1)).toMatchObject({
    firstName: 'Lead 1',
    textConsent: false,
    submissionCount: 0,
    assigneeId: null,
  });
  expect(await read(2)).toMatchObject({ emailKey: null, textConsent: true });
  const [line] = await app.database.db
    .select()
    .from(timeline)
    .where(eq(timeline.personId, id(1)));
  expect(line!.fact).toEqual(fact);
  expect(line!.at.equals(app.clock.now())).toBe(true);
});

it('leaves what is there where a conflict is allowed, and fails where it is not', async () => {
  await inOneTrip(app.database.db, [
    insertMany(
      people,
      [person(1, { firstName: 'Other' }), person(3)],
      sql` on conflict (id) do nothing`,
    ),
  ]);
  expect([(await read(1))!.firstName, (await read(3))!.firstName]).toEqual(['Lead 1', 'Lead 3']);
  await expect(inOneTrip(app.database.db, [insertMany(people, [person(3)])])).rejects.toThrow();
});

it('writes all parts of a trip or none', async () => {
  const both = [insertMany(people, [person(4)]), insertMany(people, [person(1)])];
  await expect(inOneTrip(app.database.db, both)).rejects.toThrow();
  expect(await read(4)).toBeUndefined();
});

it('does nothing for no writes, and finds any of many ids', async () => {
  await inOneTrip(app.database.db, []);
  const found = await app.database.db
    .select({ id: people.id })
    .from(people)
    .where(isAnyOf(people.id, [id(1), id(3), id(99)]));
  expect(found.map((row) => row.id).sort()).toEqual([id(1), id(3)]);
  expect(await app.database.db.select().from(people).where(isAnyOf(people.id, []))).toEqual([]);
});
