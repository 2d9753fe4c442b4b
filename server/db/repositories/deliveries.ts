import type { Knex } from 'knex';
import { isDuplicate } from '../connect';
import { newId } from '../id';
import { json, num } from '../rows';

/** A message as the stand-in post office received it. */
export interface Delivery {
  id: string;
  messageId: string;
  envelopeFrom: string;
  envelopeTo: string[];
  raw: Buffer;
  receivedAt: number;
}

/** Takes a delivery in once; false when this message was received before. */
export async function insertDelivery(db: Knex, owner: string, delivery: Omit<Delivery, 'id'>): Promise<boolean> {
  try {
    await db('deliveries').insert({
      id: newId(),
      owner,
      message_id: delivery.messageId.slice(0, 700),
      envelope_from: delivery.envelopeFrom,
      envelope_to: JSON.stringify(delivery.envelopeTo),
      raw: delivery.raw,
      received_at: delivery.receivedAt,
    });
    return true;
  } catch (error) {
    if (isDuplicate(error)) return false;
    throw error;
  }
}

export async function wasDelivered(db: Knex, owner: string, messageId: string): Promise<boolean> {
  return Boolean(
    await db('deliveries')
      .where({ owner, message_id: messageId.slice(0, 700) })
      .first('id'),
  );
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
