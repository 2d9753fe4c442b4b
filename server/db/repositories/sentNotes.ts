import type { Knex } from 'knex';
import { addressKey } from '#core/message/address';
import { num } from '../rows';

/** Takes down that notes were sent to somebody; the latest time counts. */
export async function rememberSentNotes(db: Knex, owner: string, address: string, notes: string[], at: number) {
  if (!address || !notes.length) return;
  // A note may have been deleted for good since it was put in.
  const known = await db('notes').where({ owner }).whereIn('id', notes).pluck<string[]>('id');
  if (!known.length) return;
  await db('sent_notes')
    .insert(known.map((id) => ({ owner, address_key: addressKey(address).slice(0, 320), note_id: id, sent_at: at })))
    .onConflict(['owner', 'address_key', 'note_id'])
    .merge(['sent_at']);
}

/** Whom notes were sent to, the latest first: the address, and the name where there is one. */
export async function peopleSentTo(
  db: Knex,
  owner: string,
  limit: number,
): Promise<{ note: string; name: string; address: string }[]> {
  const rows = await db('sent_notes as s')
    .leftJoin('people as p', (join) => join.on('p.owner', 's.owner').andOn('p.address_key', 's.address_key'))
    .where({ 's.owner': owner })
    .orderBy('s.sent_at', 'desc')
    .limit(limit)
    .select({ note: 's.note_id', address: 's.address_key', name: 'p.full_name' });
  return rows.map(({ note, address, name }) => ({ note, address, name: name ?? '' }));
}

/** The notes somebody was sent, the latest first. */
export async function notesSentTo(db: Knex, owner: string, address: string): Promise<{ note: string; at: number }[]> {
  const rows = await db('sent_notes')
    .where({ owner, address_key: addressKey(address).slice(0, 320) })
    .orderBy('sent_at', 'desc')
    .limit(500);
  return rows.map(({ note_id: note, sent_at: at }) => ({ note: String(note), at: num(at) }));
}
