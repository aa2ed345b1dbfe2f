import type { ClientId } from '@plumgate/core/basics';
import { eq } from 'drizzle-orm';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { Worker } from '../worker.ts';
import { jobs } from './jobs.table.ts';
import { Jobs, type JobKind } from './jobs.ts';

let app: TestApp;
let world: World;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterEach(() => app.stop());

const ask = (kind: string, input = {}) =>
  app.get(Jobs).ask(app.database.db, {
    clientId: world.client.id as ClientId,
    kind,
    input,
    askedBy: 'Oriel',
  });
const register = (name: string, kind: JobKind) => app.get(Jobs).register(name, kind);
const counting: JobKind['run'] = async (_job, { report }) => {
  for (let done = 0; done <= 3; done++) await report(done, 3);
  return { counted: 3 };
};
const seen = async (id: string) => {
  const { state, done, total, result, problem } = await app.get(Jobs).get(id);
  return { state, done, total, result, problem };
};

it('runs what was asked for, with its progress and its result', async () => {
  register('count', { run: counting });
  const id = await ask('count');
  await app.settle();
  expect(await seen(id)).toEqual({
    state: 'done',
    done: 3,
    total: 3,
    result: { counted: 3 },
    problem: null,
  });
});

it('stops where it is when it is asked to, and never begins one that was cancelled before', async () => {
  let begun = () => {};
  const hasBegun = new Promise<void>((resolve) => (begun = resolve));
  let goOn = () => {};
  const mayGoOn = new Promise<void>((resolve) => (goOn = resolve));
  register('slow', {
    run: async (_job, { report }) => {
      await report(1, 1);
      begun();
      await mayGoOn;
      await report(2, 2);
      throw new Error('It should have stopped.');
    },
  });
  const first = await ask('slow');
  const settled = app.settle();
  await hasBegun;
  const second = await ask('slow');
  await app.get(Jobs).cancel(first);
  await app.get(Jobs).cancel(second);
  goOn();
  await settled;
  expect([(await seen(first)).state, (await seen(second)).state]).toEqual([
    'cancelled',
    'cancelled',
  ]);
});

it('says that it failed, without the words of the fault', async () => {
  register('broken', { run: () => Promise.reject(new Error('ana@example.com')) });
  const id = await ask('broken');
  const unknown = await ask('nothing of that name');
  await app.settle();
  for (const one of [id, unknown])
    expect(await seen(one)).toMatchObject({
      state: 'failed',
      problem: 'It could not be finished.',
    });
});

it('is undone once, where its kind can be', async () => {
  const undone: unknown[] = [];
  register('count', { run: counting });
  register('reversible', {
    run: counting,
    undo: (job) => Promise.resolve(void undone.push(job.result)),
  });
  const [plain, reversible] = [await ask('count'), await ask('reversible')];
  await app.settle();
  await expect(app.get(Jobs).undo(plain)).rejects.toThrow(/undone/);
  await app.get(Jobs).undo(reversible);
  await expect(app.get(Jobs).undo(reversible)).rejects.toThrow(/undone/);
  expect([undone, (await seen(reversible)).state]).toEqual([[{ counted: 3 }], 'undone']);
});

it('is gone on with by another process when the one that had it is gone', async () => {
  register('count', { run: counting });
  const id = await ask('count');
  const leasedUntil = app.clock.now().add({ seconds: 60 });
  await app.database.db
    .update(jobs)
    .set({ state: 'running', leasedBy: 'gone', leasedUntil })
    .where(eq(jobs.id, id));
  await app.settle();
  expect((await seen(id)).state).toBe('running');
  await app.move('PT2M');
  expect((await seen(id)).state).toBe('done');
});

it('is left for the next start when the process stops, and does not hold that up', async () => {
  let begun = () => {};
  const hasBegun = new Promise<void>((resolve) => (begun = resolve));
  register('endless', {
    run: async (_job, { report }) => {
      for (let done = 0; ; done++) {
        await report(done, 1_000_000_000);
        begun();
        await new Promise((next) => setImmediate(next));
      }
    },
  });
  const id = await ask('endless');
  await hasBegun;
  await app.get(Worker).stop();
  expect(await app.get(Jobs).get(id)).toMatchObject({ state: 'queued', leasedBy: null });
});
