import 'reflect-metadata';
import { ClientService } from '../apps/server/dist/domains/clients/client.service.js';
import { FunnelService } from '../apps/server/dist/domains/funnels/funnel.service.js';
import { PathBoardService } from '../apps/server/dist/domains/path/path-board.service.js';
import { PublishService } from '../apps/server/dist/domains/pages/publish.service.js';
import { SiteAddress } from '../apps/server/dist/platform/site-address.js';
import { LivePages } from '../apps/server/dist/domains/live-pages/live-pages.js';
import { launchCheck } from '@plumgate/core/launch';
import { plainBrand } from '@plumgate/core/brand';
import { emptyFacts } from '@plumgate/core/clients';
import { Temporal } from 'temporal-polyfill';
import { median } from './browser.mjs';
import { longPage, richPage } from './pages.mjs';
import { assembleOn } from './program.mjs';

const [hosts, pagesEach, visits] = [300, 7, 1_000_000];
const zone = 'America/New_York';
const timed = async (work) => {
  const began = performance.now();
  await work();
  return performance.now() - began;
};

/**
 * Many pages on many hosts, and a funnel with many visits, in the program itself. Gives ms to publish five steps and
 * whether the next visitor is served from memory; ms of a cold page at the median; megabytes that all of them take, asked
 * twice and five times; how much longer a host is looked up among 300 than alone; ms in which the Path opens.
 */
export async function manyPages(folder) {
  const { running, database } = await assembleOn(folder);
  const [clients, funnels, publishing, live, boards] = [
    ClientService,
    FunnelService,
    PublishService,
    LivePages,
    PathBoardService,
  ].map((part) => running.app.get(part));
  const made = [];
  let publish = 0;
  let isWarm = false;
  for (let host = 0; host < hosts; host++) {
    const client = await clients.create({
      name: `Client ${host}`,
      slug: `client-${host}`,
      zone,
      facts: { ...emptyFacts(zone), phone: '(207) 555-0142' },
    });
    const count = host === 0 ? 5 : pagesEach;
    const pages = Array.from({ length: count }, (_, index) => ({
      name: `Page ${index}`,
      draft: leadingOn(richPage()),
    }));
    const funnel = await funnels.create(client.id, 'Many', { pages });
    const took = await timed(() => publishing.publishFunnel(funnel, null));
    const board = host === 0 ? await boards.board(funnel) : null;
    if (board) {
      publish = took;
      isWarm = live.inMemory(client.slug, board.steps[0].slug) !== null;
    }
    made.push({ slug: client.slug, clientId: client.id, funnel, board });
  }
  const first = made[0];

  live.forgetAll();
  const askAll = async () => {
    const times = [];
    for (const { slug } of made)
      for (let index = 0; index < pagesEach; index++) {
        const path = index === 0 ? 'many' : `many-page-${index}`;
        times.push(await timed(() => live.find(slug, path)));
      }
    return times;
  };
  const without = inUse();
  const cold = await askAll();
  await askAll();
  const twice = inUse() - without;
  for (let more = 0; more < 3; more++) await askAll();
  const often = inUse() - without;

  const lookups = lookupShare();
  const { steps } = first.board;
  await database.pool.query(
    `insert into page_visitors (client_id, page_id, visitor_id, day)
     select $1, $2, 'v' || n, date '2026-11-05' - (n % 60) from generate_series(1, $3::int) n`,
    [first.clientId, steps[0].pageId, visits],
  );
  await database.pool.query(
    `insert into page_days (client_id, page_id, day, source, device, views, visitors, leads, new_leads)
     select client_id, page_id, day, 'Source ' || (hashtext(visitor_id) & 31), case when hashtext(visitor_id) % 3 = 0 then 'wide' else 'phone' end,
            count(*), count(*), count(*) / 5, count(*) / 6
     from page_visitors where page_id = $1 group by 1, 2, 3, 4, 5`,
    [steps[0].pageId],
  );
  const paths = [];
  for (let turn = 0; turn < 10; turn++) paths.push(await timed(() => boards.board(first.funnel)));
  await running.stop();
  return {
    publish,
    isWarm,
    pages: cold.length,
    cold: median(cold),
    memory: { twice, often },
    lookups,
    path: median(paths),
  };
}

/** Megabytes in use once everything that can be given back is. */
function inUse() {
  globalThis.gc();
  const { heapUsed, external } = process.memoryUsage();
  return (heapUsed + external) / 1e6;
}

/** A page whose forms lead to the next step. */
function leadingOn(draft) {
  const forms = Object.entries(draft.forms).map(([id, form]) => [
    id,
    { ...form, after: { kind: 'next-step' } },
  ]);
  return { ...draft, forms: Object.fromEntries(forms) };
}

/** How long a host is looked up among 300 of clients' own, as a share of alone. */
function lookupShare() {
  const address = (count) => {
    const one = new SiteAddress({ port: 4310, sites: 'localhost', target: { name: 't', ip: '' } });
    for (let index = 0; index < count; index++)
      one.serve(`visit.client-${index}.test`, `c-${index}`);
    return one;
  };
  const rate = (one) => {
    const began = performance.now();
    for (let turn = 0; turn < 400_000; turn++) one.clientIn('visit.client-0.test:4310');
    return performance.now() - began;
  };
  const [alone, among] = [address(1), address(hosts)];
  const shares = Array.from({ length: 7 }, () => [rate(alone), rate(among)]);
  return median(shares.map(([, many]) => many)) / median(shares.map(([one]) => one));
}

/** Ms of the launch check on a page of sixty blocks, at the median. */
export function timeLaunchCheck() {
  const draft = longPage();
  const input = {
    draft,
    client: { name: 'Quayside', facts: emptyFacts(zone) },
    brand: plainBrand,
    now: Temporal.Instant.from('2026-11-05T14:12:00Z'),
    next: null,
    isLast: true,
    around: { pages: [], calendars: [], files: [], forms: [], others: [], copied: [] },
    addressTakenBy: null,
    onPhone: { firstActionTop: 300, smallWords: [], smallTargets: [] },
  };
  const times = Array.from({ length: 60 }, () => {
    const began = performance.now();
    launchCheck(input);
    return performance.now() - began;
  });
  return median(times);
}
