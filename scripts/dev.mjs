/** Watches and rebuilds while one works: the server on 4310, the web app with hot reload on 5173. */
import { ensureBuilt, ensurePackages, root, runTool } from './lib.mjs';
import { spawn } from 'node:child_process';
import { join } from 'node:path';

await ensurePackages();
await ensureBuilt();
void runTool('tsc', ['-b', '--watch', '--preserveWatchOutput', 'apps/server']);
void runTool('vite', [], { cwd: join(root, 'apps/web') });
spawn(process.execPath, ['--watch', 'apps/server/dist/main.js'], {
  cwd: root,
  stdio: 'inherit',
  env: { PLUMGATE_DATA: 'data/demo', PLUMGATE_DEMO: '1', ...process.env },
});
