/** A demo on a fresh data folder, for one run of the browser tests. */
import { spawn } from 'node:child_process';
import { rmSync } from 'node:fs';

const folder = '.tmp/e2e-data';
rmSync(folder, { recursive: true, force: true });
const server = spawn(process.execPath, ['apps/server/dist/main.js'], {
  stdio: 'inherit',
  env: { ...process.env, PORT: process.argv[2], PLUMGATE_DATA: folder, PLUMGATE_DEMO: '1' },
});
for (const signal of ['SIGTERM', 'SIGINT']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 1));
