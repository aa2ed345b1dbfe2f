/**
 * Speed, as ratios within one run on one machine: absolute numbers of a shared machine mean little.
 * Everything is measured on the built program and a data folder of its own.
 */
import { spawn } from 'node:child_process';
import { mkdtemp, rm } from 'node:fs/promises';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliDecompressSync } from 'node:zlib';
import autocannon from 'autocannon';
import { makeCampaign } from './campaign.mjs';
import { sendCampaign } from './campaign-sending.mjs';
import { startBareRoute } from './bare-route.mjs';
import { raceForSlots, timeOpenSlots } from './booking-race.mjs';
import { workOffDueSteps } from './due-steps.mjs';
import { timeDryRun, timeStaffSlots } from './plans.mjs';
import { median } from './browser.mjs';
import { timeComposer } from './composer.mjs';
import { timeEditor } from './editor.mjs';
import { compareIntake } from './intake.mjs';
import { largestPaint } from './largest-paint.mjs';
import { layoutShift } from './layout-shift.mjs';
import { importPeople } from './people-import.mjs';
import { askForPeople } from './people-lists.mjs';
import { measureListings } from './listings.mjs';
import { manyPages, timeLaunchCheck } from './many-pages.mjs';
import { sendAtOnce } from './senders.mjs';
import { comparePageUnderTest } from './split-test.mjs';
import { countVisits, readTenMillion } from './visits.mjs';
import { ensurePostgres, startPostgres } from '../scripts/postgres.mjs';
import { keepResizing, takePhotos } from './resizing.mjs';
import { costOfRules, timeEvents, timeOverview } from './team.mjs';

const rows = [];
const add = (what, value, wanted, good) =>
  rows.push({ what, value, wanted, result: good ? 'reached' : 'MISSED' });

const ms = (time) => `${time.toFixed(1)} ms`;

const folder = await mkdtemp(join(tmpdir(), 'plumgate-bench-'));
const port = await freePort();
const host = `quayside.localhost:${port}`;

/** On whichever database `DATABASE_URL` names. */
async function addDueSteps(database, least) {
  const { rate, lost, doubled } = await workOffDueSteps(join(folder, `due-${database}`));
  add(
    `100,000 due steps on ${database}, the process killed in the middle`,
    `${Math.round(rate)} a second, ${lost} lost, ${doubled} doubled`,
    `at least ${least.toLocaleString('en-US')}, none, none`,
    rate >= least && lost === 0 && doubled === 0,
  );
}

/** Senders at once on whichever database `DATABASE_URL` names: at least so many a second, or none waiting longer than so many ms. */
async function addSenders(database, senders, { rate: least = 0, p99: most = Infinity }) {
  const at = join(folder, `senders-${database}-${senders}`);
  const { rate, p99, lost, doubled } = await sendAtOnce(at, { senders, count: 2000 });
  add(
    `Leads from ${senders} senders at once on ${database}`,
    `${Math.round(rate)} a second, p99 ${Math.round(p99)} ms, ${lost} lost, ${doubled} doubled`,
    least > 0 ? `at least ${least} a second` : `p99 under ${most} ms, none lost or doubled`,
    rate >= least && p99 < most && lost === 0 && doubled === 0,
  );
}

let server = await start();
const campaign = await makeCampaign(port, server.code);

// A published page against a bare Fastify route that answers the same bytes, turn by turn so that noise meets both.
const page = await fetchRaw('/visit', 'br');
const bare = await startBareRoute(page);
const rate = async (url, headers) =>
  (await autocannon({ url, headers, connections: 20, duration: 4 })).requests.average;
const compared = async (turns) => {
  const rates = { page: [], bare: [] };
  for (let turn = 0; turn < turns; turn++) {
    rates.bare.push(await rate(`http://127.0.0.1:${bare.port}/`, {}));
    rates.page.push(
      await rate(`http://127.0.0.1:${port}/visit`, {
        host,
        'accept-encoding': 'br',
        'user-agent': 'Mozilla/5.0 Chrome/156',
        cookie: 'gate_visitor=AAAAAAAAAAAAAAAAAAAAAA~~',
      }),
    );
  }
  return rates;
};
/** The median over the turns after the first, each turn's page against the bare route just before it. */
const shareOf = ({ page, bare }) => median(page.map((each, turn) => each / bare[turn]).slice(1));
const inTurns = (rates) =>
  `${percent(shareOf(rates))} (about ${Math.round(median(rates.page))} of ${Math.round(median(rates.bare))} a second)`;
const rates = await compared(6);
const pageShare = shareOf(rates);
add(
  'A published page, of what a bare Fastify route answers with the same bytes',
  inTurns(rates),
  'at least 80%',
  pageShare >= 0.8,
);

// The same while pictures are being made smaller; the bare route shares the processor with that work too.
const photos = await takePhotos(8);
const resizing = keepResizing(
  campaign.call,
  campaign.clientId,
  (path) => fetchRaw(path, 'br'),
  photos,
);
const busy = await compared(5);
const made = await resizing.stop();
bare.close();
const busyShare = shareOf(busy);
add(
  `the same while pictures are being resized (${made} were)`,
  inTurns(busy),
  'at least 70%',
  busyShare >= 0.7 && made > 0,
);

// The same page with a split test of four variations on it, and without.
const { plain, tested } = await comparePageUnderTest({
  ...{ port, host, slug: 'visit', pageId: campaign.firstPage, call: campaign.call },
});
const testedShare = median(tested.map((each, turn) => each / plain[turn]).slice(1));
add(
  'A page under a test of four variations, of its rate without one',
  `${percent(testedShare)} (about ${Math.round(median(tested))} of ${Math.round(median(plain))} a second)`,
  'at least 90%',
  testedShare >= 0.9,
);

const visits = await countVisits(join(folder, 'visits'));
add(
  'Visits asked at 2,000 a second for a minute',
  `${Math.round(visits.rate)} a second, p99 ${visits.p99} ms, ${Math.max(0, visits.lost)} lost`,
  'at least 1,950, p99 50 ms, none',
  visits.rate >= 1950 && visits.p99 <= 50 && visits.lost <= 0,
);
const reports = await readTenMillion(join(folder, 'ten-million'));
add(
  'Any report of 90 days from ten million visits',
  `p95 ${ms(reports.p95)}`,
  'at most 300 ms',
  reports.p95 <= 300,
);

const homes = await measureListings(join(folder, 'listings'));
add(
  'A report of an area over 100,000 listings',
  ms(homes.report),
  'at most 300 ms',
  homes.report <= 300,
);
add('A home from its record to its live page', ms(homes.page), 'at most 1 s', homes.page <= 1000);

// A rich page of twelve bands, from a template.
const rich = await fetchRaw(`/${campaign.rich.slug}`, 'br');
const richHtml = brotliDecompressSync(rich.body).toString();
const richScript = await fetchRaw(/src="(\/~\/visitor[^"]+)"/.exec(richHtml)[1], 'br');
const richKilobytes = (rich.body.length + richScript.body.length) / 1024;
add(
  'HTML, CSS and script of a rich page of 12 bands, compressed',
  `${richKilobytes.toFixed(1)} KB, script ${(richScript.body.length / 1024).toFixed(1)} KB`,
  'at most 30 KB, 6 KB',
  richKilobytes <= 30 && richScript.body.length <= 6 * 1024,
);
const richAddress = `http://${host}/${campaign.rich.slug}`;
const richShift = await layoutShift(richAddress);
add('its layout shift on a phone', String(richShift), '0', richShift === 0);
const painted = await largestPaint(richAddress);
add(
  'its largest paint at 1.6 Mbit/s, 150 ms, a quarter of the processor',
  `${(painted / 1000).toFixed(2)} s`,
  'under 1.8 s',
  painted < 1800,
);

// The editor on sixty blocks.
const editor = await timeEditor(
  `http://localhost:${port}/quayside/pages/${campaign.long.pageId}`,
  campaign.cookie,
);
add(
  'The editor opens a page of 60 blocks',
  `${(editor.opened / 1000).toFixed(2)} s`,
  'under 1.5 s',
  editor.opened < 1500,
);
add(
  'main-thread work for a typed letter, median',
  `${editor.letter.toFixed(1)} ms (${editor.letterByClock.toFixed(1)} by the clock)`,
  'under 16 ms',
  editor.letter < 16,
);
const composed = await timeComposer(
  `http://localhost:${port}`,
  campaign.cookie,
  campaign.call,
  campaign.clientId,
);
add(
  'A typed letter in a mail of 40 blocks, main-thread work, median',
  `${composed.work.toFixed(1)} ms (${composed.byClock.toFixed(1)} by the clock)`,
  'under 16 ms',
  composed.work < 16,
);
add(
  'between frames while a block is dragged, median',
  `${editor.frame.toFixed(1)} ms`,
  'at most 17 ms',
  editor.frame <= 17,
);

add(
  'between frames while a slider for space is moved, median',
  `${editor.sliderFrame.toFixed(1)} ms`,
  'at most 17 ms',
  editor.sliderFrame <= 17,
);

// What a visitor's browser loads, compressed, without pictures and fonts.
const scriptPath = /src="(\/~\/visitor[^"]+)"/.exec(brotliDecompressSync(page.body).toString())[1];
const script = await fetchRaw(scriptPath, 'br');
const kilobytes = (page.body.length + script.body.length) / 1024;
add(
  'HTML, CSS and script of the demo page, compressed',
  `${kilobytes.toFixed(1)} KB`,
  'at most 20 KB',
  kilobytes <= 20,
);
add(
  'its script alone',
  `${(script.body.length / 1024).toFixed(1)} KB`,
  'at most 4 KB',
  script.body.length <= 4096,
);
const shift = await layoutShift(`http://${host}/visit`);
add('layout shift of the page on a phone', String(shift), '0', shift === 0);

server.kill('SIGTERM');
await server.ended;

// Rules, all clients and open screens.
const rules = await costOfRules(join(folder, 'rules'));
add('30 rules of 6 conditions, added to a lead', ms(rules), 'under 5 ms', rules < 5);
const overview = await timeOverview(join(folder, 'overview'));
add('All clients, 300 of them', ms(overview), 'under 300 ms', overview < 300);
const heard = await timeEvents(join(folder, 'events'));
add('A lead, until ten open screens have heard of it', ms(heard), 'under 1000 ms', heard < 1000);
const sending = await sendCampaign(join(folder, 'sending'));
add(
  'A campaign to 100,000, until it is queued',
  `${sending.queued.toFixed(1)} s, then ${Math.round(sending.perSecond)} sent a second`,
  'under 20 s',
  sending.queued < 20,
);
add('A page meanwhile, 99 of 100 visitors', ms(sending.page), 'under 50 ms', sending.page < 50);

// Intake against the same inserts without it, on the same database.
const intake = await compareIntake(join(folder, 'intake'));
add(
  'Full intake, of the rate of the fastest bare form of the same inserts',
  `${percent(intake.share)} (${Math.round(intake.full)} of ${Math.round(intake.bare)} a second)`,
  'at least 60%',
  intake.share >= 0.6,
);

add(
  'the same as a rate, one sender on PGlite',
  `${Math.round(intake.full)} a second`,
  'at least 150',
  intake.full >= 150,
);
await addSenders('PGlite', 200, { p99: 1000 });

// Many pages, many hosts, many visits.
const many = await manyPages(join(folder, 'many'));
add(
  'Publishing a funnel of 5 pages',
  `${Math.round(many.publish)} ms`,
  'under 1 s',
  many.publish < 1000,
);
add(
  'the first visitor after it',
  many.isWarm ? 'is served from memory' : 'waits for the page to be made',
  'from memory',
  many.isWarm,
);
add(
  `A cold page, of ${many.pages} on 300 hosts, median`,
  `${many.cold.toFixed(1)} ms`,
  'under 20 ms',
  many.cold < 20,
);
const { twice, often } = many.memory;
add(
  `Memory of ${many.pages} pages of which 2,000 are kept, asked twice and five times`,
  `${Math.round(twice)} MB, ${Math.round(often)} MB`,
  'no more the fifth time (at most 1.1 times)',
  often < twice * 1.1,
);
add(
  'Looking a host up among 300, of the time alone',
  `${many.lookups.toFixed(2)} times`,
  'at most 1.5 times',
  many.lookups <= 1.5,
);
add(
  'The Path of a funnel with 1,000,000 visits',
  `${Math.round(many.path)} ms`,
  'under 300 ms',
  many.path < 300,
);
const checked = timeLaunchCheck();
add(
  'The launch check of a page of 60 blocks',
  `${checked.toFixed(1)} ms`,
  'under 50 ms',
  checked < 50,
);

// Free times, the race for them, and what falls due.
const slots = timeOpenSlots();
add('30 days of a calendar with 500 bookings', `${slots.toFixed(1)} ms`, 'under 5 ms', slots < 5);
const ofStaff = timeStaffSlots();
add(
  '60 days of a calendar of 20 people with 5,000 bookings',
  ms(ofStaff),
  'under 20 ms',
  ofStaff < 20,
);
const planned = timeDryRun();
add('The plan of a sequence of 50 steps with lanes', ms(planned), 'under 5 ms', planned < 5);
const race = await raceForSlots(join(folder, 'race'));
add(
  '200 people race for 20 times',
  `${race.booked} bookings at ${race.times} times, ${race.said} were told so`,
  'exactly 20',
  race.booked === 20 && race.times === 20 && race.said === 20,
);
await addDueSteps('PGlite', 2000);
const brought = await importPeople(join(folder, 'import'));
add(
  '200,000 people imported on PGlite, and 100,000 of them tagged',
  `${Math.round(brought.importing)} s and ${Math.round(brought.tagging)} s, ${Math.round(brought.memory)} MB`,
  'within 180 s and 30 s, under 1,500 MB',
  brought.importing <= 180 && brought.tagging <= 30 && brought.memory < 1500,
);
const asked = await askForPeople(join(folder, 'people'));
add(
  '200 sentences about 1,000,000 people on PGlite: first page with its number, next page, search (p95)',
  `${Math.round(asked.first)}, ${Math.round(asked.next)} and ${Math.round(asked.search)} ms`,
  'within 150, 50 and 100 ms',
  asked.first <= 150 && asked.next <= 50 && asked.search <= 100,
);
await ensurePostgres();
const cluster = startPostgres();
process.env.DATABASE_URL = cluster.url();
await addDueSteps('PostgreSQL', 3500);
for (const [senders, wanted] of [
  [16, { rate: 500 }],
  [200, { p99: 1000 }],
]) {
  process.env.DATABASE_URL = cluster.create(`senders_${senders}`);
  await addSenders('PostgreSQL', senders, wanted);
}
delete process.env.DATABASE_URL;
cluster.remove();

// Starting on existing data, by the command people use.
const begun = performance.now();
server = await start(['scripts/start.mjs']);
const seconds = (performance.now() - begun) / 1000;
add(
  '`npm start` on existing data answers',
  `after ${seconds.toFixed(1)} s`,
  'within 5 s',
  seconds <= 5,
);
server.kill('SIGTERM');
await server.ended;
await rm(folder, { recursive: true, force: true });

console.table(rows);
console.log(`One run on this machine; campaign ${campaign.clientId.slice(0, 8)}.`);

function percent(share) {
  return `${Math.round(share * 100)}%`;
}

async function start(command = ['apps/server/dist/main.js']) {
  const child = spawn(process.execPath, command, {
    env: {
      ...process.env,
      PORT: String(port),
      PLUMGATE_DATA: join(folder, 'data'),
      LOG_LEVEL: 'error',
    },
  });
  child.ended = new Promise((resolve) => child.on('exit', resolve));
  child.stderr.pipe(process.stderr);
  await new Promise((resolve, reject) => {
    let said = '';
    child.stdout.on('data', (chunk) => {
      said += chunk;
      child.code = /Set-up code: (\S+)/.exec(said)?.[1];
      if (said.includes('is ready')) resolve();
    });
    child.on('exit', () => reject(new Error('The server ended.')));
  });
  return child;
}

async function fetchRaw(path, encoding) {
  const { request } = await import('node:http');
  return new Promise((resolve, reject) => {
    request(
      { host: '127.0.0.1', port, path, headers: { host, 'accept-encoding': encoding } },
      (answer) => {
        const chunks = [];
        answer.on('data', (chunk) => chunks.push(chunk));
        answer.on('end', () => resolve({ body: Buffer.concat(chunks), headers: answer.headers }));
      },
    )
      .on('error', reject)
      .end();
  });
}

function freePort() {
  return new Promise((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address();
      probe.close(() => resolve(port));
    });
  });
}
