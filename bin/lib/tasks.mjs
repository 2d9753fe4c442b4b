import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const at = (path) => fileURLToPath(new URL(`../../${path}`, import.meta.url));

/** How files name what lies beside their own folder. */
export const ALIAS = { '#core': at('core'), '#shared': at('shared') };

/**
 * Builds what worker threads do (server/work) as a file of its own. All it needs stands in it: read one by one, the files
 * of the packages would take a thread three times as long to begin with, and some memory.
 */
export async function buildTasks(outfile) {
  await build({
    entryPoints: [at('server/work/thread.ts')],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    logLevel: 'error',
    alias: ALIAS,
    // Packages of the older kind ask for Node's own modules by this name.
    banner: { js: "import { createRequire } from 'node:module';\nconst require = createRequire(import.meta.url);" },
  });
}
