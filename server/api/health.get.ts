import { noteFault } from '../services/fault';
import { currentMigration, NEWEST_MIGRATION } from '../db/migrations';

/** Whether the application can be used: yes or no, and nothing more, since anybody may ask. */
export default defineEventHandler(async (event) => {
  try {
    const app = await useApplication();
    if ((await currentMigration(app.db)) === NEWEST_MIGRATION) return { ok: true };
  } catch (error) {
    noteFault('Health', error);
  }
  setResponseStatus(event, 503);
  return { ok: false };
});
