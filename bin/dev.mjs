// For developers: the database, and the application rebuilt as its files change. See docs/development.md.
import { mkdir } from 'node:fs/promises';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { ensurePackages } from './lib/install.mjs';
import { secretIn, startMariaDb } from './lib/mariadb.mjs';
import { end, isFree, spawnBound } from './lib/process.mjs';
import { run, say, Stop } from './lib/say.mjs';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const port = Number(process.env.PORT ?? 3081);
// Apart from what `npm start` keeps, so that trying things out touches nothing of it.
const data = resolve(process.env.JAR_NOTE_DATA ?? join(root, '.data', 'dev'));

await run(async () => {
  if (!(await isFree(port, '127.0.0.1')))
    throw new Stop(`Port ${port} is in use. Take another: PORT=${port + 1} npm run dev`);
  await ensurePackages(root);
  await mkdir(data, { recursive: true, mode: 0o700 });
  const database = process.env.DATABASE_URL ? null : await startMariaDb(join(data, 'mariadb'));
  const nuxt = spawnBound(process.execPath, [join(root, 'node_modules', '.bin', 'nuxt'), 'dev', '--no-fork'], {
    cwd: root,
    stdio: 'inherit',
    env: {
      ...process.env,
      DATABASE_URL: process.env.DATABASE_URL ?? database.url,
      NUXT_DEMO: process.env.JAR_NOTE_DEMO ?? 'yes',
      NUXT_SESSION_PASSWORD: await secretIn(join(data, 'session-secret')),
      NUXT_MAIL_KEY: await secretIn(join(data, 'mail-key')),
      NUXT_TELEMETRY_DISABLED: '1',
      HOST: '127.0.0.1',
      NUXT_HOST: '127.0.0.1',
      PORT: String(port),
      NUXT_PORT: String(port),
    },
  });
  const stop = async () => {
    await end(nuxt);
    await database?.stop();
    process.exit(0);
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop());
  nuxt.once('exit', () => void stop());
  say(`Jar Note will be at http://127.0.0.1:${port} and follow what is changed. End it with Ctrl-C.`);
});
