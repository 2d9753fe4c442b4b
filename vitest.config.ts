import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';
import { BaseSequencer, type TestSpecification } from 'vitest/node';
import { wordsOfPlaces } from './bin/lib/wordsOfPlaces';

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));

/**
 * What takes longest begins, so that at the end nobody waits for it: first what waits for mail servers, while types are
 * still being checked, then what measures how its own time grows.
 */
const LONGEST = [/sync\/|(mailboxes|mailSearch|postfix)\.test/, /growth\.test/];

class LongestFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const turn = ({ moduleId }: TestSpecification) =>
      (LONGEST.findIndex((pattern) => pattern.test(moduleId)) + LONGEST.length + 1) % (LONGEST.length + 1);
    return (await super.sort(files)).sort((a, b) => turn(a) - turn(b));
  }
}

export default defineConfig({
  plugins: [wordsOfPlaces()],
  resolve: { alias: { '#core': at('./core'), '#shared': at('./shared'), '~~': at('.'), '~': at('./app') } },
  test: {
    include: ['{core,shared,server,app,demo,tests}/**/*.test.ts'],
    globalSetup: ['tests/database.ts'],
    // Much of it waits for servers, so three at a time are quicker also where there are two processors.
    maxWorkers: Math.max(3, availableParallelism() - 1),
    // Each file keeps its own data, not modules of its own: to read those anew for each took a quarter of the time.
    isolate: false,
    sequence: { sequencer: LongestFirst },
    testTimeout: 20_000,
    hookTimeout: 60_000,
  },
});
