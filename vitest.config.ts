import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';
import { wordsOfPlaces } from './bin/lib/wordsOfPlaces';

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));

export default defineConfig({
  plugins: [wordsOfPlaces()],
  resolve: { alias: { '#core': at('./core'), '#shared': at('./shared'), '~~': at('.'), '~': at('./app') } },
  test: {
    include: ['{core,shared,server,app,demo,tests}/**/*.test.ts'],
    globalSetup: ['tests/database.ts'],
    // Much of it waits for servers, so two at a time are quicker also where there are two processors.
    maxWorkers: Math.max(2, availableParallelism() - 1),
    // Each file keeps its own data, not modules of its own: to read those anew for each took a quarter of the time.
    isolate: false,
    testTimeout: 20_000,
    hookTimeout: 60_000,
  },
});
