import type { Draft } from '#shared/types/wire';
import { addressKey } from '#core/message/address';
import { accountById } from '../db/repositories/accounts';
import { mailboxesOf } from '../db/repositories/mailboxes';
import { messageRow, messageThread } from '../db/repositories/messages';
import type { Application } from './application';

/** What a message is sent from: a mailbox and its address; without one, the account's own address. */
export interface Sender {
  mailboxId: string | null;
  address: string;
}

/**
 * What a draft is sent from: the mailbox chosen for it, else the one its original was written to, else the one that has
 * the original, else the first. Without a mailbox of one's own it is the one that ships with the application.
 */
export async function senderOf(
  { db }: Application,
  owner: string,
  { mailboxId, originalId }: Pick<Draft, 'mailboxId' | 'originalId'>,
): Promise<Sender> {
  const [mailboxes, account] = await Promise.all([mailboxesOf(db, owner), accountById(db, owner)]);
  const [first] = mailboxes;
  if (!first) return { mailboxId: null, address: account!.address };
  const [thread, row] = originalId
    ? await Promise.all([messageThread(db, owner, originalId), messageRow(db, owner, originalId)])
    : [null, null];
  // What one wrote oneself is followed up from where it was written.
  const named = thread ? [...thread.to, ...thread.cc, ...thread.from].map(({ address }) => addressKey(address)) : [];
  const found =
    mailboxes.find(({ id }) => id === mailboxId) ??
    mailboxes.find(({ address }) => named.includes(addressKey(address))) ??
    mailboxes.find(({ id }) => id === row?.mailboxId) ??
    first;
  return { mailboxId: found.id, address: found.address };
}
