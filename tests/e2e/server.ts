import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureBuild } from '../../bin/lib/build.mjs';
import { startMariaDb } from '../../bin/lib/mariadb.mjs';
import { freePort } from '../../bin/lib/process.mjs';
import { startServer } from '../../bin/lib/server.mjs';

/** The built application on a throwaway database and free ports, beside whatever else runs on this machine. */
export default async function setup() {
  const folder = await mkdtemp(join(tmpdir(), 'jar-note-e2e-'));
  const database = await startMariaDb(folder);
  const port = await freePort();
  const env = {
    DATABASE_URL: database.url,
    NUXT_DEMO: 'yes',
    NUXT_SESSION_PASSWORD: 'only for the tests, and long enough',
    NUXT_MAIL_KEY: 'only for the tests too',
    // The tests make an account each, and connect to mail servers of their own.
    NUXT_TRIES_PER_HOUR: '100000',
    NUXT_MAIL_PORTS: 'any',
  };
  const entry = process.env.JAR_NOTE_ENTRY ?? (await ensureBuild(process.cwd()));
  const server = await startServer(entry, env, { port, quiet: true });
  process.env.JAR_NOTE_URL = `http://127.0.0.1:${port}`;
  process.env.JAR_NOTE_DATABASE = database.url;
  return async () => {
    await server.stop();
    await database.stop();
    await rm(folder, { recursive: true, force: true });
  };
}
