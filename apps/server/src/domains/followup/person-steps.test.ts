import type { SequenceView } from '@plumgate/contract';
import type { ClientId, StageId, UserId } from '@plumgate/core/basics';
import { noConditions } from '@plumgate/core/conditions';
import { emptySequence, type StepAction } from '@plumgate/core/followup';
import { asc, eq } from 'drizzle-orm';
import { users } from '../../records/accounts/table.ts';
import { stages } from '../../records/people/stages.table.ts';
import { people, timeline } from '../../records/people/table.ts';
import { joinTogether } from '../../testing/join-together.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { SequenceService } from './sequence.service.ts';

/** Steps that change the record of a person: their stage, who looks after them, the client's own fields. */
let app: TestApp;
let world: World;
let clientId: ClientId;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  clientId = world.client.id as ClientId;
});
afterEach(() => app.stop());

const make = (actions: StepAction[]) =>
  app.get(SequenceService).create(clientId, {
    ...emptySequence('Sort'),
    steps: actions.map((action, n) => ({
      ...{ id: `s${n}`, anchor: 'joined' as const, side: 'after' as const, late: 'skip' as const },
      ...{ unlessBooked: false, onlyIf: noConditions, action },
      delay: { amount: n, unit: 'minutes' as const, at: null },
    })),
  });
const owner = async <Answer>(method: 'GET' | 'POST' | 'DELETE', url: string, body?: object) => {
  const answer = await app.api(method, url, body, 'owner@example.com');
  expect([answer.statusCode, answer.body.slice(0, 200)]).toEqual([200, expect.any(String)]);
  return answer.json<Answer>();
};

it('moves to a stage, assigns and sets a field, and the record says by what', async () => {
  const { db } = app.database;
  await owner('POST', `/api/clients/${clientId}/fields`, {
    ...{ name: 'Roof age', type: 'number', options: [] },
  });
  const all = await db
    .select()
    .from(stages)
    .where(eq(stages.clientId, clientId))
    .orderBy(asc(stages.position));
  const [desk] = await db.select().from(users).where(eq(users.email, 'desk@example.com'));
  const sequence = await make([
    { kind: 'stage', to: all[1]!.id },
    { kind: 'assign', to: desk!.id },
    { kind: 'field', field: 'roof_age', typed: '12' },
    { kind: 'field', field: 'gone', typed: 'x' },
  ]);
  await joinTogether(app, clientId, sequence, 1);
  await app.move('PT5M');
  await app.settle();
  const [person] = await db.select().from(people);
  expect(person).toMatchObject({
    ...{ stageId: all[1]!.id, assigneeId: desk!.id, fields: { roof_age: 12 } },
  });
  const facts = (await db.select().from(timeline)).map(({ fact }) => fact);
  expect(facts).toContainEqual({ kind: 'assigned', to: 'Front desk', rule: 'Sort' });
  expect(facts).toContainEqual(
    expect.objectContaining({ kind: 'stage', to: all[1]!.name, by: 'Sort' }),
  );
});

it('a sequence that names what another client has can’t be saved', async () => {
  const other = await owner<{ id: string }>('POST', '/api/clients', {
    ...{ name: 'Alder Grove', slug: 'alder', zone: 'UTC' },
  });
  const [foreign] = await app.database.db
    .select()
    .from(stages)
    .where(eq(stages.clientId, other.id as ClientId));
  const sequence = await make([{ kind: 'end' }]);
  const { content, version } = await owner<SequenceView>('GET', `/api/sequences/${sequence}`);
  const steps = [{ ...content.steps[0]!, action: { kind: 'stage', to: foreign!.id as StageId } }];
  const body = { version, content: { ...content, steps } };
  const saved = await app.api('PUT', `/api/sequences/${sequence}`, body, 'owner@example.com');
  expect(saved.statusCode).toBeGreaterThanOrEqual(400);
});

it('whoever is removed leaves their steps to whoever takes their place', async () => {
  const { db } = app.database;
  const [desk] = await db.select().from(users).where(eq(users.email, 'desk@example.com'));
  const [me] = await db.select().from(users).where(eq(users.email, 'owner@example.com'));
  const sequence = await make([{ kind: 'assign', to: desk!.id as UserId }]);
  await owner('POST', `/api/users/${desk!.id}/remove`, { to: me!.id });
  const { content } = await owner<SequenceView>('GET', `/api/sequences/${sequence}`);
  expect(content.steps.map(({ action }) => action)).toEqual([{ kind: 'assign', to: me!.id }]);
});
