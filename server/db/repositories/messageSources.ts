import type { Knex } from 'knex';
import type { Folder } from '#shared/schemas/message';
import { num } from '../rows';

/** The bytes of the newest messages of a folder, so many at most and not more bytes together. */
export async function latestSources(
  db: Knex,
  owner: string,
  folder: Folder,
  count: number,
  bytes: number,
  except = '',
): Promise<Buffer[]> {
  const rows = await db('messages')
    .where({ owner, folder })
    .whereNot({ id: except })
    .select('id', 'size')
    .orderBy('received_at', 'desc')
    .limit(count);
  let left = bytes;
  const ids = rows.flatMap(({ id, size }) => ((left -= num(size)) >= 0 ? [id] : []));
  const sources = await db('message_sources').where({ owner }).whereIn('message_id', ids).select('raw');
  return sources.map(({ raw }) => raw as Buffer);
}

const SOURCE = ['m.id', 'm.owner', 'm.thread_id', 'm.received_at', 's.raw'];
const toSource = (row: Record<string, unknown>) => ({
  id: String(row.id),
  owner: String(row.owner),
  threadId: String(row.thread_id),
  receivedAt: num(row.received_at),
  raw: row.raw as Buffer,
});
const sources = (db: Knex) => db('messages as m').join('message_sources as s', 's.message_id', 'm.id').select(SOURCE);

/** Messages with their bytes in the order of their ids, over all accounts: only what rebuilds all asks this. */
export async function sourcesAfter(db: Knex, id: string, limit: number) {
  return (await sources(db).where('m.id', '>', id).orderBy('m.id').limit(limit)).map(toSource);
}

/** Messages nothing is found by yet, over all accounts: only the periodic work asks this. */
export async function sourcesWithoutWords(db: Knex, limit: number) {
  const without = sources(db).leftJoin('message_words as w', 'w.message_id', 'm.id').whereNull('w.message_id');
  return (await without.limit(limit)).map(toSource);
}
