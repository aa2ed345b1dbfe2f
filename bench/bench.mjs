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
import { startBareRoute } from './bare-route.mjs';
import { raceForSlots, timeOpenSlots } from './booking-race.mjs';
import { workOffDueSteps } from './due-steps.mjs';
import { compareIntake } from './intake.mjs';
import { layoutShift } from './layout-shift.mjs';

const rows = [];
const add = (what, value, wanted, good) =>
  rows.push({ what, value, wanted, result: good ? 'reached' : 'MISSED' });

const folder = await mkdtemp(join(tmpdir(), 'plumgate-bench-'));
const port = await freePort();
const host = `quayside.localhost:${port}`;
let server = await start();
const campaign = await makeCampaign(port);

// A published page against a bare Fastify route that answers the same bytes, turn by turn so that noise meets both.
const page = await fetchRaw('/visit', 'br');
const bare = await startBareRoute(page);
const rate = async (url, headers) =>
  (await autocannon({ url, headers, connections: 20, duration: 4 })).requests.average;
const rates = { page: [], bare: [] };
for (let turn = 0; turn < 4; turn++) {
  rates.bare.push(await rate(`http://127.0.0.1:${bare.port}/`, {}));
  rates.page.push(
    await rate(`http://127.0.0.1:${port}/visit`, {
      host,
      'accept-encoding': 'br',
      'user-agent': 'Mozilla/5.0 Chrome/156',
      cookie: 'gate_visitor=AAAAAAAAAAAAAAAAAAAAAA~Direct',
    }),
  );
}
bare.close();
const best = (list) => Math.max(...list.slice(1));
const pageShare = best(rates.page) / best(rates.bare);
add(
  'A published page, of what a bare Fastify route answers with the same bytes',
  `${percent(pageShare)} (${Math.round(best(rates.page))} of ${Math.round(best(rates.bare))} a second)`,
  'at least 70%',
  pageShare >= 0.7,
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

// Intake against the same inserts without it, on the same database.
const intake = await compareIntake(join(folder, 'intake'));
add(
  'Full intake, of the rate of a bare transaction of the same inserts',
  `${percent(intake.share)} (${Math.round(intake.full)} of ${Math.round(intake.bare)} a second)`,
  'at least 50%',
  intake.share >= 0.5,
);

// Free times, the race for them, and what falls due.
const slots = timeOpenSlots();
add('30 days of a calendar with 500 bookings', `${slots.toFixed(1)} ms`, 'under 5 ms', slots < 5);
const race = await raceForSlots(join(folder, 'race'));
add(
  '200 people race for 20 times',
  `${race.booked} bookings at ${race.times} times, ${race.said} were told so`,
  'exactly 20',
  race.booked === 20 && race.times === 20 && race.said === 20,
);
const due = await workOffDueSteps(join(folder, 'due'));
add(
  '100,000 due steps on PGlite, the process killed in the middle',
  `${Math.round(due.rate)} a second, ${due.lost} lost, ${due.doubled} doubled`,
  'at least 1,500, none, none',
  due.rate >= 1500 && due.lost === 0 && due.doubled === 0,
);

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
    child.stdout.on('data', (chunk) => chunk.toString().includes('is ready') && resolve());
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
