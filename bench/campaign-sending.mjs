/**
 * `node bench/campaign-sending.mjs <folder>` queues a campaign to 100,000 people and times a page while it is sent; the
 * bench imports it.
 */
import 'reflect-metadata';
import { once } from 'node:events';
import { get } from 'node:http';
import { fileURLToPath } from 'node:url';
import { noConditions } from '@plumgate/core/conditions';
import { newCampaign } from '@plumgate/core/campaigns';
import { makeDemoWorld } from '../apps/server/dist/demo/make-demo.js';
import { CampaignSending } from '../apps/server/dist/domains/campaigns/campaign-sending.js';
import { CampaignService } from '../apps/server/dist/domains/campaigns/campaign.service.js';
import { Worker } from '../apps/server/dist/platform/worker.js';
import { listen } from '../apps/server/dist/start.js';
import { assembleOn } from './program.mjs';

const here = fileURLToPath(import.meta.url);
const owner = { name: 'Bench' };

/** Gives how long queueing takes, in s; how many are sent a second; and a page's 99th percentile meanwhile, in ms. */
export async function sendCampaign(folder, people = 100_000, seconds = 20) {
  const { running, database, clock } = await assembleOn(folder);
  const { app } = running;
  await makeDemoWorld(app);
  await app.get(Worker).catchUp();
  clock.run();
  const { rows } = await database.pool.query(
    `select id from clients where slug = 'quayside-dental'`,
  );
  const clientId = rows[0].id;
  await database.pool.query(
    `insert into people (id, client_id, first_name, last_name, email, email_key, phone, source, added_at, last_seen_at)
     select gen_random_uuid(), $1, 'Person', 'Lane ' || n, 'p' || n || '@example.com', 'p' || n || '@example.com', '', 'Fair', now(), now()
     from generate_series(1, $2::int) as n`,
    [clientId, people],
  );
  await database.pool.query('vacuum analyze');
  const campaigns = app.get(CampaignService);
  const id = await campaigns.create(clientId, {
    content: {
      ...newCampaign('Spring', 'email'),
      ...{ to: noConditions, consent: 'not-unsubscribed', perMinute: 10_000 },
    },
  });
  const begun = performance.now();
  await app.get(CampaignSending).send(owner, id);
  const queued = (performance.now() - begun) / 1000;
  const port = await listen(running, 0, '127.0.0.1');
  app.get(Worker).start();
  const times = await timePage(port, seconds);
  const { counts } = await campaigns.get(id);
  app.get(Worker).finishSoon();
  await running.stop();
  times.sort((a, b) => a - b);
  return { queued, perSecond: counts.sent / seconds, page: times[Math.floor(times.length * 0.99)] };
}

/** How long a visitor waits for a page, asked over and over, in ms. */
async function timePage(port, seconds) {
  const times = [];
  const until = performance.now() + seconds * 1000;
  while (performance.now() < until) {
    const begun = performance.now();
    const [answer] = await once(
      get({
        host: '127.0.0.1',
        port,
        path: '/first-visit',
        headers: { host: `quayside-dental.localhost:${port}` },
      }),
      'response',
    );
    answer.resume();
    await once(answer, 'end');
    if (answer.statusCode !== 200) throw new Error(`The page answers ${answer.statusCode}.`);
    times.push(performance.now() - begun);
    await new Promise((done) => setTimeout(done, 10));
  }
  return times;
}

if (process.argv[1] === here) {
  const { queued, perSecond, page } = await sendCampaign(process.argv[2]);
  console.log(
    `queued in ${queued.toFixed(1)} s; ${Math.round(perSecond)} sent a second; a page's p99 meanwhile ${page.toFixed(1)} ms`,
  );
}
