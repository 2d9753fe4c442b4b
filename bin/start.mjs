// Everything from nothing: packages, database, build, server. See README.md.
import { mkdir } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { ensureBuild } from './lib/build.mjs';
import { ensurePackages } from './lib/install.mjs';
import { secretIn, startMariaDb } from './lib/mariadb.mjs';
import { isFree } from './lib/process.mjs';
import { run, say, Stop } from './lib/say.mjs';
import { startServer } from './lib/server.mjs';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const port = Number(process.env.PORT ?? 3080);
const data = process.env.JAR_NOTE_DATA ?? join(root, '.data');

await run(async () => {
  if (Number(process.versions.node.split('.')[0]) < 20)
    throw new Stop(`Jar Note needs Node.js 20; this is ${process.version}.`);
  if (!(await isFree(port, '127.0.0.1'))) {
    throw new Stop(
      `Port ${port} is in use, perhaps by a Jar Note already running: http://127.0.0.1:${port}\nEnd it, or start on another port: PORT=${port + 1} npm start`,
    );
  }
  await ensurePackages(root);
  const entry = await ensureBuild(root);
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
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
    process.on(signal, () => void stop().then(() => process.exit(0)));

  try {
    const url = process.env.DATABASE_URL;
    database = url ? { url, stop: async () => {} } : await startMariaDb(join(data, 'mariadb'));
    if (stopping) return;
    server = await startServer(
      entry,
      {
        DATABASE_URL: database.url,
        NUXT_DEMO: process.env.JAR_NOTE_DEMO ?? 'yes',
        NUXT_SESSION_PASSWORD: await secretIn(join(data, 'session-secret')),
      },
      { port },
    );
    server.child.once('exit', (code, signal) => {
      if (stopping) return;
      console.error(
        `\n  The server ended by itself (${signal ?? code}). Nothing that was saved is lost; start it again with "npm start".\n`,
      );
      void stop().then(() => process.exit(1));
    });
    console.log(`\n  Jar Note is ready: http://127.0.0.1:${port}\n  End it with Ctrl-C.\n`);
  } catch (error) {
    if (stopping) return;
    await stop();
    throw error;
  }
});
