import { defineConfig } from '@playwright/test';
import { BROWSERS } from './bin/lib/install.mjs';
import { find } from './bin/lib/process.mjs';

export default defineConfig({
  testDir: 'tests/e2e',
  globalSetup: './tests/e2e/server.ts',
  fullyParallel: true,
  // Much of a test is waiting, so three are quicker also where there are two processors.
  workers: 3,
  // What has to be quick is measured by the benches. Here a machine may be busy with other things and stand still for a while;
  // a test that comes too late even so is tried once more and reported as flaky.
  timeout: 120_000,
  retries: process.env.CI ? 1 : 0,
  expect: { timeout: 20_000 },
  reporter: [['list']],
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    timezoneId: 'Europe/London',
    // Nobody waits for menus to fade; main-job and leaving are run as they move for everybody else.
    contextOptions: { reducedMotion: 'reduce' },
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
