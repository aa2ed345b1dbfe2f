/**
 * A demo with data of its own, for one worker of the browser tests: `node e2e/serve-demo.mjs 4391`. The data is made once
 * for each build and copied from then on, since making it takes longer than most journeys.
 */
import { spawn } from 'node:child_process';
import { cpSync, existsSync, mkdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { setTimeout } from 'node:timers/promises';

const port = process.argv[2];
const main = 'apps/server/dist/main.js';
const ready = `.tmp/demo-data-${Math.round(statSync('.tmp/built').mtimeMs)}`;
const folder = `.tmp/e2e-data-${port}`;

/** Starts the program on a folder, and gives its process. */
const start = (data, at) =>
  spawn(process.execPath, [main], {
    stdio: ['ignore', 'pipe', 'inherit'],
    env: { ...process.env, PORT: at, PLUMGATE_DATA: data, PLUMGATE_DEMO: '1' },
  });

/** Made by the first to come; the others wait until it has its name. */
async function makeReady() {
  const making = `${ready}.making`;
  // A run that was broken off leaves it half done.
  if (existsSync(making) && Date.now() - statSync(making).mtimeMs > 600_000)
    rmSync(making, { recursive: true });
  try {
    mkdirSync(making);
  } catch {
    while (!existsSync(ready)) await setTimeout(500);
    return;
  }
  const server = start(`${making}/data`, port);
  await new Promise((resolve, reject) => {
    server.stdout.on('data', (text) => String(text).includes('is ready') && resolve());
    server.on('exit', () => reject(new Error('The demo was not made.')));
  });
  server.removeAllListeners('exit');
  const ended = new Promise((resolve) => server.on('exit', resolve));
  server.kill('SIGTERM');
  await ended;
  renameSync(`${making}/data`, ready);
  rmSync(making, { recursive: true });
}

mkdirSync('.tmp', { recursive: true });
if (!existsSync(ready)) await makeReady();
rmSync(folder, { recursive: true, force: true });
cpSync(ready, folder, { recursive: true });
const server = start(folder, port);
server.stdout.pipe(process.stdout);
for (const signal of ['SIGTERM', 'SIGINT']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 1));
