import { defineConfig } from '@playwright/test';
import journeys from './playwright.config.ts';

/** What attacks and failing machines do, many times over; `npm run faults`. Each test has servers of its own. */
const { webServer: _demo, projects: _order, ...rest } = journeys;
export default defineConfig({
  ...rest,
  testMatch: [
    'campaign-faults.spec.ts',
    'faults.spec.ts',
    'failing-machine.spec.ts',
    'storm.spec.ts',
  ],
  reporter: [['list']],
});
