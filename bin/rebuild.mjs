// Works out anew what is kept of messages beside their bytes: lists, search and conversations are made of it.
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { ensurePackages } from './lib/install.mjs';
import { startMariaDb } from './lib/mariadb.mjs';
import { run, say } from './lib/say.mjs';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const data = resolve(process.env.JAR_NOTE_DATA ?? join(root, '.data'));

await run(async () => {
  await ensurePackages(root);
  const { build } = await import('esbuild');
  const outfile = join(root, 'node_modules', '.cache', 'rebuild.mjs');
  await build({
    stdin: {
      contents:
        "export { connect } from './server/db/connect'; export { migrate } from './server/db/migrations'; export { rebuildAll } from './server/services/rebuild';",
      resolveDir: root,
    },
    ...{ outfile, bundle: true, platform: 'node', format: 'esm', packages: 'external', logLevel: 'error' },
    alias: { '#core': join(root, 'core'), '#shared': join(root, 'shared') },
  });
  const { connect, migrate, rebuildAll } = await import(pathToFileURL(outfile).href);
  const database = process.env.DATABASE_URL ? null : await startMariaDb(join(data, 'mariadb'));
  const db = connect(process.env.DATABASE_URL ?? database.url);
  try {
    await migrate(db);
    const [{ total }] = await db('messages').count({ total: '*' });
    say(`Working out ${total} messages anew …`);
    let told = 0;
    for await (const done of rebuildAll(db)) {
      if (done - told < 1_000) continue;
      told = done;
      say(`${done} of ${total}`);
    }
    say('Done.');
  } finally {
    await db.destroy();
    await database?.stop();
  }
  // A database that another start holds open is waited for no longer.
  process.exit(0);
});
