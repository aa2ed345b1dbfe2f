import type { PersonRecord } from '@plumgate/contract';
import type { ClientId, SequenceId } from '@plumgate/core/basics';
import { noConditions } from '@plumgate/core/conditions';
import { emailFromText } from '@plumgate/core/emails';
import { emptySequence, type SequenceStep, type WaitsFor } from '@plumgate/core/followup';
import { asc, eq } from 'drizzle-orm';
import { Causes } from '../../records/causes/consequences.ts';
import { runSteps, sequenceRuns } from '../../records/followup/table.ts';
import { postRoom } from '../../records/messages/table.ts';
import { people } from '../../records/people/table.ts';
import { joinTogether } from '../../testing/join-together.ts';
import { addBookingStep, buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { replied } from '../people/person-events.ts';
import { SequenceService } from './sequence.service.ts';

/** A step waits for what a person does, and goes one of two ways. */
let app: TestApp;
let world: World;
let clientId: ClientId;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  clientId = world.client.id as ClientId;
});
afterEach(() => app.stop());

const step = (id: string, action: SequenceStep['action'], more: Partial<SequenceStep> = {}) => ({
  ...{ id, anchor: 'joined' as const, side: 'after' as const, late: 'skip' as const },
  delay: { amount: 0, unit: 'minutes' as const, at: null },
  ...{ unlessBooked: false, onlyIf: noConditions, action },
  ...more,
});
const letter = (subject: string) => ({
  kind: 'email' as const,
  ...emailFromText({ subject, body: 'Look:\nhttps://harbor.example/' }),
});
const wait = (until: WaitsFor, amount = 2) => ({
  ...{ kind: 'wait' as const, until },
  atMost: { amount, unit: 'days' as const },
});
const happened = (id = 'wait') => ({ lane: { wait: id, way: 'happened' as const } });
const inVain = (id = 'wait') => ({ lane: { wait: id, way: 'in-vain' as const } });
const lanes = (until: WaitsFor): SequenceStep[] => [
  step('first', letter('First')),
  step('wait', wait(until)),
  step('thanks', letter('Thank you'), happened()),
  step('again', letter('Once more'), inVain()),
];
const make = (steps: SequenceStep[]): Promise<SequenceId> =>
  app
    .get(SequenceService)
    .create(clientId, { ...emptySequence('Ask'), quiet: null, endsWhen: [], steps });
const join = async (sequence: SequenceId) => {
  await joinTogether(app, clientId, sequence, 1);
  await app.settle();
};
const subjects = async () =>
  (
    await app.database.db
      .select()
      .from(postRoom)
      .where(eq(postRoom.to, 'p0@example.com'))
      .orderBy(asc(postRoom.receivedAt))
  ).map(({ subject }) => subject);
const person = async () => (await app.database.db.select().from(people))[0]!;
const record = async () =>
  (
    await app.api('GET', `/api/people/${(await person()).id}`, undefined, 'owner@example.com')
  ).json<PersonRecord>();
const change = async (what: object) => {
  const path = `/api/people/${(await person()).id}/changes`;
  const answered = await app.api('POST', path, what, 'owner@example.com');
  expect([answered.statusCode, answered.body.slice(0, 200)]).toEqual([200, expect.any(String)]);
};
const state = async () => (await app.database.db.select().from(sequenceRuns))[0]!.state;
const answer = async () => {
  const [who, at] = [await person(), app.clock.now()];
  await app.database.transaction(async (tx) => {
    const effects = app.get(Causes).begin();
    effects.note(who, at, { kind: 'replied', body: 'Yes' });
    effects.raise(replied, { person: who, at });
    await effects.write(tx);
  });
};

it('goes on at once by the one lane when they answer, and never by the other', async () => {
  await join(await make(lanes({ when: 'replied' })));
  await app.move('PT5H');
  expect([await subjects(), await state()]).toEqual([['First'], 'running']);
  await answer();
  await app.settle();
  expect(await subjects()).toEqual(['First', 'Thank you']);
  await app.move('P5D');
  await app.settle();
  expect([await subjects(), await state()]).toEqual([['First', 'Thank you'], 'finished']);
  expect((await record()).timeline.map(({ text }) => text)).toContain(
    '“Ask” waited until they answer: they did',
  );
});

it('goes on by the other lane when they have not in time', async () => {
  await join(await make(lanes({ when: 'replied' })));
  await app.move('PT47H');
  expect(await subjects()).toEqual(['First']);
  await app.move('PT1H');
  await app.settle();
  expect([await subjects(), await state()]).toEqual([['First', 'Once more'], 'finished']);
  await answer();
  await app.settle();
  expect(await subjects()).toEqual(['First', 'Once more']);
});

it('does not wait for what they have done since they joined', async () => {
  const steps = lanes({ when: 'replied' });
  const later = { amount: 1, unit: 'days' as const, at: null };
  steps[1] = step('wait', wait({ when: 'replied' }), { delay: later });
  await join(await make(steps));
  await answer();
  await app.move('P1D');
  await app.settle();
  expect(await subjects()).toEqual(['First', 'Thank you']);
});

it('a link that is followed, an email that is opened, a tag and a booking are waited for', async () => {
  const booking = await addBookingStep(app, world);
  const [clicked, opened, tagged, booked] = await Promise.all(
    [
      ...[{ when: 'clicked' as const }, { when: 'opened' as const }],
      ...[{ when: 'tagged' as const, tag: 'hot' }, { when: 'booked' as const }],
    ].map((until, n) =>
      make([
        step(`first-${n}`, letter(`First ${n}`)),
        step('wait', wait(until)),
        step('thanks', letter(`Thank you ${n}`), happened()),
      ]),
    ),
  );
  await join(clicked!);
  for (const sequence of [opened!, tagged!, booked!]) await change({ kind: 'start', sequence });
  await app.settle();
  const thanked = async () =>
    (await subjects()).filter((subject) => subject.startsWith('Thank')).sort();
  expect(await thanked()).toEqual([]);
  const [first] = await app.database.db.select().from(postRoom);
  await app.site('GET', new URL(/http\S+\/~\/l\/\w+/.exec(first!.text)![0]).pathname);
  await app.settle();
  expect(await thanked()).toEqual(['Thank you 0', 'Thank you 1']);
  await change({ kind: 'tag', tag: 'hot' });
  await app.settle();
  expect(await thanked()).toContain('Thank you 2');
  expect(booking.path).toBe('/choose');
});

it('waits within a lane count from where the lane begins', async () => {
  const steps = [
    ...lanes({ when: 'replied' }),
    step('second', wait({ when: 'replied' }, 1), inVain()),
    step('late', letter('At last'), happened('second')),
    step('gone', { kind: 'task', text: 'Call them' }, inVain('second')),
  ];
  await join(await make(steps));
  await app.move('P2D');
  await app.settle();
  expect(await subjects()).toEqual(['First', 'Once more']);
  await app.move('PT3H');
  await answer();
  await app.settle();
  expect(await subjects()).toEqual(['First', 'Once more', 'At last']);
});

it('the record says until when it waits; ended by hand meanwhile, it waits for nothing any more', async () => {
  const id = await make(lanes({ when: 'replied' }));
  await join(id);
  expect((await record()).comingUp).toMatchObject([
    {
      ...{ at: '2026-11-07T14:12:00Z', text: 'Wait until they answer, at most 2 days' },
      ...{ note: 'Waiting, Ask, until then at the latest', runStepId: null },
    },
  ]);
  await change({ kind: 'stop', sequence: id });
  await app.move('P3D');
  await app.settle();
  expect([await subjects(), await state()]).toEqual([['First'], 'ended']);
});

it('edited meanwhile, it goes on by the new words', async () => {
  const id = await make(lanes({ when: 'replied' }));
  await join(id);
  const { content, version } = (
    await app.api('GET', `/api/sequences/${id}`, undefined, 'owner@example.com')
  ).json<{ content: { steps: SequenceStep[] }; version: number }>();
  const steps = content.steps.map((one) =>
    one.id === 'again' ? { ...one, action: letter('Other words') } : one,
  );
  const saved = await app.api(
    'PUT',
    `/api/sequences/${id}`,
    { version, content: { ...content, steps } },
    'owner@example.com',
  );
  expect([saved.statusCode, saved.body.slice(0, 100)]).toEqual([200, expect.any(String)]);
  await app.move('P2D');
  await app.settle();
  expect(await subjects()).toEqual(['First', 'Other words']);
  const rows = await app.database.db.select().from(runSteps);
  expect(rows.map(({ stepId, state: is }) => `${stepId} ${is}`).sort()).toEqual([
    ...['again done', 'first done', 'wait done'],
  ]);
});

it('the figures of each step tell who waits, which way they went, and what became of messages', async () => {
  const id = await make(lanes({ when: 'replied' }));
  await joinTogether(app, clientId, id, 3);
  await app.settle();
  const figures = async () =>
    (await app.api('GET', `/api/sequences/${id}/figures`, undefined, 'owner@example.com')).json<{
      steps: Record<string, object>;
    }>().steps;
  expect(await figures()).toMatchObject({
    first: { waiting: 0, done: 3, messages: { kept: 3, opened: 0, answered: 0 } },
    wait: { waiting: 3, done: 0, happened: 0 },
  });
  const [letterSent] = await app.database.db.select().from(postRoom);
  await app.site('GET', new URL(/http\S+\/~\/l\/\w+/.exec(letterSent!.text)![0]).pathname);
  await answer();
  await app.move('P2D');
  await app.settle();
  expect(await figures()).toMatchObject({
    first: { done: 3, messages: { kept: 3, opened: 1, clicked: 1, answered: 1 } },
    wait: { waiting: 0, done: 3, happened: 1 },
    thanks: { done: 1 },
    again: { done: 2 },
  });
});

it.each([
  ['answered meanwhile', true, 'Thank you'],
  ['its time is over meanwhile', false, 'Once more'],
])('paused, it goes on as it is let: %s', async (_what, isAnswered, subject) => {
  await join(await make(lanes({ when: 'replied' })));
  const [run] = await app.database.db.select().from(sequenceRuns);
  const set = async (to: string) => {
    const path = `/api/runs/${run!.id}/state`;
    const answered = await app.api('POST', path, { state: to }, 'owner@example.com');
    expect([answered.statusCode, answered.body]).toEqual([200, '{}']);
  };
  await set('paused');
  if (isAnswered) await answer();
  await app.move('P4D');
  await app.settle();
  expect([await subjects(), await state()]).toEqual([['First'], 'running']);
  await set('running');
  await app.settle();
  expect([await subjects(), await state()]).toEqual([['First', subject], 'finished']);
});

it('ends for whom its conditions name, as the next step of theirs falls due', async () => {
  const endsIf = { match: 'all' as const, terms: [{ about: 'tag' as const, is: 'sold' }] };
  const later = { amount: 1, unit: 'days' as const, at: null };
  const steps = [
    ...lanes({ when: 'replied' }),
    step('week', letter('A day later'), { delay: later }),
  ];
  const id = await app
    .get(SequenceService)
    .create(clientId, { ...emptySequence('Ask'), quiet: null, steps, endsIf });
  await join(id);
  await change({ kind: 'tag', tag: 'sold' });
  expect(await state()).toBe('running');
  await app.move('P3D');
  await app.settle();
  expect([await subjects(), await state()]).toEqual([['First'], 'ended']);
});

it('its goal is reached by whoever meets it by now, of all who came into it', async () => {
  const goal = { match: 'all' as const, terms: [{ about: 'tag' as const, is: 'hot' }] };
  const steps = [step('first', letter('First'))];
  const id = await app
    .get(SequenceService)
    .create(clientId, { ...emptySequence('Ask'), quiet: null, steps, goal });
  await joinTogether(app, clientId, id, 3);
  await app.settle();
  await change({ kind: 'tag', tag: 'hot' });
  const figures = await app.api(
    'GET',
    `/api/sequences/${id}/figures`,
    undefined,
    'owner@example.com',
  );
  expect(figures.json<{ goal: object }>().goal).toEqual({ people: 3, reached: 1 });
});

it('two hundred people wait and go their ways, each once', async () => {
  const id = await make(lanes({ when: 'replied' }));
  await joinTogether(app, clientId, id, 200);
  await app.settle();
  await app.move('P2D');
  await app.settle();
  const rows = await app.database.db.select().from(postRoom);
  expect(rows.filter(({ subject }) => subject === 'Once more')).toHaveLength(200);
});
