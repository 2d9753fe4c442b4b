import { fromColumn, toColumn } from '../phraseColumn';
import type { Knex } from 'knex';
import type { Day } from '#core/calendar/day';
import type { Again } from '#shared/schemas/again';
import type { Folder } from '#shared/schemas/message';
import type { MessagePage, MessageRow } from '#shared/types/wire';
import type { MessageThread } from '#core/message/thread';
import { insertBytes } from '../bytes';
import { isDuplicate } from '../connect';
import { json, num } from '../rows';
import type { Phrase } from '#core/text/phrase';

export interface NewMessage extends MessageThread {
  id: string;
  folder: Folder;
  digest: string;
  preview: string;
  sentAt: number;
  receivedAt: number;
  attachments: number;
  seen: boolean;
  answered: boolean;
  broken: Phrase | null;
  raw: Buffer;
}

const ROW = [
  'id',
  'folder',
  'from_name',
  'from_address',
  'to_list',
  'subject',
  'preview',
  'sent_at',
  'received_at',
  'attachments',
  'seen',
  'answered',
  'broken',
  'again_on',
  'again_why',
];

function toRow(row: Record<string, unknown>): MessageRow {
  return {
    id: String(row.id),
    folder: row.folder as Folder,
    from: { name: String(row.from_name), address: String(row.from_address) },
    to: json(row.to_list),
    subject: String(row.subject),
    preview: String(row.preview),
    sentAt: num(row.sent_at),
    receivedAt: num(row.received_at),
    attachments: num(row.attachments),
    seen: Boolean(row.seen),
    answered: Boolean(row.answered),
    broken: fromColumn(row.broken),
    again: row.again_on ? { day: String(row.again_on), why: String(row.again_why) } : null,
  };
}

/** Stores a message with its bytes; the id of the one already there when these bytes are known. */
export async function insertMessage(
  trx: Knex.Transaction,
  owner: string,
  message: NewMessage,
): Promise<{ id: string; added: boolean }> {
  const from = message.from[0] ?? { name: '', address: '' };
  try {
    await trx('messages').insert({
      id: message.id,
      owner,
      folder: message.folder,
      digest: message.digest,
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
      sent_at: message.sentAt,
      received_at: message.receivedAt,
      attachments: message.attachments,
      size: message.raw.length,
      seen: message.seen,
      answered: message.answered,
      broken: toColumn(message.broken),
    });
  } catch (error) {
    const known =
      isDuplicate(error) && (await trx('messages').where({ owner, digest: message.digest }).forShare().first('id'));
    if (!known) throw error;
    return { id: String(known.id), added: false };
  }
  await insertBytes(trx, 'message_sources', { message_id: message.id, owner, raw: message.raw });
  return { id: message.id, added: true };
}

export async function messageWithSource(
  db: Knex,
  owner: string,
  id: string,
): Promise<(MessageRow & { raw: Buffer }) | null> {
  const row = await db('messages')
    .join('message_sources', 'message_sources.message_id', 'messages.id')
    .where({ 'messages.owner': owner, 'messages.id': id, 'message_sources.owner': owner })
    .first([...ROW.map((column) => `messages.${column}`), 'message_sources.raw']);
  return row ? { ...toRow(row), raw: row.raw as Buffer } : null;
}

/** The bytes of the newest messages of a folder, so many at most and not more bytes together. */
export async function latestSources(
  db: Knex,
  owner: string,
  folder: Folder,
  count: number,
  bytes: number,
  except = '',
): Promise<Buffer[]> {
  const rows = await db('messages')
    .where({ owner, folder })
    .whereNot({ id: except })
    .select('id', 'size')
    .orderBy('received_at', 'desc')
    .limit(count);
  let left = bytes;
  const ids = rows.flatMap(({ id, size }) => ((left -= num(size)) >= 0 ? [id] : []));
  const sources = await db('message_sources').where({ owner }).whereIn('message_id', ids).select('raw');
  return sources.map(({ raw }) => raw as Buffer);
}

export async function messageThread(db: Knex, owner: string, id: string): Promise<MessageThread | null> {
  const row = await db('messages')
    .where({ owner, id })
    .first('message_id', 'in_reply_to', 'reference_ids', 'from_list', 'reply_to', 'to_list', 'cc_list', 'subject');
  if (!row) return null;
  return {
    messageId: row.message_id,
    inReplyTo: row.in_reply_to,
    references: json(row.reference_ids),
    from: json(row.from_list),
    replyTo: json(row.reply_to),
    to: json(row.to_list),
    cc: json(row.cc_list),
    subject: row.subject,
  };
}

interface ListQuery {
  folder: Folder;
  waiting: boolean;
  later?: boolean;
  after?: string;
  limit: number;
  /** The day it is for the account. */
  today: Day;
}

/** What is set aside for a coming day is a short list of one page. */
const LATER_LIMIT = 500;

/** What is answered by a message that rests in the outbox or is just being sent. */
const onTheirWay = (db: Knex, owner: string) =>
  db('outbox')
    .join('drafts', 'drafts.id', 'outbox.draft_id')
    .where({ 'outbox.owner': owner, 'drafts.owner': owner, 'outbox.problem': '' })
    .whereIn('outbox.state', ['queued', 'handing'])
    .whereIn('drafts.mode', ['reply', 'reply-all'])
    .whereNotNull('outbox.original_id')
    .select('outbox.original_id');

/**
 * A page of a folder, newest first; the waiting ones oldest first, since the oldest debt matters most. What is looked at
 * again waits from its day on, wherever it lies, and not before; what is being answered does not. Pages continue behind a row (received_at, id), so that
 * they stay quick and steady in a large mailbox.
 */
export async function listMessages(
  db: Knex,
  owner: string,
  { folder, waiting, later, after, limit, today }: ListQuery,
): Promise<MessagePage> {
  const mine = () => db('messages').where({ owner });
  if (later) {
    const rows = await mine()
      .where('again_on', '>', today)
      .whereNot({ folder: 'trash' })
      .select(ROW)
      .orderBy(['again_on', 'id'])
      .limit(LATER_LIMIT);
    return { rows: rows.map(toRow), next: '', total: rows.length };
  }
  // Each by its own index, which one question for both would not use.
  const scopes = waiting
    ? [
        () => mine().where({ folder: 'inbox', answered: false, again_on: null }),
        () => mine().where('again_on', '<=', today).whereNot({ folder: 'trash' }),
      ].map((scope) => () => scope().whereNotIn('id', onTheirWay(db, owner)))
    : [() => mine().where({ folder })];
  const direction = waiting ? 'asc' : 'desc';
  const last = after ? await mine().where({ id: after }).first('received_at') : null;
  const found = await Promise.all(
    scopes.map((scope) => {
      const query = scope();
      if (last) query.whereRaw(`(received_at, id) ${waiting ? '>' : '<'} (?, ?)`, [last.received_at, after]);
      return query
        .select(ROW)
        .orderBy('received_at', direction)
        .orderBy('id', direction)
        .limit(limit + 1);
    }),
  );
  const rows = found.flat().map(toRow);
  if (waiting) rows.sort((a, b) => a.receivedAt - b.receivedAt || (a.id < b.id ? -1 : 1));
  const counted = await Promise.all(scopes.map((scope) => scope().count({ total: '*' }).first()));
  const page = rows.slice(0, limit);
  const total = counted.reduce((sum, one) => sum + num(one?.total), 0);
  return { rows: page, next: rows.length > limit ? page[page.length - 1]!.id : '', total };
}

/** Changes flags, folder or the day it is looked at again; false when there is no such message. */
export async function changeMessage(
  db: Knex,
  owner: string,
  id: string,
  { again, ...change }: { seen?: boolean; answered?: boolean; folder?: Folder; again?: Again | null },
): Promise<boolean> {
  const set = Object.fromEntries(Object.entries(change).filter(([, value]) => value !== undefined));
  if (again !== undefined) Object.assign(set, { again_on: again?.day ?? null, again_why: again?.why ?? '' });
  const found = await db('messages').where({ owner, id }).first('id');
  if (found && Object.keys(set).length) await db('messages').where({ owner, id }).update(set);
  return Boolean(found);
}

/** Takes the day off what an answer has come to. */
export async function answerCame(
  db: Knex,
  owner: string,
  { inReplyTo, references }: Pick<MessageThread, 'inReplyTo' | 'references'>,
): Promise<void> {
  const ids = [...new Set([...(inReplyTo.match(/<[^<>\s]+>/g) ?? []), ...references])].slice(-200);
  if (!ids.length) return;
  const set = await db('messages').where({ owner }).whereNotNull('again_on').select('id', 'message_id');
  const answered = set.filter(({ message_id: messageId }) => ids.includes(messageId)).map(({ id }) => id);
  if (answered.length)
    await db('messages').where({ owner }).whereIn('id', answered).update({ again_on: null, again_why: '' });
}
