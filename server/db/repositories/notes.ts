import type { Knex } from 'knex';
import type { Note, NoteRow } from '#shared/types/wire';
import type { DocJson } from '../../../core/note/schema';
import { json, num } from '../rows';

export interface NoteContent {
  name: string;
  subject: DocJson;
  body: DocJson;
  subjectText: string;
  bodyText: string;
  pinned: boolean;
}

const ROW = ['id', 'version', 'name', 'subject_text', 'body_text', 'pinned', 'used', 'last_used', 'updated_at'];

function toRow(row: Record<string, unknown>): NoteRow {
  return {
    id: String(row.id),
    version: num(row.version),
    name: String(row.name),
    subjectText: String(row.subject_text),
    bodyText: String(row.body_text),
    pinned: Boolean(row.pinned),
    used: num(row.used),
    lastUsed: num(row.last_used),
    updatedAt: num(row.updated_at),
  };
}

function columns({ name, subject, body, subjectText, bodyText, pinned }: NoteContent) {
  return {
    name,
    subject: JSON.stringify(subject),
    body: JSON.stringify(body),
    subject_text: subjectText,
    body_text: bodyText,
    pinned,
  };
}

export async function listNotes(db: Knex, owner: string): Promise<NoteRow[]> {
  return (await db('notes').where({ owner, deleted_at: null }).select(ROW).orderBy('name')).map(toRow);
}

export async function noteById(db: Knex, owner: string, id: string): Promise<Note | null> {
  const row = await db('notes')
    .where({ owner, id, deleted_at: null })
    .first([...ROW, 'subject', 'body']);
  return row ? { ...toRow(row), subject: json(row.subject), body: json(row.body) } : null;
}

/** The notes whose wording names an id, for instance of a lookup. */
export async function notesHolding(db: Knex, owner: string, id: string): Promise<Note[]> {
  const like = `%${id}%`;
  const rows = await db('notes')
    .where({ owner, deleted_at: null })
    .andWhere((q) => q.where('body', 'like', like).orWhere('subject', 'like', like))
    .orderBy('name');
  return rows.map((row) => ({ ...toRow(row), subject: json(row.subject), body: json(row.body) }));
}

export async function insertNotes(db: Knex, owner: string, notes: (NoteContent & { id: string })[], now: number) {
  const rows = notes.map((note) => ({ id: note.id, owner, ...columns(note), created_at: now, updated_at: now }));
  await db.batchInsert('notes', rows, 200);
}

/** Writes a note that was read at `version`; false when it was changed or deleted since. */
export async function updateNote(db: Knex, owner: string, id: string, version: number, note: NoteContent, now: number) {
  const changed = await db('notes')
    .where({ owner, id, version, deleted_at: null })
    .update({ ...columns(note), version: version + 1, updated_at: now });
  return changed === 1;
}

/** Deletes a note (`at`) or brings it back (`null`); false when there is nothing to do it to. */
export async function setNoteDeleted(db: Knex, owner: string, id: string, at: number | null): Promise<boolean> {
  const query = db('notes').where({ owner, id });
  if (at === null) query.whereNotNull('deleted_at');
  else query.whereNull('deleted_at');
  return (await query.update({ deleted_at: at, version: db.raw('version + 1') })) === 1;
}

export async function countUse(db: Knex, owner: string, id: string, at: number): Promise<boolean> {
  return (
    (await db('notes')
      .where({ owner, id })
      .update({ used: db.raw('used + 1'), last_used: at })) === 1
  );
}
