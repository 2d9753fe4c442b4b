import type { Knex } from 'knex';
import { addressKey } from '#core/message/address';
import { bareSubject } from '#core/message/subject';
import type { PastAnswer } from '#core/suggest/past';
import type { MessageTerms } from '#core/suggest/terms';
import { num } from '../rows';

/** What a message asked, and of whom it came, as far as suggestion needs it. */
export interface AskedMessage {
  id: string;
  person: string;
  isLater: boolean;
  subject: string;
}

/** A message that may be learnt from; null when it is gone, or was written by the user. */
export async function askedMessage(db: Knex, owner: string, id: string): Promise<AskedMessage | null> {
  const row = await db('messages').where({ owner, id }).whereNot({ folder: 'sent' }).first('from_address', 'subject');
  if (!row) return null;
  return {
    id,
    person: addressKey(String(row.from_address)).slice(0, 320),
    isLater: bareSubject(String(row.subject)) !== String(row.subject).trim(),
    subject: String(row.subject),
  };
}

type Learnt = MessageTerms & Pick<AskedMessage, 'id' | 'person' | 'isLater'>;

/** A note deleted for good meanwhile is left out. */
async function known(db: Knex, owner: string, notes: { note: string; taken: boolean }[]) {
  const ids = notes.map(({ note }) => note);
  const there = new Set(await db('notes').where({ owner }).whereIn('id', ids).pluck<string[]>('id'));
  return notes.filter(({ note }) => there.has(note));
}

/** Takes down that notes answered a message, or were passed over. What was taken stays taken. */
export async function rememberPast(
  db: Knex,
  owner: string,
  { id, person, isLater, asked, around }: Learnt,
  notes: { note: string; taken: boolean }[],
  at: number,
): Promise<void> {
  const rows = (await known(db, owner, notes)).map(({ note, taken }) => ({
    owner,
    message_id: id,
    note_id: note,
    address_key: person,
    later: isLater,
    taken,
    answered_at: at,
    asked: asked.join(' '),
    around: around.join(' '),
  }));
  if (!rows.length) return;
  await db('past_answers')
    .insert(rows)
    .onConflict(['message_id', 'note_id'])
    // What it was taken for counts, not what it was passed over for before.
    .merge({
      asked: db.raw('IF(VALUES(taken) > taken, VALUES(asked), asked)'),
      around: db.raw('IF(VALUES(taken) > taken, VALUES(around), around)'),
      taken: db.raw('taken OR VALUES(taken)'),
      answered_at: at,
    });
}

/** A note that was put into the answer to a message was taken out of it again. */
export async function passOver(db: Knex, owner: string, message: string, note: string): Promise<void> {
  await db('past_answers').where({ owner, message_id: message, note_id: note }).update({ taken: false });
}

/** Puts down which notes answered a message in the end; what is known of the message stays. @returns false where nothing is known of it */
export async function settlePast(
  db: Knex,
  owner: string,
  message: string,
  taken: string[],
  at: number,
): Promise<boolean> {
  const mine = () => db('past_answers').where({ owner, message_id: message });
  const one = await mine().first();
  if (!one) return false;
  await mine().update({ taken: db.raw(taken.length ? 'note_id IN (?)' : '0', taken.length ? [taken] : []) });
  const notes = await known(
    db,
    owner,
    taken.map((note) => ({ note, taken: true })),
  );
  if (notes.length)
    await db('past_answers')
      .insert(notes.map(({ note }) => ({ ...one, note_id: note, taken: true, answered_at: at })))
      .onConflict(['message_id', 'note_id'])
      .merge(['taken', 'answered_at']);
  return true;
}

const terms = (text: unknown) => String(text).split(' ').filter(Boolean);

/** A page of what was learnt, the latest first, behind a place in that order. Messages that are gone, or in the trash, say nothing. */
export async function listPast(
  db: Knex,
  owner: string,
  after: { at: number; message: string; note: string } | null,
  limit: number,
): Promise<PastAnswer[]> {
  const query = db('past_answers as p')
    .join('messages as m', 'm.id', 'p.message_id')
    .where({ 'p.owner': owner })
    .whereNull('m.gone_at')
    .whereNot({ 'm.folder': 'trash' })
    .select('p.*')
    .orderBy([
      { column: 'p.answered_at', order: 'desc' },
      { column: 'p.message_id', order: 'desc' },
      { column: 'p.note_id', order: 'desc' },
    ])
    .limit(limit);
  if (after)
    void query.whereRaw('(p.answered_at, p.message_id, p.note_id) < (?, ?, ?)', [after.at, after.message, after.note]);
  return (await query).map((row) => ({
    message: String(row.message_id),
    note: String(row.note_id),
    person: String(row.address_key),
    isLater: Boolean(row.later),
    taken: Boolean(row.taken),
    at: num(row.answered_at),
    asked: terms(row.asked),
    around: terms(row.around),
  }));
}

/** Forgets all that was learnt from answers. @returns how much it was */
export const forgetPast = (db: Knex, owner: string): Promise<number> => db('past_answers').where({ owner }).delete();
