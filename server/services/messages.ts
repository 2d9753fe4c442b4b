import type { Message, MessagePage } from '#shared/types/wire';
import type { MessageChange, MessageList } from '#shared/schemas/message';
import { contentOf, looksLikeMessage } from '../mail/parse';
import { readMessages } from '../mail/mbox';
import type { AppendOptions } from '../mail/ports';
import type { ImportProgress } from '#shared/types/wire';
import { dayAt, type Day } from '#core/calendar/day';
import { readSettings } from './accounts';
import type { Application } from './application';
import { notFound } from './errors';
import { runTask } from '../work/pool';
import { phrase } from '#core/text/phrase';

/** The day it is for an account. */
async function todayOf(app: Application, owner: string): Promise<Day> {
  return dayAt(app.now(), (await readSettings(app, owner)).timeZone);
}

export async function readMessageList(app: Application, owner: string, query: MessageList): Promise<MessagePage> {
  return app.mailbox(owner).list({ ...query, today: await todayOf(app, owner) });
}

/** A message opened: read anew from its bytes, pictures from elsewhere only when asked for. */
export async function openMessage(app: Application, owner: string, id: string, pictures: boolean): Promise<Message> {
  const { raw, ...row } = await app.mailbox(owner).get(id);
  const shown = await runTask('show', { raw, id, pictures });
  return { ...row, ...shown, broken: shown.broken || row.broken };
}

export async function openAttachment(app: Application, owner: string, id: string, index: number) {
  const { raw } = await app.mailbox(owner).get(id);
  const part = (await runTask('parse', { raw })).attachments[index];
  if (!part) throw notFound('attachment');
  return { name: part.name, type: part.type, content: contentOf(raw, part) };
}

/** Changes a message. One that is answered or, having come back, filed is done with: its day is taken off. */
export async function changeMessage(app: Application, owner: string, id: string, change: MessageChange): Promise<void> {
  const mailbox = app.mailbox(owner);
  await mailbox.setFlags(id, { seen: change.seen, answered: change.answered });
  if (change.again !== undefined) await mailbox.setAgain(id, change.again);
  else if (change.answered) await mailbox.setAgain(id, null);
  else if (change.folder) {
    const { again } = await mailbox.get(id);
    if (again && again.day <= (await todayOf(app, owner))) await mailbox.setAgain(id, null);
  }
  if (change.folder) await mailbox.move(id, change.folder);
}

/** So many messages, and about so many bytes, are stored at once. */
const PORTION = 50;
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
  const mailbox = app.mailbox(owner);
  const progress: ImportProgress = { bytes: 0, added: 0, known: 0, broken: 0, done: false, problem: null };
  let passedOver = 0;
  let told = app.now();
  let portion: { raw: Buffer; options: AppendOptions }[] = [];
  let size = 0;
  let read = 0;
  async function store(): Promise<void> {
    const taken = portion;
    [portion, size] = [[], 0];
    progress.bytes = read;
    if (!taken.length) return;
    for (const { added, broken } of await mailbox.appendAll('inbox', taken)) {
      if (added) progress.added++;
      else progress.known++;
      if (added && broken) progress.broken++;
    }
  }
  try {
    for await (const { raw, cut, bytes } of readMessages(source)) {
      read = bytes;
      if (looksLikeMessage(raw)) {
        portion.push({ raw, options: { cut, brought: true } });
        size += raw.length;
      } else passedOver++;
      const isLate = app.now() - told > 150;
      if (portion.length >= PORTION || size >= PORTION_BYTES || isLate) await store();
      if (isLate) {
        told = app.now();
        yield { ...progress };
      }
    }
  } catch (error) {
    // What was read before the file broke off is there.
    await store();
    throw error;
  }
  await store();
  if (passedOver) {
    const none = progress.added + progress.known === 0;
    progress.problem = none ? phrase('importing.noMessages') : phrase('importing.passedOver', { count: passedOver });
  }
  yield { ...progress, done: true };
}
