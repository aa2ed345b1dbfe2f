import 'reflect-metadata';
import { once } from 'node:events';
import { get } from 'node:http';
import { AccountService } from '../apps/server/dist/domains/accounts/account.service.js';
import { SessionService } from '../apps/server/dist/domains/accounts/session.service.js';
import { HeldService } from '../apps/server/dist/domains/intake/held.service.js';
import { LivePages } from '../apps/server/dist/domains/live-pages/live-pages.js';
import { RuleService } from '../apps/server/dist/domains/routing/rule.service.js';
import { OverviewService } from '../apps/server/dist/domains/today/overview.service.js';
import { makeDemoWorld } from '../apps/server/dist/demo/make-demo.js';
import { Worker } from '../apps/server/dist/platform/worker.js';
import { listen } from '../apps/server/dist/start.js';
import { assembleOn, incomingOn, someAddress } from './program.mjs';

const leads = 100;
const median = (some) => some.toSorted((a, b) => a - b)[Math.floor(some.length / 2)];

/** What 30 rules of 6 conditions each add to a lead's intake, in ms: the median of the pairs, by turns with and without them. */
export async function costOfRules(folder) {
  const { running, database } = await assembleOn(folder);
  await makeDemoWorld(running.app);
  running.app.get(Worker).wake = () => {};
  const page = await running.app.get(LivePages).find('quayside-dental', 'first-visit');
  const { rows } = await database.pool.query(
    `select r.client_id as id, f.id as form from routing_rules as r join forms as f on f.client_id = r.client_id
     where r.client_id = $1 limit 1`,
    [page.clientId],
  );
  const terms = [
    { about: 'source', is: 'Direct' },
    { about: 'form', is: rows[0].form, not: true },
    { about: 'tag', is: 'never', not: true },
    { about: 'waiting' },
    { about: 'known', not: true },
    { about: 'town', is: 'Nowhere', not: true },
  ];
  const ids = [];
  for (let n = 0; n < 30; n++)
    ids.push(
      await running.app.get(RuleService).add(rows[0].id, {
        name: `Rule ${n}`,
        conditions: { match: 'all', terms },
        actions: [{ kind: 'tag', tag: `tag-${n}` }],
      }),
    );
  const receive = () =>
    running.app.get(HeldService).receiveFrom(
      someAddress(),
      incomingOn(page, {
        name: 'Lead',
        email: `${crypto.randomUUID()}@example.com`,
        phone: '(207) 555-0117',
        worry: 'Needles',
      }),
    );
  const timed = async () => {
    const begun = performance.now();
    for (let n = 0; n < leads; n++) await receive();
    return (performance.now() - begun) / leads;
  };
  const turn = (on) =>
    database.pool.query(`update routing_rules set "on" = $1 where id = any($2::uuid[])`, [on, ids]);
  await timed();
  const added = [];
  for (let round = 0; round < 5; round++) {
    await turn(false);
    const without = await timed();
    await turn(true);
    added.push((await timed()) - without);
  }
  await running.stop();
  return median(added);
}

/** All clients with 300 of them, 60 days of counts each, a lead in every fifth row: the median of five looks, in ms. */
export async function timeOverview(folder) {
  const { running, database } = await assembleOn(folder);
  await makeDemoWorld(running.app);
  await database.pool.query(`
    insert into clients (id, name, slug, facts, brand, created_at)
      select gen_random_uuid(), 'Client ' || n, 'client-' || n, facts, brand, now()
      from generate_series(1, 295) as n, (select facts, brand from clients limit 1) as c;
    insert into funnels (id, client_id, name, created_at)
      select gen_random_uuid(), id, 'Funnel', now() from clients where slug like 'client-%';
    insert into pages (id, client_id, funnel_id, position, name, slug, draft)
      select gen_random_uuid(), f.client_id, f.id, step, 'Step ' || step, 'step-' || step, p.draft
      from funnels as f join clients as c on c.id = f.client_id, generate_series(0, 2) as step,
        (select draft from pages limit 1) as p
      where c.slug like 'client-%';
    insert into page_days (client_id, page_id, day, source, device, views, visitors, leads, new_leads, converted)
      select p.client_id, p.id, date '2026-11-05' - day, source, device, 9, 7, lead, lead, lead
      from pages as p, generate_series(0, 59) as day, unnest(array['Direct', 'Search ads', 'Email']) as source,
        unnest(array['phone', 'wide']) as device,
        lateral (select (day % 5 = 0)::int as lead) as l
      where p.slug like 'step-%';
    insert into people (id, client_id, first_name, last_name, email, phone, source, added_at, last_seen_at, waiting_since, promised_by)
      select gen_random_uuid(), id, 'A', 'B', '', '', 'Direct', timestamptz '2026-11-05', timestamptz '2026-11-05',
        timestamptz '2026-11-05', timestamptz '2026-11-05'
      from clients, generate_series(1, 20);
    analyze;`);
  const overview = running.app.get(OverviewService);
  const times = [];
  for (let look = 0; look < 6; look++) {
    const begun = performance.now();
    const all = await overview.get({ clientIds: null }, 30);
    times.push(performance.now() - begun);
    if (all.length < 300) throw new Error(`Only ${all.length} clients.`);
  }
  await running.stop();
  return median(times.slice(1));
}

/** Ten open screens and a lead: after how many ms the last of them has heard of it, the slowest of five leads. */
export async function timeEvents(folder) {
  const { running } = await assembleOn(folder);
  await makeDemoWorld(running.app);
  const port = await listen(running, 0, '127.0.0.1');
  const user = await running.app.get(AccountService).addUser({
    ...{ name: 'Bench', email: 'bench@example.com', password: 'a long password' },
    ...{ role: 'marketer', clientIds: null },
  });
  const sessions = running.app.get(SessionService);
  const cookie = `${sessions.cookie.name}=${await sessions.open(user, { browser: '', address: '' })}`;
  const heard = [];
  const streams = await Promise.all(
    Array.from({ length: 10 }, async () => {
      const request = get({
        ...{ host: '127.0.0.1', port, path: '/api/events' },
        headers: { host: `localhost:${port}`, cookie },
      });
      const [answer] = await once(request, 'response');
      answer.on('data', (piece) => {
        if (piece.includes('"lead"')) heard.push(performance.now());
      });
      answer.on('error', () => {});
      return request;
    }),
  );
  const page = await running.app.get(LivePages).find('quayside-dental', 'first-visit');
  let slowest = 0;
  for (let lead = 0; lead < 5; lead++) {
    heard.length = 0;
    const begun = performance.now();
    await running.app.get(HeldService).receiveFrom(
      someAddress(),
      incomingOn(page, {
        name: 'Lead',
        email: `${crypto.randomUUID()}@example.com`,
        phone: '(207) 555-0117',
        worry: 'Needles',
      }),
    );
    while (heard.length < 10) await new Promise((resolve) => setTimeout(resolve, 1));
    slowest = Math.max(slowest, Math.max(...heard) - begun);
  }
  for (const stream of streams) stream.destroy();
  await running.stop();
  return slowest;
}
