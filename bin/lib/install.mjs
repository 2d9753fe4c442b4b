import { createHash } from 'node:crypto';
import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { command, find, needSpace } from './process.mjs';
import { say, Stop } from './say.mjs';

/** Installs the npm packages of the lock file when they are missing or the lock file has changed. */
export async function ensurePackages(root) {
  const lock = createHash('sha256')
    .update(await readFile(join(root, 'package-lock.json')))
    .digest('hex');
  const stamp = join(root, 'node_modules', '.jar-note-lock');
  const known = await readFile(stamp, 'utf8').catch(() => '');
  if (known === lock) return;
  await needSpace(root, 1500);
  say('Installing packages (a few minutes the first time) …');
  await command('npm', ['ci', '--no-fund', '--no-audit'], {
    cwd: root,
    failure: 'The packages could not be installed. Check the connection to the npm registry and start again.',
  });
  await writeFile(stamp, lock);
}

/** What Debian offers is asked for once. */
let offered = null;

/** The path of a program from Debian, its package installed when it is missing and we may. @throws Stop */
export async function ensureProgram(names, debianPackage) {
  const there = find(...names);
  if (there) return there;
  const typed = `apt-get update && apt-get install -y --no-install-recommends ${debianPackage}`;
  if (!find('apt-get')) throw new Stop(`"${names[0]}" is missing. Install ${debianPackage}, then start again.`);
  if (process.getuid?.() !== 0)
    throw new Stop(`${debianPackage} is missing. Type this once, then start again:\n\n  sudo sh -c '${typed}'`);
  say(`Installing ${debianPackage} …`);
  // No service of it is started: what is needed is started by itself, with settings of its own.
  const env = { DEBIAN_FRONTEND: 'noninteractive', RUNLEVEL: '1' };
  const failure = `${debianPackage} could not be installed. Try by hand: ${typed}`;
  await (offered ??= command('apt-get', ['update'], { env, failure }));
  await command('apt-get', ['install', '-y', '--no-install-recommends', debianPackage], { env, failure });
  const now = find(...names);
  if (!now) throw new Stop(`${debianPackage} was installed, but "${names[0]}" is not there. Try by hand: ${typed}`);
  return now;
}

/**
 * Chromium for the tests: Debian's without windows, which is smaller and takes two thirds of the time; the whole of it where
 * that is there already.
 */
export const BROWSERS = ['chromium-headless-shell', 'chromium', 'chromium-browser'];
