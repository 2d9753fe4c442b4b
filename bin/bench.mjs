import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';
import { ALIAS, buildTasks } from './lib/tasks.mjs';

// Both stand beside each other, as in the built server.
const at = (path) => fileURLToPath(new URL(path, import.meta.url));
const out = at('../node_modules/.cache/');
await buildTasks(`${out}tasks.mjs`);
await build({
  entryPoints: [at('../bench/run.ts')],
  outfile: `${out}bench.mjs`,
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  logLevel: 'error',
  alias: ALIAS,
});
await import(`${out}bench.mjs`);
