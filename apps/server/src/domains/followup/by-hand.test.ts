import { emailFromText } from '@plumgate/core/emails';
import type { Answered, api, PersonRecord } from '@plumgate/contract';
import type { ClientId } from '@plumgate/core/basics';
import { noConditions } from '@plumgate/core/conditions';
import { emptySequence, type SequenceStep } from '@plumgate/core/followup';
import { eq } from 'drizzle-orm';
import { postRoom } from '../../records/messages/table.ts';
import { people } from '../../records/people/table.ts';
import { routingRules } from '../../records/routing/table.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { RuleService } from '../routing/rule.service.ts';
import { SequenceService } from './sequence.service.ts';

/** What the business does about one person's follow-up from their record. */
let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  const clientId = world.client.id as ClientId;
  await app.database.db.delete(routingRules);
  const sequence = await app.get(SequenceService).create(clientId, {
    ...emptySequence('Welcome'),
    quiet: null,
    steps: [step('one', 1), step('two', 2), step('three', 3, 'send-now')],
  });
  await app.get(RuleService).add(clientId, {
    name: 'All',
    conditions: { match: 'all', terms: [{ about: 'source', is: 'Direct' }] },
    actions: [{ kind: 'start', sequence }],
  });
});
afterAll(() => app.stop());

const step = (id: string, amount: number, late: SequenceStep['late'] = 'skip'): SequenceStep => ({
  ...{ id, anchor: 'joined', side: 'after', late },
  delay: { amount, unit: 'days', at: null },
  ...{ unlessBooked: false, onlyIf: noConditions },
  action: { kind: 'email', ...emailFromText({ subject: id, body: 'B' }) },
});
const owner = async (method: 'GET' | 'POST', url: string, body?: object) => {
  await app.signIn('owner@example.com');
  return app.api(method, url, body, 'owner@example.com');
};
let visitors = 0;
async function come() {
  const email = `visitor${visitors++}@example.com`;
  await app.site('POST', '/first-visit', { form: { name: 'Ana Orr', email, phone: '' } });
  await app.settle();
  const found = await owner('GET', `/api/clients/${world.client.id}/people?search=${email}`);
  const { id } = found.json<Answered<typeof api.listPeople>>().people[0]!;
  const record = async () => (await owner('GET', `/api/people/${id}`)).json<PersonRecord>();
  const received = async () =>
    (
      await app.database.db
        .select()
        .from(postRoom)
        .where(eq(postRoom.to, email))
        .orderBy(postRoom.receivedAt)
    ).map(({ subject }) => subject);
  const run = async () => (await record()).runs[0]!;
  const set = async (state: string) =>
    (await owner('POST', `/api/runs/${(await run()).id}/state`, { state })).statusCode;
  return { id, email, record, received, run, set };
}

it('does nothing of a paused sequence, and goes on by the late rules', async () => {
  const ana = await come();
  await ana.set('paused');
  expect((await ana.run()).pausedAt).not.toBeNull();
  expect((await ana.record()).comingUp).toEqual([]);
  await app.move('P3DT1H');
  expect(await ana.received()).toEqual([]);
  await ana.set('running');
  await app.settle();
  // The first two are late and skip; the third is sent as it goes on.
  expect(await ana.received()).toEqual(['three']);
  const lines = (await ana.record()).timeline.map(({ text }) => text);
  expect(lines).toContainEqual('Oriel paused “Welcome”');
  expect(lines).toContainEqual('Oriel let “Welcome” go on');
  expect((await ana.record()).runs).toEqual([]);
});

it('keeps its times where it goes on before the next of them', async () => {
  const bo = await come();
  const before = (await bo.record()).comingUp;
  await bo.set('paused');
  await app.move('PT6H');
  await bo.set('running');
  expect((await bo.record()).comingUp).toEqual(before);
});

it('skips a step, and takes that back', async () => {
  const cy = await come();
  const skip = async (index: number, skip: boolean, id?: string) =>
    owner('POST', `/api/run-steps/${id ?? (await cy.record()).comingUp[index]!.runStepId}/skip`, {
      skip,
    });
  const [, two, three] = (await cy.record()).comingUp;
  await skip(1, true);
  await skip(1, true);
  expect((await cy.record()).comingUp.map(({ text }) => text)).toEqual(['Email “one”']);
  expect((await skip(0, false, three!.runStepId!)).statusCode).toBe(200);
  await app.move('P4D');
  expect(await cy.received()).toEqual(['one', 'three']);
  // What is done can't be skipped any more, and the one whose time is past does not come back.
  expect((await skip(0, true, three!.runStepId!)).statusCode).toBe(404);
  await skip(0, false, two!.runStepId!);
  await app.settle();
  expect(await cy.received()).toEqual(['one', 'three']);
});

it('stops a sequence', async () => {
  const di = await come();
  expect(await di.set('ended')).toBe(200);
  await app.move('P4D');
  expect(await di.received()).toEqual([]);
});

it('writes to them once, however often it is asked, and they wait no longer', async () => {
  const ed = await come();
  const write = (message: object, id = '00000000-0000-4000-8000-000000000001') =>
    owner('POST', `/api/people/${ed.id}/messages`, { id, message });
  const email = {
    kind: 'email',
    ...emailFromText({ subject: 'About {{ person.first_name }}’s roof', body: 'Tuesday?' }),
  };
  for (const times of [1, 2])
    expect([times, (await write(email)).statusCode]).toEqual([times, 200]);
  await app.settle();
  expect(await ed.received()).toEqual(['About Ana’s roof']);
  const record = await ed.record();
  expect(record.timeline[0]).toMatchObject({ text: 'Sent email “About Ana’s roof”' });
  expect(record.timeline[0]!.note).toContain('by Oriel');
  const [row] = await app.database.db.select().from(people).where(eq(people.id, ed.id));
  expect(row!.touchedAt).not.toBeNull();

  const other = '00000000-0000-4000-8000-000000000002';
  const text = await write({ kind: 'text', body: 'Hello' }, other);
  expect([text.statusCode, text.body]).toEqual([400, expect.stringContaining('It can’t be sent')]);
  const unknown = await write({ ...email, subject: '{{ person.shoe }}' }, other);
  expect(unknown.statusCode).toBe(400);
});
