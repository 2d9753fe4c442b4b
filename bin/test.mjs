// Everything that is checked, on a machine with nothing installed: lint, types, unit and database tests, browser tests.
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { BROWSERS, ensurePackages, ensureProgram } from './lib/install.mjs';
import { command, find } from './lib/process.mjs';
import { run, say } from './lib/say.mjs';
import { checkFirstStart } from '../tests/firstStart.mjs';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const tool = (name, ...args) =>
  command(join(root, 'node_modules', '.bin', name), args, {
    cwd: root,
    show: true,
    failure: `${name} found something.`,
  });

await run(async () => {
  say('The first start, from nothing …');
  let reading;
  const { entry, drop } = await checkFirstStart(root, () => {
    // While it is killed and started again, there is little to reckon.
    reading = checkText();
    // What it finds is said when it is waited for.
    reading.catch(() => {});
  });
  process.env.JAR_NOTE_ENTRY = entry;
  try {
    await reading;
    await checkTheRest();
  } finally {
    await drop();
  }
});

async function checkText() {
  await ensurePackages(root);
  process.env.NUXT_TELEMETRY_DISABLED = '1';
  say('Types, lint and format …');
  await command(join(root, 'node_modules', '.bin', 'nuxt'), ['prepare'], { cwd: root });
  // Each keeps one processor busy, and one takes as long as the other two.
  const checks = await Promise.allSettled([
    tool('vue-tsc', '-b', '--noEmit'),
    tool('eslint', '.', '--max-warnings', '0').then(() => tool('prettier', '--check', '--log-level', 'warn', '.')),
  ]);
  for (const { reason } of checks) if (reason) throw reason;
}

async function checkTheRest() {
  process.env.CHROMIUM = await ensureProgram(BROWSERS, BROWSERS[0]);
  // A mail server that others wrote, for what is tested against one; several tests start one at the same time.
  await ensureProgram(['dovecot'], 'dovecot-imapd');
  // A machine has room for one mail server; where there is another, or nobody may install one, its tests are left out and say so.
  if (process.getuid?.() === 0 && !find('sendmail')) await ensureProgram(['postfix'], 'postfix');
  say('Unit and database tests …');
  await tool('vitest', 'run');
  say('Browser tests …');
  await tool('playwright', 'test');
}
