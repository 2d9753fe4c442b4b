import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';
import { BaseSequencer, type TestSpecification } from 'vitest/node';
import { wordsOfPlaces } from './bin/lib/wordsOfPlaces';

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));

/** The files that take longest begin, so that at the end nobody waits for one of them. */
class LongestFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const isLong = ({ moduleId }: TestSpecification) => /(faults|growth|mailboxes)\.test\.ts$/.test(moduleId);
    const sorted = await super.sort(files);
    return [...sorted.filter(isLong), ...sorted.filter((file) => !isLong(file))];
  }
}

export default defineConfig({
  plugins: [wordsOfPlaces()],
  resolve: { alias: { '#core': at('./core'), '#shared': at('./shared'), '~~': at('.'), '~': at('./app') } },
  test: {
    include: ['{core,shared,server,app,demo,tests}/**/*.test.ts'],
    globalSetup: ['tests/database.ts'],
    // Much of it waits for servers, so two at a time are quicker also where there are two processors.
    maxWorkers: Math.max(3, availableParallelism() - 1),
    // Each file keeps its own data, not modules of its own: to read those anew for each took a quarter of the time.
    isolate: false,
    sequence: { sequencer: LongestFirst },
    testTimeout: 20_000,
    hookTimeout: 60_000,
  },
});
