/** `npm run faults`: kills, cuts and full disks, with counts of what was answered, stored, sent, doubled and lost. */
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuilt, ensureChromium, ensurePackages, root, runTool } from './lib.mjs';
import { ensurePostgres } from './postgres.mjs';

const figuresFile = join(root, '.tmp', 'faults.jsonl');
await ensurePackages();
await ensureChromium();
await ensurePostgres();
await ensureBuilt();
rmSync(figuresFile, { force: true });
const code = await runTool('playwright', ['test', '--config', 'e2e/faults.config.ts'], {
  env: { ...process.env, FAULT_ROUNDS: process.env.FAULT_ROUNDS ?? '19' },
});
if (existsSync(figuresFile))
  console.table(
    readFileSync(figuresFile, 'utf8')
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line)),
  );
process.exit(code);
