import type { Draft } from '#shared/types/wire';
import { addressKey } from '#core/message/address';
import { sendersOf } from '../db/repositories/mailboxes';
import { messageRow, messageThread } from '../db/repositories/messages';
import type { Application } from './application';
import { notFound } from './errors';

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
  const senders = await sendersOf(db, owner);
  const [first] = senders;
  if (!first) throw notFound('account');
  if (!first.mailboxId) return first;
  const [thread, row] = originalId
    ? await Promise.all([messageThread(db, owner, originalId), messageRow(db, owner, originalId)])
    : [null, null];
  // What one wrote oneself is followed up from where it was written.
  const named = thread ? [...thread.to, ...thread.cc, ...thread.from].map(({ address }) => addressKey(address)) : [];
  return (
    senders.find((one) => one.mailboxId === mailboxId) ??
    senders.find(({ address }) => named.includes(addressKey(address))) ??
    senders.find((one) => one.mailboxId === row?.mailboxId) ??
    first
  );
}
