import type { JobView, PersonRecord, StageBoard, TodayBoard } from '@plumgate/contract';
import type { PersonId } from '@plumgate/core/basics';
import { asc, eq, sql } from 'drizzle-orm';
import { sequenceRuns, sequences } from '../../records/followup/table.ts';
import { people, personTags } from '../../records/people/table.ts';
import { users } from '../../records/accounts/table.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

let app: TestApp;
let world: World;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  for (const name of ['Ana', 'Bo', 'Cy'])
    await app.site('POST', '/first-visit', {
      form: { name: `${name} Okafor`, email: `${name.toLowerCase()}@example.com`, phone: '' },
    });
  await app.signIn('desk@example.com');
  await app.settle();
});
afterEach(() => app.stop());

const ask = (method: 'GET' | 'POST' | 'PUT', url: string, body?: object, as = 'owner') =>
  app.api(method, url, body, `${as}@example.com`);
const idOf = async (name: string): Promise<PersonId> => {
  const rows = await app.database.db
    .select({ id: people.id })
    .from(people)
    .where(eq(people.firstName, name));
  return rows[0]!.id;
};
const record = async (name: string) =>
  (await ask('GET', `/api/people/${await idOf(name)}`)).json<PersonRecord>();
const change = async (name: string, body: object) =>
  ask('POST', `/api/people/${await idOf(name)}/changes`, body, 'desk');
const latest = async (name: string) => (await record(name)).timeline[0]!;
const board = async () =>
  (await ask('GET', `/api/clients/${world.client.id}/stages`)).json<StageBoard>();
const stageNamed = async (name: string) =>
  (await board()).stages.find((stage) => stage.name === name)!;
const many = async (who: object, asked: object) => {
  const url = `/api/clients/${world.client.id}/people/changes`;
  const answer = await ask('POST', url, { who, change: asked });
  expect(answer.statusCode).toBe(200);
  const { jobId } = answer.json<{ jobId: string }>();
  await app.settle();
  return jobId;
};
const job = async (id: string) => (await ask('GET', `/api/jobs/${id}`)).json<JobView>();
const everybody = { conditions: { match: 'all', terms: [] } };
const tagged = async (tag: string) => {
  const rows = await app.database.db
    .select({ name: people.firstName })
    .from(personTags)
    .innerJoin(people, eq(people.id, personTags.personId))
    .where(eq(personTags.tag, tag))
    .orderBy(asc(people.firstName));
  return rows.map(({ name }) => name);
};

describe('one person', () => {
  it('is tagged and untagged, and the record says by whom', async () => {
    await change('Ana', { kind: 'tag', tag: 'Nervous' });
    expect((await record('Ana')).tags).toEqual(['first-visit', 'nervous']);
    expect(await latest('Ana')).toMatchObject({ text: 'Tagged nervous', note: 'by Front desk' });
    await change('Ana', { kind: 'untag', tag: 'nervous' });
    expect((await record('Ana')).tags).toEqual(['first-visit']);
    expect(await latest('Ana')).toMatchObject({ text: 'Tag nervous removed' });
  });

  it('is given to somebody who may look after them, or to nobody', async () => {
    const [owner] = await app.database.db.select().from(users).where(eq(users.name, 'Oriel'));
    await change('Ana', { kind: 'assign', to: owner!.id });
    expect((await record('Ana')).assigneeName).toBe('Oriel');
    await change('Ana', { kind: 'assign', to: null });
    expect(await latest('Ana')).toMatchObject({ text: 'Assigned to nobody' });
    const stranger = await change('Ana', {
      ...{ kind: 'assign', to: '00000000-0000-4000-8000-000000000000' },
    });
    expect(stranger.statusCode).toBe(404);
  });

  it('begins in the first stage, is moved by hand, and lost with a reason', async () => {
    expect((await record('Ana')).stageName).toBe('New');
    const lost = await stageNamed('Lost');
    await change('Ana', { kind: 'stage', to: lost.id, reason: 'Went elsewhere' });
    expect(await record('Ana')).toMatchObject({ stageName: 'Lost', lostReason: 'Went elsewhere' });
    expect(await latest('Ana')).toMatchObject({
      ...{ text: 'Moved to Lost', note: 'Went elsewhere, by Front desk' },
    });
    const quoted = await stageNamed('Quoted');
    await change('Ana', { kind: 'stage', to: quoted.id });
    expect(await record('Ana')).toMatchObject({ stageName: 'Quoted', lostReason: '' });
  });

  it('is moved on by a call, never back', async () => {
    const touch = async (name: string, how: string) =>
      ask('POST', `/api/people/${await idOf(name)}/touches`, { how, note: '' });
    await touch('Ana', 'no-answer');
    expect((await record('Ana')).stageName).toBe('New');
    await touch('Ana', 'called');
    expect((await record('Ana')).stageName).toBe('Contacted');
    await change('Bo', { kind: 'stage', to: (await stageNamed('Quoted')).id });
    await touch('Bo', 'called');
    expect((await record('Bo')).stageName).toBe('Quoted');
  });

  it('is taken out of a sequence and put into it again', async () => {
    const [sequence] = await app.database.db.select().from(sequences);
    const state = async () => {
      const [run] = await app.database.db
        .select()
        .from(sequenceRuns)
        .where(eq(sequenceRuns.personId, await idOf('Ana')));
      return [run!.state, run!.endedBecause];
    };
    expect((await state())[0]).toBe('running');
    await change('Ana', { kind: 'stop', sequence: sequence!.id });
    expect(await state()).toEqual(['ended', 'Front desk stopped it']);
    expect((await record('Ana')).comingUp).toEqual([]);
  });
});

describe('a detail', () => {
  const set = async (name: string, detail: string, was: string, typed: string, as = 'desk') =>
    ask('PUT', `/api/people/${await idOf(name)}/details/${detail}`, { was, typed }, as);

  it('is edited in place', async () => {
    expect((await set('Ana', 'lastName', 'Okafor', 'Okafor-Reyes')).statusCode).toBe(200);
    await set('Ana', 'value', '', '1,250.50');
    expect(await record('Ana')).toMatchObject({ lastName: 'Okafor-Reyes', value: 125_050 });
    expect(await latest('Ana')).toMatchObject({ text: 'Value: $1,250.50', note: 'by Front desk' });
    await set('Ana', 'value', '1250.50', '');
    expect((await record('Ana')).value).toBeNull();
    expect((await record('Ana')).edits).toMatchObject([
      { what: 'Value', to: '' },
      { what: 'Value', to: '$1,250.50', by: 'Front desk' },
      { what: 'Last name', to: 'Okafor-Reyes' },
    ]);
  });

  it.each([
    ['email', 'ana@example.com', 'no address', /email address/],
    ['phone', '', '12', /not a phone number/],
    ['value', '', 'a lot', /Give an amount/],
    ['email', 'ana@example.com', 'bo@example.com', /Another record has this email/],
  ])('%s from %j to %j is refused in words', async (detail, was, typed, words) => {
    const answer = await set('Ana', detail, was, typed);
    expect(answer.json()).toMatchObject({
      status: 400,
      detail: expect.stringMatching(words) as string,
    });
  });

  it('is not overwritten by somebody who saw an earlier one', async () => {
    await set('Ana', 'town', '', 'Port Alder');
    const late = await set('Ana', 'town', '', 'Gull Harbor', 'owner');
    expect(late.json()).toMatchObject({
      code: 'changed-elsewhere',
      detail: expect.stringContaining('“Port Alder”') as string,
    });
    expect((await record('Ana')).town).toBe('Port Alder');
  });

  it('is what they are known by from then on', async () => {
    await set('Ana', 'email', 'ana@example.com', 'ana.okafor@example.org');
    await app.site('POST', '/first-visit', {
      form: { name: 'Ana Okafor', email: 'ana.okafor@example.org', phone: '' },
    });
    const rows = await app.database.db.select().from(people);
    expect(rows).toHaveLength(3);
  });
});

describe('many at once', () => {
  it('are tagged as a job that says what it did and is undone', async () => {
    await change('Bo', { kind: 'tag', tag: 'call' });
    const id = await many(everybody, { kind: 'tag', tag: 'call' });
    expect(await job(id)).toMatchObject({
      ...{ state: 'done', done: 3, total: 3, result: { changed: 2, of: 3 }, canUndo: true },
    });
    expect(await tagged('call')).toEqual(['Ana', 'Bo', 'Cy']);
    await ask('POST', `/api/jobs/${id}/undo`);
    // Who had the tag before keeps it.
    expect(await tagged('call')).toEqual(['Bo']);
  });

  it('are the ticked ones only, and of this client only', async () => {
    await many({ ids: [await idOf('Ana'), await idOf('Cy')] }, { kind: 'tag', tag: 'two' });
    expect(await tagged('two')).toEqual(['Ana', 'Cy']);
    const other = (
      await ask('POST', '/api/clients', { name: 'Other', slug: 'other', zone: 'UTC' })
    ).json<{ id: string }>();
    const url = `/api/clients/${other.id}/people/changes`;
    const who = { ids: [await idOf('Ana')] };
    await ask('POST', url, { who, change: { kind: 'tag', tag: 'stolen' } });
    await app.settle();
    expect(await tagged('stolen')).toEqual([]);
    const foreign = await stageNamed('Won');
    const moved = await ask('POST', url, { who, change: { kind: 'stage', to: foreign.id } });
    expect(moved.statusCode).toBe(404);
  });

  it('go back to where each was, but for those that were moved since', async () => {
    const [contacted, quoted, won] = await Promise.all(
      ['Contacted', 'Quoted', 'Won'].map(stageNamed),
    );
    await change('Bo', { kind: 'stage', to: contacted!.id });
    const id = await many(everybody, { kind: 'stage', to: quoted!.id });
    await change('Cy', { kind: 'stage', to: won!.id });
    await ask('POST', `/api/jobs/${id}/undo`);
    const stages = await Promise.all(['Ana', 'Bo', 'Cy'].map(record));
    expect(stages.map(({ stageName }) => stageName)).toEqual(['New', 'Contacted', 'Won']);
  });

  it('are started in a sequence, which undoing ends; a stop is not undone', async () => {
    const [sequence] = await app.database.db.select().from(sequences);
    const stop = await many(everybody, { kind: 'stop', sequence: sequence!.id });
    expect(await job(stop)).toMatchObject({ result: { changed: 3 }, canUndo: false });
    const rows = await app.database.db.select({ state: sequenceRuns.state }).from(sequenceRuns);
    expect(rows.map(({ state }) => state)).toEqual(['ended', 'ended', 'ended']);
  });

  it('are deleted into the bin, and come back but for those whose place is taken', async () => {
    const all = async () =>
      (await ask('POST', `/api/clients/${world.client.id}/people/query`, {})).json<{
        total: number;
      }>().total;
    const before = await all();
    const answer = await ask('POST', `/api/clients/${world.client.id}/people/remove`, {
      who: everybody,
    });
    const { jobId } = answer.json<{ jobId: string }>();
    await app.settle();
    expect(await job(jobId)).toMatchObject({ result: { changed: 3 }, canUndo: true });
    expect(await all()).toBe(before - 3);
    const inBin = await ask('GET', `/api/clients/${world.client.id}/bin`);
    expect(inBin.body.match(/"kind":"person"/g)).toHaveLength(3);
    await app.site('POST', '/first-visit', {
      form: { name: 'Ana', email: 'ana@example.com', phone: '' },
    });
    await ask('POST', `/api/jobs/${jobId}/undo`);
    await app.settle();
    expect(await all()).toBe(before);
    expect(await job(jobId)).toMatchObject({ state: 'undone' });
  });

  it('goes on where it was when its process died', async () => {
    const { db } = app.database;
    const id = await many(everybody, { kind: 'tag', tag: 'late' });
    // As a process leaves it that died after one person.
    await db.execute(
      sql`delete from person_tags where tag = 'late' and person_id <> ${await idOf('Ana')}`,
    );
    await db.execute(
      sql`update bulk_people set is_done = person_id = ${await idOf('Ana')}, before = null where job_id = ${id}`,
    );
    await db.execute(
      sql`update jobs set state = 'running', leased_by = 'gone', leased_until = ${app.clock.now().subtract({ hours: 1 }).toString()} where id = ${id}`,
    );
    await app.settle();
    expect(await tagged('late')).toEqual(['Ana', 'Bo', 'Cy']);
    expect((await job(id)).state).toBe('done');
  });
});

describe('tasks', () => {
  const add = async (changes: object = {}) =>
    ask(
      'POST',
      `/api/people/${await idOf('Ana')}/tasks`,
      {
        ...{ text: 'Send the quote', dueAt: '2026-11-05T13:00:00Z' },
        ...{ assignee: null, repeats: null, ...changes },
      },
      'desk',
    );
  const today = async () =>
    (await ask('GET', `/api/clients/${world.client.id}/today`)).json<TodayBoard>().tasks;
  const done = (id: string, isDone = true) =>
    ask('POST', `/api/tasks/${id}/done`, { done: isDone }, 'desk');

  it('stand on the day they are due, overdue first, until they are done', async () => {
    await add({ text: 'Tomorrow', dueAt: '2026-11-07T13:00:00Z' });
    await add({ text: 'Tonight', dueAt: '2026-11-05T23:00:00Z' });
    await add();
    expect((await today()).map(({ text, isOverdue }) => [text, isOverdue])).toEqual([
      ['Send the quote', true],
      ['Tonight', false],
    ]);
    const [first] = await today();
    await done(first!.id);
    await done(first!.id);
    expect((await today()).map(({ text }) => text)).toEqual(['Tonight']);
    const { tasks, timeline } = await record('Ana');
    expect(tasks.map(({ text, doneBy }) => [text, doneBy])).toEqual([
      ['Tonight', null],
      ['Tomorrow', null],
      ['Send the quote', 'Front desk'],
    ]);
    expect(timeline.filter(({ text }) => text === 'Done: Send the quote')).toHaveLength(1);
    await done(first!.id, false);
    expect(await today()).toHaveLength(2);
  });

  it('come back when they are to, and are changed and deleted', async () => {
    await add({ repeats: 'weekly' });
    const [task] = await today();
    await done(task!.id);
    const [next] = (await record('Ana')).tasks;
    expect([next!.dueAt, next!.repeats]).toEqual(['2026-11-12T13:00:00Z', 'weekly']);
    const content = { text: 'Call', dueAt: '2026-11-06T13:00:00Z', assignee: null, repeats: null };
    expect((await ask('PUT', `/api/tasks/${next!.id}`, content)).statusCode).toBe(200);
    expect((await record('Ana')).tasks[0]).toMatchObject({ text: 'Call', repeats: null });
    await app.api('DELETE', `/api/tasks/${next!.id}`, undefined, 'owner@example.com');
    expect((await record('Ana')).tasks).toHaveLength(1);
  });

  it('are made by a rule, for whoever the lead is assigned to', async () => {
    const [desk] = await app.database.db.select().from(users).where(eq(users.name, 'Front desk'));
    await ask('POST', `/api/clients/${world.client.id}/rules`, {
      name: 'Callers',
      conditions: { match: 'all', terms: [{ about: 'known', not: true }] },
      actions: [{ kind: 'task', text: 'Call within the day', inDays: 1 }],
    });
    await app.database.db.execute(sql`update routing_rules set "on" = true`);
    await app.site('POST', '/first-visit', {
      form: { name: 'Di Okafor', email: 'di@example.com', phone: '' },
    });
    const { tasks } = await record('Di');
    expect(tasks).toMatchObject([
      {
        ...{ text: 'Call within the day', assignee: desk!.id, madeBy: 'New patients, Callers' },
        dueAt: '2026-11-06T14:00:00Z',
      },
    ]);
  });

  it('can’t be for somebody who is not there', async () => {
    const answer = await add({ assignee: '00000000-0000-4000-8000-000000000000' });
    expect(answer.json()).toMatchObject({ status: 400, fields: [{ field: 'body.assignee' }] });
    expect((await add({ text: ' ' })).statusCode).toBe(400);
  });
});

describe('the stages', () => {
  it('are the client’s own, and nobody is lost with one that is deleted', async () => {
    const before = await board();
    expect(before.stages.map(({ name, people }) => [name, people])).toEqual([
      ['New', 3],
      ['Contacted', 0],
      ['Quoted', 0],
      ['Won', 0],
      ['Lost', 0],
    ]);
    await change('Ana', { kind: 'stage', to: before.stages[2]!.id });
    const kept = before.stages
      .filter(({ name }) => name !== 'Quoted')
      .map(({ id, name, outcome, movedBy }) => ({ id, name, outcome, movedBy }));
    const stages = [...kept, { id: null, name: 'Asleep', outcome: 'lost', movedBy: null }];
    const url = `/api/clients/${world.client.id}/stages`;
    expect((await ask('PUT', url, { stages })).statusCode).toBe(200);
    const after = await board();
    expect(after.stages.map(({ name }) => name)).toEqual([
      'New',
      'Contacted',
      'Won',
      'Lost',
      'Asleep',
    ]);
    expect((await record('Ana')).stageName).toBe('Contacted');
    expect((await ask('PUT', url, { stages: [] })).statusCode).toBe(400);
    expect((await ask('PUT', url, { stages }, 'desk')).statusCode).toBe(403);
  });
});
