import type { ImportUndone } from '#shared/types/wire';
import { renamed } from '../../../core/library/bundle';
import { dropImport, itemsDone, lockImport } from '../../db/repositories/imports';
import { insertVersion, listVersions, lockNote, setNotesDeleted, updateNote } from '../../db/repositories/notes';
import { listShelves, notesOnShelf, setShelfDeleted } from '../../db/repositories/shelves';
import type { Application } from '../application';
import { noteContent, wordingOf } from '../notes';
import { bodyOf, type StagedNote } from './brought';
import { alike } from './compare';
import { readImport } from './import';
import { keysOf } from './take';

/**
 * Undoes an import as far as nothing of the user's own is lost by it, all or none: notes that came go into the bin,
 * notes that were replaced have their former wording again unless they were changed since, and shelves that came go when
 * nothing stands on them. Lookups, people and one's own fields stay, since they may be in use by now.
 */
export async function undoImport(app: Application, owner: string, id: string): Promise<ImportUndone> {
  await readImport(app, owner, id);
  const keys = await keysOf(app, owner, id);
  const undone: ImportUndone = { binned: 0, restored: 0, changed: 0, stay: 0 };
  await app.db.transaction(async (trx) => {
    await lockImport(trx, owner, id);
    const items = await itemsDone(trx, owner, id);
    const came = items.filter(({ kind, choice }) => kind === 'note' && choice === 'take');
    undone.binned = await setNotesDeleted(
      trx,
      owner,
      came.map(({ targetId }) => targetId!),
      app.now(),
    );
    for (const { targetId, content, source } of items.filter(
      ({ kind, choice }) => kind === 'note' && choice === 'replace',
    )) {
      const note = await lockNote(trx, owner, targetId!);
      const [former] = note ? await listVersions(trx, owner, note.id) : [];
      const put = renamed(
        wordingOf({ ...(content as StagedNote), body: bodyOf(content as StagedNote) }),
        keys.get(source) ?? new Map(),
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
    undone.stay = items.filter(
      ({ kind, choice }) => ['lookup', 'person', 'sender'].includes(kind) && choice !== 'leave',
    ).length;
    await dropImport(trx, owner, id);
  });
  return undone;
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
