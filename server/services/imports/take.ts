import type { Knex } from 'knex';
import type { ImportRun } from '#shared/types/wire';
import type { BundlePerson } from '#shared/schemas/bundle';
import type { LookupInput } from '#shared/schemas/lookup';
import type { NoteInput } from '#shared/schemas/note';
import type { RoutineInput } from '#shared/schemas/routine';
import type { Settings } from '#shared/schemas/settings';
import { renamed } from '#core/library/bundle';
import { cueKey } from '#core/cue/key';
import { withSignatures } from '#core/note/signature';
import { newId } from '../../db/id';
import { holdAccount } from '../../db/repositories/accounts';
import {
  countItems,
  lockImport,
  notesByKey,
  pinsOf,
  placesOf,
  setContent,
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
  setVersion,
  updateNote,
  type NewNote,
} from '../../db/repositories/notes';
import { listRoutines } from '../../db/repositories/routines';
import { insertShelf, listShelves } from '../../db/repositories/shelves';
import { changeSettings, readSettings } from '../accounts';
import type { Application } from '../application';
import { noteFault } from '../fault';
import { noteContent } from '../noteContent';
import { wordingOf } from '../notes';
import { makeRoutine } from '../routines';
import { checkPlace } from '../shelves';
import { bodyOf, reason, remarksOn, type StagedNote } from './brought';
import { fold } from '#core/text/fold';
import { alike } from './alike';
import { factsOf, stepsOf } from './compare';
import { takePerson } from './person';
import { readImport } from './import';
import { isMisfit } from '../../db/connect';
import { inTransaction } from '../../db/transaction';
import { phrase, type Phrase } from '#core/text/phrase';

/** So many notes go in with one transaction; after a kill the import goes on behind the last of them. */
const PORTION = 100;

/**
 * Carries an import out, telling how far it is. What is done is done with the mark that it is, in one transaction, so
 * that it may be stopped or killed anywhere and goes on where it was. Carried out from two windows at once, each portion
 * is taken by one of them.
 */
export async function* runImport(app: Application, owner: string, id: string): AsyncGenerator<ImportRun> {
  await readImport(app, owner, id);
  await setImportState(app.db, owner, id, 'running', app.now());
  for (;;) {
    const full = await app.fullDisk();
    if (full) {
      const { total, waiting } = await countItems(app.db, owner, id);
      yield { done: total - waiting, total, finished: true, problem: full };
      return;
    }
    const { total, waiting, taken } = await inTransaction(app.db, (trx) => takePortion({ ...app, db: trx }, owner, id));
    if (!taken) break;
    yield { done: total - waiting, total, finished: false, problem: null };
  }
  await orderPins(app, owner, id);
  await setImportState(app.db, owner, id, 'done', app.now());
  const { total } = await countItems(app.db, owner, id);
  yield { done: total, total, finished: true, problem: null };
}

/** One's own data of a bundle, and once it is taken what it took the place of. */
export type TakenSender = Omit<Settings, 'version'> & { before?: Omit<Settings, 'version'> };

/** An application whose database is a transaction under way. */
type Within = Application & { db: Knex.Transaction };

async function takePortion(app: Within, owner: string, id: string) {
  await lockImport(app.db, owner, id);
  await holdAccount(app.db, owner);
  const items = await waitingItems(app.db, owner, id, PORTION);
  const other = items.findIndex(({ kind }) => kind !== items[0]!.kind);
  const portion = other < 0 ? items : items.slice(0, other);
  if (items[0]?.kind === 'note') await takeNotes(app, owner, id, portion);
  else for (const item of portion) await takeOther(app, owner, id, item);
  return { ...(await countItems(app.db, owner, id)), taken: portion.length };
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
async function takeOther(app: Within, owner: string, id: string, item: StagedItem): Promise<void> {
  const { db } = app;
  const settle = (part: Partial<StagedItem>) => settleItem(db, owner, id, item.position, { state: 'done', ...part });
  if (item.choice === 'leave') return settle({});
  const take: Partial<Record<StagedItem['kind'], (content: never) => Promise<void>>> = {
    async shelf({ name, description, inside }: { name: string; description: string; inside: string | null }) {
      const keys = (await keysOf(app, owner, id)).get(item.source);
      const parentId = (inside && keys?.get(inside)) || null;
      const { shelves } = await listShelves(db, owner);
      const twin = shelves.find((shelf) => shelf.parentId === parentId && fold(shelf.name) === fold(name));
      if (twin) return settle({ choice: 'leave', targetId: twin.id });
      checkPlace(shelves, null, parentId);
      const targetId = newId();
      const position = shelves.filter((other) => other.parentId === parentId).length;
      await insertShelf(db, owner, { id: targetId, name, description, parentId, position }, app.now());
      await settle({ targetId });
    },
    async lookup({ key: _key, ...lookup }: LookupInput & { key: string }) {
      const byName = new Map((await listLookups(db, owner)).map((row) => [fold(row.name), row.id]));
      let name = lookup.name;
      for (let i = 2; byName.has(fold(name)); i++) {
        const twin = await lookupById(db, owner, byName.get(fold(name))!);
        if (twin && alike(factsOf(twin), factsOf(lookup))) return settle({ choice: 'leave', targetId: twin.id });
        name = `${lookup.name.slice(0, 90)} (${i})`;
      }
      const targetId = newId();
      await insertLookup(db, owner, targetId, { ...lookup, name }, app.now());
      await settle({ targetId });
    },
    async person(person: BundlePerson) {
      const { content, ...done } = await takePerson(db, owner, person);
      // What was known before is kept with the import, so that undoing it gives it back.
      await setContent(db, owner, id, item.position, content);
      await settle({ targetId: done.targetId, problem: done.problem ?? item.problem });
    },
    async routine(routine: RoutineInput) {
      const here = await notesByKey(db, owner, id, item.source, routine.notes);
      const { signatures } = await readSettings(app, owner);
      const known = signatures.some((one) => one.id === routine.signature);
      const taken = {
        ...routine,
        notes: routine.notes.flatMap((key) => here.get(key) ?? []),
        signature: known ? routine.signature : routine.signature && null,
      };
      const byName = new Map((await listRoutines(db, owner)).map((one) => [fold(one.name), one]));
      for (let i = 2; byName.has(fold(taken.name)); i++) {
        const twin = byName.get(fold(taken.name))!;
        if (alike(stepsOf(twin), stepsOf(taken))) return settle({ choice: 'leave', targetId: twin.id });
        taken.name = `${routine.name.slice(0, 90)} (${i})`;
      }
      const { id: targetId } = await makeRoutine(app, owner, taken);
      const isWhole = taken.notes.length === routine.notes.length;
      await settle({ targetId, problem: isWhole ? item.problem : phrase('importing.routineWithout') });
    },
    async sender({ before: _before, ...sender }: TakenSender) {
      const { version, ...before } = await readSettings(app, owner);
      // What an earlier version knew nothing of stays as it is.
      const taken = { ...before, ...withSignatures(sender) };
      await changeSettings(app, owner, { ...taken, version });
      // What stood there before is kept with the import, so that undoing it gives it back.
      await setContent(db, owner, id, item.position, { ...taken, before });
      await settle({});
    },
  };
  try {
    await take[item.kind]?.(item.content as never);
  } catch (error) {
    if (!isOfOne(error)) throw error;
    await settle({ state: 'failed', problem: reason(error) });
  }
}

/** Whether an error is about the one thing that was to be taken. Any other ends the portion, which is begun anew or goes on later. */
const isOfOne = (error: unknown): boolean => !('code' in (error as object)) || isMisfit(error);

/** Takes notes. One that cannot be taken is marked, and keeps no other out. */
async function takeNotes(app: Within, owner: string, id: string, items: StagedItem[]): Promise<void> {
  const { db } = app;
  const keys = await keysOf(app, owner, id);
  const fresh: NewNote[] = [];
  const former: { id: string; note: StagedNote; names: Map<string, string> }[] = [];
  const left: number[] = [];
  const done: (Pick<StagedItem, 'position' | 'problem'> & Partial<StagedItem>)[] = [];
  const cues = await cuesTaken(
    db,
    owner,
    items.map(({ content }) => (content as StagedNote).cue),
  );
  for (const { position, choice, source, targetId, content } of items) {
    const note = content as StagedNote;
    const names = keys.get(source) ?? new Map<string, string>();
    const shelfId = (note.shelf && names.get(note.shelf)) || null;
    const wording = wordingOf(renamed({ ...note, body: bodyOf(note) }, names));
    const input: NoteInput = { ...wording, shelfId, pinned: note.pin !== null };
    try {
      if (choice === 'leave') {
        left.push(position);
        continue;
      }
      if (choice === 'replace' && targetId && (await replace(db, owner, targetId, input, app.now()))) {
        done.push({ position, problem: remarksOn(note, undefined) });
        continue;
      }
      const taken = cues.get(cueKey(note.cue));
      const cue = taken === undefined ? note.cue : '';
      if (cue) cues.set(cueKey(cue), note.name);
      const noteId = newId();
      fresh.push({
        ...noteContent({ ...input, cue }),
        id: noteId,
        used: note.used,
        lastUsed: note.lastUsed,
        ...(note.created !== null && { createdAt: note.created }),
        ...(note.updated !== null && { updatedAt: note.updated }),
      });
      if (note.former.length) former.push({ id: noteId, note, names });
      // What was to replace a note that has gone by now comes as a new one.
      done.push({ position, choice: 'take', targetId: noteId, problem: remarksOn(note, taken) });
    } catch (error) {
      if (!isOfOne(error)) throw error;
      await settleItem(db, owner, id, position, { state: 'failed', problem: reason(error) });
    }
  }
  const failed = await insertEach(app, owner, fresh);
  for (const { id: noteId, note, names } of former) {
    if (failed.has(noteId)) continue;
    for (const { version, madeAt, ...wording } of note.former)
      await insertVersion(db, owner, noteId, version, wordingOf(renamed(wording, names)), madeAt);
    await setVersion(db, owner, noteId, Math.max(...note.former.map(({ version }) => version)) + 1);
  }
  await settleItems(db, owner, id, left);
  for (const { position, ...part } of done) {
    const problem = failed.get(part.targetId ?? '');
    if (problem) await settleItem(db, owner, id, position, { state: 'failed', problem });
    else await settleItem(db, owner, id, position, { state: 'done', ...part });
  }
}

/** Inserts notes, all at once where that goes well, else each by itself. @returns why some could not be kept, by their id */
async function insertEach(app: Within, owner: string, notes: NewNote[]): Promise<Map<string, Phrase>> {
  const failed = new Map<string, Phrase>();
  if (!notes.length) return failed;
  const insert = (some: NewNote[]) => inTransaction(app.db, (trx) => insertNotes(trx, owner, some, app.now()));
  try {
    await insert(notes);
  } catch (error) {
    if (!isMisfit(error)) throw error;
    for (const note of notes)
      await insert([note]).catch((one) => {
        if (!isMisfit(one)) throw one;
        noteFault('Import', one);
        failed.set(note.id, phrase('importing.notKept'));
      });
  }
  return failed;
}

/** Puts the pins that came along behind those that were there, in the order they had. */
async function orderPins(app: Application, owner: string, id: string): Promise<void> {
  const came = await pinsOf(app.db, owner, id);
  if (!came.length) return;
  const order = new Map(came.map(({ targetId, pin }) => [targetId, pin]));
  const pinned = await pinnedIds(app.db, owner);
  const before = pinned.filter((note) => !order.has(note));
  const behind = pinned.filter((note) => order.has(note)).sort((a, b) => order.get(a)! - order.get(b)!);
  await inTransaction(app.db, (trx) => setPinOrder(trx, owner, [...before, ...behind]));
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
