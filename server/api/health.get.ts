import { currentMigration, NEWEST_MIGRATION } from '../db/migrations';

/** Whether the database answers and which migration it is on. */
export default defineEventHandler(async (event) => {
  try {
    const app = await useApplication();
    await app.db.raw('SELECT 1');
    const migration = await currentMigration(app.db);
    return { ok: migration === NEWEST_MIGRATION, database: 'answers', migration };
  } catch (error) {
    setResponseStatus(event, 503);
    return { ok: false, database: 'does not answer', reason: (error as Error).message };
  }
});
