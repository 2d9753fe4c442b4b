import type { Knex } from 'knex';
import { addressKey, type Mailbox } from '#core/message/address';
import { CROWD, type Known } from '#core/repeated/gather';
import { json, num, portions } from '../rows';

/** A sent letter as its wording is looked through. */
export interface SentLetterSource {
  id: string;
  owner: string;
  at: number;
  to: Mailbox[];
  raw: Buffer;
}

/**
 * The newest sent letters that were not looked through yet, over all accounts: only the periodic work asks this.
 * @param bytes so much of them together; one alone may be longer
 */
export async function lettersToRead(db: Knex, limit: number, bytes: number): Promise<SentLetterSource[]> {
  const rows = await db('messages')
    .where({ folder: 'sent', wording_read: false })
    .orderBy('received_at', 'desc')
    .limit(limit)
    .select('id', 'owner', 'received_at', 'to_list', 'size');
  let left = bytes;
  const some = rows.filter(({ size }, i) => (left -= num(size)) >= 0 || !i);
  const ids = some.map(({ id }) => id);
  const sources = await db('message_sources').whereIn('message_id', ids).select('message_id', 'raw');
  const raws = new Map(sources.map(({ message_id: id, raw }) => [String(id), raw as Buffer]));
  return some.map((row) => ({
    id: String(row.id),
    owner: String(row.owner),
    at: num(row.received_at),
    to: json<Mailbox[]>(row.to_list),
    raw: raws.get(String(row.id)) ?? Buffer.alloc(0),
  }));
}

/** Takes down that letters were looked through. */
export const markRead = (db: Knex, ids: string[]) => db('messages').whereIn('id', ids).update({ wording_read: true });

/** How many sent letters are still to be looked through. */
export async function countToRead(db: Knex, owner: string): Promise<number> {
  const row = await db('messages').where({ owner, folder: 'sent', wording_read: false }).count('* as count').first();
  return num(row?.count);
}

/** A key as it is kept: mixed with the account's id, so that accounts hardly ever meet, and are told apart where they do. */
function keyOf(owner: string, key: number): number {
  let mixed = key;
  for (let i = 0; i < owner.length; i++) mixed = Math.imul(mixed ^ owner.charCodeAt(i), 0x01000193);
  return mixed >>> 0;
}

/** The wordings that share a key with some pieces, each by one of its letters. */
export async function wordingsByKeys(db: Knex, owner: string, keys: number[]): Promise<Known[]> {
  const ids = new Set<string>();
  for (const some of portions(keys)) {
    const rows = await db('wording_keys')
      .where({ owner })
      .whereIn(
        'wording_key',
        some.map((key) => keyOf(owner, key)),
      )
      .select(db.raw('GROUP_CONCAT(wording_id) as ids'), db.raw('COUNT(*) as count'))
      .groupBy('wording_key')
      .having('count', '<=', CROWD);
    for (const row of rows) for (const id of String(row.ids).split(',')) if (id.length === 26) ids.add(id);
  }
  const known: Known[] = [];
  for (const some of portions([...ids])) {
    const rows = await db('wording_letters')
      .where({ owner })
      .whereIn('wording_id', some)
      .groupBy('wording_id')
      .select('wording_id')
      .min('text as text');
    for (const row of rows) known.push({ id: String(row.wording_id), text: String(row.text) });
  }
  return known;
}

/** A piece of a letter and the wording it is. */
export interface GatheredPiece {
  wording: string;
  isNew: boolean;
  keys: number[];
  text: string;
  letter: Pick<SentLetterSource, 'id' | 'at' | 'to'>;
}

/** Takes pieces of letters down. A letter that is gone meanwhile, or stands under the wording already, is left out. */
export async function addPieces(trx: Knex.Transaction, owner: string, pieces: GatheredPiece[]): Promise<void> {
  const ids = [...new Set(pieces.map(({ letter }) => letter.id))];
  const there = new Set(await trx('messages').where({ owner }).whereIn('id', ids).forShare().pluck<string[]>('id'));
  const kept = pieces.filter(({ letter }) => there.has(letter.id));
  const fresh = kept.filter(({ isNew }) => isNew);
  if (!kept.length) return;
  if (fresh.length) {
    await trx('wordings').insert(
      fresh.map(({ wording, letter }) => ({ id: wording, owner, uses: 0, last_at: letter.at })),
    );
    const keys = fresh.flatMap(({ wording, keys }) => [...new Set(keys)].map((key) => ({ wording, key })));
    for (const some of portions(keys))
      await trx('wording_keys').insert(
        some.map(({ wording, key }) => ({ owner, wording_key: keyOf(owner, key), wording_id: wording })),
      );
  }
  // A wording that was forgotten meanwhile is left out too.
  const known = new Set(
    await trx('wordings')
      .where({ owner })
      .whereIn('id', [...new Set(kept.map(({ wording }) => wording))])
      .pluck<string[]>('id'),
  );
  const rows = kept
    .filter(({ wording }) => known.has(wording))
    .map(({ wording, letter, text }) => ({
      ...{ wording_id: wording, message_id: letter.id, owner, text, written_at: letter.at },
      address_key: addressKey(letter.to[0]?.address ?? '').slice(0, 320),
    }));
  if (!rows.length) return;
  await trx('wording_letters').insert(rows).onConflict(['wording_id', 'message_id']).ignore();
  await trx('wordings')
    .where({ owner })
    .whereIn('id', [...known])
    .update({
      uses: trx.raw('(SELECT COUNT(*) FROM wording_letters l WHERE l.wording_id = wordings.id)'),
      last_at: trx.raw('(SELECT MAX(written_at) FROM wording_letters l WHERE l.wording_id = wordings.id)'),
    });
}

/** A wording in one of its letters. */
export interface WordingLetter {
  wording: string;
  /** In how many letters it stands that are not thrown away. */
  count: number;
  message: string;
  to: Mailbox[];
  at: number;
  text: string;
}

const GONE = ['trash', 'gone'];

/**
 * The letters of wordings, the latest of each, with how many there are.
 * @param each so many of each at most
 */
async function lettersOf(db: Knex, owner: string, wordings: string[], each: number): Promise<WordingLetter[]> {
  if (!wordings.length) return [];
  const numbered = db('wording_letters as l')
    .join('messages as m', 'm.id', 'l.message_id')
    .where({ 'l.owner': owner })
    .whereIn('l.wording_id', wordings)
    .whereNotIn('m.folder', GONE)
    .select('l.wording_id', 'l.message_id', 'l.written_at', 'l.text', 'm.to_list')
    .select(
      db.raw('ROW_NUMBER() OVER (PARTITION BY l.wording_id ORDER BY l.written_at DESC, l.message_id) AS place'),
      db.raw('COUNT(*) OVER (PARTITION BY l.wording_id) AS count'),
    )
    .as('numbered');
  const rows = await db.from(numbered).where('place', '<=', each).orderBy(['wording_id', 'place']);
  return rows.map((row) => ({
    wording: String(row.wording_id),
    count: num(row.count),
    message: String(row.message_id),
    to: json<Mailbox[]>(row.to_list),
    at: num(row.written_at),
    text: String(row.text),
  }));
}

/** What was written in at least so many letters, what was written most often first, by its latest letters. */
export async function repeatedWordings(
  db: Knex,
  owner: string,
  { least, limit, each }: { least: number; limit: number; each: number },
): Promise<WordingLetter[]> {
  const ids = await db('wordings')
    .where({ owner, state: 'open' })
    .where('uses', '>=', least)
    .orderBy([{ column: 'uses', order: 'desc' }, 'id'])
    .limit(limit)
    .pluck<string[]>('id');
  return (await lettersOf(db, owner, ids, each)).filter(({ count }) => count >= least);
}

/** The latest letters of one wording; none when it is not there. */
export const lettersOfWording = (db: Knex, owner: string, id: string, each: number) => lettersOf(db, owner, [id], each);

/** Whether a wording is told, was kept, or is never asked about again; false when it is not there. */
export async function setWordingState(
  db: Knex,
  owner: string,
  id: string,
  state: 'open' | 'kept' | 'left',
): Promise<boolean> {
  return (await db('wordings').where({ owner, id }).update({ state })) === 1;
}

/** Forgets what is written again and again; tells how many pieces it were. */
export async function forgetWordings(db: Knex, owner: string): Promise<number> {
  return db('wordings').where({ owner }).delete();
}

/** Has all sent letters looked through anew. */
export async function readAnew(db: Knex, owner: string): Promise<void> {
  await db('messages').where({ owner, folder: 'sent' }).update({ wording_read: false });
}

/** Drops wordings of which no letter is left, a portion at a time, over all accounts. */
export async function dropEmptyWordings(db: Knex, limit: number): Promise<number> {
  const ids = await db('wordings as w')
    .leftJoin('wording_letters as l', 'l.wording_id', 'w.id')
    .whereNull('l.wording_id')
    .limit(limit)
    .pluck<string[]>('w.id');
  return ids.length ? db('wordings').whereIn('id', ids).delete() : 0;
}
