import { defineConfig } from '@playwright/test';

/** Journeys run side by side, each worker with a demo of its own. */
const workers = 2;
const firstPort = 4391;
/** Where this worker's demo answers; Playwright numbers its workers from 0. */
export const port = firstPort + Number(process.env.TEST_PARALLEL_INDEX ?? 0);

/** Moves a demo's clock on by two weeks, where no other journey finds what it needs: the last on its demo. */
const movesTheClock = '**/late-joiner.spec.ts';

/** The browser journeys, against demos of their own whose data is fresh for each run. */
export default defineConfig({
  testDir: '.',
  outputDir: '../test-results',
  fullyParallel: false,
  projects: [
    { name: 'journeys', testMatch: '*.spec.ts', testIgnore: movesTheClock },
    { name: 'later', testMatch: movesTheClock },
  ],
  workers,
  // Generous, since a shared machine may stand still for seconds; nothing here is a measure of speed.
  timeout: 180_000,
  expect: { timeout: 30_000 },
  retries: process.env.CI ? 1 : 0,
  reporter: [
    ['list'],
    [
      'json',
      { outputFile: process.env.PLAYWRIGHT_JSON_OUTPUT_FILE ?? '../.tmp/results/browser.json' },
    ],
  ],
  use: {
    baseURL: `http://localhost:${port}`,
    viewport: { width: 1280, height: 800 },
    actionTimeout: 45_000,
    screenshot: 'only-on-failure',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
  webServer: Array.from({ length: workers }, (_, index) => ({
    command: `node e2e/serve-demo.mjs ${firstPort + index}`,
    cwd: '..',
    url: `http://127.0.0.1:${firstPort + index}/api/health`,
    timeout: 600_000,
    reuseExistingServer: false,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 10_000 },
  })),
});
