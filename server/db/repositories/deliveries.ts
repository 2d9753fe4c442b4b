import type { Knex } from 'knex';
import { insertBytes } from '../bytes';
import { newId } from '../id';
import { json, num } from '../rows';

/** So many signs of a Message-ID are kept. */
const LONGEST_ID = 700;

/** A message as the stand-in post office received it. */
export interface Delivery {
  id: string;
  messageId: string;
  envelopeFrom: string;
  envelopeTo: string[];
  raw: Buffer;
  receivedAt: number;
}

async function insertDelivery(db: Knex, owner: string, delivery: Omit<Delivery, 'id'>): Promise<void> {
  await insertBytes(db, 'deliveries', {
    id: newId(),
    owner,
    message_id: delivery.messageId.slice(0, LONGEST_ID),
    envelope_from: delivery.envelopeFrom,
    envelope_to: JSON.stringify(delivery.envelopeTo),
    raw: delivery.raw,
    received_at: delivery.receivedAt,
  });
}

/** Takes a delivery in that is for nobody here. @returns false when its message was received before: nothing is done then */
export async function takeNewDelivery(db: Knex, owner: string, delivery: Omit<Delivery, 'id'>): Promise<boolean> {
  try {
    await insertDelivery(db, owner, delivery);
    return true;
  } catch (error) {
    if ((error as { code?: string }).code !== 'ER_DUP_ENTRY') throw error;
    return false;
  }
}

/**
 * Takes a delivery in. A message that was received before is not received again; only recipients it was not received for
 * are added.
 * @returns the recipients it is new for
 */
export async function takeDelivery(
  trx: Knex.Transaction,
  owner: string,
  delivery: Omit<Delivery, 'id'>,
): Promise<string[]> {
  const messageId = delivery.messageId.slice(0, LONGEST_ID);
  const known = await trx('deliveries').where({ owner, message_id: messageId }).forUpdate().first('id', 'envelope_to');
  if (known) {
    const had = json<string[]>(known.envelope_to);
    const fresh = delivery.envelopeTo.filter((address) => !had.includes(address));
    if (fresh.length)
      await trx('deliveries')
        .where({ owner, id: known.id })
        .update({ envelope_to: JSON.stringify([...had, ...fresh]) });
    return fresh;
  }
  await insertDelivery(trx, owner, delivery);
  return delivery.envelopeTo;
}

/** For whom a message was received; nobody when it was not. */
export async function deliveredTo(db: Knex, owner: string, messageId: string): Promise<string[]> {
  const row = await db('deliveries')
    .where({ owner, message_id: messageId.slice(0, LONGEST_ID) })
    .first('envelope_to');
  return row ? json<string[]>(row.envelope_to) : [];
}

export async function listDeliveries(db: Knex, owner: string): Promise<Delivery[]> {
  const rows = await db('deliveries').where({ owner }).orderBy('received_at');
  return rows.map((row) => ({
    id: row.id,
    messageId: row.message_id,
    envelopeFrom: row.envelope_from,
    envelopeTo: json(row.envelope_to),
    raw: row.raw,
    receivedAt: num(row.received_at),
  }));
}
