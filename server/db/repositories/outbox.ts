import type { Knex } from 'knex';
import type { Sending } from '#shared/types/wire';
import { json, num } from '../rows';

export interface OutboxItem extends Sending {
  owner: string;
  /** Names the press of Send it came from. */
  key: string;
  originalId: string | null;
  messageId: string;
  envelopeFrom: string;
  envelopeTo: string[];
  raw: Buffer;
  attempts: number;
}

function toItem(row: Record<string, unknown>): OutboxItem {
  return {
    id: String(row.id),
    owner: String(row.owner),
    key: String(row.idempotency_key),
    draftId: String(row.draft_id),
    originalId: (row.original_id as string | null) ?? null,
    messageId: String(row.message_id),
    envelopeFrom: String(row.envelope_from),
    envelopeTo: json(row.envelope_to),
    raw: row.raw as Buffer,
    state: row.state as Sending['state'],
    attempts: num(row.attempts),
    problem: String(row.problem),
    sentMessageId: (row.sent_message_id as string | null) ?? null,
  };
}

export async function insertOutbox(
  trx: Knex,
  owner: string,
  item: Pick<OutboxItem, 'id' | 'key' | 'draftId' | 'originalId' | 'messageId' | 'envelopeFrom' | 'envelopeTo' | 'raw'>,
  now: number,
) {
  await trx('outbox').insert({
    id: item.id,
    owner,
    draft_id: item.draftId,
    original_id: item.originalId,
    idempotency_key: item.key,
    message_id: item.messageId,
    envelope_from: item.envelopeFrom,
    envelope_to: JSON.stringify(item.envelopeTo),
    raw: item.raw,
    state: 'queued',
    next_try_at: now,
    problem: '',
    created_at: now,
  });
}

export async function outboxByKey(db: Knex, owner: string, key: string): Promise<OutboxItem | null> {
  const row = await db('outbox').where({ owner, idempotency_key: key }).first();
  return row ? toItem(row) : null;
}

/** The newest sending of a draft. */
export async function outboxOfDraft(db: Knex, owner: string, draftId: string): Promise<OutboxItem | null> {
  const row = await db('outbox')
    .where({ owner, draft_id: draftId })
    .orderBy('created_at', 'desc')
    .orderBy('id', 'desc')
    .first();
  return row ? toItem(row) : null;
}

export async function outboxById(db: Knex, owner: string, id: string): Promise<OutboxItem | null> {
  const row = await db('outbox').where({ owner, id }).first();
  return row ? toItem(row) : null;
}

/**
 * Claims an item for one try: of several processes one gets it. A claim lasts until `until`; an item whose process was
 * killed is free again afterwards.
 */
export async function claimOutbox(db: Knex, owner: string, id: string, now: number, until: number): Promise<boolean> {
  const changed = await db('outbox')
    .where({ owner, id })
    .whereIn('state', ['queued', 'handing'])
    .where('next_try_at', '<=', now)
    .update({ state: 'handing', attempts: db.raw('attempts + 1'), next_try_at: until });
  return changed === 1;
}

export async function settleOutbox(
  db: Knex,
  owner: string,
  id: string,
  state: Sending['state'],
  problem: string,
  more: { nextTryAt?: number; sentMessageId?: string } = {},
) {
  await db('outbox')
    .where({ owner, id })
    .update({
      state,
      problem,
      ...(more.nextTryAt !== undefined && { next_try_at: more.nextTryAt }),
      ...(more.sentMessageId !== undefined && { sent_message_id: more.sentMessageId }),
    });
}

/** What is due, over all accounts: only the periodic work asks this, and each item names its owner. */
export async function dueOutbox(db: Knex, now: number, limit: number): Promise<{ id: string; owner: string }[]> {
  return db('outbox')
    .whereIn('state', ['queued', 'handing'])
    .where('next_try_at', '<=', now)
    .select('id', 'owner')
    .limit(limit);
}
