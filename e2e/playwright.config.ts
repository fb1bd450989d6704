import { availableParallelism } from 'node:os';
import { defineConfig } from '@playwright/test';
import { bundleRooms } from './bundleRooms.mjs';

/** Tests that start, kill and wait for whole processes: they go first, so that none of them is left alone at the end. */
const PROCESSES = /(start|standby|ordeal|hostile)\.spec\.ts$/;
// Once, before any worker of the tests asks for them; where parts of the tests run side by side, before any of them.
if (process.env['TEST_WORKER_INDEX'] === undefined && process.env['ROOMS_ARE_BUNDLED'] === undefined)
  await bundleRooms();

/** Three at a time on two cores, since each waits a fifth of its time; each has a browser, a server and a database. */
const WORKERS = Math.min(9, Math.round(1.5 * Math.max(2, availableParallelism())));

/** Debian's Chromium without a monitor. */
export default defineConfig({
  testDir: 'src',
  // Core and contract come as a bundle: one by one, each worker would take its hundreds of files through the runner's own compiler.
  tsconfig: './tsconfig.run.json',
  globalSetup: './src/globalSetup.ts',
  outputDir: process.env['BROWSER_TEST_OUTPUT'] ?? '../.test-data/browser',
  timeout: 180_000,
  expect: { timeout: 10_000 },
  workers: WORKERS,
  fullyParallel: true,
  // A machine with other work on it may starve a browser: once more, and whoever reads the outcome is told which they were.
  retries: 1,
  forbidOnly: true,
  reporter: [
    ['line'],
    ['json', { outputFile: process.env['PLAYWRIGHT_JSON_OUTPUT_NAME'] ?? '../.test-data/interface.json' }],
  ],
  projects: [
    { name: 'processes', testMatch: PROCESSES },
    // In the order of their names: whole visits, which take longest, lie in `bay` and begin among the first. One that
    // begins last is waited for on one core; a project of their own would have workers, browsers and servers of its own.
    { name: 'pages', testIgnore: PROCESSES },
  ],
  use: {
    // What is not there after this will not come: a wrong name must not hold a worker for minutes.
    actionTimeout: 30_000,
    viewport: { width: 1280, height: 800 },
    // What a shift without network needs is fetched where that is tested.
    serviceWorkers: 'block',
    locale: 'en-GB',
    timezoneId: 'Europe/Oslo',
    launchOptions: {
      executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium-headless-shell',
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
});
