import type { Knex } from 'knex';
import { addressKey } from '#core/message/address';
import type { Phrase } from '#core/text/phrase';
import type { MailServer } from '#shared/schemas/mailbox';
import { fromColumn, toColumn } from '../phraseColumn';
import { json, num } from '../rows';

/** How a mailbox stands with its server: not reached yet, being read, in step, or out of reach for a reason. */
export type MailboxState = 'new' | 'reading' | 'ready' | 'problem';

/** A mailbox of the user's own, on servers of somebody else's. */
export interface MailboxRow {
  id: string;
  owner: string;
  version: number;
  name: string;
  address: string;
  receiving: MailServer;
  sending: MailServer;
  /** The passwords of both, sealed. */
  secrets: Buffer;
  /** How many days back messages are kept here; 0 for all. */
  keepDays: number;
  paused: boolean;
  state: MailboxState;
  problem: Phrase | null;
  /** When it was last in step, in milliseconds since 1970. */
  syncedAt: number;
  connectedAt: number;
}

const toMailbox = (row: Record<string, unknown>): MailboxRow => ({
  id: String(row.id),
  owner: String(row.owner),
  version: num(row.version),
  name: String(row.name),
  address: String(row.address),
  receiving: json(row.receiving),
  sending: json(row.sending),
  secrets: row.secrets as Buffer,
  keepDays: num(row.keep_days),
  paused: Boolean(row.paused),
  state: row.state as MailboxState,
  problem: fromColumn(row.problem),
  syncedAt: num(row.synced_at),
  connectedAt: num(row.connected_at),
});

export async function mailboxesOf(db: Knex, owner: string): Promise<MailboxRow[]> {
  return (await db('mailboxes').where({ owner }).orderBy(['connected_at', 'id'])).map(toMailbox);
}

export async function mailboxById(db: Knex, owner: string, id: string): Promise<MailboxRow | null> {
  const row = await db('mailboxes').where({ owner, id }).first();
  return row ? toMailbox(row) : null;
}

/** All that are to be kept in step, over all accounts: only the periodic work asks this, and each names its owner. */
export async function mailboxesToKeep(db: Knex): Promise<{ id: string; owner: string; version: number }[]> {
  return db('mailboxes').where({ paused: false }).select('id', 'owner', 'version');
}

type Written = Pick<MailboxRow, 'name' | 'address' | 'receiving' | 'sending' | 'secrets' | 'keepDays'>;

const columnsOf = ({ name, address, receiving, sending, secrets, keepDays }: Written) => ({
  ...{ name, address, address_key: addressKey(address), keep_days: keepDays, secrets },
  ...{ receiving: JSON.stringify(receiving), sending: JSON.stringify(sending) },
});

export async function insertMailbox(db: Knex, owner: string, id: string, mailbox: Written, now: number): Promise<void> {
  await db('mailboxes').insert({ id, owner, ...columnsOf(mailbox), connected_at: now });
}

/** Writes a mailbox that was read at `version`; false when it was changed since. */
export async function updateMailbox(
  db: Knex,
  owner: string,
  id: string,
  version: number,
  mailbox: Written,
): Promise<boolean> {
  const set = { ...columnsOf(mailbox), version: version + 1, state: 'new', problem: '' };
  return (await db('mailboxes').where({ owner, id, version }).update(set)) === 1;
}

export async function pauseMailbox(db: Knex, owner: string, id: string, paused: boolean): Promise<boolean> {
  return (await db('mailboxes').where({ owner, id }).update({ paused })) === 1;
}

/** Takes note of how it stands with the server. */
export async function setMailboxState(
  db: Knex,
  owner: string,
  id: string,
  { state, problem = null, syncedAt }: { state: MailboxState; problem?: Phrase | null; syncedAt?: number },
): Promise<void> {
  await db('mailboxes')
    .where({ owner, id })
    .update({ state, problem: toColumn(problem), ...(syncedAt !== undefined && { synced_at: syncedAt }) });
}

/** Drops a mailbox with its folders, places and acts. What messages of it are to be kept is settled before. */
export async function dropMailbox(trx: Knex, owner: string, id: string): Promise<void> {
  await trx('mailboxes').where({ owner, id }).delete();
}

/** What an account sends from: its mailboxes, the first connected first; without any, its own address. */
export async function sendersOf(db: Knex, owner: string): Promise<{ mailboxId: string | null; address: string }[]> {
  const rows = await db('accounts as a')
    .leftJoin('mailboxes as m', 'm.owner', 'a.id')
    .where('a.id', owner)
    .orderBy(['m.connected_at', 'm.id'])
    .select('m.id', db.raw('COALESCE(m.address, a.address) AS address'));
  return rows.map((row) => ({ mailboxId: row.id as string | null, address: String(row.address) }));
}

/** The keys of all addresses of an account: its own and those of its mailboxes. */
export async function ownAddressKeys(db: Knex, owner: string): Promise<Set<string>> {
  const rows = await db('accounts')
    .where({ id: owner })
    .select('address_key')
    .union(db('mailboxes').where({ owner }).select('address_key'));
  return new Set(rows.map((row) => String(row.address_key)));
}
