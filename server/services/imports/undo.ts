import type { ImportUndone } from '#shared/types/wire';
import { renamed } from '#core/library/bundle';
import { dropImport, itemsDone, lockImport, type StagedItem } from '../../db/repositories/imports';
import { routineById, setRoutineDeleted } from '../../db/repositories/routines';
import { insertVersion, listVersions, lockNote, setNotesDeleted, updateNote } from '../../db/repositories/notes';
import { listShelves, notesOnShelf, setShelfDeleted } from '../../db/repositories/shelves';
import type { Application } from '../application';
import { noteContent } from '../noteContent';
import { wordingOf } from '../notes';
import { bodyOf, type StagedNote } from './brought';
import { alike } from './alike';
import { readImport } from './import';
import { giveBackPerson, type TakenPerson } from './person';
import { settingsOf, updateSettings } from '../../db/repositories/accounts';
import { keysOf, type TakenSender } from './take';
import { inTransaction } from '../../db/transaction';

/**
 * Undoes an import as far as nothing of the user's own is lost by it, all or none: notes that came go into the bin,
 * notes that were replaced have their former wording again unless they were changed since, and shelves that came go when
 * nothing stands on them; one's own name, fields and signature that were replaced are given back, and so is what was known of people. Lookups stay,
 * since they may be in use by now.
 */
export async function undoImport(app: Application, owner: string, id: string): Promise<ImportUndone> {
  await readImport(app, owner, id);
  const keys = await keysOf(app, owner, id);
  return inTransaction(app.db, async (trx) => {
    const undone: ImportUndone = { binned: 0, restored: 0, people: 0, changed: 0, stay: 0 };
    await lockImport(trx, owner, id);
    const items = await itemsDone(trx, owner, id);
    const came = items.filter(({ kind, choice }) => kind === 'note' && choice === 'take');
    undone.binned = await setNotesDeleted(
      trx,
      owner,
      came.map(({ targetId }) => targetId!),
      app.now(),
    );
    const replaced = new Map<string, StagedItem[]>();
    for (const item of items)
      if (item.kind === 'note' && item.choice === 'replace')
        replaced.set(item.targetId!, [...(replaced.get(item.targetId!) ?? []), item]);
    for (const [noteId, came] of replaced) {
      const note = await lockNote(trx, owner, noteId);
      // Two files may have replaced one note: the wording before the first of them is the user's own.
      const former = note ? (await listVersions(trx, owner, noteId))[came.length - 1] : undefined;
      const last = came.at(-1)!;
      const content = last.content as StagedNote;
      const put = renamed(
        wordingOf({ ...content, body: bodyOf(content) }),
        keys.get(last.source) ?? new Map<string, string>(),
      );
      if (!note || !former || !alike(wordingOf(note), { ...put, cue: note.cue })) {
        undone.changed++;
        continue;
      }
      await insertVersion(trx, owner, note.id, note.version, wordingOf(note), note.updatedAt);
      const before = noteContent({ ...note, ...wordingOf(former), cue: note.cue });
      await updateNote(trx, owner, note.id, note.version, before, app.now());
      undone.restored++;
    }
    const shelves = items.filter(({ kind, choice }) => kind === 'shelf' && choice === 'take');
    // The inner ones first: a shelf is empty when those on it are gone.
    for (const { targetId } of shelves.reverse()) await dropEmptyShelf(trx, owner, targetId!, app.now());
    for (const { kind, choice, content } of items)
      if (kind === 'sender' && choice !== 'leave') await giveBackSender(trx, owner, content as TakenSender);
    // The last first: a person may have come twice.
    for (const { kind, choice, content, targetId } of items.reverse()) {
      if (kind !== 'person' || choice === 'leave' || !targetId) continue;
      if (await giveBackPerson(trx, owner, targetId, content as TakenPerson)) undone.people++;
      else undone.stay++;
    }
    for (const { kind, choice, targetId } of items) {
      if (kind !== 'routine' || choice === 'leave' || !targetId) continue;
      const routine = await routineById(trx, owner, targetId);
      if (routine?.version === 1) await setRoutineDeleted(trx, owner, targetId, app.now());
      else if (routine) undone.stay++;
    }
    undone.stay += items.filter(({ kind, choice }) => kind === 'lookup' && choice !== 'leave').length;
    await dropImport(trx, owner, id);
    return undone;
  });
}

/** Own data that were put in place of the account's are given back unless they were changed since. */
async function giveBackSender(
  trx: Parameters<typeof lockNote>[0],
  owner: string,
  { before, ...put }: TakenSender,
): Promise<void> {
  const now = await settingsOf(trx, owner);
  if (!before || !now) return;
  const { version, ...settings } = now;
  if (alike(settings, put)) await updateSettings(trx, owner, version, before);
}

async function dropEmptyShelf(
  trx: Parameters<typeof lockNote>[0],
  owner: string,
  id: string,
  now: number,
): Promise<void> {
  const { shelves } = await listShelves(trx, owner);
  if (shelves.some(({ parentId }) => parentId === id) || (await notesOnShelf(trx, owner, id))) return;
  await setShelfDeleted(trx, owner, id, now);
}
