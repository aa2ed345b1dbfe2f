/** `node bench/people-import.mjs <folder>` imports 200,000 people and tags 100,000 of them; the bench imports it. */
import 'reflect-metadata';
import { fileURLToPath } from 'node:url';
import { makeDemoWorld } from '../apps/server/dist/demo/make-demo.js';
import { BulkService } from '../apps/server/dist/domains/people-changes/bulk.service.js';
import { PeopleImport } from '../apps/server/dist/domains/people-import/import.service.js';
import { Jobs } from '../apps/server/dist/platform/jobs/jobs.js';
import { assembleOn } from './program.mjs';

const here = fileURLToPath(import.meta.url);
const rows = 200_000;

/** Gives the seconds that an import of 200,000 rows takes, and those that tagging half of them takes. */
export async function importPeople(folder) {
  const { running, database } = await assembleOn(folder);
  const { app } = running;
  await makeDemoWorld(app);
  const { rows: found } = await database.pool.query(
    `select id from clients where slug = 'stonecroft-paving'`,
  );
  const client = found[0].id;
  const who = { id: null, name: 'Bench' };
  const lines = Array.from(
    { length: rows },
    (_, n) => `Person Lane ${n},p${n}@example.com,"roof, ${n % 2 ? 'odd' : 'even'}",${n % 60}`,
  );
  const content = Buffer.from(['Name,Email,Tags,Roof age', ...lines].join('\n'));
  const jobs = app.get(Jobs);
  const untilDone = async (id) => {
    for (;;) {
      const job = await jobs.get(id);
      if (job.state !== 'queued' && job.state !== 'running') return job;
      await new Promise((resolve) => setTimeout(resolve, 200));
    }
  };
  let begun = performance.now();
  const asked = { name: 'bench.csv', columns: null, isTry: false };
  const imported = await untilDone(await app.get(PeopleImport).ask(who, client, content, asked));
  const importing = (performance.now() - begun) / 1000;
  begun = performance.now();
  const odd = { conditions: { match: 'all', terms: [{ about: 'tag', is: 'odd' }] }, search: '' };
  const tagged = await untilDone(
    await app.get(BulkService).changeMany(who, client, odd, { kind: 'tag', tag: 'new' }),
  );
  const tagging = (performance.now() - begun) / 1000;
  const memory = process.memoryUsage().rss / 2 ** 20;
  await running.stop();
  return { importing, tagging, memory, results: [imported.result, tagged.result] };
}

if (process.argv[1] === here) {
  console.log(await importPeople(process.argv[2]));
  process.exit(0);
}
