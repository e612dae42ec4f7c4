import { defineConfig } from '@playwright/test';
import { readdirSync } from 'node:fs';

/** The journeys drive the real interface in Debian's Chromium against a served demo; see `scripts/test.mjs`. */
export default defineConfig({
  testDir: './journeys',
  outputDir: '../test-results/journeys',
  // Generous, since the journeys show that things work, and a busy machine is allowed to be slow.
  timeout: 120_000,
  expect: { timeout: 20_000 },
  // Each file is a project: a worker never crosses projects, and opens a demo of its own (`drivers/test.ts`). Files are
  // isolated and may run in any order; within a file tests run in sequence, each on its own units.
  projects: readdirSync(new URL('./journeys', import.meta.url)).map((file) => ({
    name: file.replace('.spec.ts', ''),
    testMatch: file,
  })),
  workers: 2,
  forbidOnly: Boolean(process.env.CI),
  use: {
    actionTimeout: 20_000,
    locale: 'en-US',
    timezoneId: 'America/Chicago',
    viewport: { width: 1280, height: 800 },
    screenshot: 'only-on-failure',
    // Journeys intercept requests, which a service worker would hide; the journey about it enables it.
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-pings',
        '--disable-dev-shm-usage',
      ],
    },
  },
});
