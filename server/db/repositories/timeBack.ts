import type { Knex } from 'knex';
import { addressKey } from '#core/message/address';
import type { Day } from '#core/calendar/day';
import { num } from '../rows';

/** A use of a note. */
export interface LoggedUse {
  note: string;
  person: string;
  at: number;
  characters: number;
}

export async function insertUses(db: Knex, owner: string, uses: (LoggedUse & { id: string })[]): Promise<void> {
  const rows = uses.map(({ id, note, person, at, characters }) => ({
    id,
    owner,
    note_id: note,
    address_key: addressKey(person).slice(0, 320),
    used_at: at,
    characters,
  }));
  await db.batchInsert('note_log', rows, 500);
}

/** Drops the latest use of a note for somebody. */
export async function dropUse(db: Knex, owner: string, note: string, person: string): Promise<void> {
  await db('note_log')
    .where({ owner, note_id: note, address_key: addressKey(person).slice(0, 320) })
    .orderBy('used_at', 'desc')
    .limit(1)
    .delete();
}

/** Uses counted together. */
export interface Counted {
  uses: number;
  characters: number;
}

const counted = (row: Record<string, unknown>): Counted => ({ uses: num(row.uses), characters: num(row.characters) });
const COUNTED = 'COUNT(*) AS uses, SUM(characters) AS characters';

/**
 * Uses since the first of some moments: of each note (an empty id for those that are gone), of each person, and between one
 * moment and the next, by its place. Days are not of one length: where clocks change, one has 23 or 25 hours.
 */
export async function countUses(db: Knex, owner: string, moments: number[]) {
  const from = moments[0]!;
  const mine = () => db('note_log').where({ owner }).where('used_at', '>=', from).select(db.raw(COUNTED));
  const [notes, people, spans] = await Promise.all([
    mine().select('note_id').groupBy('note_id'),
    mine().select('address_key').groupBy('address_key').orderBy('characters', 'desc').limit(200),
    mine()
      .select(db.raw(`INTERVAL(used_at, ${moments.map(() => '?').join(', ')}) - 1 AS span`, moments))
      .groupBy('span'),
  ]);
  return {
    notes: notes.map((row) => ({ note: row.note_id ? String(row.note_id) : '', ...counted(row) })),
    people: people.map((row) => ({ person: String(row.address_key), ...counted(row) })),
    spans: spans.map((row) => ({ span: num(row.span), ...counted(row) })),
  };
}

/** What people with these addresses are called. */
export async function namesOf(db: Knex, owner: string, keys: string[]): Promise<Map<string, string>> {
  const rows = await db('people').where({ owner }).whereIn('address_key', keys).select('address_key', 'full_name');
  return new Map(rows.map(({ address_key: key, full_name: name }) => [String(key), String(name)]));
}

/** Adds what was measured of a day. */
export async function addWorkTime(
  db: Knex,
  owner: string,
  day: Day,
  kind: 'library' | 'typing',
  { milliseconds, characters }: { milliseconds: number; characters: number },
): Promise<void> {
  await db('work_time')
    .insert({ owner, day, kind, milliseconds, characters })
    .onConflict(['owner', 'day', 'kind'])
    .merge({
      milliseconds: db.raw('milliseconds + VALUES(milliseconds)'),
      characters: db.raw('characters + VALUES(characters)'),
    });
}

/** What was measured from a day on, by day. */
export async function workTime(db: Knex, owner: string, from: Day) {
  const rows = await db('work_time').where({ owner }).where('day', '>=', from).select();
  return rows.map((row) => ({
    day: String(row.day) as Day,
    kind: row.kind as 'library' | 'typing',
    milliseconds: num(row.milliseconds),
    characters: num(row.characters),
  }));
}

/** How long clients waited for the answers that left since a moment: when each left, and for how long the message answered had waited. */
export async function answerTimes(db: Knex, owner: string, from: number): Promise<{ at: number; waited: number }[]> {
  const rows = await db('messages as mine')
    .join('messages as theirs', function () {
      this.on('theirs.owner', 'mine.owner').andOn('theirs.thread_id', 'mine.thread_id');
    })
    .where({ 'mine.owner': owner, 'mine.folder': 'sent' })
    .where('mine.received_at', '>=', from)
    .whereNot({ 'theirs.folder': 'sent' })
    .whereRaw('theirs.message_id <> ? AND theirs.message_id = mine.in_reply_to', [''])
    .whereRaw('theirs.received_at <= mine.received_at')
    .select('mine.received_at as at', 'theirs.received_at as came')
    .limit(100_000);
  return rows.map(({ at, came }) => ({ at: num(at), waited: num(at) - num(came) }));
}

/** Forgets all uses and all that was measured. @returns how many uses it were */
export async function forgetTime(db: Knex, owner: string): Promise<number> {
  await db('work_time').where({ owner }).delete();
  return db('note_log').where({ owner }).delete();
}
