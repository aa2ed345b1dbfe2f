import 'reflect-metadata';
import { randomUUID } from 'node:crypto';
import { HeldService } from '../apps/server/dist/domains/intake/held.service.js';
import { makeDemoWorld } from '../apps/server/dist/demo/make-demo.js';
import { LivePages } from '../apps/server/dist/domains/live-pages/live-pages.js';
import { Worker } from '../apps/server/dist/platform/worker.js';
import { assembleOn, incomingOn, someAddress } from './program.mjs';

const count = 150;

/** Leads a second through the whole intake, and through one statement that only makes the same rows. */
export async function compareIntake(folder) {
  const { running, database } = await assembleOn(folder);
  await makeDemoWorld(running.app);
  const page = await running.app.get(LivePages).find('quayside-dental', 'first-visit');
  // What follows the answer is the worker's, and is not part of either side.
  running.app.get(Worker).wake = () => {};
  const receive = (n) =>
    running.app.get(HeldService).receiveFrom(
      someAddress(),
      incomingOn(page, {
        name: `Lead ${n}`,
        email: `${randomUUID()}@example.com`,
        phone: '(207) 555-0117',
        worry: 'Needles',
      }),
    );
  await timed(20, receive);
  const kinds = await rowsOf(database, receive);
  const sides = { full: [], bare: [] };
  for (let turn = 0; turn < 3; turn++) {
    sides.bare.push(await timed(count, () => bareInserts(database, kinds)));
    sides.full.push(await timed(count, receive));
  }
  await running.stop();
  const [full, bare] = [Math.max(...sides.full), Math.max(...sides.bare)];
  return { full, bare, share: full / bare };
}

async function timed(times, work) {
  const begun = performance.now();
  for (let n = 0; n < times; n++) await work(n);
  return times / ((performance.now() - begun) / 1000);
}

const tables = [
  'people',
  'submissions',
  'person_tags',
  'timeline',
  'sequence_runs',
  'run_steps',
  'field_history',
  'outbox',
];

/** The rows that one lead makes, read back from the tables: what the bare transaction inserts again under new ids. */
async function rowsOf(database, receive) {
  const before = Object.fromEntries(
    await Promise.all(tables.map(async (table) => [table, await idsOf(database, table)])),
  );
  await receive(0);
  const made = [];
  for (const table of tables) {
    const { rows } = await database.pool.query(`select * from ${table}`);
    for (const row of rows.filter((one) => !before[table].has(keyOf(one))))
      made.push({ table, row });
  }
  return made;
}
const keyOf = (row) => String(row.id ?? `${row.person_id} ${row.tag}`);
const idsOf = async (database, table) =>
  new Set((await database.pool.query(`select * from ${table}`)).rows.map(keyOf));

/** The fastest way to the same rows: one statement, in it one insert of all its rows for each table. */
async function bareInserts(database, made) {
  const fresh = new Map();
  const renewed = (value) => {
    if (!fresh.has(value)) fresh.set(value, randomUUID());
    return fresh.get(value);
  };
  // Numbers of rows come as text, too, and are the database's to give.
  const own = new Set(made.map(({ row }) => row.id).filter((id) => /-/.test(id)));
  const given = [];
  const valueOf = (name, value) => {
    if (own.has(value)) return renewed(value);
    if (['email_key', 'match_key', 'key', 'once'].includes(name)) return randomUUID();
    // A value of a field is JSON, be it a text.
    if (name === 'value') return JSON.stringify(value);
    return value !== null && typeof value === 'object' && !(value instanceof Date)
      ? JSON.stringify(value)
      : value;
  };
  const inserts = tables.flatMap((table, index) => {
    const rows = made.filter((one) => one.table === table).map(({ row }) => row);
    if (rows.length === 0) return [];
    const columns = Object.keys(rows[0]).filter(
      (name) =>
        name !== 'search_text' && !(name === 'id' && ['timeline', 'field_history'].includes(table)),
    );
    const lines = rows.map(
      (row) => `(${columns.map((name) => `$${given.push(valueOf(name, row[name]))}`).join()})`,
    );
    const names = columns.map((name) => `"${name}"`).join();
    return [`t${index} as (insert into ${table} (${names}) values ${lines.join()})`];
  });
  await database.pool.query(`with ${inserts.join()} select 1`, given);
}
