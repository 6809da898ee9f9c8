import { defineConfig } from '@playwright/test';

/**
 * Drives the real application that scripts/test.mjs serves. Flows write and go one after another; looking at screens may
 * go beside them; the outage hits everybody and comes last.
 */
export default defineConfig({
  testDir: 'e2e',
  workers: 2,
  timeout: 60_000,
  expect: { timeout: 10_000 },
  reporter: [['line'], ['json']],
  outputDir: `${process.env.TEST_FOLDER ?? '.data'}/playwright`,
  projects: [
    { name: 'flows', testIgnore: /outage|screens/, workers: 1 },
    { name: 'screens', testMatch: /screens/, fullyParallel: true },
    { name: 'outage', testMatch: /outage/, dependencies: ['flows', 'screens'], workers: 1 },
  ],
  use: {
    baseURL: process.env.TEST_BASE_URL ?? 'http://127.0.0.1:3000',
    viewport: { width: 1280, height: 800 },
    timezoneId: 'Europe/Vienna',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync'],
    },
  },
});
