/**
 * `node bench/people-lists.mjs <folder>` seeds a client with a million people, unless the folder has them, and asks it 200
 * sentences; the bench imports it.
 */
import 'reflect-metadata';
import { fileURLToPath } from 'node:url';
import { makeDemoWorld } from '../apps/server/dist/demo/make-demo.js';
import { PeopleIndex } from '../apps/server/dist/domains/people/people-index.service.js';
import { PeopleList } from '../apps/server/dist/domains/people/people-list.service.js';
import { Worker } from '../apps/server/dist/platform/worker.js';
import { assembleOn } from './program.mjs';

const here = fileURLToPath(import.meta.url);
const sentences = 200;
const firstSort = { by: 'added', reversed: false };

/** Gives what 95 of 100 sentences stay under: the first page with its count, the next page, and a search; in ms. */
export async function askForPeople(folder, people = 1_000_000) {
  const { running, database } = await assembleOn(folder);
  await running.app.get(Worker).stop();
  const client = await seed(running, database, people);
  await running.app.get(PeopleIndex).catchUp(client.id);
  const list = running.app.get(PeopleList);
  const ask = (conditions, after) =>
    list.query(client.id, { conditions, sort: firstSort, limit: 50, after });
  const first = [];
  const next = [];
  const search = [];
  const slowest = [];
  for (const conditions of sentencesOf(client)) {
    const [took, page] = await timed(() => ask(conditions));
    first.push(took);
    slowest.push({ took, total: page.total, terms: conditions.terms });
    if (page.next) next.push((await timed(() => ask(conditions, page.next)))[0]);
  }
  for (const contains of ['person 12', 'lane 77', 'p99', 'roof', 'nobody at all', '0117'])
    search.push(
      (await timed(() => ask({ match: 'all', terms: [{ about: 'contact', contains }] })))[0],
    );
  const memory = process.memoryUsage().rss / 2 ** 20;
  await running.stop();
  slowest.sort((a, b) => b.took - a.took);
  return { ...{ first: p95(first), next: p95(next), search: p95(search) }, memory, slowest };
}

async function timed(work) {
  const begun = performance.now();
  const answer = await work();
  return [performance.now() - begun, answer];
}

const p95 = (times) => times.toSorted((a, b) => a - b)[Math.floor(times.length * 0.95)];

const tags = ['roof', 'storm', 'gutters', 'siding', 'referred', 'warranty', 'rare'];
const sources = ['Search ads', 'Social ads', 'Email', 'Direct', 'Search', 'QR code'];

async function seed({ app }, { pool }, people) {
  const found = await pool.query(`select id from clients where slug = 'quayside-dental'`);
  if (found.rows.length === 0) await makeDemoWorld(app);
  const { rows } = await pool.query(
    `select c.id,
       (select id from forms where client_id = c.id order by id limit 1) as form,
       (select array_agg(id) from pages where client_id = c.id) as pages,
       (select array_agg(id) from funnels where client_id = c.id) as funnels,
       (select array_agg(id) from sequences where client_id = c.id) as sequences,
       (select array_agg(id) from calendars where client_id = c.id) as calendars,
       (select array_agg(id) from users) as users
     from clients as c where slug = 'quayside-dental'`,
  );
  const client = rows[0];
  const counted = await pool.query(
    'select count(*)::int as count from people where client_id = $1',
    [client.id],
  );
  if (counted.rows[0].count >= people) return client;
  const fill = (text, values) => pool.query(text, values);
  const portion = 50_000;
  for (let from = 1; from <= people; from += portion) {
    await fill(
      `insert into people (id, client_id, first_name, last_name, email, email_key, phone, phone_key, source, last_source, assignee_id, submission_count, added_at, last_seen_at, touched_at, fields, town)
       select gen_random_uuid(), $1, 'Person', 'Lane ' || n, 'p' || n || '@example.com', 'p' || n || '@example.com',
         '(207) 555-' || lpad((n % 10000)::text, 4, '0'), null, ($2::text[])[1 + n * 7 % 6], ($2::text[])[1 + n * 11 % 6],
         ($3::uuid[])[1 + n % array_length($3::uuid[], 1)], 1 + n % 3,
         '2026-11-05T14:12:00Z'::timestamptz - n * interval '63 seconds', '2026-11-05T14:12:00Z'::timestamptz - n * interval '31 seconds',
         case when n % 5 > 0 then '2026-11-05T14:12:00Z'::timestamptz end,
         jsonb_build_object('roof_age', n % 60), ($4::text[])[1 + n % 4]
       from generate_series($5::int, $6::int) as n`,
      [
        ...[client.id, sources, client.users],
        ...[['Port Alder', 'Gull Harbor', 'Saltmarsh', ''], from, from + portion - 1],
      ],
    );
    console.error(`${from + portion - 1} people`);
  }
  const all = `(select id, row_number() over (order by added_at desc) as n from people where client_id = $1 and first_name = 'Person') as p`;
  await fill(
    `insert into person_tags (person_id, client_id, tag)
     select p.id, $1, t.tag from ${all} cross join unnest($2::text[], array[3, 7, 11, 20, 50, 400, 20000]) as t(tag, every) where p.n % t.every = 0`,
    [client.id, tags],
  );
  console.error('tags');
  await fill(
    `insert into submissions (id, client_id, person_id, form_id, page_id, funnel_id, revision_id, answers, source, rules_matched, once, received_at)
     select gen_random_uuid(), $1, p.id, $2, ($3::uuid[])[1 + p.n % array_length($3::uuid[], 1)], ($4::uuid[])[1 + p.n % array_length($4::uuid[], 1)], gen_random_uuid(),
       jsonb_build_object('work', ($5::text[])[1 + p.n % 3]), 'Direct', '[]', 'bench ' || p.n, '2026-11-05T14:12:00Z'::timestamptz - p.n * interval '63 seconds' from ${all}`,
    [client.id, client.form, client.pages, client.funnels, ['Leak', 'Storm damage', 'Other']],
  );
  console.error('submissions');
  await fill(
    `insert into bookings (id, client_id, calendar_id, person_id, starts_at, ends_at, held_until, alone, state, made_at)
     select gen_random_uuid(), $1, $2, p.id, '2026-11-05T14:12:00Z'::timestamptz - (p.n - 2000) * interval '63 seconds', '2026-11-05T14:12:30Z'::timestamptz - (p.n - 2000) * interval '63 seconds',
       '2026-11-05T14:12:30Z'::timestamptz - (p.n - 2000) * interval '63 seconds', false, (array['booked', 'came', 'missed', 'cancelled'])[1 + p.n % 4], now() from ${all} where p.n % 3 = 1`,
    [client.id, client.calendars[0]],
  );
  await fill(
    `insert into sequence_runs (id, client_id, sequence_id, person_id, joined_at, state)
     select gen_random_uuid(), $1, $2, p.id, now(), (array['running', 'finished', 'ended'])[1 + p.n % 3] from ${all} where p.n % 5 = 2`,
    [client.id, client.sequences[0]],
  );
  await fill(
    `insert into timeline (person_id, client_id, at, fact)
     select p.id, $1, now(), jsonb_build_object('kind', (array['sent', 'texted', 'replied'])[1 + p.n % 3]) from ${all} where p.n % 2 = 0`,
    [client.id],
  );
  console.error('all else');
  await fill('vacuum analyze');
  return client;
}

/** 200 sentences of one to three terms, the same ones each time. */
function sentencesOf(client) {
  let state = 17;
  // A linear congruential generator (Numerical Recipes): the same numbers everywhere.
  const random = (below) => {
    state = (state * 1664525 + 1013904223) % 2 ** 32;
    return Math.floor((state / 2 ** 32) * below);
  };
  const one = (list) => list[random(list.length)];
  const days = (op) => ({ op, amount: one([1, 7, 30, 90]), unit: 'days' });
  const kinds = [
    () => ({ about: 'tag', is: one(tags) }),
    () => ({ about: 'source', is: one(sources) }),
    () => ({ about: 'source', is: one(sources), first: true }),
    () => ({ about: 'form', is: client.form }),
    () => ({ about: 'page', is: one(client.pages) }),
    () => ({ about: 'funnel', is: one(client.funnels) }),
    () => ({
      about: 'answer',
      form: client.form,
      question: 'work',
      test: { op: 'is', value: one(['Leak', 'Other', 'Nothing']) },
    }),
    () => ({
      about: 'field',
      field: 'roof_age',
      test: { op: 'is-more-than', value: one([10, 40, 58]) },
    }),
    () => ({ about: 'town', is: one(['Port Alder', 'Gull Harbor', 'Elsewhere']) }),
    () => ({ about: 'assignee', is: one([...client.users, null]) }),
    () => ({
      about: 'booking',
      is: one(['booked', 'ahead', 'came', 'missed', 'cancelled']),
      calendar: null,
    }),
    () => ({ about: 'sequence', is: one(client.sequences), state: one(['in', 'through', 'ever']) }),
    () => ({ about: 'message', is: one(['got-email', 'got-text', 'answered']) }),
    () => ({ about: 'added', test: days(one(['in-last', 'longer-ago'])) }),
    () => ({ about: 'seen', test: days(one(['in-last', 'longer-ago'])) }),
    () => ({ about: 'waiting' }),
    () => ({ about: 'known' }),
  ];
  return Array.from({ length: sentences }, () => ({
    match: one(['all', 'all', 'all', 'any']),
    terms: Array.from({ length: 1 + random(3) }, () => ({
      ...one(kinds)(),
      ...(random(4) === 0 && { not: true }),
    })),
  }));
}

if (process.argv[1] === here) {
  const { slowest, ...seen } = await askForPeople(process.argv[2], Number(process.argv[3] ?? 1e6));
  console.log(seen);
  for (const { took, total, terms } of slowest.slice(0, 25))
    console.log(Math.round(took), total, JSON.stringify(terms));
  process.exit(0);
}
