import type { Knex } from 'knex';
import { num } from '../rows';

/** The blanks of all notes that were filled with one answer only, at least so often. */
export async function alwaysSame(db: Knex, owner: string, least: number, limit: number) {
  const rows = await db('note_answers')
    .where({ owner })
    .select('note_id', 'blank_key')
    .min('answer as answer')
    .sum('uses as uses')
    .groupBy('note_id', 'blank_key')
    .havingRaw('COUNT(*) = 1 AND SUM(uses) >= ?', [least])
    .limit(limit);
  return rows.map((row) => ({
    note: String(row.note_id),
    label: String(row.blank_key),
    answer: String(row.answer),
    count: num(row.uses),
  }));
}

/** How often each two notes went into one answer. */
export async function usedTogether(db: Knex, owner: string, least: number, limit: number) {
  const rows = await db('past_answers as a')
    .join('past_answers as b', 'b.message_id', 'a.message_id')
    .where({ 'a.owner': owner, 'a.taken': true, 'b.taken': true })
    .whereRaw('a.note_id <> b.note_id')
    .groupBy('a.note_id', 'b.note_id')
    .select('a.note_id as note', 'b.note_id as other')
    .count('* as count')
    .havingRaw('COUNT(*) >= ?', [least])
    .orderBy([{ column: 'count', order: 'desc' }, 'note', 'other'])
    .limit(limit);
  return rows.map((row) => ({ note: String(row.note), other: String(row.other), count: num(row.count) }));
}

/** What is meant to stay as it is. */
export const leftAlone = async (db: Knex, owner: string): Promise<Set<string>> =>
  new Set(await db('tending_left').where({ owner }).pluck<string[]>('about'));

/** Leaves something as it is, or has it told again. */
export async function leaveAlone(db: Knex, owner: string, about: string, left: boolean): Promise<void> {
  if (left) await db('tending_left').insert({ owner, about }).onConflict(['owner', 'about']).ignore();
  else await db('tending_left').where({ owner, about }).delete();
}
