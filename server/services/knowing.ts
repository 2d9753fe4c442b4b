import type { Knex } from 'knex';
import type { Draft } from '#shared/types/wire';
import type { PastQuery } from '#shared/schemas/knowing';
import { notesOf } from '#core/blank/fill';
import type { PastAnswer } from '#core/suggest/past';
import { messageTerms } from '#core/suggest/terms';
import { askedMessage, forgetPast, listPast, rememberPast, settlePast } from '../db/repositories/pastAnswers';
import { readSettings } from './accounts';
import type { Application } from './application';
import { runTask } from '../work/pool';

const knows = async (app: Application, owner: string) => (await readSettings(app, owner)).knows.includes('offers');

/** What of a message is learnt, read from its bytes; null when it is gone. */
async function learnt(app: Application, owner: string, id: string, asks?: number[]) {
  const message = await askedMessage(app.db, owner, id);
  if (!message) return null;
  const { raw, preview } = await app.mail(owner).get(id);
  const { text } = await runTask('show', { raw, id, pictures: false });
  return { ...message, ...messageTerms(message.subject, text.own || preview, asks) };
}

/** Learns that a note was put into the answer to a message, and which of those offered were not. */
export async function learnTaken(
  app: Application,
  owner: string,
  messageId: string,
  taken: string[],
  offered: string[],
  asks?: number[],
): Promise<void> {
  if (!(await knows(app, owner))) return;
  const message = await learnt(app, owner, messageId, asks);
  if (!message) return;
  // What was passed over was passed over for what the note was put in for.
  const passed = offered.filter((id) => !taken.includes(id));
  const notes = [...taken.map((note) => ({ note, taken: true })), ...passed.map((note) => ({ note, taken: false }))];
  await rememberPast(app.db, owner, message, notes, app.now());
}

/** Once an answer has left, the notes that are in it answered the message, and no others: one put in and taken out again was passed over. */
export async function settleTaken(app: Application, db: Knex, owner: string, draft: Draft): Promise<void> {
  if (!draft.originalId || !['reply', 'reply-all'].includes(draft.mode)) return;
  await settlePast(db, owner, draft.originalId, notesOf(draft.fills), app.now());
}

/** What was learnt from answers, a page at a time, the latest first; nothing where the user does not want it. */
export async function readPast(
  app: Application,
  owner: string,
  { at, message, note, limit }: PastQuery,
): Promise<PastAnswer[]> {
  if (!(await knows(app, owner))) return [];
  return listPast(app.db, owner, message ? { at, message, note } : null, limit);
}

/** Forgets all that was learnt from answers. */
export async function forgetAll({ db }: Application, owner: string): Promise<{ forgotten: number }> {
  return { forgotten: await forgetPast(db, owner) };
}
