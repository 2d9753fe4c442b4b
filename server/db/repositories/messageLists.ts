import type { Knex } from 'knex';
import type { Day } from '#core/calendar/day';
import type { Folder } from '#shared/schemas/message';
import type { MessagePage, MessageRow } from '#shared/types/wire';
import { num } from '../rows';
import { MESSAGE_ROW, toMessageRow } from './messageRow';

interface ListQuery {
  /** A folder by what it is for, over all mailboxes. */
  folder: Folder | 'junk';
  /** One folder of a mailbox instead. */
  inFolder?: string;
  waiting: boolean;
  later?: boolean;
  after?: string;
  limit: number;
  /** The day it is for the account; needed for what waits and what comes back later. */
  today?: Day;
}

/** A list is counted no further: in a large mailbox that takes long, and nobody reads the number. */
export const COUNT_LIMIT = 1_000;

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
  { folder, inFolder, waiting, later, after, limit, today = '' }: ListQuery,
): Promise<MessagePage> {
  const mine = () => db('messages').where({ owner });
  if (later) {
    const rows = await mine()
      .where('again_on', '>', today)
      .whereNot({ folder: 'trash' })
      .select(MESSAGE_ROW)
      .orderBy(['again_on', 'id'])
      .limit(LATER_LIMIT);
    return { rows: rows.map(toMessageRow), next: '', total: rows.length };
  }
  // Each by its own index, which one question for both would not use; named, since a page far on would be read from the beginning.
  const scopes = waiting
    ? [
        () => mine().where({ waits: true, again_on: null }),
        () => mine().where('again_on', '<=', today).whereNot({ folder: 'trash' }),
      ].map((scope) => () => scope().whereNotIn('id', onTheirWay(db, owner)))
    : inFolder
      ? [
          () =>
            db(db.raw('places FORCE INDEX (places_list)'))
              .join('messages', 'messages.id', 'places.message_id')
              .where({ 'messages.owner': owner, 'places.folder_id': inFolder, 'places.leaving': false }),
        ]
      : [() => db(db.raw('messages FORCE INDEX (messages_folder)')).where({ owner, folder })];
  const direction = waiting ? 'asc' : 'desc';
  const at = inFolder ? 'places.received_at' : 'messages.received_at';
  const by = inFolder ? 'places.message_id' : 'messages.id';
  /** When the message came behind which the page begins. */
  const last = mine()
    .where({ id: after ?? '' })
    .select('received_at');
  const count = async (scope: () => Knex.QueryBuilder) => {
    const some = scope()
      .select('messages.id')
      .limit(COUNT_LIMIT + 1)
      .as('some');
    return num((await db.from(some).count({ total: '*' }).first())?.total);
  };
  const read = (scope: () => Knex.QueryBuilder) => {
    const query = scope();
    // Said twice, since only a bound on the first column begins behind it in the index.
    if (after) {
      query.where(at, waiting ? '>=' : '<=', last);
      query.whereRaw(`(??, ??) ${waiting ? '>' : '<'} (?, ?)`, [at, by, last, after]);
    }
    return query
      .select(MESSAGE_ROW.map((column) => `messages.${column}`))
      .orderBy(at, direction)
      .orderBy(by, direction)
      .limit(limit + 1);
  };
  // A folder is likely to be longer than a page and is counted at the same time; what waits is not.
  const [all, totals] = await Promise.all([
    db.unionAll(scopes.map(read), true),
    after || waiting ? [] : Promise.all(scopes.map(count)),
  ]);
  const rows = all.map(toMessageRow);
  const found = waiting ? [rows.filter(({ again }) => !again), rows.filter(({ again }) => again)] : [rows];
  if (waiting) rows.sort((a, b) => a.receivedAt - b.receivedAt || (a.id < b.id ? -1 : 1));
  const page = rows.slice(0, limit);
  const next = rows.length > limit ? page[page.length - 1]!.id : '';
  // What follows was counted with the first page.
  if (after) return { rows: page, next, total: null };
  const counted = await Promise.all(
    scopes.map((scope, i) => totals[i] ?? (found[i]!.length <= limit ? found[i]!.length : count(scope))),
  );
  return { rows: page, next, total: counted.reduce((sum, one) => sum + one, 0) };
}

/** The other messages of the thread of one, without those that are gone or thrown away. */
function othersOf(db: Knex, owner: string, id: string) {
  const thread = db('messages').where({ owner, id }).select('thread_id');
  return db('messages')
    .where({ owner })
    .where('thread_id', thread)
    .whereNot({ id })
    .whereNotIn('folder', ['trash', 'gone', 'junk']);
}

/** The other messages of the thread of one, the newest first. */
export async function threadOf(db: Knex, owner: string, id: string, limit: number): Promise<MessageRow[]> {
  const rows = await othersOf(db, owner, id)
    .orderBy([
      { column: 'received_at', order: 'desc' },
      { column: 'id', order: 'desc' },
    ])
    .limit(limit)
    .select(MESSAGE_ROW);
  return rows.map(toMessageRow);
}

/** How many of them there are, counted to `limit`. */
export async function countThread(db: Knex, owner: string, id: string, limit: number): Promise<number> {
  return (await othersOf(db, owner, id).limit(limit).select('id')).length;
}
