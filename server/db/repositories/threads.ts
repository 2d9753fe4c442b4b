import { createHash } from 'node:crypto';
import type { Knex } from 'knex';
import { addressKey } from '#core/message/address';
import { bareSubject } from '#core/message/subject';
import type { MessageThread } from '#core/message/thread';
import { json, portions } from '../rows';

/** A Message-ID as it is looked up: one of any length is as short as this. */
export const idKey = (id: string) => createHash('sha256').update(id).digest('hex').slice(0, 32);

/** So many ids a message may name; more are those of a list that has gone on for years. */
const NAMED = 200;
/** So long an answer that names nothing is taken for one to a message with the same subject. */
const SUBJECT_MS = 60 * 86_400_000;

type Threaded = Pick<MessageThread, 'messageId' | 'inReplyTo' | 'references' | 'from' | 'to' | 'subject'> & {
  id: string;
  receivedAt: number;
};

/** The ids a message is known by and names (RFC 5322 3.6.4). */
export function namedIds({
  messageId,
  inReplyTo,
  references,
}: Pick<Threaded, 'messageId' | 'inReplyTo' | 'references'>) {
  const ids = [messageId, ...(inReplyTo.match(/<[^<>\s]+>/g) ?? []), ...references];
  return [...new Set(ids.filter(Boolean))].slice(-NAMED);
}

/**
 * Puts messages into threads by the ids they are known by and name, whichever comes first; two threads that a message
 * holds together become one. An answer that names nothing joins a message of the same subject with the same person (RFC
 * 5256 3, step 5; other messages of one subject are not one thread, as in many mailboxes they are not).
 * @returns the thread of each message, by its id, and the threads that have no other messages than these
 */
export async function joinThreads(
  trx: Knex.Transaction,
  owner: string,
  messages: Threaded[],
): Promise<{ threads: Map<string, string>; begun: Set<string> }> {
  const keysOf = new Map(messages.map((message) => [message.id, namedIds(message).map(idKey)]));
  const all = [...new Set([...keysOf.values()].flat())];
  const threadOf = new Map<string, string>();
  for (const keys of portions(all)) {
    const rows = await trx('thread_ids')
      .where({ owner })
      .whereIn('id_key', keys)
      .forUpdate()
      .select('id_key', 'thread_id');
    for (const { id_key: key, thread_id: thread } of rows) threadOf.set(key, thread);
  }
  const known = new Map(threadOf);
  /** Threads that have become another one. */
  const became = new Map<string, string>();
  const now = (thread: string): string => {
    let at = thread;
    while (became.has(at)) at = became.get(at)!;
    return at;
  };
  const result = new Map<string, string>();
  /** Those of these messages that came before one, with their threads. */
  const before = ({ receivedAt }: Threaded) =>
    messages
      .filter((other) => result.has(other.id) && other.receivedAt <= receivedAt)
      .map((other) => ({ ...other, threadId: result.get(other.id)! }));
  // What was written first can be answered by what comes with it.
  const inOrder = [...messages].sort(
    (a, b) => a.receivedAt - b.receivedAt || Number(isAnswer(a.subject)) - Number(isAnswer(b.subject)),
  );
  for (const message of inOrder) {
    const keys = keysOf.get(message.id)!;
    const named = [...new Set(keys.flatMap((key) => (threadOf.has(key) ? [now(threadOf.get(key)!)] : [])))].sort();
    const thread = named[0] ?? (await threadOfSubject(trx, owner, message, () => before(message))) ?? message.id;
    for (const other of named.slice(1)) became.set(other, thread);
    for (const key of keys) threadOf.set(key, thread);
    result.set(message.id, thread);
  }
  for (const gone of became.keys())
    for (const table of ['messages', 'thread_ids'])
      await trx(table)
        .where({ owner, thread_id: gone })
        .update({ thread_id: now(gone) });
  const fresh = all.filter((key) => !known.has(key));
  for (const keys of portions(fresh))
    await trx('thread_ids').insert(keys.map((key) => ({ owner, id_key: key, thread_id: now(threadOf.get(key)!) })));
  const threads = new Map([...result].map(([id, thread]) => [id, now(thread)]));
  // A thread is called after a message in it; one of before can have become one of these.
  const older = new Set([...known.values(), ...became.keys()].filter((thread) => !result.has(thread)).map(now));
  const begun = [...threads.values()].filter((thread) => result.has(thread) && !older.has(thread));
  return { threads, begun: new Set(begun) };
}

/** Whether a subject says that its message answers one, or passes it on. */
const isAnswer = (subject: string): boolean => bareSubject(subject) !== subject.trim();

/** The thread of a message with the same subject that an answer without any ids is likely to answer; null without one. */
async function threadOfSubject(
  trx: Knex.Transaction,
  owner: string,
  { inReplyTo, references, subject, from, receivedAt }: Threaded,
  beside: () => (Threaded & { threadId: string })[],
): Promise<string | null> {
  const bare = bareSubject(subject);
  const sender = from[0]?.address ?? '';
  if (inReplyTo || references.length || !sender || !bare || !isAnswer(subject)) return null;
  const key = addressKey(sender);
  const isAnswered = (one: { subject: string; from: string; to: { address: string }[] }) =>
    bareSubject(one.subject) === bare &&
    (addressKey(one.from) === key || one.to.some(({ address }) => addressKey(address) === key));
  const near = beside()
    .sort((a, b) => b.receivedAt - a.receivedAt)
    .find((one) => isAnswered({ ...one, from: one.from[0]?.address ?? '' }));
  if (near) return near.threadId;
  const since = [receivedAt - SUBJECT_MS, receivedAt] as [number, number];
  const rows = await trx('messages')
    .where({ owner })
    .whereBetween('received_at', since)
    .where((q) => q.where({ from_address: sender }).orWhere({ folder: 'sent' }))
    .orderBy('received_at', 'desc')
    .limit(300)
    .select('thread_id', 'subject', 'from_address', 'to_list');
  const found = rows.find((row) => isAnswered({ subject: row.subject, from: row.from_address, to: json(row.to_list) }));
  return found?.thread_id || null;
}
