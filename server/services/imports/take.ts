import type { Knex } from 'knex';
import type { ImportRun } from '#shared/types/wire';
import type { BundlePerson } from '#shared/schemas/bundle';
import type { LookupInput } from '#shared/schemas/lookup';
import type { NoteInput } from '#shared/schemas/note';
import type { Settings } from '#shared/schemas/settings';
import { renamed } from '../../../core/library/bundle';
import { newId } from '../../db/id';
import {
  countItems,
  pinsOf,
  placesOf,
  setImportState,
  settleItem,
  settleItems,
  waitingItems,
  type StagedItem,
} from '../../db/repositories/imports';
import { insertLookup, listLookups, lookupById } from '../../db/repositories/lookups';
import {
  cuesTaken,
  insertNotes,
  insertVersion,
  lockNote,
  pinnedIds,
  setPinOrder,
  updateNote,
  type NewNote,
} from '../../db/repositories/notes';
import { addPerson, personByAddress, updatePerson } from '../../db/repositories/people';
import { insertShelf, listShelves } from '../../db/repositories/shelves';
import { changeSettings, readSettings } from '../accounts';
import type { Application } from '../application';
import { noteContent, wordingOf } from '../notes';
import { checkPlace } from '../shelves';
import { reason, withoutCue, type StagedNote } from './brought';
import { alike, factsOf, fold } from './compare';
import { readImport } from './import';

/** So many notes go in with one transaction; after a kill the import goes on behind the last of them. */
const PORTION = 100;

/**
 * Carries an import out, telling how far it is. What is done is done with the mark that it is, in one transaction, so
 * that it may be stopped or killed anywhere and goes on where it was.
 */
export async function* runImport(app: Application, owner: string, id: string): AsyncGenerator<ImportRun> {
  await readImport(app, owner, id);
  await setImportState(app.db, owner, id, 'running', app.now());
  const { total } = await countItems(app.db, owner, id);
  for (;;) {
    const items = await waitingItems(app.db, owner, id, PORTION);
    if (!items.length) break;
    const kind = items[0]!.kind;
    const run = items.slice(
      0,
      items.findIndex((item) => item.kind !== kind) < 0 ? PORTION : items.findIndex((item) => item.kind !== kind),
    );
    if (kind === 'note') await takeNotes(app, owner, id, run);
    else for (const item of run) await takeOther(app, owner, id, item);
    const { waiting } = await countItems(app.db, owner, id);
    yield { done: total - waiting, total, finished: false, problem: '' };
  }
  await orderPins(app, owner, id);
  await setImportState(app.db, owner, id, 'done', app.now());
  yield { done: total, total, finished: true, problem: '' };
}

/** Where the shelves and lookups of a file are now, by their keys in it. */
export async function keysOf(app: Application, owner: string, id: string): Promise<Map<string, Map<string, string>>> {
  const bySource = new Map<string, Map<string, string>>();
  for (const { source, content, targetId, state } of await placesOf(app.db, owner, id)) {
    if (!targetId || state === 'failed') continue;
    const keys = bySource.get(source) ?? new Map<string, string>();
    bySource.set(source, keys.set((content as { key: string }).key, targetId));
  }
  return bySource;
}

/** Takes what is no note. What is there by now under the same name, and the same, is used and not made again. */
async function takeOther(app: Application, owner: string, id: string, item: StagedItem): Promise<void> {
  const settle = (db: Knex, part: Partial<StagedItem>) =>
    settleItem(db, owner, id, item.position, { state: 'done', ...part });
  if (item.choice === 'leave') return settle(app.db, {});
  const take: Partial<Record<StagedItem['kind'], (content: never) => Promise<void>>> = {
    async shelf({ name, description, inside }: { name: string; description: string; inside: string | null }) {
      const keys = (await keysOf(app, owner, id)).get(item.source);
      const parentId = (inside && keys?.get(inside)) || null;
      await app.db.transaction(async (trx) => {
        const { shelves } = await listShelves(trx, owner);
        const twin = shelves.find((shelf) => shelf.parentId === parentId && fold(shelf.name) === fold(name));
        if (twin) return settle(trx, { choice: 'leave', targetId: twin.id });
        checkPlace(shelves, null, parentId);
        const targetId = newId();
        const position = shelves.filter((other) => other.parentId === parentId).length;
        await insertShelf(trx, owner, { id: targetId, name, description, parentId, position }, app.now());
        await settle(trx, { targetId });
      });
    },
    async lookup({ key: _key, ...lookup }: LookupInput & { key: string }) {
      await app.db.transaction(async (trx) => {
        const rows = await listLookups(trx, owner);
        const byName = new Map(rows.map((row) => [fold(row.name), row.id]));
        let name = lookup.name;
        for (let i = 2; byName.has(fold(name)); i++) {
          const twin = await lookupById(trx, owner, byName.get(fold(name))!);
          if (twin && alike(factsOf(twin), factsOf(lookup))) return settle(trx, { choice: 'leave', targetId: twin.id });
          name = `${lookup.name.slice(0, 90)} (${i})`;
        }
        const targetId = newId();
        await insertLookup(trx, owner, targetId, { ...lookup, name }, app.now());
        await settle(trx, { targetId });
      });
    },
    async person(person: BundlePerson) {
      await addPerson(app.db, owner, { name: person.fullName, address: person.address });
      const known = (await personByAddress(app.db, owner, person.address))!;
      await updatePerson(app.db, owner, known.id, known.version, person);
      await settle(app.db, { targetId: known.id });
    },
    async sender(sender: Omit<Settings, 'version'>) {
      const { version } = await readSettings(app, owner);
      await changeSettings(app, owner, { ...sender, version });
      await settle(app.db, {});
    },
  };
  try {
    await take[item.kind]?.(item.content as never);
  } catch (error) {
    await settle(app.db, { state: 'failed', problem: reason(error) });
  }
}

/** Takes notes in one transaction. A note that cannot be taken is marked, and keeps no other out. */
async function takeNotes(app: Application, owner: string, id: string, items: StagedItem[]): Promise<void> {
  const keys = await keysOf(app, owner, id);
  await app.db.transaction(async (trx) => {
    const fresh: NewNote[] = [];
    const former: { id: string; note: StagedNote; names: Map<string, string> }[] = [];
    const left: number[] = [];
    const done: { position: number; targetId: string; problem: string }[] = [];
    const cues = await cuesTaken(
      trx,
      owner,
      items.map(({ content }) => (content as StagedNote).cue),
    );
    for (const item of items) {
      if (item.choice === 'leave') {
        left.push(item.position);
        continue;
      }
      const names = keys.get(item.source) ?? new Map<string, string>();
      const note = item.content as StagedNote;
      try {
        const taken = item.choice === 'take' ? cues.get(note.cue.toLowerCase()) : undefined;
        const cue = taken === undefined ? note.cue : '';
        const problem = note.cue && !cue ? withoutCue(note.cue, taken!) : '';
        if (cue && item.choice === 'take') cues.set(cue.toLowerCase(), note.name);
        const input: NoteInput = {
          ...wordingOf(renamed(note, names)),
          cue,
          shelfId: (note.shelf && names.get(note.shelf)) || null,
          pinned: note.pin !== null,
        };
        if (
          item.choice === 'replace' &&
          item.targetId &&
          (await replace(trx, owner, item.targetId, input, app.now()))
        ) {
          left.push(item.position);
          continue;
        }
        const noteId = newId();
        const content = noteContent(input);
        fresh.push({
          ...content,
          id: noteId,
          used: note.used,
          lastUsed: note.lastUsed,
          ...(note.created !== null && { createdAt: note.created }),
          ...(note.updated !== null && { updatedAt: note.updated }),
        });
        if (note.former.length) former.push({ id: noteId, note, names });
        done.push({ position: item.position, targetId: noteId, problem });
      } catch (error) {
        await settleItem(trx, owner, id, item.position, { state: 'failed', problem: reason(error) });
      }
    }
    if (fresh.length) await insertNotes(trx, owner, fresh, app.now());
    for (const { id: noteId, note, names } of former)
      for (const { version, madeAt, ...wording } of note.former)
        await insertVersion(trx, owner, noteId, version, wordingOf(renamed(wording, names)), madeAt);
    for (const { id: noteId, note } of former)
      await trx('notes')
        .where({ owner, id: noteId })
        .update({ version: Math.max(...note.former.map(({ version }) => version)) + 1 });
    await settleItems(trx, owner, id, left);
    for (const { position, ...part } of done) await settleItem(trx, owner, id, position, { state: 'done', ...part });
  });
}

/** Puts the pins that came along behind those that were there, in the order they had. */
async function orderPins(app: Application, owner: string, id: string): Promise<void> {
  const came = await pinsOf(app.db, owner, id);
  if (!came.length) return;
  const order = new Map(came.map(({ targetId, pin }) => [targetId, pin]));
  const pinned = await pinnedIds(app.db, owner);
  const before = pinned.filter((note) => !order.has(note));
  const behind = pinned.filter((note) => order.has(note)).sort((a, b) => order.get(a)! - order.get(b)!);
  await app.db.transaction((trx) => setPinOrder(trx, owner, [...before, ...behind]));
}

/** Puts a wording in place of a note's; the former one stays in its history. The note keeps its shelf, pin and cue. */
async function replace(
  trx: Parameters<typeof lockNote>[0],
  owner: string,
  targetId: string,
  input: NoteInput,
  now: number,
): Promise<boolean> {
  const before = await lockNote(trx, owner, targetId);
  if (!before) return false;
  await insertVersion(trx, owner, targetId, before.version, wordingOf(before), before.updatedAt);
  const { shelfId, pinned, cue } = before;
  return updateNote(trx, owner, targetId, before.version, noteContent({ ...input, shelfId, pinned, cue }), now);
}
