/**
 * `node bench/due-steps.mjs <folder>` works off what is due in a data folder and tells how far it is, for the bench to
 * kill in the middle; imported, it does the whole comparison.
 */
import 'reflect-metadata';
import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { Temporal } from 'temporal-polyfill';
import { StepWorker } from '../apps/server/dist/domains/followup/step-worker.js';
import { makeDemoWorld } from '../apps/server/dist/demo/make-demo.js';
import { Worker } from '../apps/server/dist/platform/worker.js';
import { assembleOn } from './program.mjs';

const runs = 50_000;
const total = runs * 2;
const now = Temporal.Instant.from('2026-11-05T14:12:00Z');
const here = fileURLToPath(import.meta.url);

/**
 * 100,000 due steps of 50,000 runs: a process of its own works them off and is killed with kill -9 about half
 * way, a second one finishes. Gives the rate of both, and what was lost or doubled.
 */
export async function workOffDueSteps(folder) {
  await seed(folder);
  const first = await workIn(folder, total / 2);
  const second = await workIn(folder, Infinity);
  const { running, database } = await open(folder);
  const { rows } = await database.pool.query(
    `select (select count(*) from run_steps where state = 'queued') as done,
            (select count(*) from outbox where key like 'step:%') as queued,
            (select count(distinct "to" || title) from outbox where key like 'step:%') as different`,
  );
  await running.stop();
  const [done, queued, different] = ['done', 'queued', 'different'].map((name) =>
    Number(rows[0][name]),
  );
  return {
    rate: (first.steps + second.steps) / (first.seconds + second.seconds),
    lost: total - Math.min(done, different),
    doubled: queued - different,
  };
}

/** The program without its own worker: only the steps are measured, not the sending of what they queue. */
async function open(folder) {
  const opened = await assembleOn(folder);
  await opened.running.app.get(Worker).stop();
  return opened;
}

/** Lets a process work until it has done so many steps, then kills it; or until nothing is due. */
function workIn(folder, killAfter) {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, ['--no-warnings', here, folder], {
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    let last = { steps: 0, seconds: 0 };
    let rest = '';
    child.stdout.on('data', (chunk) => {
      const lines = (rest + chunk).split('\n');
      rest = lines.pop();
      for (const line of lines) last = JSON.parse(line);
      if (last.steps >= killAfter) child.kill('SIGKILL');
    });
    child.on('exit', (code) =>
      code === 0 || killAfter < Infinity ? resolve(last) : reject(new Error('The worker failed.')),
    );
  });
}

async function work(folder) {
  const { running } = await open(folder);
  const worker = running.app.get(StepWorker);
  const begun = performance.now();
  for (let steps = 0, some = 1; some > 0;) {
    some = await worker.doDue(now);
    steps += some;
    process.stdout.write(
      `${JSON.stringify({ steps, seconds: (performance.now() - begun) / 1000 })}\n`,
    );
  }
  await running.stop();
  process.exit(0);
}

async function seed(folder) {
  const { running, database } = await open(folder);
  await makeDemoWorld(running.app);
  const { rows } = await database.pool.query(
    `select id, client_id from sequences where content->>'name' = 'Gentle welcome'`,
  );
  const { id: sequence, client_id: client } = rows[0];
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
     select gen_random_uuid(), $1, r.id, $2, s.step, $3::timestamptz - interval '1 minute', 'planned'
     from sequence_runs r cross join (values ('place-saved'), ('what-it-feels-like')) s(step) where r.sequence_id = $2`,
    [client, sequence, at],
  );
  await database.pool.query('analyze');
  await running.stop();
}

if (process.argv[1] === here) await work(process.argv[2]);
