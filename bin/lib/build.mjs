import { createHash } from 'node:crypto';
import { existsSync, statSync } from 'node:fs';
import { mkdir, readdir, readFile, rename, rm, stat, utimes, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { command, isAlive, needSpace, ROOMY } from './process.mjs';
import { say } from './say.mjs';

/** What the built application is made of. */
const SOURCES = [
  ...['app', 'core', 'shared', 'server', 'demo', 'starter', 'public'],
  ...['bin/lib', 'nuxt.config.ts', 'package-lock.json'],
];
const KEPT_BUILDS = 3;

async function addTo(hash, path) {
  const info = await stat(path).catch(() => null);
  if (!info) return;
  if (info.isDirectory()) {
    for (const name of (await readdir(path)).sort()) await addTo(hash, join(path, name));
  } else if (!/\.test\.ts$|README\.md$/.test(path)) {
    hash
      .update(path)
      .update('\0')
      .update(await readFile(path))
      .update('\0');
  }
}

/**
 * tsconfig.json is made of what Nuxt writes into .nuxt/, and the build reads it too. The build itself has its folder
 * elsewhere, so a fresh checkout needs this once, and again when what is said of it in nuxt.config.ts changed.
 */
async function ensureTypes(root) {
  const made = join(root, '.nuxt', 'tsconfig.app.json');
  const changed = (path) => statSync(path).mtimeMs;
  if (existsSync(made) && changed(made) >= changed(join(root, 'nuxt.config.ts'))) return;
  await command(join(root, 'node_modules', '.bin', 'nuxt'), ['prepare'], {
    cwd: root,
    env: { NUXT_TELEMETRY_DISABLED: '1' },
    failure: 'The application could not be prepared.',
  });
}

/**
 * The built server for the sources as they are, built when there is none yet. Each state of the sources has a folder of
 * its own, so that a running server never loses the files it serves.
 * @returns the path of the server's entry
 */
export async function ensureBuild(root) {
  const hash = createHash('sha256');
  process.chdir(root);
  for (const source of SOURCES) await addTo(hash, source);
  const name = hash.digest('hex').slice(0, 16);
  const builds = process.env.JAR_NOTE_BUILDS ?? join(root, '.output');
  const folder = join(builds, name);
  const entry = join(folder, 'server', 'index.mjs');
  if (existsSync(entry)) {
    await markUsed(folder);
    return entry;
  }
  await needSpace(root, 500);
  say('Building …');
  const work = join(builds, `making-${process.pid}`);
  const env = {
    ...ROOMY,
    JAR_NOTE_OUTPUT: work,
    JAR_NOTE_BUILD: join(root, 'node_modules', '.cache', `jar-note-${process.pid}`),
    NUXT_TELEMETRY_DISABLED: '1',
  };
  await mkdir(builds, { recursive: true });
  try {
    await ensureTypes(root);
    await command(join(root, 'node_modules', '.bin', 'nuxt'), ['build'], {
      cwd: root,
      env,
      failure: 'The application could not be built.',
    });
    await rename(work, folder).catch((error) => {
      // Somebody else built the same sources meanwhile.
      if (!existsSync(entry)) throw error;
    });
  } finally {
    await rm(work, { recursive: true, force: true });
    await rm(env.JAR_NOTE_BUILD, { recursive: true, force: true });
  }
  await markUsed(folder);
  await dropOldBuilds(builds);
  return entry;
}

/** Says that this process serves from the build, for as long as it lives. */
async function markUsed(folder) {
  await writeFile(join(folder, `used-by-${process.pid}`), '');
  await utimes(folder, new Date(), new Date());
}

async function isUsed(folder) {
  const marks = (await readdir(folder)).map((name) => /^used-by-(\d+)$/.exec(name)).filter(Boolean);
  return marks.some(([, pid]) => isAlive(Number(pid)));
}

async function dropOldBuilds(builds) {
  const dated = [];
  for (const name of await readdir(builds)) {
    if (/^[0-9a-f]{16}$/.test(name)) dated.push({ name, at: (await stat(join(builds, name))).mtimeMs });
  }
  dated.sort((a, b) => b.at - a.at);
  for (const { name } of dated.slice(KEPT_BUILDS)) {
    if (!(await isUsed(join(builds, name)))) await rm(join(builds, name), { recursive: true, force: true });
  }
}
