import type { Note, NoteRow } from '#shared/types/wire';
import type { NoteChange, NoteInput } from '#shared/schemas/note';
import { wordingText } from '../../core/blank/blanks';
import { checkNote } from '../../core/note/check';
import { parseDoc } from '../../core/note/schema';
import { toLine, toText } from '../../core/note/text';
import { newId } from '../db/id';
import {
  countUse,
  insertNotes,
  listNotes,
  noteById,
  setNoteDeleted,
  updateNote,
  type NoteContent,
} from '../db/repositories/notes';
import type { Application } from './application';
import { notFound, stale, UserError } from './errors';

/** A note as it is stored, with its derived text. @throws UserError when its blanks are not in order. */
export function noteContent({ name, subject, body, pinned }: NoteInput): NoteContent {
  const subjectDoc = parseDoc(subject);
  const bodyDoc = parseDoc(body);
  const [problem] = checkNote(subjectDoc, bodyDoc);
  if (problem) throw new UserError(problem.message, 422, { code: 'blanks' });
  // What a choice may become is wording of the note too, and is found like the rest.
  const bodyText = [toText(bodyDoc), wordingText(bodyDoc)].filter(Boolean).join('\n');
  return { name, subject, body, pinned, subjectText: toLine(subjectDoc), bodyText };
}

export function readNotes({ db }: Application, owner: string): Promise<NoteRow[]> {
  return listNotes(db, owner);
}

export async function readNote({ db }: Application, owner: string, id: string): Promise<Note> {
  const note = await noteById(db, owner, id);
  if (!note) throw notFound('note');
  return note;
}

export async function keepNote(app: Application, owner: string, input: NoteInput): Promise<Note> {
  const id = newId();
  await insertNotes(app.db, owner, [{ id, ...noteContent(input) }], app.now());
  return readNote(app, owner, id);
}

export async function changeNote(
  app: Application,
  owner: string,
  id: string,
  { version, ...input }: NoteChange,
): Promise<Note> {
  const content = noteContent(input);
  if (!(await updateNote(app.db, owner, id, version, content, app.now()))) {
    throw stale('note', await readNote(app, owner, id));
  }
  return readNote(app, owner, id);
}

export async function deleteNote(app: Application, owner: string, id: string): Promise<void> {
  if (!(await setNoteDeleted(app.db, owner, id, app.now()))) throw notFound('note');
}

/** Brings a deleted note back whole. */
export async function restoreNote(app: Application, owner: string, id: string): Promise<Note> {
  if (!(await setNoteDeleted(app.db, owner, id, null))) throw notFound('note');
  return readNote(app, owner, id);
}

/** Counts an insertion of the note. */
export async function noteUsed(app: Application, owner: string, id: string): Promise<void> {
  if (!(await countUse(app.db, owner, id, app.now()))) throw notFound('note');
}
