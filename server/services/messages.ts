import type { FoundPage, Message, MessageChanged, MessagePage, MessageRow } from '#shared/types/wire';
import type { MailSearchQuery, MessageChange, MessageList } from '#shared/schemas/message';
import { looksLikeMessage } from '../mail/parse';
import { readMessages } from '../mail/mbox';
import type { AppendOptions } from '../mail/ports';
import type { ImportProgress } from '#shared/types/wire';
import { dayAt, startOfDay, type Day } from '#core/calendar/day';
import { readSettings } from './accounts';
import type { Application } from './application';
import { countThread, threadOf } from '../db/repositories/messageLists';
import { searchMessages } from '../db/repositories/messageWords';
import { codesIn } from '#core/hands/hands';
import { words } from '#core/search/words';
import { notFound, UserError } from './errors';
import { handsOfMessage } from '../db/repositories/hands';
import { runTask } from '../work/pool';
import { phrase, type Phrase } from '#core/text/phrase';

/** So many messages of a thread are shown. */
const THREAD = 100;

/** The day it is for an account. */
async function todayOf(app: Application, owner: string): Promise<Day> {
  return dayAt(app.now(), (await readSettings(app, owner)).timeZone);
}

export async function readMessageList(app: Application, owner: string, query: MessageList): Promise<MessagePage> {
  const today = query.waiting || query.later ? await todayOf(app, owner) : undefined;
  return app.mail(owner).list({ ...query, today });
}

/** A message opened: read anew from its bytes, pictures from elsewhere only when asked for. */
export async function openMessage(app: Application, owner: string, id: string, pictures: boolean): Promise<Message> {
  const { raw, thread: _, ...row } = await app.mail(owner).get(id);
  const [shown, hands, others] = await Promise.all([
    runTask('show', { raw, id, pictures }),
    handsOfMessage(app.db, owner, id, codesIn(row.subject)),
    countThread(app.db, owner, id, THREAD),
  ]);
  return { ...row, ...shown, broken: shown.broken || row.broken, hands, others };
}

export async function openAttachment(app: Application, owner: string, id: string, index: number) {
  const { raw } = await app.mail(owner).get(id);
  const part = await runTask('attachment', { raw, index });
  if (!part) throw notFound('attachment');
  return { ...part, content: Buffer.from(part.content) };
}

/** Changes a message. One that is answered or, having come back, filed is done with: its day is taken off. */
export async function changeMessage(
  app: Application,
  owner: string,
  id: string,
  change: MessageChange,
): Promise<MessageChanged> {
  const { answered, ...deed } = change;
  return app.mail(owner).change(id, { ...deed, done: answered, again: await againAfter(app, owner, id, change) });
}

/** The day a message comes back on after a change; undefined where it stays as it is. */
export async function againAfter(
  app: Application,
  owner: string,
  id: string,
  { again, answered, folder }: Pick<MessageChange, 'again' | 'answered' | 'folder'>,
): Promise<MessageChange['again']> {
  if (again !== undefined) return again;
  if (answered) return null;
  if (!folder) return undefined;
  const { again: set } = await app.mail(owner).row(id);
  return set && set.day <= (await todayOf(app, owner)) ? null : undefined;
}

/**
 * The same change to several messages. One that is gone, or no longer in the trash it was to be deleted from, keeps none of
 * the others from it.
 * @returns the ids of those that were changed
 */
export async function changeMessages(
  app: Application,
  owner: string,
  ids: string[],
  change: MessageChange,
): Promise<{ changed: string[] }> {
  const changed: string[] = [];
  for (const id of new Set(ids)) {
    try {
      await changeMessage(app, owner, id, change);
      changed.push(id);
    } catch (error) {
      const isLeft = error instanceof UserError && (error.status === 404 || error.data.code === 'undeletable');
      if (!isLeft) throw error;
    }
  }
  return { changed };
}

/** The other messages of the thread of one, the newest first, without those that are gone or thrown away. */
export async function readThread(app: Application, owner: string, id: string): Promise<MessageRow[]> {
  await app.mail(owner).row(id);
  return threadOf(app.db, owner, id, THREAD);
}

/** So many messages are found at once. */
const FOUND = 50;
/** So many words are looked for. */
const TERMS = 12;

/** Looks for messages in all mail: by words in any order and their beginnings, by person, folder, day and files. */
export async function findMessages(
  app: Application,
  owner: string,
  { words: typed, since, person, ...query }: MailSearchQuery,
): Promise<FoundPage> {
  const terms = [...new Set(words(typed, true).map(({ term }) => term))].slice(0, TERMS);
  const from = since ? startOfDay(since as Day, (await readSettings(app, owner)).timeZone) : 0;
  return {
    ...(await searchMessages(app.db, owner, {
      ...query,
      people: person ? [person] : [],
      terms,
      since: from,
      limit: FOUND,
    })),
    terms,
  };
}

/** So many messages, and about so many bytes, are stored at once. */
const PORTION = 200;
const PORTION_BYTES = 2_000_000;

/**
 * Reads an `.eml` or mbox file into the inbox, telling how far it is. Messages are stored a portion at a time: one that is
 * broken comes in marked, one already there is counted and left, and what was read stays when the reading ends early.
 */
export async function* importMessages(
  app: Application,
  owner: string,
  source: AsyncIterable<Uint8Array>,
): AsyncGenerator<ImportProgress> {
  const mail = app.mail(owner);
  const progress: ImportProgress = { bytes: 0, added: 0, known: 0, broken: 0, done: false, problem: null };
  let passedOver = 0;
  let told = app.now();
  let portion: { raw: Buffer; options: AppendOptions }[] = [];
  let size = 0;
  let read = 0;
  /** What is being stored, and what is read meanwhile. */
  const storing: Promise<void>[] = [];
  let underWay = 0;
  async function store(): Promise<void> {
    const taken = portion;
    const bytes = read;
    [portion, size] = [[], 0];
    if (storing.length > 2) await storing.shift();
    if (!taken.length) return;
    const done = mail
      .appendAll('inbox', taken)
      .finally(() => underWay--)
      .then((stored) => {
        for (const { added, broken } of stored) {
          if (added) progress.added++;
          else progress.known++;
          if (added && broken) progress.broken++;
        }
        progress.bytes = bytes;
      });
    // What goes wrong with it is thrown where it is waited for.
    done.catch(() => {});
    storing.push(done);
    underWay++;
  }
  let full: Phrase | null = null;
  try {
    for await (const { raw, cut, bytes } of readMessages(source)) {
      if (!portion.length && (full = await app.fullDisk())) break;
      read = bytes;
      if (looksLikeMessage(raw)) {
        portion.push({ raw, options: { cut, brought: true } });
        size += raw.length;
      } else passedOver++;
      const isLate = app.now() - told > 150;
      // What comes slowly is not waited for.
      const isIdle = isLate && !underWay;
      if (portion.length >= PORTION || size >= PORTION_BYTES || isIdle) await store();
      if (isLate) {
        told = app.now();
        yield { ...progress };
      }
    }
  } catch (error) {
    // What was read before the file broke off is there.
    await store();
    await Promise.all(storing);
    throw error;
  }
  await store();
  await Promise.all(storing);
  if (full) progress.problem = full;
  else if (passedOver) {
    const none = progress.added + progress.known === 0;
    progress.problem = none ? phrase('importing.noMessages') : phrase('importing.passedOver', { count: passedOver });
  }
  yield { ...progress, done: true };
}
