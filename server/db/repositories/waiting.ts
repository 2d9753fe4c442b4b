import type { Knex } from 'knex';
import { portions } from '../rows';

/**
 * Works out anew which messages of some threads wait. One that a person wrote waits in the inbox until it is answered or
 * the user had the last word after it; one that was asked for waits until it is answered; one that did not reach somebody
 * waits wherever it lies.
 */
export async function settleWaiting(trx: Knex, owner: string, threads: Iterable<string>): Promise<void> {
  for (const ids of portions([...new Set(threads)])) {
    const places = ids.map(() => '?').join(', ');
    await trx.raw(
      `UPDATE messages m
        LEFT JOIN (
          SELECT thread_id, MAX(received_at) AS last_own FROM messages
          WHERE owner = ? AND thread_id IN (${places}) AND wait_reason IN ('own', 'undelivered') AND folder <> 'trash'
          GROUP BY thread_id
        ) said ON said.thread_id = m.thread_id
        SET m.waits = IF(m.wait_reason = 'undelivered', m.answered = 0 AND m.folder NOT IN ('trash', 'gone'),
          m.folder = 'inbox' AND m.answered = 0 AND (m.wait_reason = 'asked'
            OR (m.wait_reason = 'person' AND (said.last_own IS NULL OR said.last_own < m.received_at))))
        WHERE m.owner = ? AND m.thread_id IN (${places})`,
      [owner, ...ids, owner, ...ids],
    );
  }
}

/** What the user said of senders, by the keys of their addresses: that they wait for answers, or never do. */
export async function senderWaits(db: Knex, owner: string, keys: string[]): Promise<Map<string, boolean>> {
  const known = new Map<string, boolean>();
  for (const some of portions([...new Set(keys)])) {
    const rows = await db('sender_waits').where({ owner }).whereIn('address_key', some).select('address_key', 'waits');
    for (const { address_key: key, waits } of rows) known.set(key, Boolean(waits));
  }
  return known;
}

/** Keeps what the user says of a sender; null forgets it. @returns what was said before */
export async function setSenderWaits(
  trx: Knex,
  owner: string,
  key: string,
  waits: boolean | null,
): Promise<boolean | null> {
  const before = (await senderWaits(trx, owner, [key])).get(key) ?? null;
  if (waits === null) await trx('sender_waits').where({ owner, address_key: key }).delete();
  else
    await trx('sender_waits').insert({ owner, address_key: key, waits }).onConflict(['owner', 'address_key']).merge();
  return before;
}
