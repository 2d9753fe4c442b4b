import type { Knex } from 'knex';
import { addressKey } from '#core/message/address';
import type { MessageThread } from '#core/message/thread';
import type { WaitReason } from '#core/waiting/reason';
import type { Again } from '#shared/schemas/again';
import type { Folder, StoredFolder } from '#shared/schemas/message';
import type { MessageChanged, MessagePage, MessageRow } from '#shared/types/wire';
import { holdAccount } from '../../db/repositories/accounts';
import { keepAct, type Flags } from '../../db/repositories/acts';
import { folderById, folderFor, insertFolder, type FolderRow } from '../../db/repositories/folders';
import { listMessages } from '../../db/repositories/messageLists';
import { changeMessage, messageInThread, messageRow, messageWithSource } from '../../db/repositories/messages';
import { mailboxById } from '../../db/repositories/mailboxes';
import { leavePlace, placeComing, placesOf, settleFolders } from '../../db/repositories/places';
import { setSenderWaits, settleWaiting } from '../../db/repositories/waiting';
import { inTransaction } from '../../db/transaction';
import { hasCode, phrase } from '#core/text/phrase';
import { notFound, UserError } from '../../services/errors';
import { runBulkTask, runTask } from '../../work/pool';
import type { Appended, AppendOptions } from '../ports';
import { CUT, storeMessages, type Incoming } from './intake';

/** A message with its bytes, which are the truth of it. */
export interface StoredMessage extends MessageRow {
  raw: Buffer;
  /** What an answer needs to know of it. */
  thread: MessageThread;
}

/** What is done with a message. Flags and places of one that lies on a server are changed there too, as soon as may be. */
export interface Deed extends Partial<Flags> {
  /** Whether it is done with, and so waits no longer; false has it wait again. */
  done?: boolean;
  /** Where it is moved: what for, or the id of a folder of its mailbox. */
  folder?: string;
  again?: Again | null;
  /** Whether messages of its sender wait for answers; null takes back what was said. */
  senderWaits?: boolean | null;
  /** Why it waits or does not, where that is taken back; else it follows from the rest. */
  reason?: WaitReason;
}

/** What is done in the transaction that keeps a message: with it, and with others by the same rules as {@link MailStore.change}. */
export type Also = (
  trx: Knex.Transaction,
  copy: Appended,
  change: (id: string, deed: Deed) => Promise<void>,
) => Promise<void>;

/** The mail of one account, whichever mailbox it came from. Lists and messages are read here alone. */
export interface MailStore {
  list(query: Parameters<typeof listMessages>[2]): Promise<MessagePage>;
  /** @throws UserError 404 when there is no such message. */
  row(id: string): Promise<MessageRow>;
  /** @throws UserError 404 when there is no such message. */
  get(id: string): Promise<StoredMessage>;
  /** Stores the bytes as they are. A message already there is not stored again. */
  append(folder: Folder, raw: Buffer, options?: AppendOptions): Promise<Appended>;
  /**
   * The same for several at once, which is quicker. One that cannot be stored keeps none of the others out; why is thrown in the end.
   * When several cannot be, the rest is left.
   */
  appendAll(folder: Folder, messages: { raw: Buffer; options?: AppendOptions }[]): Promise<Appended[]>;
  /**
   * Keeps what was sent, and has it put into the sent folder of the mailbox it was sent from. A second time changes nothing.
   * @param also what is done with it: together with it, or not at all
   */
  keepSent(mailboxId: string | null, raw: Buffer, sentAt: number, also?: Also): Promise<Appended>;
  /**
   * @returns what was said of its sender before, where that is changed
   * @throws UserError 404 when there is no such message or folder
   */
  change(id: string, deed: Deed): Promise<MessageChanged>;
}

/** So many messages of a portion may fail by themselves. */
const MOST_FAULTS = 3;

/** How a folder is called that a mailbox has none of and that is made for it. */
const NEW_FOLDERS: Partial<Record<StoredFolder, string>> = { sent: 'Sent', archive: 'Archive', trash: 'Trash' };

/** A folder belongs to the messages of its own mailbox. */
const elsewhere = () => new UserError(phrase('mailbox.elsewhere'), 422);

/** What cannot be deleted for good is left; several at once pass it over. */
const undeletable = (code: string) => new UserError(phrase(code), 422, { code: 'undeletable' });

/** The folder of a mailbox for something; one that is not there yet is made on the server with the first message in it. */
async function folderOf(trx: Knex.Transaction, owner: string, mailboxId: string, wanted: string): Promise<FolderRow> {
  const byId = wanted.length === 26 ? await folderById(trx, owner, wanted) : null;
  if (byId?.mailboxId === mailboxId) return byId;
  const role = wanted as keyof typeof NEW_FOLDERS & FolderRow['role'];
  const known = byId ? null : await folderFor(trx, owner, mailboxId, role);
  if (known) return known;
  const name = NEW_FOLDERS[role];
  if (byId) throw elsewhere();
  if (!name) throw notFound('folder');
  return insertFolder(trx, owner, { mailboxId, path: name, name, role });
}

/**
 * The mail of one account, in the database.
 * @param wake said of a mailbox that has something new to be done on its server
 */
export function mailStore(db: Knex, owner: string, wake: (mailboxId: string) => void): MailStore {
  const read = async (messages: { raw: Buffer; options?: AppendOptions }[]): Promise<Incoming[]> => {
    const derive = messages.length > 1 ? runBulkTask : runTask;
    const columns = await derive('derive', { raws: messages.map(({ raw }) => raw) });
    return messages.map((one, i) => ({ ...one, columns: columns[i]! }));
  };
  const store = async (folder: Folder, messages: { raw: Buffer; options?: AppendOptions }[]) => {
    const incoming = await read(messages);
    const before = storing;
    const work = async () => {
      // Before it begins: one that waits would hold a connection that others need.
      await before.catch(() => {});
      return inTransaction(db, (trx) => storeMessages(trx, owner, { folder, mailboxId: null, since: 0 }, incoming));
    };
    const done = work();
    storing = done;
    return done;
  };
  /** What is stored is stored one after the other, while what follows is read. */
  let storing: Promise<unknown> = Promise.resolve();

  /** Takes a message out of its mailbox for good. Its bytes stay for as long as other deleted things do, so that it can come back. */
  async function remove(trx: Knex.Transaction, { id, folder, mailboxId, broken }: MessageRow): Promise<void> {
    if (folder !== 'trash' && folder !== 'junk') throw undeletable('mailbox.notInTrash');
    if (mailboxId && hasCode(broken, CUT.code)) throw undeletable('mailbox.notWhole');
    // What was deleted elsewhere comes back on its day; this does not.
    await changeMessage(trx, owner, id, { again: null });
    const places = await placesOf(trx, owner, id);
    if (!places.length) return changeMessage(trx, owner, id, { folder: 'gone' });
    for (const { id: from, mailboxId } of places) {
      await leavePlace(trx, owner, from);
      await keepAct(trx, owner, { mailboxId, messageId: id, content: { kind: 'delete', from } }, Date.now());
    }
    await settleFolders(trx, owner, [id]);
  }

  /** Puts a message into a folder of its mailbox in which it lies nowhere any more. */
  async function putBack(
    trx: Knex.Transaction,
    { id, mailboxId, receivedAt }: MessageRow,
    wanted: string,
  ): Promise<void> {
    const to = await placeComing(trx, owner, await folderOf(trx, owner, mailboxId!, wanted), id, receivedAt);
    await keepAct(trx, owner, { mailboxId: mailboxId!, messageId: id, content: { kind: 'append', to } }, Date.now());
    await settleFolders(trx, owner, [id]);
  }

  async function move(trx: Knex.Transaction, message: MessageRow, wanted: string): Promise<void> {
    if (wanted === 'gone') return remove(trx, message);
    const { id, folder, mailboxId, receivedAt } = message;
    if (folder === 'gone' && mailboxId) return putBack(trx, message, wanted);
    const places = await placesOf(trx, owner, id);
    const from = places.find(({ role }) => role === folder) ?? places[0];
    if (!from) {
      if (wanted.length === 26) throw elsewhere();
      return changeMessage(trx, owner, id, { folder: wanted as StoredFolder });
    }
    const target = await folderOf(trx, owner, from.mailboxId, wanted);
    if (places.some((place) => place.folderId === target.id)) return;
    const to = await placeComing(trx, owner, target, id, receivedAt);
    await leavePlace(trx, owner, from.id);
    const content = { kind: 'move', from: from.id, to } as const;
    await keepAct(trx, owner, { mailboxId: from.mailboxId, messageId: id, content }, Date.now());
    await settleFolders(trx, owner, [id]);
  }

  async function flag(trx: Knex.Transaction, message: MessageRow, flags: Partial<Flags>): Promise<void> {
    const has: Flags = { ...message, answered: message.replied };
    const changed = Object.fromEntries(
      Object.entries(flags).filter(([name, value]) => value !== undefined && value !== has[name as keyof Flags]),
    );
    if (!message.mailboxId || !Object.keys(changed).length) return;
    const content = { kind: 'flags', flags: changed } as const;
    await keepAct(trx, owner, { mailboxId: message.mailboxId, messageId: message.id, content }, Date.now());
  }

  /** Changes a message; what waits in its thread is to be worked out afterwards. */
  async function change(
    trx: Knex.Transaction,
    id: string,
    { done, folder, again, senderWaits, answered, reason, ...flags }: Deed,
  ): Promise<{ threadId: string; mailboxId: string | null } & MessageChanged> {
    const message = await messageInThread(trx, owner, id);
    if (!message) throw notFound('message');
    await flag(trx, message, { ...flags, answered });
    const isAsked = done === false || senderWaits === true;
    await changeMessage(trx, owner, id, {
      ...{ ...flags, again, replied: answered },
      answered: done ?? (senderWaits === true ? false : answered || undefined),
      ...(isAsked && message.reason !== 'undelivered' && { reason: 'asked' }),
      ...(senderWaits === false && { reason: 'sender' }),
      ...(senderWaits === null && message.reason === 'sender' && { reason: 'person' }),
      ...(reason && { reason }),
    });
    const said =
      senderWaits === undefined
        ? undefined
        : await setSenderWaits(trx, owner, addressKey(message.from.address), senderWaits);
    if (folder && folder !== message.folder) await move(trx, message, folder);
    const { threadId, mailboxId } = message;
    return { threadId, mailboxId, senderWaits: said };
  }

  return {
    list: (query) => listMessages(db, owner, query),

    async row(id) {
      const message = await messageRow(db, owner, id);
      if (!message) throw notFound('message');
      return message;
    },

    async get(id) {
      const message = await messageWithSource(db, owner, id);
      if (!message) throw notFound('message');
      return message;
    },

    append: async (folder, raw, options) => (await store(folder, [{ raw, options }]))[0]!,

    async appendAll(folder, messages) {
      try {
        return await store(folder, messages);
      } catch (error) {
        if (messages.length < 2) throw error;
        // One of them is at fault; the others are stored by themselves.
        const stored: Appended[] = [];
        const faults: unknown[] = [];
        for (const one of messages) {
          await store(folder, [one]).then(
            (done) => stored.push(...done),
            (fault) => faults.push(fault),
          );
          // A database that is away is not asked fifty times.
          if (faults.length > MOST_FAULTS) break;
        }
        if (faults.length) throw faults[0];
        return stored;
      }
    },

    async keepSent(wanted, raw, sentAt, also) {
      const [incoming] = await read([{ raw, options: { seen: true, receivedAt: sentAt } }]);
      const { kept, woken } = await inTransaction(db, async (trx) => {
        // Many sent at once would hold the same threads and people each in another order.
        await holdAccount(trx, owner);
        const [threads, woken] = [new Set<string>(), new Set<string>()];
        // A mailbox that was taken away meanwhile keeps no copy from being kept here.
        const mailboxId = wanted && (await mailboxById(trx, owner, wanted)) ? wanted : null;
        const [copy] = await storeMessages(trx, owner, { folder: 'sent', mailboxId, since: 0 }, [incoming!], threads);
        if (mailboxId && copy!.added) {
          const to = await placeComing(trx, owner, await folderOf(trx, owner, mailboxId, 'sent'), copy!.id, sentAt);
          await keepAct(trx, owner, { mailboxId, messageId: copy!.id, content: { kind: 'append', to } }, sentAt);
        }
        await also?.(trx, copy!, async (id, deed) => {
          // One that cannot be done is not done in part; only a move can turn out so after something was changed.
          const changed = await (deed.folder
            ? trx.transaction((inner) => change(inner, id, deed))
            : change(trx, id, deed));
          threads.add(changed.threadId);
          if (changed.mailboxId) woken.add(changed.mailboxId);
        });
        await settleWaiting(trx, owner, threads);
        return { kept: copy!, woken };
      });
      for (const mailboxId of wanted ? woken.add(wanted) : woken) wake(mailboxId);
      return kept;
    },

    async change(id, deed) {
      const { mailboxId, senderWaits } = await inTransaction(db, async (trx) => {
        const changed = await change(trx, id, deed);
        await settleWaiting(trx, owner, [changed.threadId]);
        return changed;
      });
      if (mailboxId) wake(mailboxId);
      return { senderWaits };
    },
  };
}
