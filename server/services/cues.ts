import type { Accidents } from '#shared/types/wire';
import type { CueQuestion } from '#shared/schemas/note';
import { latestSources } from '../db/repositories/messageSources';
import { runTask } from '../work/pool';
import type { Application } from './application';

/** So many messages sent last are looked through, as far as they are not longer together. */
const MESSAGES = 200;
const BYTES = 20_000_000;

/** How often a cue would have gone off by accident in the messages sent last. */
export async function accidentsOf(app: Application, owner: string, { cue, mode }: CueQuestion): Promise<Accidents> {
  const raws = await latestSources(app.db, owner, 'sent', MESSAGES, BYTES);
  return { count: await runTask('accidents', { raws, cue, mode }), messages: raws.length };
}
