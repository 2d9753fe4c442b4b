// What a newcomer sees: `npm start` from nothing, what becomes of it when a part of it is killed, and its end.
import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { mkdtemp, readdir, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freePort, waitUntil } from '../bin/lib/process.mjs';
import { say, Stop } from '../bin/lib/say.mjs';

/** The processes with `mark` in their surroundings: everything that was started from there. */
async function processesWith(mark) {
  const found = [];
  for (const pid of (await readdir('/proc')).filter((name) => /^\d+$/.test(name))) {
    if (Number(pid) === process.pid) continue;
    const surroundings = await readFile(`/proc/${pid}/environ`, 'latin1').catch(() => '');
    const typed = await readFile(`/proc/${pid}/cmdline`, 'latin1').catch(() => '');
    if (surroundings.includes(mark) && typed) found.push({ pid: Number(pid), typed: typed.replaceAll('\0', ' ') });
  }
  return found;
}

/**
 * Brings the application up through bin/start.mjs with data and build in a throwaway folder, as on a checkout where
 * nothing was prepared.
 * @param onInstalled called once the packages are there
 * @param onUp called once it is up for the first time: what is built, and installed, stays from then on
 * @returns the entry of what was built, and how to drop it
 * @throws Stop with what did not hold
 */
export async function checkFirstStart(root, { onInstalled = () => {}, onUp = () => {} } = {}) {
  const folder = await mkdtemp(join(tmpdir(), 'jar-note-first-'));
  const port = await freePort();
  // The first start of a checkout finds no such folder; one left from other work would hide what is missing.
  await rm(join(root, '.nuxt'), { recursive: true, force: true });
  let said = '';
  const start = () => {
    const child = spawn(process.execPath, [join(root, 'bin', 'start.mjs')], {
      cwd: root,
      stdio: ['ignore', 'pipe', 'pipe'],
      env: {
        ...process.env,
        PORT: String(port),
        JAR_NOTE_DATA: join(folder, 'data'),
        JAR_NOTE_BUILDS: join(folder, 'builds'),
      },
    });
    for (const out of [child.stdout, child.stderr]) out.on('data', (data) => (said += data));
    return child;
  };
  const health = () =>
    fetch(`http://127.0.0.1:${port}/api/health`, { signal: AbortSignal.timeout(2000) })
      .then((answer) => answer.json())
      .then((answer) => answer.ok === true)
      .catch(() => false);
  const expect = async (what, holds, patience) => {
    if (await waitUntil(holds, patience)) return;
    const left = (await processesWith(folder)).map(({ pid, typed }) => `${pid} ${typed.slice(0, 120)}`);
    throw new Stop(
      `${what} does not hold. Said so far:\n${said.slice(-3000)}\nRunning: ${left.join('\n') || 'nothing'}`,
    );
  };
  const goesOn = (child, holds) => () => {
    if (child.exitCode !== null) throw new Stop(`"npm start" ended:\n${said.slice(-3000)}`);
    return holds();
  };
  const nothingLeft = async () => (await processesWith(folder)).length === 0;
  const pidOf = async (word) => (await processesWith(folder)).find(({ typed }) => typed.includes(word))?.pid;

  try {
    let child = start();
    const isBuilding = () => said.includes('Building');
    await expect('The first start builds', goesOn(child, isBuilding), 600_000);
    onInstalled();
    await expect('The first start comes up', goesOn(child, health), 900_000);
    onUp();
    const database = await pidOf('--datadir=');
    process.kill(database, 'SIGKILL');
    await expect(
      'A killed database is started again',
      async () => {
        const now = await pidOf('--datadir=');
        return now && now !== database && (await health());
      },
      60_000,
    );
    const server = await pidOf('index.mjs');
    process.kill(server, 'SIGKILL');
    await expect(
      'A killed server is started again',
      async () => (await pidOf('index.mjs')) !== server && (await health()),
      60_000,
    );
    for (const line of ['The database ended by itself', 'The server ended by itself'])
      await expect(`"${line}" is said`, () => said.includes(line), 0);
    child.kill('SIGKILL');
    await expect('Nothing is left when the start is killed', nothingLeft, 30_000);
    child = start();
    await expect('The next start comes up', goesOn(child, health), 120_000);
    child.kill('SIGTERM');
    await expect('Nothing is left after the end', nothingLeft, 30_000);
    const builds = join(folder, 'builds');
    const [build] = (await readdir(builds)).filter((name) => existsSync(join(builds, name, 'server', 'index.mjs')));
    return {
      entry: join(builds, build, 'server', 'index.mjs'),
      drop: () => rm(folder, { recursive: true, force: true }),
    };
  } catch (error) {
    for (const { pid } of await processesWith(folder)) process.kill(pid, 'SIGKILL');
    await rm(folder, { recursive: true, force: true });
    throw error;
  }
}

if (process.argv[1] === import.meta.filename) {
  const { drop } = await checkFirstStart(join(import.meta.dirname, '..'));
  await drop();
  say('The first start holds.');
}
