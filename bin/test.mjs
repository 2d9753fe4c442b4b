// Everything that is checked, on a machine with nothing installed: lint, types, unit and database tests, browser tests.
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { BROWSERS, ensureProgram } from './lib/install.mjs';
import { command, find, ROOMY } from './lib/process.mjs';
import { run, say } from './lib/say.mjs';
import { checkFirstStart } from '../tests/firstStart.mjs';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const tool = (name, args, env = {}) =>
  command(join(root, 'node_modules', '.bin', name), args, {
    cwd: root,
    env,
    show: true,
    failure: `${name} found something.`,
  });

await run(async () => {
  say('The first start, from nothing …');
  // Building, being killed and started again leave a second processor little to do.
  const beside = [];
  const begin = (check) => {
    // What it finds is said when all of them are done.
    check.catch(() => {});
    beside.push(check);
  };
  const [start] = await Promise.allSettled([
    checkFirstStart(root, {
      onInstalled: () => begin(checkText()),
      onUp: () => [checkTypes(), checkUnits()].forEach(begin),
    }),
  ]);
  try {
    for (const { reason } of [start, ...(await Promise.allSettled(beside))]) if (reason) throw reason;
    process.env.JAR_NOTE_ENTRY = start.value.entry;
    say('Browser tests …');
    await tool('playwright', ['test']);
  } finally {
    await start.value?.drop();
  }
});

async function checkText() {
  say('Lint and format …');
  await tool('eslint', ['.', '--max-warnings', '0'], ROOMY);
  await tool('prettier', ['--check', '--log-level', 'warn', '.'], ROOMY);
}

async function checkTypes() {
  say('Types …');
  // What Nuxt says of them was made anew by the first start.
  await tool('vue-tsc', ['-b', '--noEmit'], ROOMY);
}

async function checkUnits() {
  process.env.CHROMIUM = await ensureProgram(BROWSERS, BROWSERS[0]);
  // A mail server that others wrote, for what is tested against one; several tests start one at the same time.
  await ensureProgram(['dovecot'], 'dovecot-imapd');
  // A machine has room for one mail server; where there is another, or nobody may install one, its tests are left out and say so.
  if (process.getuid?.() === 0 && !find('sendmail')) await ensureProgram(['postfix'], 'postfix');
  say('Unit and database tests …');
  await tool('vitest', ['run']);
}
