import type { LookupRow, LookupUse, StoredLookup } from '#shared/types/wire';
import type { KeyChange, LookupChange, LookupInput } from '#shared/schemas/lookup';
import { usesInNote, withKeyChanged } from '#core/lookup/uses';
import { parseDoc } from '#core/note/schema';
import { newId } from '../db/id';
import { insertLookup, listLookups, lookupById, setLookupDeleted, updateLookup } from '../db/repositories/lookups';
import { insertVersion, notesHolding, updateNote } from '../db/repositories/notes';
import type { Application } from './application';
import { asWritten, notFound, stale } from './errors';
import { noteContent } from './noteContent';
import { wordingOf } from './notes';
import { inTransaction } from '../db/transaction';

export function readLookups({ db }: Application, owner: string): Promise<LookupRow[]> {
  return listLookups(db, owner);
}

export async function readLookup({ db }: Application, owner: string, id: string): Promise<StoredLookup> {
  const lookup = await lookupById(db, owner, id);
  if (!lookup) throw notFound('lookup');
  return lookup;
}

export async function keepLookup(app: Application, owner: string, input: LookupInput): Promise<StoredLookup> {
  const id = newId();
  await insertLookup(app.db, owner, id, input, app.now());
  return readLookup(app, owner, id);
}

export async function changeLookup(
  app: Application,
  owner: string,
  id: string,
  { version, ...input }: LookupChange,
): Promise<StoredLookup> {
  if (!(await updateLookup(app.db, owner, id, version, input, app.now())))
    throw stale('lookup', await readLookup(app, owner, id));
  return asWritten('lookup', version, await readLookup(app, owner, id));
}

export async function deleteLookup(app: Application, owner: string, id: string): Promise<void> {
  if (!(await setLookupDeleted(app.db, owner, id, app.now()))) throw notFound('lookup');
}

/** Brings a deleted lookup back whole. */
export async function restoreLookup(app: Application, owner: string, id: string): Promise<StoredLookup> {
  if (!(await setLookupDeleted(app.db, owner, id, null))) throw notFound('lookup');
  return readLookup(app, owner, id);
}

/** Which notes draw on a lookup, with the columns and keys they name. */
export async function readUses(app: Application, owner: string, id: string): Promise<LookupUse[]> {
  await readLookup(app, owner, id);
  return (await notesHolding(app.db, owner, id)).flatMap((note) => {
    const uses = usesInNote([parseDoc(note.subject), parseDoc(note.body)], id);
    return uses ? [{ noteId: note.id, name: note.name, ...uses }] : [];
  });
}

/** Carries a changed key through the notes that name it. @returns how many notes were changed */
export async function carryKey(app: Application, owner: string, id: string, { from, to }: KeyChange): Promise<number> {
  await readLookup(app, owner, id);
  let changed = 0;
  for (const note of await notesHolding(app.db, owner, id)) {
    const subject = withKeyChanged(note.subject, id, from, to);
    const body = withKeyChanged(note.body, id, from, to);
    if (subject === note.subject && body === note.body) continue;
    const content = noteContent({ ...note, subject, body });
    await inTransaction(app.db, async (trx) => {
      if (!(await updateNote(trx, owner, note.id, note.version, content, app.now()))) return;
      await insertVersion(trx, owner, note.id, note.version, wordingOf(note), note.updatedAt);
      changed++;
    });
  }
  return changed;
}
