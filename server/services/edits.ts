import type { Draft } from '#shared/types/wire';
import { rememberEdits } from '../db/repositories/noteEdits';
import { wholeNotes } from '../db/repositories/notes';
import { inTransaction } from '../db/transaction';
import { runTask } from '../work/pool';
import { readSettings } from './accounts';
import type { Application } from './application';

/**
 * Learns what was changed by hand in the notes of a letter that has left, where the user wants that. A note whose wording was
 * changed since it was put in says nothing.
 */
export async function learnEdits(app: Application, owner: string, draft: Draft, message: string): Promise<void> {
  const used = Object.entries(draft.fills).filter(([, { note }]) => note);
  if (!used.length || !(await readSettings(app, owner)).knows.includes('wording')) return;
  const known = new Map(
    (
      await wholeNotes(
        app.db,
        owner,
        used.map(([, { note }]) => note!),
      )
    ).map((one) => [one.id, one]),
  );
  const notes = used.flatMap(([insertion, { note, noteVersion, blanks }]) => {
    const one = known.get(note!);
    return one && one.version === noteVersion ? [{ note: one.id, insertion, body: one.body, blanks }] : [];
  });
  if (!notes.length) return;
  const edits = await runTask('edits', { body: draft.body, notes });
  const letter = { message, address: draft.to[0]?.address ?? '', at: app.now() };
  await inTransaction(app.db, (trx) => rememberEdits(trx, owner, letter, edits));
}
