import { defineConfig } from '@playwright/test';
import { fileURLToPath } from 'node:url';

/** The journeys drive the real interface in Debian's Chromium against a served demo; see `scripts/test.mjs`. */
export default defineConfig({
  testDir: './journeys',
  outputDir: '../test-results/journeys',
  globalSetup: './sign-in-first.ts',
  timeout: 60_000,
  expect: { timeout: 8_000 },
  // Journeys share one demo yard: one after the other, by file name, each on units of its own. `z-register` changes the
  // register itself and comes last: the others count and choose from the demo as it was loaded.
  workers: 1,
  forbidOnly: Boolean(process.env.CI),
  use: {
    actionTimeout: 15_000,
    baseURL: process.env.BASE_URL ?? 'http://127.0.0.1:4080',
    storageState: fileURLToPath(new URL('../test-results/signed-in.json', import.meta.url)),
    locale: 'en-GB',
    timezoneId: 'Europe/London',
    viewport: { width: 1280, height: 800 },
    screenshot: 'only-on-failure',
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
