import { defineConfig } from '@playwright/test';

/** The flows of these names; what only helps them may be called alike. */
const flows = (names: string) => new RegExp(`/(${names})\\.test\\.ts$`);
/** Who gets in, and what strangers are told: they touch no machine, and go beside the flows that do. */
const people = flows('rights|sign-in|devices|directory|openapi|running');
/** Flows of the floor: they walk routes that nobody else walks, and turn seasons. */
const floor = flows('first-round|right-lubricant|when');

/**
 * Drives the real application that scripts/test.mjs serves. Flows write: those of the floor go one after another, those of
 * the desk, each on machines of its own, beside them; looking at screens may go beside both. What has no signal stops a book
 * of its own; the outage hits everybody; last comes what changes the whole plant, and what has to hold of all that was done.
 */
export default defineConfig({
  testDir: 'e2e',
  workers: 2,
  timeout: 60_000,
  expect: { timeout: 10_000 },
  // A test that needs its second try has passed, and scripts/test.mjs says which one it was.
  retries: 1,
  reporter: [['dot'], ['json']],
  outputDir: `${process.env.TEST_FOLDER ?? '.data'}/playwright`,
  projects: [
    { name: 'floor', testMatch: floor, workers: 1 },
    { name: 'desk', testIgnore: [floor, people, flows('outage|no-signal|screens|recorded|other-units')], workers: 1 },
    { name: 'people', testMatch: people, workers: 1 },
    { name: 'screens', testMatch: flows('screens'), fullyParallel: true },
    {
      name: 'no-signal',
      testMatch: flows('no-signal'),
      dependencies: ['floor', 'desk', 'people', 'screens'],
      workers: 1,
    },
    { name: 'outage', testMatch: flows('outage'), dependencies: ['no-signal'], workers: 1 },
    { name: 'whole plant', testMatch: flows('recorded|other-units'), dependencies: ['outage'], workers: 1 },
  ],
  use: {
    baseURL: process.env.TEST_BASE_URL ?? 'http://127.0.0.1:3000',
    viewport: { width: 1280, height: 800 },
    timezoneId: 'Europe/Vienna',
    // The shell is put on a device by the tests without signal: hundreds of fresh browsers need not keep it.
    serviceWorkers: 'block',
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
});
