/** `npm start`, and with `--demo` `npm run demo`: installs and builds what is missing, then runs the server. */
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ensureBuilt, ensurePackages, root } from './lib.mjs';

const demo = process.argv.includes('--demo');
await ensurePackages();
await ensureBuilt();

const server = spawn(
  process.execPath,
  ['--enable-source-maps', join(root, 'apps/server/dist/main.js')],
  {
    cwd: root,
    stdio: 'inherit',
    env: {
      PLUMGATE_DATA: demo ? 'data/demo' : 'data/main',
      ...process.env,
      ...(demo && { PLUMGATE_DEMO: '1' }),
    },
  },
);
for (const signal of ['SIGTERM', 'SIGINT']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 1));
