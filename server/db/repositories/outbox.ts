import { fromColumn, toColumn } from '../phraseColumn';
import type { Knex } from 'knex';
import type { Sending } from '#shared/types/wire';
import { insertBytes } from '../bytes';
import { whereDue } from '../due';
import { json, num } from '../rows';
import type { Phrase } from '#core/text/phrase';

/** What became of the message for one recipient. */
export interface Recipient {
  address: string;
  state: 'waiting' | 'accepted' | 'refused';
  reason: string;
}

export interface OutboxItem {
  id: string;
  owner: string;
  /** Names the press of Send it came from. */
  key: string;
  draftId: string;
  originalId: string | null;
  /** The mailbox it is sent from; null for the post office that ships with the application. */
  mailboxId: string | null;
  messageId: string;
  envelopeFrom: string;
  recipients: Recipient[];
  state: Sending['state'];
  attempts: number;
  problem: Phrase | null;
  sentMessageId: string | null;
  createdAt: number;
  /** When it is tried next, in milliseconds since 1970. */
  nextTryAt: number;
}

/** An item with its bytes. */
export interface OutboxMessage extends OutboxItem {
  raw: Buffer;
}

function toItem(row: Record<string, unknown>): OutboxItem {
  return {
    id: String(row.id),
    owner: String(row.owner),
    key: String(row.idempotency_key),
    draftId: String(row.draft_id),
    originalId: (row.original_id as string | null) ?? null,
    mailboxId: (row.mailbox_id as string | null) ?? null,
    messageId: String(row.message_id),
    envelopeFrom: String(row.envelope_from),
    recipients: json(row.recipients),
    state: row.state as Sending['state'],
    attempts: num(row.attempts),
    problem: fromColumn(row.problem),
    sentMessageId: (row.sent_message_id as string | null) ?? null,
    createdAt: num(row.created_at),
    nextTryAt: num(row.next_try_at),
  };
}

/** Puts a message into the outbox: to rest until it is due, or claimed at once for its first try. */
export async function insertOutbox(trx: Knex.Transaction, owner: string, item: OutboxMessage): Promise<void> {
  await insertBytes(trx, 'outbox', {
    id: item.id,
    owner,
    draft_id: item.draftId,
    original_id: item.originalId,
    mailbox_id: item.mailboxId,
    idempotency_key: item.key,
    message_id: item.messageId,
    envelope_from: item.envelopeFrom,
    recipients: JSON.stringify(item.recipients),
    raw: item.raw,
    state: item.state,
    attempts: item.attempts,
    next_try_at: item.nextTryAt,
    problem: '',
    created_at: item.createdAt,
  });
}

/** Everything of an item but its bytes. */
const WITHOUT_BYTES = [
  'id',
  'owner',
  'idempotency_key',
  'draft_id',
  'original_id',
  'mailbox_id',
  'message_id',
  'envelope_from',
  'recipients',
  'state',
  'attempts',
  'problem',
  'sent_message_id',
  'created_at',
  'next_try_at',
];

/** What became of a press of Send: by its key, else the newest sending of the draft. */
export async function outboxOfPress(db: Knex, owner: string, draftId: string, key: string): Promise<OutboxItem | null> {
  const rows = await db('outbox')
    .where({ owner, idempotency_key: key })
    .orWhere({ owner, draft_id: draftId })
    .orderBy('created_at', 'desc')
    .orderBy('id', 'desc')
    .select(WITHOUT_BYTES);
  const row = rows.find((one) => one.idempotency_key === key) ?? rows[0];
  return row ? toItem(row) : null;
}

export async function outboxById(db: Knex, owner: string, id: string): Promise<OutboxItem | null> {
  const row = await db('outbox').where({ owner, id }).first(WITHOUT_BYTES);
  return row ? toItem(row) : null;
}

/** The same, held until the transaction ends. */
export async function lockOutbox(trx: Knex.Transaction, owner: string, id: string): Promise<OutboxItem | null> {
  const row = await trx('outbox').where({ owner, id }).forUpdate().first(WITHOUT_BYTES);
  return row ? toItem(row) : null;
}

/**
 * Claims an item for one try: of several processes one gets it. A claim lasts until `until`; an item whose process was
 * killed is free again afterwards.
 * @returns the item as it was before, with the new count of attempts; null when it is not due or somebody else has it
 */
export async function claimOutbox(
  db: Knex,
  owner: string,
  id: string,
  now: number,
  until: number,
): Promise<OutboxMessage | null> {
  const row = await db('outbox')
    .where({ owner, id })
    .whereIn('state', ['queued', 'handing', 'unanswered'])
    .where(whereDue('next_try_at', now))
    .first();
  if (!row) return null;
  const item: OutboxMessage = { ...toItem(row), raw: row.raw };
  // Whoever was quicker has counted a try, or moved it on.
  const claimed = await db('outbox')
    .where({ owner, id, state: item.state, attempts: item.attempts })
    .where(whereDue('next_try_at', now))
    .update({ state: 'handing', attempts: item.attempts + 1, next_try_at: until });
  return claimed === 1 ? { ...item, attempts: item.attempts + 1 } : null;
}

/** An item as somebody has it: each claim counts a try, so the count tells one claim from the next. */
export type Claimed = Pick<OutboxItem, 'owner' | 'id' | 'attempts'>;

/** Makes a claim last longer while its work goes on; one that is over by then stays so. */
export async function renewClaim(db: Knex, { owner, id, attempts }: Claimed, until: number): Promise<void> {
  await db('outbox').where({ owner, id, attempts, state: 'handing' }).update({ next_try_at: until });
}

/**
 * Takes down what became of an item that is still in the state it was had in, with the same count of tries.
 * @returns false when it is not, and nothing was changed: somebody else has taken it over since
 */
export async function settleOutbox(
  db: Knex,
  { owner, id, attempts }: Claimed,
  had: Sending['state'],
  state: Sending['state'],
  problem: Phrase | null,
  more: { nextTryAt?: number; sentMessageId?: string; recipients?: Recipient[] } = {},
): Promise<boolean> {
  const settled = await db('outbox')
    .where({ owner, id, attempts, state: had })
    .update({
      state,
      problem: toColumn(problem),
      ...(more.nextTryAt !== undefined && { next_try_at: more.nextTryAt }),
      ...(more.sentMessageId !== undefined && { sent_message_id: more.sentMessageId }),
      ...(more.recipients && { recipients: JSON.stringify(more.recipients) }),
    });
  return settled === 1;
}

/** What is due, over all accounts: only the periodic work asks this, and each item names its owner. */
export async function dueOutbox(
  db: Knex,
  now: number,
  busy: string[],
  limit: number,
): Promise<{ id: string; owner: string; mailboxId: string | null }[]> {
  return db('outbox')
    .whereIn('state', ['queued', 'handing', 'unanswered'])
    .where(whereDue('next_try_at', now))
    .where((q) =>
      q.whereNotIn('mailbox_id', busy).orWhere((own) => own.whereNull('mailbox_id').whereNotIn('owner', busy)),
    )
    .orderBy('next_try_at')
    .select('id', 'owner', { mailboxId: 'mailbox_id' })
    .limit(limit);
}
