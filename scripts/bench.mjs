/** `npm run bench`: ratios measured in one run, each beside what it is measured against. */
import { ensureBuilt, ensurePackages, run } from './lib.mjs';

await ensurePackages();
await ensureBuilt();
// As the program itself runs; after the packages, since npm would leave the tools out.
process.env.NODE_ENV ??= 'production';
process.exit(await run(process.execPath, ['--no-warnings', '--expose-gc', 'bench/bench.mjs']));
