import type { Knex } from 'knex';
import type { Day } from '#core/calendar/day';
import { addressKey, type Mailbox } from '#core/message/address';
import type { HandsPerson, HandsReply, HandsRow } from '#shared/types/hands';
import type { HandsInput } from '#shared/schemas/hands';
import { json, num } from '../rows';
import { newId } from '../id';

const keyOf = (address: string) => addressKey(address).slice(0, 320);

const toRow = (row: Record<string, unknown>): HandsRow => ({
  id: String(row.id),
  version: num(row.version),
  code: String(row.code),
  question: String(row.question),
  options: json(row.options),
  several: Boolean(row.several),
  lastDay: row.last_day ? (String(row.last_day) as Day) : null,
  createdAt: num(row.created_at),
  asked: num(row.asked),
});

const rowsOf = (db: Knex, owner: string) =>
  db('hands')
    .where({ owner })
    .select('hands.*')
    .select(db.raw('(SELECT COUNT(*) FROM hands_asked WHERE hands_asked.hands_id = hands.id) AS asked'));

export async function insertHands(db: Knex, owner: string, id: string, code: string, input: HandsInput, now: number) {
  const { question, options, several, lastDay } = input;
  await db('hands').insert({
    ...{ id, owner, code, question, several },
    options: JSON.stringify(options),
    last_day: lastDay,
    created_at: now,
  });
}

/** All that were put to somebody, the latest first. */
export async function listHands(db: Knex, owner: string): Promise<HandsRow[]> {
  const rows = await rowsOf(db, owner)
    .whereNull('deleted_at')
    .whereExists(db('hands_asked').whereRaw('hands_asked.hands_id = hands.id'))
    .orderBy('created_at', 'desc')
    .limit(500);
  return rows.map(toRow);
}

/** @param isDeletedToo whether one that was deleted, and may be brought back, is found too */
export async function handsById(db: Knex, owner: string, id: string, isDeletedToo = false): Promise<HandsRow | null> {
  const row = await rowsOf(db, owner)
    .where({ id, ...(!isDeletedToo && { deleted_at: null }) })
    .first();
  return row ? toRow(row) : null;
}

/** Changes a show of hands that was read at `version`; false when it was changed since. */
export async function updateHands(
  db: Knex,
  owner: string,
  id: string,
  version: number,
  { lastDay, deletedAt }: { lastDay: Day | null; deletedAt: number | null },
): Promise<boolean> {
  const changed = await db('hands')
    .where({ owner, id, version })
    .update({ version: version + 1, last_day: lastDay, deleted_at: deletedAt });
  return changed === 1;
}

/** Which codes are those of shows of hands. */
export async function knownCodes(db: Knex, owner: string, codes: string[]): Promise<Set<string>> {
  const some = [...new Set(codes.filter(Boolean))];
  if (!some.length) return new Set();
  const known = await db('hands').where({ owner, deleted_at: null }).whereIn('code', some).pluck<string[]>('code');
  return new Set(known);
}

/**
 * Takes down who was asked by a letter with these codes in it. One asked before stays as they were.
 * @returns the shows of hands that nobody was asked before
 */
export async function rememberAsked(
  db: Knex,
  owner: string,
  codes: string[],
  people: Mailbox[],
  messageId: string | null,
): Promise<HandsRow[]> {
  if (!codes.length || !people.length) return [];
  const found = (await rowsOf(db, owner).whereIn('code', codes)).map(toRow);
  const ids = found.map(({ id }) => id);
  const each = new Map(people.map((box) => [keyOf(box.address), box]));
  const rows = ids.flatMap((id) =>
    [...each].map(([key, { name, address }]) => ({
      ...{ owner, hands_id: id, address_key: key, message_id: messageId, alone: each.size === 1 },
      address: address.slice(0, 320),
      name: name.slice(0, 500),
    })),
  );
  if (rows.length) await db('hands_asked').insert(rows).onConflict(['hands_id', 'address_key']).ignore();
  return found.filter(({ asked }) => !asked);
}

/** The letter by which a show of hands was first put to somebody; null when it is gone. */
export async function letterOf(db: Knex, owner: string, id: string): Promise<string | null> {
  const row = await db('hands_asked as a')
    .join('messages as m', 'm.id', 'a.message_id')
    .where({ 'a.owner': owner, 'a.hands_id': id })
    .orderBy(['m.received_at', 'm.id'])
    .first('m.id');
  return row ? String(row.id) : null;
}

/** Who was asked, in the order of their names, by which they are known. */
export async function askedOf(db: Knex, owner: string, id: string): Promise<(HandsPerson & { alone: boolean })[]> {
  const rows = await db('hands_asked as a')
    .leftJoin('people as p', (join) => join.on('p.owner', 'a.owner').on('p.address_key', 'a.address_key'))
    .joinRaw('LEFT JOIN people m ON m.id = COALESCE(p.part_of, p.id)')
    .where({ 'a.owner': owner, 'a.hands_id': id })
    .select('a.address_key', 'a.address', 'a.alone')
    .select(db.raw("COALESCE(NULLIF(m.full_name, ''), a.name) AS name"))
    .orderBy(['name', 'a.address_key']);
  return rows.map(({ address_key: key, name, address, alone }) => ({
    key: String(key),
    name: String(name),
    address: String(address),
    alone: Boolean(alone),
  }));
}

/** An answer, with whose it is. */
export type StoredReply = HandsReply & HandsPerson;

/** All answers that were read or put in, the oldest first. */
export async function repliesTo(db: Knex, owner: string, id: string): Promise<StoredReply[]> {
  const rows = await db('hands_answers')
    .where({ owner, hands_id: id })
    .whereNot({ state: 'none' })
    .orderBy(['answered_at', 'id']);
  return rows.map((row) => ({
    id: String(row.id),
    messageId: row.message_id ? String(row.message_id) : null,
    person: String(row.address_key),
    key: String(row.address_key),
    name: String(row.name),
    address: String(row.address),
    options: json(row.choices),
    state: row.state as HandsReply['state'],
    at: num(row.answered_at),
  }));
}

/** An answer before it is stored. */
export interface NewReply {
  messageId: string | null;
  from: Mailbox;
  options: number[];
  /** `none` for a message that holds no answer, so that it is not read again. */
  state: HandsReply['state'] | 'none';
  at: number;
}

export async function insertReplies(db: Knex, owner: string, id: string, replies: NewReply[]): Promise<void> {
  if (!replies.length) return;
  await db('hands_answers')
    .insert(
      replies.map(({ messageId, from, options, state, at }) => ({
        ...{ id: newId(), owner, hands_id: id, message_id: messageId, state, answered_at: at },
        address_key: keyOf(from.address),
        address: from.address.slice(0, 320),
        name: from.name.slice(0, 500),
        choices: JSON.stringify(options),
      })),
    )
    .onConflict(['hands_id', 'message_id'])
    .ignore();
}

/** Sets what becomes of an answer; false when there is none. */
export async function setReply(
  db: Knex,
  owner: string,
  handsId: string,
  id: string,
  { state, options }: Pick<HandsReply, 'state' | 'options'>,
): Promise<boolean> {
  const found = db('hands_answers').where({ owner, hands_id: handsId, id });
  if (!(await found.clone().first('id'))) return false;
  await found.update({ state, choices: JSON.stringify(options) });
  return true;
}

/**
 * Messages that may answer a show of hands and were not read for it: those with its code, and those that came into
 * the threads it was put in since it was made; the oldest first.
 */
export async function unreadFor(
  db: Knex,
  owner: string,
  { id, createdAt }: HandsRow,
  withCode: string[],
  limit: number,
): Promise<{ id: string; isInThread: boolean; from: Mailbox; at: number }[]> {
  const threads = await db('hands_asked as a')
    .join('messages as m', 'm.id', 'a.message_id')
    .where({ 'a.owner': owner, 'a.hands_id': id })
    .distinct('m.thread_id')
    .pluck<string[]>('m.thread_id');
  const rows = await db('messages as m')
    .where('m.owner', owner)
    .whereNotIn('m.folder', ['sent', 'junk', 'gone'])
    .whereNot('m.wait_reason', 'own')
    .andWhere((q) =>
      q
        .where((inThread) => inThread.whereIn('m.thread_id', threads).where('m.received_at', '>=', createdAt))
        .orWhereIn('m.id', withCode),
    )
    .whereNotExists(db('hands_answers as r').where('r.hands_id', id).whereRaw('r.message_id = m.id'))
    .orderBy([{ column: 'm.received_at' }, { column: 'm.id' }])
    .limit(limit)
    .select('m.id', 'm.thread_id', 'm.from_name', 'm.from_address', 'm.received_at');
  return rows.map((row) => ({
    id: String(row.id),
    isInThread: threads.includes(String(row.thread_id)),
    from: { name: String(row.from_name), address: String(row.from_address) },
    at: num(row.received_at),
  }));
}

/** The show of hands a message belongs to: it put the question, or stands in the thread of one that did, or answered. */
export async function handsOfMessage(
  db: Knex,
  owner: string,
  id: string,
  codes: string[],
): Promise<{ id: string; question: string } | null> {
  const row = await db('hands')
    .where({ owner, deleted_at: null })
    .andWhere((q) =>
      q
        .whereIn('code', codes)
        .orWhereIn('id', db('hands_answers').where({ owner, message_id: id }).select('hands_id'))
        .orWhereIn(
          'id',
          db('hands_asked as a')
            .join('messages as m', 'm.id', 'a.message_id')
            .join('messages as this', 'this.thread_id', 'm.thread_id')
            .where({ 'a.owner': owner, 'this.owner': owner, 'this.id': id })
            .select('a.hands_id'),
        ),
    )
    .orderBy('created_at', 'desc')
    .first('id', 'question');
  return row ? { id: String(row.id), question: String(row.question) } : null;
}

/** Drops what was deleted before then, and what was never put to anybody. */
export async function dropHands(db: Knex, before: number, most: number): Promise<number> {
  return db('hands')
    .where('deleted_at', '<', before)
    .orWhere((q) =>
      q.where('created_at', '<', before).whereNotExists(db('hands_asked').whereRaw('hands_asked.hands_id = hands.id')),
    )
    .limit(most)
    .delete();
}
