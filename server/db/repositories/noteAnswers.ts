import { createHash } from 'node:crypto';
import type { Knex } from 'knex';
import type { ConstantBlank } from '#shared/types/wire';
import { num } from '../rows';

/** Counts what the blanks of a note were filled with in a message that has left. */
export async function countAnswers(
  db: Knex,
  owner: string,
  noteId: string,
  answers: { key: string; answer: string }[],
): Promise<void> {
  if (!answers.length || !(await db('notes').where({ owner, id: noteId }).first('id'))) return;
  const rows = answers.map(({ key, answer }) => ({
    note_id: noteId,
    owner,
    blank_key: key.slice(0, 190),
    digest: createHash('sha256').update(answer).digest('hex'),
    answer,
    uses: 1,
  }));
  await db('note_answers')
    .insert(rows)
    .onConflict(['note_id', 'blank_key', 'digest'])
    .merge({ uses: db.raw('uses + 1') });
}

/** The blanks of a note with one answer only, given at least `least` times. */
export async function constantAnswers(
  db: Knex,
  owner: string,
  noteId: string,
  least: number,
): Promise<ConstantBlank[]> {
  const rows = await db('note_answers')
    .where({ owner, note_id: noteId })
    .select('blank_key')
    .min('answer as answer')
    .sum('uses as uses')
    .groupBy('blank_key')
    .havingRaw('COUNT(*) = 1 AND SUM(uses) >= ?', [least]);
  return rows.map((row) => ({ key: String(row.blank_key), answer: String(row.answer), uses: num(row.uses) }));
}
