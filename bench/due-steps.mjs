import 'reflect-metadata';
import { Temporal } from 'temporal-polyfill';
import { StepWorker } from '../apps/server/dist/followup/step-worker.js';
import { Worker } from '../apps/server/dist/platform/worker.js';
import { makeDemoWorld } from '../apps/server/dist/demo/make-demo.js';
import { assembleOn } from './program.mjs';

const runs = 50_000;
const now = Temporal.Instant.from('2026-11-05T14:12:00Z');

/**
 * 100,000 due steps of 50,000 runs, worked off by the program's own worker on PGlite; half of the way through it the
 * work is broken off in the middle of a batch, as a killed process would. Gives the rate and what was lost or doubled.
 */
export async function workOffDueSteps(folder) {
  const { running, database } = await assembleOn(folder);
  await makeDemoWorld(running.app);
  const { rows } = await database.pool.query(
    `select id, client_id from sequences where content->>'name' = 'Gentle welcome'`,
  );
  const { id: sequence, client_id: client } = rows[0];
  await seed(database, client, sequence);
  // Sending what is owed is another part's work: only the steps are measured.
  await running.app.get(Worker).stop();
  const worker = running.app.get(StepWorker);
  const total = runs * 2;
  const first = await timed(worker, total / 2);
  await breakOff(worker);
  const second = await timed(worker, total);
  const { rows: counted } = await database.pool.query(
    `select (select count(*) from run_steps where state = 'done' and id in (select id from bench_steps)) as done,
            (select count(*) from outbox where key like 'step:%') as owed,
            (select count(distinct key) from outbox where key like 'step:%') as different`,
  );
  await running.stop();
  const [done, owed, different] = ['done', 'owed', 'different'].map((name) =>
    Number(counted[0][name]),
  );
  return {
    rate: total / (first + second),
    lost: total - done + (total - different),
    doubled: owed - different,
  };
}

/** Seconds until at most `until` steps are done, or nothing is due any more. */
async function timed(worker, until) {
  const begun = performance.now();
  for (let done = 0; done < until;) {
    const some = await worker.doDue(now);
    if (some === 0) break;
    done += some;
  }
  return (performance.now() - begun) / 1000;
}

/** A batch whose transaction never commits: everything it did is undone, as when the process dies in the middle. */
async function breakOff(worker) {
  const { runs } = worker;
  const finish = runs.finish;
  runs.finish = () => Promise.reject(new Error('killed'));
  await worker.doDue(now).catch(() => {});
  runs.finish = finish;
}

async function seed(database, client, sequence) {
  const at = now.toString();
  await database.pool.query(
    `insert into people (id, client_id, first_name, last_name, email, email_key, phone, source, added_at, last_seen_at)
     select gen_random_uuid(), $1, 'Lead', n::text, n || '@example.com', n || '@example.com', '', 'Direct', $2, $2 from generate_series(1, ${runs}) n`,
    [client, at],
  );
  await database.pool.query(
    `insert into sequence_runs (id, client_id, sequence_id, person_id, joined_at, state)
     select gen_random_uuid(), $1, $2, id, $3, 'running' from people where client_id = $1 and first_name = 'Lead'`,
    [client, sequence, at],
  );
  await database.pool.query(
    `insert into run_steps (id, client_id, run_id, sequence_id, step_id, due_at, state)
     select gen_random_uuid(), $1, r.id, $2, s.step, $3::timestamptz - interval '1 minute', 'waiting'
     from sequence_runs r cross join (values ('place-saved'), ('what-it-feels-like')) s(step) where r.sequence_id = $2`,
    [client, sequence, at],
  );
  await database.pool.query(`create temp table bench_steps as select id from run_steps`);
  await database.pool.query(`analyze people; analyze sequence_runs; analyze run_steps`);
}
