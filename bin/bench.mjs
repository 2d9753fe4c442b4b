import { build } from 'esbuild';
import { ALIAS, buildTasks } from './lib/tasks.mjs';

// Both stand beside each other, as in the built server.
const out = new URL('../node_modules/.cache/', import.meta.url).pathname;
await buildTasks(`${out}tasks.mjs`);
await build({
  entryPoints: [new URL('../bench/run.ts', import.meta.url).pathname],
  outfile: `${out}bench.mjs`,
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  logLevel: 'error',
  alias: ALIAS,
});
await import(`${out}bench.mjs`);
