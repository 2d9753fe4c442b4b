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
    testTimeout: 20_000,
    hookTimeout: 60_000,
  },
});
