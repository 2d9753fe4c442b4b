import type { Knex } from 'knex';
import type { Phrase } from '#core/text/phrase';
import { whereDue } from '../due';
import { newId } from '../id';
import { fromColumn, toColumn } from '../phraseColumn';
import { json, num } from '../rows';

/** The flags of a message (RFC 3501 2.3.2; `$Forwarded` by RFC 5788). */
export interface Flags {
  seen: boolean;
  answered: boolean;
  flagged: boolean;
  forwarded: boolean;
}

/** What is to be done on a server: flags set and taken off, a message moved from one place to another, put into a place, or deleted. */
export type ActContent =
  | { kind: 'flags'; flags: Partial<Flags> }
  | { kind: 'move'; from: string; to: string }
  | { kind: 'append'; to: string }
  | { kind: 'delete'; from: string };

export type Act = ActContent & {
  id: string;
  mailboxId: string;
  messageId: string;
  attempts: number;
  problem: Phrase | null;
};

const toAct = (row: Record<string, unknown>): Act => ({
  ...json<ActContent>(row.content),
  id: String(row.id),
  mailboxId: String(row.mailbox_id),
  messageId: String(row.message_id),
  attempts: num(row.attempts),
  problem: fromColumn(row.problem),
});

/** Keeps an act before it is tried, behind those that are kept already; not before those of the same message. */
export async function keepAct(
  trx: Knex.Transaction,
  owner: string,
  { mailboxId, messageId, content }: { mailboxId: string; messageId: string; content: ActContent },
  now: number,
): Promise<void> {
  const last = await trx('acts').where({ owner, mailbox_id: mailboxId }).max({ position: 'position' }).first();
  const before = await trx('acts').where({ owner, message_id: messageId }).max({ at: 'next_try_at' }).first();
  await trx('acts').insert({
    ...{ id: newId(), owner, mailbox_id: mailboxId, message_id: messageId, position: num(last?.position) + 1 },
    ...{ content: JSON.stringify(content), created_at: now, next_try_at: num(before?.at) },
  });
}

/** The act of a mailbox that comes next of those that are due; null when there is none. */
export async function nextAct(db: Knex, owner: string, mailboxId: string, now: number): Promise<Act | null> {
  const row = await db('acts')
    .where({ owner, mailbox_id: mailboxId })
    .where(whereDue('next_try_at', now))
    .orderBy(['position', 'id'])
    .first();
  return row ? toAct(row) : null;
}

/** The mailboxes that have acts which are due, over all accounts: only the keeper asks this. */
export async function mailboxesWithDueActs(db: Knex, now: number): Promise<Set<string>> {
  return new Set(await db('acts').where(whereDue('next_try_at', now)).distinct().pluck<string[]>('mailbox_id'));
}

export async function dropAct(trx: Knex, owner: string, id: string): Promise<void> {
  await trx('acts').where({ owner, id }).delete();
}

/** Puts an act off that could not be carried out, and with it what else is to be done with its message. */
export async function putOffAct(
  db: Knex,
  owner: string,
  { id, messageId }: Act,
  problem: Phrase,
  nextTryAt: number,
): Promise<void> {
  await db('acts')
    .where({ owner, id })
    .update({ attempts: db.raw('attempts + 1'), problem: toColumn(problem) });
  await db('acts').where({ owner, message_id: messageId }).update({ next_try_at: nextTryAt });
}

/** Why the first act of each mailbox that could not be carried out could not be. */
export async function problemsOfActs(db: Knex, owner: string): Promise<Map<string, Phrase>> {
  const rows = await db('acts')
    .where({ owner })
    .whereNot({ problem: '' })
    .orderBy(['position', 'id'])
    .limit(100)
    .select('mailbox_id', 'problem');
  return new Map(rows.reverse().map(({ mailbox_id: id, problem }) => [String(id), fromColumn(problem)!]));
}

/** The messages of some that acts are kept for: what the server says of them is older than what was done here. */
export async function messagesWithActs(db: Knex, owner: string, mailboxId: string): Promise<Set<string>> {
  const rows = await db('acts').where({ owner, mailbox_id: mailboxId }).distinct('message_id');
  return new Set(rows.map(({ message_id: id }) => String(id)));
}

export async function countActs(db: Knex, owner: string): Promise<Map<string, number>> {
  const rows = await db('acts')
    .where({ owner })
    .groupBy('mailbox_id')
    .select('mailbox_id', db.raw('COUNT(*) AS count'));
  return new Map(rows.map(({ mailbox_id: id, count }) => [String(id), num(count)]));
}
