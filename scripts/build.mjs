import { ensureBuilt, ensurePackages } from './lib.mjs';

await ensurePackages();
await ensureBuilt();
