import { defineConfig } from '@playwright/test';
import { BROWSERS } from './bin/lib/install.mjs';
import { find } from './bin/lib/process.mjs';

export default defineConfig({
  testDir: 'tests/e2e',
  globalSetup: './tests/e2e/server.ts',
  fullyParallel: true,
  workers: 2,
  timeout: 60_000,
  // On a machine that is busy with other things a test may come too late once; it is reported as flaky then.
  retries: process.env.CI ? 1 : 0,
  expect: { timeout: 10_000 },
  reporter: [['list']],
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    timezoneId: 'Europe/London',
    screenshot: 'only-on-failure',
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? find(...BROWSERS),
      args: [
        '--no-sandbox',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-first-run',
        '--disable-gpu',
      ],
    },
  },
});
