import 'reflect-metadata';
import { randomUUID } from 'node:crypto';
import { HeldService } from '../apps/server/dist/domains/intake/held.service.js';
import { makeDemoWorld } from '../apps/server/dist/demo/make-demo.js';
import { LivePages } from '../apps/server/dist/domains/live-pages/live-pages.js';
import { Worker } from '../apps/server/dist/platform/worker.js';
import { assembleOn, incomingOn, someAddress } from './program.mjs';

const count = 150;

/** Leads a second through the whole intake, and through a transaction that only makes the same rows. */
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

async function bareInserts(database, made) {
  const fresh = new Map();
  const renewed = (value) => {
    if (!fresh.has(value)) fresh.set(value, randomUUID());
    return fresh.get(value);
  };
  const person = made.find(({ table }) => table === 'people').row.id;
  const own = new Set(made.map(({ row }) => row.id).filter((id) => typeof id === 'string'));
  own.add(person);
  const client = await database.pool.connect();
  try {
    await client.query('begin');
    for (const { table, row } of made) {
      const columns = Object.keys(row).filter(
        (name) => name !== 'search_text' && !(table === 'timeline' && name === 'id'),
      );
      const values = columns.map((name) => {
        const value = row[name];
        if (own.has(value)) return renewed(value);
        if (['email_key', 'key', 'once'].includes(name)) return randomUUID();
        return value !== null && typeof value === 'object' && !(value instanceof Date)
          ? JSON.stringify(value)
          : value;
      });
      await client.query(
        `insert into ${table} (${columns.map((name) => `"${name}"`).join()}) values (${columns.map((_, index) => `$${index + 1}`).join()})`,
        values,
      );
    }
    await client.query('commit');
  } finally {
    client.release();
  }
}
