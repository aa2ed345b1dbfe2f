/** `npm run bench`: ratios measured in one run, each beside what it is measured against. */
import { ensureBuilt, ensurePackages, run } from './lib.mjs';

await ensurePackages();
await ensureBuilt();
process.exit(await run(process.execPath, ['--no-warnings', 'bench/bench.mjs']));
