/**
 * `node bench/listings.mjs <folder>` measures a report over many listings, and how long it takes from a record to its live
 * page; the bench imports it. `DATABASE_URL` names an empty PostgreSQL database, else it is PGlite in the folder.
 */
import 'reflect-metadata';
import { fileURLToPath } from 'node:url';
import { makeDemoWorld } from '../apps/server/dist/demo/make-demo.js';
import { AreaService } from '../apps/server/dist/domains/listings/area.service.js';
import { ListingPages } from '../apps/server/dist/domains/listings/listing-pages.service.js';
import { ListingService } from '../apps/server/dist/domains/listings/listing.service.js';
import { LivePages } from '../apps/server/dist/domains/live-pages/live-pages.js';
import { PublishService } from '../apps/server/dist/domains/pages/publish.service.js';
import { Worker } from '../apps/server/dist/platform/worker.js';
import { emptyListing } from '../packages/core/dist/listings/index.js';
import { assembleOn } from './program.mjs';

const here = fileURLToPath(import.meta.url);
const middle = (times) => times.toSorted((a, b) => a - b)[Math.floor(times.length / 2)];

/** The median of some turns, in ms: a report over 100,000 listings in one area, and a page from its record to the first visitor. */
export async function measureListings(folder, { many = 100_000, turns = 7 } = {}) {
  const { running, database } = await assembleOn(folder);
  await makeDemoWorld(running.app);
  await running.app.get(Worker).stop();
  const { rows } = await database.pool.query(
    `select id, slug from clients where slug = 'marram-coast-homes'`,
  );
  const [{ id: client, slug }] = rows;
  await seed(database, client, many);
  const areas = running.app.get(AreaService);
  const area = await areas.create(client, {
    ...{ name: 'The Head', postcodes: ['04596'], towns: [], outline: [] },
  });
  const report = await timed(turns, () => areas.report(client, area, '2026-11-05'));
  let n = 0;
  const page = await timed(turns, async () => {
    const street = `${++n} Saltworks Road`;
    const id = await running.app
      .get(ListingService)
      .create(client, { ...emptyListing, street, price: 51_500_000 });
    const { funnelId } = await running.app.get(ListingPages).make(id);
    await running.app.get(PublishService).publishFunnel(funnelId, null);
    await running.app.get(LivePages).find(slug, `${n}-saltworks-road`);
  });
  await running.stop();
  return { report, page };
}

async function timed(turns, work) {
  const times = [];
  for (let turn = 0; turn <= turns; turn++) {
    const begun = performance.now();
    await work();
    if (turn > 0) times.push(performance.now() - begun);
  }
  return middle(times);
}

/** Sold over two years, one in ten still for sale. */
async function seed({ pool }, client, many) {
  await pool.query(
    `insert into listings (id, client_id, content, made_at, changed_at)
     select gen_random_uuid(), $1, $2::jsonb || jsonb_build_object(
       'street', n || ' Kelp Lane', 'postcode', '04596', 'price', 30000000 + n * 100,
       'size', jsonb_build_object('amount', 900 + n % 1800, 'unit', 'sqft'),
       'listedOn', to_char(date '2026-10-05' - n % 730, 'YYYY-MM-DD'),
       'status', case when n % 10 = 0 then 'active' else 'sold' end,
       'soldOn', case when n % 10 = 0 then null else to_char(date '2026-11-05' - n % 730, 'YYYY-MM-DD') end,
       'soldPrice', case when n % 10 = 0 then null else 29000000 + n * 100 end
     ), now(), now() from generate_series(1, $3::int) as n`,
    [client, JSON.stringify({ formatVersion: 1, ...emptyListing }), many],
  );
  await pool.query('vacuum analyze listings');
}

if (process.argv[1] === here) {
  console.log(await measureListings(process.argv[2]));
  process.exit(0);
}
