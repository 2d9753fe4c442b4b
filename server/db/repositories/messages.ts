import { toColumn } from '../phraseColumn';
import type { Knex } from 'knex';
import type { Again } from '#shared/schemas/again';
import type { StoredFolder } from '#shared/schemas/message';
import type { MessageRow } from '#shared/types/wire';
import type { MessageThread, ThreadFields } from '#core/message/thread';
import type { WaitReason } from '#core/waiting/reason';
import { insertAllBytes, type Row } from '../bytes';
import { json, num, portions } from '../rows';
import { MESSAGE_ROW, toMessageRow } from './messageRow';
import { wordRows, type Worded } from './messageWords';
import { idKey, namedIds } from './threads';
import type { Phrase } from '#core/text/phrase';

export interface NewMessage extends MessageThread {
  id: string;
  mailboxId: string | null;
  folder: StoredFolder;
  digest: string;
  threadId: string;
  preview: string;
  sentAt: number;
  receivedAt: number;
  attachments: number;
  seen: boolean;
  answered: boolean;
  replied: boolean;
  flagged: boolean;
  forwarded: boolean;
  reason: WaitReason;
  waits: boolean;
  broken: Phrase | null;
  raw: Buffer;
  /** The beginning of its text. */
  text: string;
}

/** Messages that are there already, by the digests of their bytes. */
export async function knownMessages(
  trx: Knex.Transaction,
  owner: string,
  digests: string[],
): Promise<Map<string, { id: string; isGone: boolean }>> {
  const known = new Map<string, { id: string; isGone: boolean }>();
  for (const some of portions(digests)) {
    const rows = await trx('messages')
      .where({ owner })
      .whereIn('digest', some)
      .forShare()
      .select('id', 'digest', 'folder');
    for (const { id, digest, folder } of rows) known.set(String(digest), { id: String(id), isGone: folder === 'gone' });
  }
  return known;
}

/** Puts a message that is gone into a list again, as one that lies on no server. */
export async function bringBack(trx: Knex.Transaction, owner: string, id: string, folder: StoredFolder): Promise<void> {
  await trx('messages').where({ owner, id, folder: 'gone' }).update({ folder, mailbox_id: null, gone_at: null });
}

type Derived = MessageThread & Pick<NewMessage, 'preview' | 'attachments' | 'text'>;

/** The columns that are worked out of the bytes of a message, each as long as it may be. */
function derivedColumns(message: Derived) {
  const from = message.from[0] ?? { name: '', address: '' };
  return {
    message_id: message.messageId.slice(0, 998),
    in_reply_to: message.inReplyTo.slice(0, 10_000),
    reference_ids: JSON.stringify(message.references.slice(-200)),
    from_name: from.name.slice(0, 500),
    from_address: from.address.slice(0, 1000),
    from_list: JSON.stringify(message.from),
    reply_to: JSON.stringify(message.replyTo),
    to_list: JSON.stringify(message.to),
    cc_list: JSON.stringify(message.cc),
    subject: message.subject.slice(0, 10_000),
    preview: message.preview.slice(0, 300),
    attachments: message.attachments,
  };
}

/** Stores messages with their bytes and their words. None of them may be there already. */
export async function insertMessages(
  trx: Knex.Transaction,
  owner: string,
  messages: (NewMessage & Worded)[],
): Promise<void> {
  const words = wordRows(owner, messages);
  const rows = messages.map((message, i): Row[] => [
    {
      id: message.id,
      owner,
      mailbox_id: message.mailboxId,
      folder: message.folder,
      digest: message.digest,
      thread_id: message.threadId,
      sent_at: message.sentAt,
      received_at: message.receivedAt,
      size: message.raw.length,
      seen: message.seen,
      answered: message.answered,
      replied: message.replied,
      flagged: message.flagged,
      forwarded: message.forwarded,
      waits: message.waits,
      wait_reason: message.reason,
      broken: toColumn(message.broken),
      // Last: in front of the others it takes ten times as long.
      ...derivedColumns(message),
    },
    { message_id: message.id, owner, raw: message.raw, text: message.text },
    words[i]!,
  ]);
  await insertAllBytes(trx, ['messages', 'message_sources', 'message_words'], rows);
}

/** A message without its bytes; null when there is none. */
/** What some messages are called in files, without those that are gone. */
export async function namesOfMessages(
  db: Knex,
  owner: string,
  ids: string[],
): Promise<{ id: string; subject: string; receivedAt: number }[]> {
  const found = [];
  for (const some of portions(ids)) {
    const rows = await db('messages').where({ owner }).whereIn('id', some).select('id', 'subject', 'received_at');
    for (const { id, subject, received_at: at } of rows)
      found.push({ id: String(id), subject: String(subject), receivedAt: num(at) });
  }
  return found;
}

export async function messageRow(db: Knex, owner: string, id: string): Promise<MessageRow | null> {
  const row = await db('messages').where({ owner, id }).first(MESSAGE_ROW);
  return row ? toMessageRow(row) : null;
}

/** The same, to be changed, and the thread it is in. */
export async function messageInThread(
  trx: Knex.Transaction,
  owner: string,
  id: string,
): Promise<(MessageRow & { threadId: string }) | null> {
  const row = await trx('messages')
    .where({ owner, id })
    .first([...MESSAGE_ROW, 'thread_id']);
  return row ? { ...toMessageRow(row), threadId: String(row.thread_id) } : null;
}

/** The columns of who wrote a message to whom, and of what it answers. */
const THREAD = ['message_id', 'in_reply_to', 'reference_ids', 'from_list', 'reply_to', 'to_list', 'cc_list', 'subject'];

const toThread = (row: Record<string, unknown>): MessageThread => ({
  messageId: String(row.message_id),
  inReplyTo: String(row.in_reply_to),
  references: json(row.reference_ids),
  from: json(row.from_list),
  replyTo: json(row.reply_to),
  to: json(row.to_list),
  cc: json(row.cc_list),
  subject: String(row.subject),
});

/** A message with its bytes and what an answer needs to know of it; null when there is none. */
export async function messageWithSource(
  db: Knex,
  owner: string,
  id: string,
): Promise<(MessageRow & { raw: Buffer; thread: MessageThread }) | null> {
  const row = await db('messages')
    .join('message_sources', 'message_sources.message_id', 'messages.id')
    .where({ 'messages.owner': owner, 'messages.id': id, 'message_sources.owner': owner })
    .first(
      [...new Set([...MESSAGE_ROW, ...THREAD])].map((column) => `messages.${column}`).concat('message_sources.raw'),
    );
  return row ? { ...toMessageRow(row), raw: row.raw as Buffer, thread: toThread(row) } : null;
}

export async function messageThread(db: Knex, owner: string, id: string): Promise<MessageThread | null> {
  const row = await db('messages').where({ owner, id }).first(THREAD);
  return row ? toThread(row) : null;
}

/** What of a message can be changed. */
export interface MessageSet {
  seen?: boolean;
  answered?: boolean;
  replied?: boolean;
  flagged?: boolean;
  forwarded?: boolean;
  folder?: StoredFolder;
  again?: Again | null;
  reason?: WaitReason;
  undelivered?: Phrase | null;
}

/** Changes a message; what is not named stays as it is. */
export async function changeMessage(
  db: Knex,
  owner: string,
  id: string,
  { again, reason, undelivered, ...change }: MessageSet,
): Promise<void> {
  const set: Record<string, unknown> = Object.fromEntries(
    Object.entries(change).filter(([, value]) => value !== undefined),
  );
  if (again !== undefined) Object.assign(set, { again_on: again?.day ?? null, again_why: again?.why ?? '' });
  if (change.folder) set.gone_at = change.folder === 'gone' ? Date.now() : null;
  if (reason) set.wait_reason = reason;
  if (undelivered !== undefined) set.wait_note = toColumn(undelivered);
  if (Object.keys(set).length) await db('messages').where({ owner, id }).update(set);
}

/** The threads of some messages. */
export async function threadsOf(db: Knex, owner: string, ids: string[]): Promise<string[]> {
  const threads = new Set<string>();
  for (const some of portions(ids)) {
    const rows = await db('messages').where({ owner }).whereIn('id', some).distinct('thread_id');
    for (const { thread_id: thread } of rows) threads.add(String(thread));
  }
  return [...threads];
}

/** The message with a Message-ID, the one that was sent before others; null when it is not here. */
export async function messageByMessageId(
  db: Knex,
  owner: string,
  messageId: string,
): Promise<{ id: string; threadId: string } | null> {
  if (!messageId) return null;
  const row = await db('messages')
    .where({ owner, message_key: idKey(messageId) })
    .orderByRaw("folder = 'sent' DESC")
    .first('id', 'thread_id');
  return row ? { id: String(row.id), threadId: String(row.thread_id) } : null;
}

/** Has a message come back as `to` says where it comes back on no day, or as `from` says: a day that was chosen stays. */
export async function moveAgain(
  db: Knex,
  owner: string,
  id: string,
  from: Again | null,
  to: Again | null,
): Promise<void> {
  await db('messages')
    .where({ owner, id })
    .where((q) => q.whereNull('again_on').orWhere({ again_on: from?.day ?? null }))
    .update({ again_on: to?.day ?? null, again_why: to?.why ?? '' });
}

/** Takes the day off what answers have come to, but for what several people were asked by: not all have answered. */
export async function answersCame(db: Knex, owner: string, answers: ThreadFields[]): Promise<void> {
  const named = new Set(answers.flatMap((answer) => namedIds({ ...answer, messageId: '' })));
  if (!named.size) return;
  const asked = db('hands_asked').whereRaw('hands_asked.message_id = messages.id').where({ alone: false });
  const set = await db('messages')
    .where({ owner })
    .whereNotNull('again_on')
    .whereNotExists(asked)
    .select('id', 'message_id');
  const answered = set.filter(({ message_id: messageId }) => named.has(messageId)).map(({ id }) => id);
  if (answered.length)
    await db('messages').where({ owner }).whereIn('id', answered).update({ again_on: null, again_why: '' });
}

/**
 * Messages that are here already, by the UID of what a server has: of the same Message-ID, size and time of arrival, which
 * stay what they are when a message is moved (RFC 3501 6.4.7) or its folder is numbered anew.
 */
export async function messagesLike(
  db: Knex,
  owner: string,
  heads: { uid: number; size: number; receivedAt: number; messageId: string }[],
): Promise<Map<number, string>> {
  const found = new Map<number, string>();
  for (const some of portions(heads.filter(({ messageId }) => messageId))) {
    const rows = await db('messages')
      .where({ owner })
      .whereIn(
        'message_key',
        some.map(({ messageId }) => idKey(messageId)),
      )
      .select('id', 'message_key', 'size', 'received_at');
    // Servers keep times to the second.
    const keyOf = (key: string, size: number, at: number) => `${key} ${size} ${Math.floor(at / 1000)}`;
    const byKey = new Map(rows.map((row) => [keyOf(row.message_key, num(row.size), num(row.received_at)), row.id]));
    for (const { uid, messageId, size, receivedAt } of some) {
      const id = byKey.get(keyOf(idKey(messageId), size, receivedAt));
      if (id) found.set(uid, String(id));
    }
  }
  return found;
}

/** Takes over the flags a server has for messages. @returns those that were changed by it */
export async function setRemoteFlags(
  trx: Knex.Transaction,
  owner: string,
  ids: string[],
  { seen, answered, flagged, forwarded }: { seen: boolean; answered: boolean; flagged: boolean; forwarded: boolean },
): Promise<string[]> {
  const changed: string[] = [];
  for (const some of portions(ids)) {
    const rows = await trx('messages')
      .where({ owner })
      .whereIn('id', some)
      .whereRaw('NOT (seen = ? AND replied = ? AND flagged = ? AND forwarded = ?)', [
        seen,
        answered,
        flagged,
        forwarded,
      ])
      .select('id');
    const others = rows.map(({ id }) => String(id));
    if (!others.length) continue;
    const set = { seen, replied: answered, flagged, forwarded, ...(answered && { answered: true }) };
    await trx('messages').where({ owner }).whereIn('id', others).update(set);
    changed.push(...others);
  }
  return changed;
}

/**
 * Lets go of a mailbox that is taken away. Its messages stay in the lists as messages of their own, or are gone from them
 * but for what a draft answers.
 */
export async function keepMessagesOf(trx: Knex, owner: string, mailboxId: string, keep: boolean): Promise<void> {
  const mine = () => trx('messages').where({ owner, mailbox_id: mailboxId });
  if (keep) await mine().whereIn('folder', ['own', 'junk']).update({ folder: 'archive' });
  else
    await mine()
      .whereNotIn(
        'id',
        trx('drafts').where({ owner, deleted_at: null }).whereNotNull('original_id').select('original_id'),
      )
      .update({ folder: 'gone', waits: false, gone_at: Date.now() });
  await mine().update({ mailbox_id: null });
}

/** Writes what was worked out of a message anew. What was done with it stays. */
export async function updateColumns(trx: Knex.Transaction, owner: string, id: string, derived: Derived): Promise<void> {
  await trx('messages').where({ owner, id }).update(derivedColumns(derived));
  await trx('message_sources').where({ owner, message_id: id }).update({ text: derived.text });
}
