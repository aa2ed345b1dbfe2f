/**
 * `npm test` runs every kind of test on a machine that has nothing but Node; `npm test -- unit` or `npm run test:unit`
 * runs one. The last line counts them all.
 */
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import {
  buildVisitorScript,
  ensureBuilt,
  ensureChromium,
  ensurePackages,
  root,
  runTool,
} from './lib.mjs';
import { ensurePostgres, startPostgres } from './postgres.mjs';

const results = join(root, '.tmp', 'results');
const file = (name) => join(results, `${name}.json`);
const read = (name) => {
  try {
    return JSON.parse(readFileSync(file(name), 'utf8'));
  } catch {
    return null;
  }
};

/** A check that is one test by itself: it passes or it fails. */
const whole = (code) => (code === 0 ? { passed: 1, failed: 0 } : { passed: 0, failed: 1 });

async function jest(name, projects, environment = {}) {
  const code = await runTool(
    'jest',
    ['--selectProjects', ...projects, '--json', `--outputFile=${file(name)}`],
    {
      env: { ...process.env, NODE_OPTIONS: '--no-warnings', ...environment },
    },
  );
  const counted = read(name);
  if (!counted) return { passed: 0, failed: 1 };
  // A file that does not load fails without a test of its own.
  const failed = counted.numFailedTests + counted.numRuntimeErrorTestSuites;
  return { passed: counted.numPassedTests, failed: failed || (code === 0 ? 0 : 1) };
}

const kinds = {
  lint: async () => {
    const lint = runTool('eslint', [
      ...['--cache', '--cache-location', '.tmp/eslint'],
      ...['--max-warnings', '0', '.'],
    ]);
    // Beside the linter, which takes by far the longest and one core.
    const format = await runTool('prettier', ['--check', '--log-level', 'warn', '.']);
    const layers = await runTool('depcruise', [
      ...['--config', '.dependency-cruiser.mjs', '--output-type', 'err'],
      ...['apps/server/src', 'apps/web/src', 'packages/core/src'],
    ]);
    return whole((await lint) + format + layers);
  },
  types: async () => whole(await runTool('tsc', ['-b'])),
  unit: () =>
    jest('unit', [
      ...['core-together', 'contract', 'email-kit', 'page-kit', 'web', 'screens-together'],
    ]),
  server: async () => {
    await buildVisitorScript();
    return jest('server', ['server-together']);
  },
  // The same tests on a PostgreSQL cluster of their own: what holds on one database holds on the other.
  postgres: async () => {
    await buildVisitorScript();
    await ensurePostgres();
    const cluster = startPostgres();
    try {
      return await jest('postgres', ['server-together'], { TEST_DATABASE_URL: cluster.url() });
    } finally {
      cluster.remove();
    }
  },
  browser: async () => {
    await ensureChromium();
    await ensurePostgres();
    await ensureBuilt();
    const code = await runTool('playwright', ['test', '--config', 'e2e/playwright.config.ts'], {
      env: { ...process.env, PLAYWRIGHT_JSON_OUTPUT_FILE: file('browser') },
    });
    const stats = read('browser')?.stats;
    return stats
      ? { passed: stats.expected + stats.flaky, failed: stats.unexpected || (code === 0 ? 0 : 1) }
      : { passed: 0, failed: 1 };
  },
};

const asked = process.argv.slice(2);
const unknown = asked.find((kind) => !kinds[kind]);
if (unknown) {
  console.error(
    `There is no kind of test called “${unknown}”. Choose from ${Object.keys(kinds).join(', ')}.`,
  );
  process.exit(2);
}
await ensurePackages();
rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });
// First of all, as the first start on a fresh machine does: nothing that a test builds may stand in for it.
if (asked.length === 0) await ensureBuilt();
const total = { passed: 0, failed: 0 };
/** The linter and the compiler each keep one core busy: side by side they take half as long. */
const rounds = [['lint', 'types'], ['unit'], ['server'], ['postgres'], ['browser']];
for (const round of asked.length > 0 ? asked.map((kind) => [kind]) : rounds) {
  console.log(`\n${round.join(' and ')}`);
  for (const { passed, failed } of await Promise.all(round.map((kind) => kinds[kind]()))) {
    total.passed += passed;
    total.failed += failed;
  }
}
console.log(`\n${total.passed} passed, ${total.failed} failed`);
process.exit(total.failed === 0 ? 0 : 1);
