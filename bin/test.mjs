// Everything that is checked, on a machine with nothing installed: lint, types, unit and database tests, browser tests.
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { ensureBuild } from './lib/build.mjs';
import { ensurePackages, ensureProgram } from './lib/install.mjs';
import { command } from './lib/process.mjs';
import { run, say } from './lib/say.mjs';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const tool = (name, ...args) =>
  command(join(root, 'node_modules', '.bin', name), args, {
    cwd: root,
    show: true,
    failure: `${name} found something.`,
  });

await run(async () => {
  await ensurePackages(root);
  await ensureProgram(['mariadbd', 'mysqld'], 'mariadb-server');
  process.env.CHROMIUM = await ensureProgram(['chromium', 'chromium-browser'], 'chromium');
  process.env.NUXT_TELEMETRY_DISABLED = '1';

  say('Types …');
  await command(join(root, 'node_modules', '.bin', 'nuxt'), ['prepare'], { cwd: root });
  await tool('vue-tsc', '-b', '--noEmit');
  say('Lint and format …');
  await tool('eslint', '.', '--max-warnings', '0');
  await tool('prettier', '--check', '--log-level', 'warn', '.');
  say('Unit and database tests …');
  await tool('vitest', 'run');
  process.env.JAR_NOTE_ENTRY = await ensureBuild(root);
  say('Browser tests …');
  await tool('playwright', 'test');
});
