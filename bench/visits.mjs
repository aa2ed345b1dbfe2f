/**
 * `node bench/visits.mjs <folder>` measures how visits are counted and read; the bench imports it. `DATABASE_URL` names an
 * empty PostgreSQL database, else it is PGlite in the folder.
 */
import 'reflect-metadata';
import { fileURLToPath } from 'node:url';
import autocannon from 'autocannon';
import { resultParts } from '@plumgate/contract';
import { makeDemoWorld } from '../apps/server/dist/demo/make-demo.js';
import { ClientResultsService } from '../apps/server/dist/domains/results/client-results.service.js';
import { FunnelResultsService } from '../apps/server/dist/domains/path/funnel-results.service.js';
import { Gathering } from '../apps/server/dist/platform/database/gathered-writes.js';
import { Worker } from '../apps/server/dist/platform/worker.js';
import { listen } from '../apps/server/dist/start.js';
import { assembleOn } from './program.mjs';

const here = fileURLToPath(import.meta.url);
const p = (times, share) => times.toSorted((a, b) => a - b)[Math.floor(times.length * share)];

/** So many visits a second for so many seconds, each without a cookie and so another visitor's: how many were answered, how soon, and how many of them are counted. */
export async function countVisits(folder, { perSecond = 2000, seconds = 60 } = {}) {
  const { running, database } = await assembleOn(folder);
  await makeDemoWorld(running.app);
  await running.app.get(Worker).stop();
  const port = await listen(running, 0, '127.0.0.1');
  const counted = async () =>
    Number((await database.pool.query('select sum(views) as views from page_days')).rows[0].views);
  await running.app.get(Gathering).flush();
  const before = await counted();
  const run = await autocannon({
    url: `http://127.0.0.1:${port}/first-visit`,
    // In a thread of its own, so that making requests keeps none from being answered.
    ...{ connections: 50, duration: seconds, overallRate: perSecond, workers: 1 },
    headers: {
      host: `quayside-dental.localhost:${port}`,
      'accept-encoding': 'br',
      'user-agent': 'Mozilla/5.0 Chrome/156',
    },
  });
  await running.app.get(Gathering).flush();
  const answered = run['2xx'];
  const result = {
    rate: answered / run.duration,
    p99: run.latency.p99,
    // Some are counted whose answer the generator did not wait for at its end.
    lost: Math.max(0, answered - ((await counted()) - before)),
  };
  await running.stop();
  return result;
}

/** Ten million visits in the roll-ups, 100,000 a day, and how long each report of 90 days takes: what 95 of 100 stay under, in ms. */
export async function readTenMillion(folder, { days = 100, turns = 4 } = {}) {
  const { running, database } = await assembleOn(folder);
  await makeDemoWorld(running.app);
  await running.app.get(Worker).stop();
  const { rows } = await database.pool.query(
    `select c.id, f.id as funnel from clients c join funnels f on f.client_id = c.id where c.slug = 'quayside-dental' order by f.id limit 1`,
  );
  const [{ id: client, funnel }] = rows;
  await seed(database, client, days);
  const results = running.app.get(ClientResultsService);
  const funnels = running.app.get(FunnelResultsService);
  const period = { from: '2026-08-08', to: '2026-11-05' };
  const times = [];
  const slowest = {};
  for (let turn = 0; turn < turns; turn++)
    for (const part of [...resultParts, 'funnel']) {
      const begun = performance.now();
      await (part === 'funnel' ? funnels.of(funnel, period, {}) : results.of(client, period, part));
      const took = performance.now() - begun;
      times.push(took);
      slowest[part] = Math.max(slowest[part] ?? 0, took);
    }
  await running.stop();
  return { p95: p(times, 0.95), slowest };
}

/** By the day: the client's pages, ten sources, three campaigns and both kinds of device share 100,000 visitors. */
async function seed({ pool }, client, days) {
  await pool.query(
    `insert into page_days (client_id, page_id, day, source, device, campaign, views, visitors, leads, new_leads, converted)
     select $1, pages.id, date '2026-11-05' - day, 'Source ' || source, device, campaign, 1, visitors.each + 1, visitors.each / 10, visitors.each / 10, visitors.each / 10
     from pages, generate_series(0, $2 - 1) as day, generate_series(1, 10) as source,
       unnest(array['phone', 'wide']) as device, unnest(array['', 'fall', 'winter']) as campaign,
       (select 100000 / (count(*) * 60) as each from pages where client_id = $1) as visitors
     where pages.client_id = $1 on conflict do nothing`,
    [client, days],
  );
  await pool.query(
    `insert into page_hours (client_id, page_id, hour, visitors, converted, leads)
     select $1, pages.id, timestamptz '2026-11-05T00:00:00Z' - make_interval(hours => hour), 1000, 100, 100
     from pages, generate_series(0, $2 * 24 - 1) as hour where pages.client_id = $1 on conflict do nothing`,
    [client, days],
  );
  await pool.query('analyze page_days');
  await pool.query('analyze page_hours');
}

if (process.argv[1] === here) {
  const [, , folder, what = 'both'] = process.argv;
  if (what !== 'read') console.log('counted', await countVisits(`${folder}-count`));
  if (what !== 'count') console.log('read', await readTenMillion(`${folder}-read`));
  process.exit(0);
}
