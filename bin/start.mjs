// Everything from nothing: packages, database, build, server. See README.md.
import { mkdir } from 'node:fs/promises';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { ensureBuild } from './lib/build.mjs';
import { ensurePackages } from './lib/install.mjs';
import { ensureMariaDb, isLeftBehind, secretIn, startMariaDb } from './lib/mariadb.mjs';
import { isAlive, isFree, startedBy, waitUntil } from './lib/process.mjs';
import { run, say, Stop } from './lib/say.mjs';
import { startServer } from './lib/server.mjs';
import { keepRunning } from './lib/supervise.mjs';

/** As shared/utils/setting.ts has it, which is there only once packages are. */
const isOn = (setting) => !/^(|no|off|false|0)$/i.test((setting ?? '').trim());

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const port = Number(process.env.PORT ?? 3080);
const data = resolve(process.env.JAR_NOTE_DATA ?? join(root, '.data'));

const isPortFree = () => isFree(port, '127.0.0.1');

// Whoever read what we say may be gone, and saying it must not end us.
for (const out of [process.stdout, process.stderr]) out.on('error', () => {});

await run(async () => {
  if (Number(process.versions.node.split('.')[0]) < 20)
    throw new Stop(`Jar Note needs Node.js 20; this is ${process.version}.`);
  // The server of a start that was killed takes a moment to end.
  const patience = (await isLeftBehind(join(data, 'mariadb'))) ? 20_000 : 0;
  if (!(await waitUntil(isPortFree, patience))) {
    throw new Stop(
      `Port ${port} is in use, perhaps by a Jar Note already running: http://127.0.0.1:${port}\nEnd it, or start on another port: PORT=${port + 1} npm start`,
    );
  }
  const [built, installed] = await Promise.allSettled([
    ensurePackages(root).then(() => ensureBuild(root)),
    process.env.DATABASE_URL || ensureMariaDb(),
  ]);
  for (const { reason } of [built, installed]) if (reason) throw reason;
  const entry = built.value;
  await mkdir(data, { recursive: true, mode: 0o700 });

  let database = null;
  let server = null;
  let stopping = null;
  const stop = () =>
    (stopping ??= (async () => {
      say('Stopping …');
      await server?.stop();
      await database?.stop();
    })());
  // npm passes signals on, but not that it was killed.
  const starter = await startedBy('npm');
  const watching = starter && setInterval(() => !isAlive(starter) && void stop().then(() => process.exit(0)), 500);
  watching?.unref();
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
    process.on(signal, () => void stop().then(() => process.exit(0)));
  const gaveUp = (error) => {
    console.error(`\n  ${error.message}\n  Nothing that was saved is lost; start it again with "npm start".\n`);
    void stop().then(() => process.exit(1));
  };

  try {
    let url = process.env.DATABASE_URL;
    if (!url) {
      const folder = join(data, 'mariadb');
      database = await keepRunning('The database', (before) => startMariaDb(folder, { port: before?.port }), gaveUp);
      url = database.current.url;
    }
    if (stopping) return;
    const env = {
      DATABASE_URL: url,
      NUXT_DATA_FOLDER: database ? data : '',
      NUXT_DEMO: process.env.JAR_NOTE_DEMO ?? 'yes',
      ...(isOn(process.env.JAR_NOTE_TLS) && { NUXT_TLS: 'yes', NUXT_SESSION_COOKIE_SECURE: 'true' }),
      NUXT_PROXIES: process.env.JAR_NOTE_PROXIES ?? '',
      NUXT_TRIES_PER_HOUR: process.env.JAR_NOTE_TRIES ?? '',
      NUXT_MAIL_PORTS: process.env.JAR_NOTE_MAIL_PORTS ?? '',
      NUXT_MAIL_PRIVATE: process.env.JAR_NOTE_MAIL_PRIVATE ?? '',
      NUXT_SESSION_PASSWORD: await secretIn(join(data, 'session-secret')),
      NUXT_MAIL_KEY: process.env.JAR_NOTE_MAIL_KEY ?? (await secretIn(join(data, 'mail-key'))),
    };
    server = await keepRunning('The server', () => startServer(entry, env, { port }), gaveUp);
    console.log(`\n  Jar Note is ready: http://127.0.0.1:${port}\n  End it with Ctrl-C.\n`);
  } catch (error) {
    if (stopping) return;
    await stop();
    throw error;
  }
});
