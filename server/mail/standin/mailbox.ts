import { createHash } from 'node:crypto';
import type { Knex } from 'knex';
import { addressKey } from '#core/message/address';
import { accountById, type AccountRow } from '../../db/repositories/accounts';
import {
  answerCame,
  changeMessage,
  insertMessage,
  listMessages,
  messageWithSource,
} from '../../db/repositories/messages';
import { meetPerson } from '../../db/repositories/people';
import { newId } from '../../db/id';
import { inTransaction } from '../../db/transaction';
import { notFound } from '../../services/errors';
import { runTask } from '../../work/pool';
import type { Folder } from '#shared/schemas/message';
import type { Derived } from '../parse';
import type { Appended, AppendOptions, MailboxPort } from '../ports';
import { allOf, phrase } from '#core/text/phrase';

const CUT = phrase('message.tooLarge');

/** Stores a message that was read, and takes note of who it was exchanged with: both or neither. */
export async function storeMessage(
  trx: Knex.Transaction,
  account: AccountRow,
  folder: Folder,
  { raw, derived }: { raw: Buffer; derived: Derived },
  { seen = false, answered = false, receivedAt, cut = false, brought = false }: AppendOptions = {},
): Promise<Appended> {
  const at = receivedAt ?? derived.sentAt ?? Date.now();
  const broken = allOf([derived.broken, cut ? CUT : null]);
  const isOwn = brought && derived.from.some(({ address }) => addressKey(address) === addressKey(account.address));
  const place = isOwn ? 'sent' : folder;
  const { id, added } = await insertMessage(trx, account.id, {
    ...derived,
    id: newId(at > 0 ? at : Date.now()),
    folder: place,
    digest: createHash('sha256').update(raw).digest('hex'),
    sentAt: derived.sentAt ?? at,
    receivedAt: at,
    attachments: derived.attachments.filter((part) => !part.inline).length,
    seen: seen || isOwn,
    answered,
    broken,
    raw,
  });
  if (added) {
    if (place === 'inbox') await answerCame(trx, account.id, derived);
    const met = place === 'sent' ? [...derived.to, ...derived.cc] : derived.from;
    // In one order, so that two messages to the same people do not wait for each other.
    const boxes = new Map(met.map((box) => [addressKey(box.address), box]));
    for (const key of [...boxes.keys()].sort().slice(0, MET))
      if (key && key !== addressKey(account.address)) await meetPerson(trx, account.id, boxes.get(key)!, at);
  }
  return { id, added, broken };
}

/** So many messages of a portion may fail by themselves. */
const MOST_FAULTS = 3;

/** More people than this in one message are a list, and nobody met. */
const MET = 100;

/** The mailbox that ships with the application: one account's messages, kept in the database. */
export function standInMailbox(db: Knex, owner: string): MailboxPort {
  async function append(folder: Folder, raw: Buffer, options?: AppendOptions): Promise<Appended> {
    const derived = await runTask('parse', { raw });
    const account = (await accountById(db, owner))!;
    return inTransaction(db, (trx) => storeMessage(trx, account, folder, { raw, derived }, options));
  }

  return {
    list: (query) => listMessages(db, owner, query),

    async get(id) {
      const message = await messageWithSource(db, owner, id);
      if (!message) throw notFound('message');
      return message;
    },

    append,

    async appendAll(folder, messages) {
      try {
        const account = (await accountById(db, owner))!;
        const read = await Promise.all(messages.map(({ raw }) => runTask('parse', { raw })));
        return await inTransaction(db, async (trx) => {
          const stored: Appended[] = [];
          for (const [i, { raw, options }] of messages.entries())
            stored.push(await storeMessage(trx, account, folder, { raw, derived: read[i]! }, options));
          return stored;
        });
      } catch (error) {
        if (messages.length < 2) throw error;
        // One of them is at fault; the others are stored by themselves.
        const stored: Appended[] = [];
        const faults: unknown[] = [];
        for (const { raw, options } of messages) {
          await append(folder, raw, options).then(
            (one) => stored.push(one),
            (fault) => faults.push(fault),
          );
          // A database that is away is not asked fifty times.
          if (faults.length > MOST_FAULTS) break;
        }
        if (faults.length) throw faults[0];
        return stored;
      }
    },

    async setFlags(id, flags) {
      if (!(await changeMessage(db, owner, id, flags))) throw notFound('message');
    },

    async move(id, folder) {
      if (!(await changeMessage(db, owner, id, { folder }))) throw notFound('message');
    },

    async setAgain(id, again) {
      if (!(await changeMessage(db, owner, id, { again }))) throw notFound('message');
    },
  };
}
