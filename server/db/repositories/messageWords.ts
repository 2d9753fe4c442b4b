import { createHash } from 'node:crypto';
import type { Knex } from 'knex';
import { addressKey, type Mailbox } from '#core/message/address';
import type { FoundMessage } from '#shared/types/wire';
import type { StoredFolder } from '#shared/schemas/message';
import { insertAllBytes } from '../bytes';
import { MESSAGE_ROW, toMessageRow } from './messageRow';

/**
 * Every word of an owner begins with the same few signs. So a word is never too short to be known or so common that the
 * index leaves it out, and the words of others are not gone through.
 */
const signOf = (owner: string) => `${owner.slice(-5)}_`;

/** What stands for a person among the words of a message: everybody it was written by or to. */
const personWord = (address: string) =>
  `at_${createHash('sha256').update(addressKey(address)).digest('hex').slice(0, 16)}`;

/** Whether a message has a word with some beginning. By bytes, which takes a quarter of what LIKE takes. */
const HAS = 'INSTR(CAST(w.words AS BINARY), ?) > 0';
const atStart = (word: string) => ` ${word}`;

/** A message with its words, each with a space before it. */
export interface Worded {
  id: string;
  receivedAt: number;
  words: string;
  from: Mailbox[];
  to: Mailbox[];
  cc: Mailbox[];
}

/** What messages are found by, as rows of `message_words`. */
export function wordRows(owner: string, messages: Worded[]) {
  const sign = signOf(owner);
  return messages.map(({ id, receivedAt, words, from, to, cc }) => {
    const people = [...from, ...to.slice(0, 100), ...cc.slice(0, 100)].map(({ address }) => personWord(address));
    const all = words + [...new Set(people)].map((word) => ` ${word}`).join('');
    // The space before each stays, so that the beginning of a word is found as such.
    return { message_id: id, owner, received_at: receivedAt, words: all.replaceAll(' ', ` ${sign}`) };
  });
}

/** Takes note of the words of messages anew. */
export async function replaceWords(trx: Knex.Transaction, owner: string, messages: Worded[]): Promise<void> {
  await trx('message_words')
    .where({ owner })
    .whereIn(
      'message_id',
      messages.map(({ id }) => id),
    )
    .delete();
  await insertAllBytes(
    trx,
    ['message_words'],
    wordRows(owner, messages).map((row) => [row]),
  );
}

/** What is looked for in all mail. */
export interface MailSearch {
  /** Folded beginnings of words, all of which a message has. */
  terms: string[];
  /** Addresses, one of which it was written by or to; none for anybody's. */
  people: string[];
  /** What its folder is for; '' for everywhere but trash and junk. */
  folder: StoredFolder | '';
  /** One folder of a mailbox; '' for all. */
  inFolder: string;
  /** Milliseconds since 1970. */
  since: number;
  hasFiles: boolean;
  /** The message after which it goes on; '' at the beginning. */
  after: string;
  limit: number;
}

/** So many of the newest messages are gone through one by one, before the index of words is asked. */
const LATEST = 600;
/** As many more of them as a page may need are gone through before it, up to so many in all: more take longer than the index. */
const GONE_THROUGH = 4_000;
/** Of what the index has found so many are looked at before all. */
const NEWEST = 400;
/** So many of the newest messages tell how common a word is. */
const SAMPLE = 150;
/**
 * A word so many times as common as the rarest is looked for in what the index has found for the others, which is quicker
 * than having the index find it everywhere.
 */
const MORE_COMMON = 12;

/**
 * Messages that have all words, the newest first. What has common words is found among the newest messages; what has rare
 * ones by the index, which has to look at all it finds before it knows the newest.
 */
export async function searchMessages(
  db: Knex,
  owner: string,
  search: MailSearch,
): Promise<{ rows: FoundMessage[]; next: string }> {
  const sign = signOf(owner);
  /** Words, one of each of which a message has. */
  const wanted = [
    ...search.terms.map((term) => [`${sign}${term}`]),
    ...(search.people.length ? [search.people.map((address) => `${sign}${personWord(address)}`)] : []),
  ];
  const last = search.after ? await db('messages').where({ owner, id: search.after }).first('received_at') : null;
  /** Words of messages in the order of the answer, within its bounds. */
  const within = (query: Knex.QueryBuilder): Knex.QueryBuilder => {
    if (search.since) query.where('w.received_at', '>=', search.since);
    if (last)
      query
        .where('w.received_at', '<=', last.received_at)
        .whereRaw('(w.received_at, w.message_id) < (?, ?)', [last.received_at, search.after]);
    return query.orderBy([
      { column: 'w.received_at', order: 'desc' },
      { column: 'w.message_id', order: 'desc' },
    ]);
  };
  const asked = (from: Knex.QueryBuilder | null = null) => {
    const source: Knex.QueryBuilder = from ? db.from(from.as('w')) : db('message_words as w').where('w.owner', owner);
    const query = source.join('messages as m', 'm.id', 'w.message_id');
    if (search.inFolder)
      query.whereIn('w.message_id', db('places').where({ owner, folder_id: search.inFolder }).select('message_id'));
    else if (search.folder) query.where('m.folder', search.folder);
    else query.whereNotIn('m.folder', ['trash', 'junk', 'gone']);
    if (search.hasFiles) query.where('m.attachments', '>', 0);
    return within(query)
      .where('m.owner', owner)
      .limit(search.limit + 1)
      .select(MESSAGE_ROW.map((column) => `m.${column}`));
  };
  const has = (query: Knex.QueryBuilder, words: string[]) =>
    query.andWhere((q) => {
      for (const word of words) q.orWhereRaw(HAS, [atStart(word)]);
    });
  const rows = wanted.length ? await found() : await asked();
  const page = rows.slice(0, search.limit) as (Record<string, unknown> & { id: string })[];
  const texts = await textsOf(
    db,
    owner,
    page.map(({ id }) => id),
  );
  return {
    rows: page.map((row) => ({ ...toMessageRow(row), excerpt: excerptOf(texts.get(row.id) ?? '', search.terms) })),
    next: rows.length > search.limit ? page.at(-1)!.id : '',
  };

  async function found(): Promise<Record<string, string>[]> {
    const enough = search.limit + 1;
    const { rows, isAll } = await among(0, LATEST);
    if (isAll) return rows;
    let from = LATEST;
    while (rows.length && rows.length < enough) {
      // As common as it is among these, what is missing of a page stands in so many.
      const more = Math.max(LATEST, Math.ceil(1.3 * from * (enough / rows.length - 1)));
      if (from + more > GONE_THROUGH) break;
      const older = await among(from, more);
      rows.push(...older.rows);
      if (older.isAll) return rows.slice(0, enough);
      from += more;
    }
    if (rows.length >= enough) return rows.slice(0, enough);
    return byIndex();
  }

  /** The newest messages, `from` of them left out. */
  function latest(from: number): Knex.QueryBuilder {
    const query = db('message_words as w').where('w.owner', owner);
    if (last) query.where('w.received_at', '<=', last.received_at);
    return query.orderBy('w.received_at', 'desc').offset(from);
  }

  /** Found among so many of the newest messages, gone through one by one, and whether there are no older ones. */
  async function among(from: number, count: number): Promise<{ rows: Record<string, string>[]; isAll: boolean }> {
    const [newest, oldest] = await Promise.all([
      from ? latest(from).first('w.received_at') : null,
      latest(from + count).first('w.received_at'),
    ]);
    if (from && !newest) return { rows: [], isAll: true };
    const query = asked();
    // Those of one moment stand together: they were gone through with what was left out.
    if (newest) query.where('w.received_at', '<', newest.received_at);
    if (oldest) query.where('w.received_at', '>=', oldest.received_at);
    for (const words of wanted) has(query, words);
    return { rows: await query, isAll: !oldest };
  }

  /** Found by the index: the newest of them are looked at first, and all where those are too few. */
  async function byIndex(): Promise<Record<string, string>[]> {
    const shares = wanted.length > 1 ? await sharesOf() : [0];
    const rarest = Math.max(Math.min(...shares), 1 / SAMPLE);
    const isCommon = (i: number) => shares[i]! > MORE_COMMON * rarest;
    const order = shares.map((_, i) => i).sort((a, b) => shares[a]! - shares[b]!);
    const match = order
      .filter((i) => !isCommon(i))
      .map((i) => wanted[i]!.map((word) => `${word}*`))
      // The index takes twice as long for what stands in brackets.
      .map((words) => (words.length > 1 ? `+(${words.join(' ')})` : `+${words[0]}`))
      .join(' ');
    const all = () => {
      const query = within(db('message_words as w').where('w.owner', owner))
        .whereRaw('MATCH (w.words) AGAINST (? IN BOOLEAN MODE)', [match])
        .select('w.message_id', 'w.received_at');
      for (const [i, words] of wanted.entries()) if (isCommon(i)) has(query, words);
      return query;
    };
    const ids = (await all().limit(NEWEST)).map((row: { message_id: string }) => String(row.message_id));
    const rows: Record<string, string>[] = [];
    for (let i = 0; i < ids.length && rows.length <= search.limit; i += search.limit + 1)
      rows.push(...(await asked().whereIn('w.message_id', ids.slice(i, i + search.limit + 1))));
    return ids.length < NEWEST || rows.length > search.limit ? rows : asked(all());
  }

  /** In what share of the newest messages each of what is looked for stands, from 0 to 1. */
  async function sharesOf(): Promise<number[]> {
    const sample = db.from(latest(0).limit(SAMPLE).select('w.words').as('w'));
    const having = (words: string[]) => `SUM(${words.map(() => HAS).join(' OR ')})`;
    const counted = await sample.first(
      wanted.map((words, i) => db.raw(`${having(words)} AS n${i}`, words.map(atStart))),
    );
    return wanted.map((_, i) => Number(counted?.[`n${i}`] ?? 0) / SAMPLE);
  }
}

/** The ids of all messages written by or to one of some addresses, wherever they lie, the oldest first. */
export async function messagesWith(db: Knex, owner: string, people: string[]): Promise<string[]> {
  const match = `+(${people.map((address) => `${signOf(owner)}${personWord(address)}`).join(' ')})`;
  return db('message_words')
    .where({ owner })
    .whereRaw('MATCH (words) AGAINST (? IN BOOLEAN MODE)', [match])
    .orderBy([{ column: 'received_at' }, { column: 'message_id' }])
    .pluck<string[]>('message_id');
}

/** The ids of messages with a word, which is folded. */
export async function messagesWithWord(db: Knex, owner: string, term: string): Promise<string[]> {
  return db('message_words')
    .where({ owner })
    .whereRaw('MATCH (words) AGAINST (? IN BOOLEAN MODE)', [`+${signOf(owner)}${term}`])
    .pluck<string[]>('message_id');
}

/** The beginnings of the texts of messages. */
async function textsOf(db: Knex, owner: string, ids: string[]): Promise<Map<string, string>> {
  const rows = await db('message_sources').where({ owner }).whereIn('message_id', ids).select('message_id', 'text');
  return new Map(rows.map(({ message_id: id, text }) => [String(id), String(text)]));
}

/** So much of a text is shown around what was found. */
const EXCERPT = 120;
/** And so much of it before; a narrow list shows little more. */
const BEFORE = 16;

/** The part of a text where the first of some words stands; its beginning where none is seen. */
function excerptOf(text: string, terms: string[]): string {
  const small = text.toLowerCase();
  const found = terms.map((term) => new RegExp(`(?<![\\p{L}\\p{N}])${term}`, 'u').exec(small)?.index ?? -1);
  const at = Math.min(...found.filter((index) => index >= 0), Infinity);
  if (!Number.isFinite(at) || at < 2 * BEFORE) return text.slice(0, EXCERPT);
  const from = text.lastIndexOf(' ', at - BEFORE) + 1;
  return `… ${text.slice(from, from + EXCERPT)}`;
}
