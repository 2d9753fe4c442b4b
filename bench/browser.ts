import { chromium, type Page } from '@playwright/test';
import { ensureBuild } from '../bin/lib/build.mjs';
import { ensureProgram } from '../bin/lib/install.mjs';
import { freePort } from '../bin/lib/process.mjs';
import { startServer } from '../bin/lib/server.mjs';

/** Runs the built application on a database and opens it in a browser, signed in to an empty account of `name`. */
export async function inBrowser(databaseUrl: string, name: string, work: (page: Page) => Promise<void>): Promise<void> {
  const port = await freePort();
  const entry = await ensureBuild(process.cwd());
  const env = {
    DATABASE_URL: databaseUrl,
    NUXT_DEMO: '',
    NUXT_SESSION_PASSWORD: 'only for the benchmark, and long enough',
  };
  const server = await startServer(entry, env, { port, quiet: true });
  const executablePath = await ensureProgram(['chromium', 'chromium-browser'], 'chromium');
  const browser = await chromium.launch({
    executablePath,
    args: [
      '--no-sandbox',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      '--no-first-run',
    ],
  });
  try {
    const context = await browser.newContext({
      baseURL: `http://127.0.0.1:${port}`,
      viewport: { width: 1280, height: 800 },
    });
    const page = await context.newPage();
    await page.request.post('/api/account/sign-up', {
      data: {
        name: 'Bench',
        address: `${name}@test.example`,
        password: 'a long password',
        locale: 'en-GB',
        timeZone: 'UTC',
      },
    });
    await work(page);
  } finally {
    await browser.close();
    await server.stop();
  }
}
