import type { Knex } from 'knex';
import type { NoteMark } from '#shared/types/wire';
import { num } from '../rows';

const MARK = ['id', 'version', 'used', 'pin_order'];

const standing = (db: Knex, owner: string) => db('notes').where({ owner, deleted_at: null });

/** A text that is another one once a note was kept, changed, used, moved among the pinned ones or deleted. */
export async function digestOfNotes(db: Knex, owner: string): Promise<string> {
  const mark = `CONCAT_WS(':', ${MARK.map(() => '??').join(', ')})`;
  // A CRC would not do: two notes that change places have the same two together before and after.
  const mixed = db.raw(`BIT_XOR(CAST(CONV(LEFT(MD5(${mark}), 15), 16, 10) AS UNSIGNED)) AS mixed`, MARK);
  const row = await standing(db, owner).count('* as count').select(mixed).first();
  return `${row!.count}.${row!.mixed}`;
}

/** The marks of all notes of an account. */
export async function marksOfNotes(db: Knex, owner: string): Promise<NoteMark[]> {
  const rows = await standing(db, owner).select(MARK);
  return rows.map((row) => ({
    id: String(row.id),
    version: num(row.version),
    used: num(row.used),
    pinOrder: num(row.pin_order),
  }));
}
