import type { BinRow, ConstantBlank, FormerWording, Note, NoteMarks, NoteRow } from '#shared/types/wire';
import type { NoteChange, NoteInput, NoteList, NoteUse, Wording } from '#shared/schemas/note';
import { cueKey } from '#core/cue/key';
import { copyNames } from '#core/library/name';
import { picturesIn } from '#core/note/schema';
import { isDuplicate } from '../db/connect';
import { newId } from '../db/id';
import { filesKnown } from '../db/repositories/files';
import {
  countUse,
  cuesTaken,
  insertNotes,
  insertVersion,
  listBin,
  listNotes,
  listVersions,
  lockNote,
  noteById,
  noteRows,
  notesNamed,
  notesWithinReach,
  pageOfNotes,
  setNotesDeleted,
  setPinned,
  setPinOrder,
  setShelf,
  uncountUse,
  updateNote,
  wholeNotes,
} from '../db/repositories/notes';
import { digestOfNotes, marksOfNotes } from '../db/repositories/noteMarks';
import { constantAnswers } from '../db/repositories/noteAnswers';
import { passOver } from '../db/repositories/pastAnswers';
import { dropUse } from '../db/repositories/timeBack';
import { listShelves, shelfById } from '../db/repositories/shelves';
import type { Application } from './application';
import { asWritten, notFound, stale, UserError } from './errors';
import { learnTaken } from './knowing';
import { logUse } from './timeBack';
import { noteContent } from './noteContent';
import { groupedBy } from '../db/rows';
import { inTransaction } from '../db/transaction';
import { phrase } from '#core/text/phrase';

/** What of a note its history keeps. */
export function wordingOf({ name, description, cue, subject, body, to, cc, bcc, attachments }: Wording): Wording {
  return { name, description, cue, subject, body, to, cc, bcc, attachments };
}

async function standing<T extends NoteRow>({ db }: Application, owner: string, notes: T[]): Promise<T[]> {
  if (!notes.some(({ shelfId }) => shelfId)) return notes;
  const shelves = await listShelves(db, owner);
  return notes.map((note) => ({ ...note, shelfId: shelves.standing(note.shelfId) }));
}

export async function readNotes(app: Application, owner: string): Promise<NoteRow[]> {
  return standing(app, owner, await listNotes(app.db, owner));
}

/** A part of the list: what stands within reach, a page in the order of the ids, so that all need not come at once, or some by their ids. */
export async function readSomeNotes(app: Application, owner: string, part: NoteList): Promise<NoteRow[]> {
  if (part.within === 'reach') return standing(app, owner, await notesWithinReach(app.db, owner, LATELY));
  if (part.within === 'ids') return standing(app, owner, await noteRows(app.db, owner, (part.ids ?? '').split(',')));
  return standing(app, owner, await pageOfNotes(app.db, owner, part.after ?? '', part.limit ?? 1_000));
}

/** By what one sees which notes were changed or used elsewhere; nothing but the digest where it is the known one. */
export async function readNoteMarks({ db }: Application, owner: string, known: string): Promise<NoteMarks> {
  const digest = await digestOfNotes(db, owner);
  return { digest, marks: digest === known ? null : await marksOfNotes(db, owner) };
}

/** So many of the notes used last are within reach. */
const LATELY = 50;

export async function readNote(app: Application, owner: string, id: string): Promise<Note> {
  const note = await noteById(app.db, owner, id);
  if (!note) throw notFound('note');
  return (await standing(app, owner, [note]))[0]!;
}

async function changedRows(app: Application, owner: string, ids: string[]): Promise<NoteRow[]> {
  return standing(app, owner, await noteRows(app.db, owner, ids));
}

/** What a note names is there: its shelf and its files. Its cue is no other note's. @throws UserError */
async function checkNamed(app: Application, owner: string, input: NoteInput, except = ''): Promise<void> {
  if (input.shelfId && !(await shelfById(app.db, owner, input.shelfId))) throw notFound('shelf');
  const files = [...input.attachments.map(({ file }) => file), ...picturesIn(input.body)];
  const known = await filesKnown(app.db, owner, files);
  const missing = input.attachments.find(({ file }) => !known.has(file));
  if (missing) throw new UserError(phrase('file.gone', { name: missing.name }));
  if (files.some((file) => !known.has(file))) throw new UserError(phrase('file.pictureGone'));
  if (!input.cue) return;
  const other = (await cuesTaken(app.db, owner, [input.cue], except)).get(cueKey(input.cue));
  if (other !== undefined) throw cueTaken(input.cue, other);
}

function cueTaken(cue: string, other = ''): UserError {
  const message = other ? phrase('error.cueOf', { cue, other }) : phrase('error.cueTaken', { cue });
  return new UserError(message, 422, { code: 'cue', fields: { cue: message } });
}

export async function keepNote(app: Application, owner: string, input: NoteInput): Promise<Note> {
  const id = newId();
  const content = noteContent(input);
  await checkNamed(app, owner, input);
  try {
    await insertNotes(app.db, owner, [{ id, ...content }], app.now());
  } catch (error) {
    throw isDuplicate(error) ? cueTaken(input.cue) : error;
  }
  return readNote(app, owner, id);
}

/** Replaces a note that was read at `version`; the former wording is kept in its history. */
export async function changeNote(
  app: Application,
  owner: string,
  id: string,
  { version, ...input }: NoteChange,
): Promise<Note> {
  const content = noteContent(input);
  await checkNamed(app, owner, input, id);
  try {
    await inTransaction(app.db, async (trx) => {
      const before = await lockNote(trx, owner, id);
      if (!before) throw notFound('note');
      if (before.version !== version) throw stale('note', await readNote({ ...app, db: trx }, owner, id));
      if (JSON.stringify(wordingOf(before)) !== JSON.stringify(wordingOf(input)))
        await insertVersion(trx, owner, id, version, wordingOf(before), before.updatedAt);
      await updateNote(trx, owner, id, version, content, app.now());
    });
  } catch (error) {
    throw isDuplicate(error) ? cueTaken(input.cue) : error;
  }
  return asWritten('note', version, await readNote(app, owner, id));
}

/** The former wordings of a note, the latest first. */
export async function readHistory(app: Application, owner: string, id: string): Promise<FormerWording[]> {
  await readNote(app, owner, id);
  return listVersions(app.db, owner, id);
}

/** Puts notes into the bin, together. */
export async function deleteNotes(app: Application, owner: string, ids: string[]): Promise<void> {
  if (!(await setNotesDeleted(app.db, owner, ids, app.now()))) throw notFound('note');
}

/** Brings notes back from the bin whole. */
export async function restoreNotes(app: Application, owner: string, ids: string[]): Promise<NoteRow[]> {
  const count = await inTransaction(app.db, (trx) => setNotesDeleted(trx, owner, ids, null));
  if (!count) throw notFound('note');
  return changedRows(app, owner, ids);
}

export function readBin({ db }: Application, owner: string): Promise<BinRow[]> {
  return listBin(db, owner);
}

/** Puts each note on its shelf, all or none. */
export async function moveNotes(
  app: Application,
  owner: string,
  places: { id: string; shelfId: string | null }[],
): Promise<NoteRow[]> {
  const byShelf = groupedBy(places, ({ shelfId }) => shelfId ?? '');
  await inTransaction(app.db, async (trx) => {
    for (const [shelf, some] of byShelf) {
      if (shelf && !(await shelfById(trx, owner, shelf))) throw notFound('shelf');
      await setShelf(
        trx,
        owner,
        some.map(({ id }) => id),
        shelf || null,
      );
    }
  });
  const ids = places.map(({ id }) => id);
  const rows = await changedRows(app, owner, ids);
  if (!rows.length) throw notFound('note');
  return rows;
}

/** Copies notes, all or none. A copy has no cue, no pin and no past; without a shelf it stands where its original does. */
export async function copyNotes(
  app: Application,
  owner: string,
  { ids, shelfId }: { ids: string[]; shelfId?: string | null },
): Promise<NoteRow[]> {
  if (shelfId && !(await shelfById(app.db, owner, shelfId))) throw notFound('shelf');
  const originals = await wholeNotes(app.db, owner, ids);
  if (!originals.length) throw notFound('note');
  const wanted = originals.map(({ name }) => copyNames(name));
  const taken = new Set((await notesNamed(app.db, owner, wanted.flat())).map(({ name }) => name));
  const copies = originals.map((note, i) => {
    const name = wanted[i]!.find((one) => !taken.has(one)) ?? wanted[i]!.at(-1)!;
    taken.add(name);
    const place = { cue: '', pinned: false, shelfId: shelfId === undefined ? note.shelfId : shelfId };
    return { id: newId(), ...noteContent({ ...wordingOf(note), ...place, name }) };
  });
  await inTransaction(app.db, (trx) => insertNotes(trx, owner, copies, app.now()));
  return changedRows(
    app,
    owner,
    copies.map(({ id }) => id),
  );
}

/** Pins notes behind those that are pinned, in the order given, or takes their pins away. */
export async function pinNotes(app: Application, owner: string, { ids, pinned }: { ids: string[]; pinned: boolean }) {
  await inTransaction(app.db, (trx) => setPinned(trx, owner, ids, pinned));
  const rows = await changedRows(app, owner, ids);
  if (!rows.length) throw notFound('note');
  return rows;
}

export async function orderPins(app: Application, owner: string, ids: string[]): Promise<void> {
  await inTransaction(app.db, (trx) => setPinOrder(trx, owner, ids));
}

/** Counts an insertion of the note. */
export async function noteUsed(app: Application, owner: string, id: string, use: NoteUse): Promise<void> {
  if (!(await countUse(app.db, owner, id, use, app.now()))) throw notFound('note');
  if (use.messageId) await learnTaken(app, owner, use.messageId, [id], use.offered ?? [], use.asks);
  await logUse(app, owner, id, use.person);
}

/** Takes back that an insertion was counted: it was undone. */
export async function noteUnused(app: Application, owner: string, id: string, use: NoteUse): Promise<void> {
  await inTransaction(app.db, async (trx) => {
    if (!(await uncountUse(trx, owner, id, use))) throw notFound('note');
    await dropUse(trx, owner, id, use.person);
    if (use.messageId) await passOver(trx, owner, use.messageId, id);
  });
}

/** So often a blank is filled before it is called always the same. */
const ALWAYS = 4;

/** The blanks of a note that were filled with one and the same answer every time. */
export async function readConstantBlanks(app: Application, owner: string, id: string): Promise<ConstantBlank[]> {
  await readNote(app, owner, id);
  return constantAnswers(app.db, owner, id, ALWAYS);
}
