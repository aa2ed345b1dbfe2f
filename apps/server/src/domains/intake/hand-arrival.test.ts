import type { ClientId } from '@plumgate/core/basics';
import { eq } from 'drizzle-orm';
import { people, personTags, timeline } from '../../records/people/table.ts';
import { waits } from '../../records/people/waits.table.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { RuleService } from '../routing/rule.service.ts';

/** Calls and walk-ins, typed at the desk. */
let app: TestApp;
let world: World;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  await app.signIn('desk@example.com');
});
afterEach(() => app.stop());

const add = (body: object) =>
  app.api('POST', `/api/clients/${world.client.id}/people`, body, 'desk@example.com');

it('makes a person with the source, who goes through the rules and waits for nobody', async () => {
  await app.get(RuleService).add(world.client.id as ClientId, {
    name: 'Callers',
    conditions: { match: 'all', terms: [{ about: 'source', is: 'Phone call' }] },
    actions: [{ kind: 'tag', tag: 'caller' }],
  });
  const answer = await add({
    ...{ name: 'Ana Okafor', phone: '(207) 555-0117', source: 'Phone call', note: 'A crown' },
  });
  expect(answer.json()).toMatchObject({ isNew: true });
  const [ana] = await app.database.db.select().from(people);
  expect(ana).toMatchObject({
    ...{ firstName: 'Ana', lastName: 'Okafor', source: 'Phone call', waitingSince: null },
    submissionCount: 0,
  });
  expect(ana!.touchedAt).not.toBeNull();
  expect((await app.database.db.select().from(personTags)).map(({ tag }) => tag)).toEqual([
    'caller',
  ]);
  const facts = (await app.database.db.select().from(timeline)).map(({ fact }) => fact);
  expect(facts[0]).toEqual({
    ...{ kind: 'came-in', source: 'Phone call', note: 'A crown', by: 'Front desk' },
  });
});

it('finds who is known, ends their waiting, and keeps what they gave besides', async () => {
  await app.site('POST', '/first-visit', {
    form: { name: 'Ana Okafor', email: 'ana@example.com', phone: '(207) 555-0117' },
  });
  const answer = await add({
    ...{ name: 'Ana O.', email: 'ana@example.com', phone: '(207) 555-0118', source: 'Walk-in' },
  });
  expect(answer.json()).toMatchObject({ isNew: false });
  const rows = await app.database.db
    .select()
    .from(people)
    .where(eq(people.emailKey, 'ana@example.com'));
  expect(rows).toMatchObject([
    { source: 'Direct', lastSource: 'Walk-in', waitingSince: null, phone: '(207) 555-0117' },
  ]);
  expect(await app.database.db.select().from(waits)).toMatchObject([{ how: 'called' }]);
});

it.each([
  ['nobody', { source: 'Walk-in' }, 'body.name'],
  ['no source', { name: 'Ana', source: ' ' }, 'body.source'],
  ['no email address', { name: 'Ana', email: 'ana', source: 'Walk-in' }, 'body.email'],
])('asks again for %s', async (_what, body, field) =>
  expect((await add(body)).json()).toMatchObject({ status: 400, fields: [{ field }] }),
);
