import type { Knex } from 'knex';
import { addressKey, type Mailbox } from '#core/message/address';
import { json, num } from '../rows';

/** A note in a letter that left: what it said, and what it said there; null where it stood as it is. */
export interface NoteInLetter {
  note: string;
  base: string;
  sent: string | null;
}

/** So many letters of each note are kept, the latest. */
const KEPT = 20;

/** Takes down what notes said in a letter. A note deleted for good meanwhile is left out. */
export async function rememberEdits(
  trx: Knex.Transaction,
  owner: string,
  { message, address, at }: { message: string; address: string; at: number },
  notes: NoteInLetter[],
): Promise<void> {
  const ids = notes.map(({ note }) => note);
  const there = new Set(await trx('notes').where({ owner }).whereIn('id', ids).pluck<string[]>('id'));
  const rows = notes
    .filter(({ note }) => there.has(note))
    .map(({ note, base, sent }) => ({
      ...{ note_id: note, message_id: message, owner, sent_at: at, base, sent },
      address_key: addressKey(address).slice(0, 320),
    }));
  if (!rows.length) return;
  await trx('note_edits').insert(rows).onConflict(['note_id', 'message_id']).ignore();
  for (const { note_id: note } of rows) {
    const last = await trx('note_edits')
      .where({ owner, note_id: note })
      .orderBy('sent_at', 'desc')
      .offset(KEPT - 1)
      .first('sent_at');
    if (last) await trx('note_edits').where({ owner, note_id: note }).where('sent_at', '<', last.sent_at).delete();
  }
}

/** A letter a note was put into. */
export interface EditedLetter extends NoteInLetter {
  message: string;
  to: Mailbox[];
  at: number;
}

/** The letters of the notes that were changed in at least so many of theirs, the latest first, by note. */
export async function editedLetters(db: Knex, owner: string, least: number): Promise<EditedLetter[]> {
  const edited = db('note_edits')
    .where({ owner })
    .whereNotNull('sent')
    .groupBy('note_id')
    .havingRaw('COUNT(*) >= ?', [least]);
  const rows = await db('note_edits as e')
    .join(edited.select('note_id').as('often'), 'often.note_id', 'e.note_id')
    .join('messages as m', 'm.id', 'e.message_id')
    .where({ 'e.owner': owner })
    .whereNotIn('m.folder', ['trash', 'gone'])
    .orderBy(['e.note_id', { column: 'e.sent_at', order: 'desc' }])
    .select('e.note_id', 'e.message_id', 'e.sent_at', 'e.base', 'e.sent', 'm.to_list');
  return rows.map((row) => ({
    note: String(row.note_id),
    message: String(row.message_id),
    to: json<Mailbox[]>(row.to_list),
    at: num(row.sent_at),
    base: String(row.base),
    sent: row.sent === null ? null : String(row.sent),
  }));
}

/** Forgets what was changed in notes; tells how many letters it were. */
export const forgetEdits = (db: Knex, owner: string): Promise<number> => db('note_edits').where({ owner }).delete();
