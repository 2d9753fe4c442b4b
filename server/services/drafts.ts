import type { Draft, DraftRow, SavedDraft } from '#shared/types/wire';
import { NO_HANDLING } from '#shared/utils/noHandling';
import { draftSchema, type DraftChange, type NewDraft } from '#shared/schemas/draft';
import { openBlanksIn } from '#core/blank/blanks';
import { forwardSubject, replyRecipients, replySubject } from '#core/message/reply';
import { docFromText, emptyDoc, parseDoc } from '#core/note/schema';
import { toLine, toText } from '#core/note/text';
import { newId } from '../db/id';
import {
  draftById,
  draftOfMessage,
  insertDraft,
  listDrafts,
  setDraftDeleted,
  untouchedDraft,
  updateDraft,
  type DraftContent,
} from '../db/repositories/drafts';
import { ownAddressKeys } from '../db/repositories/mailboxes';
import { messageThread } from '../db/repositories/messages';
import type { Application } from './application';
import { notFound, stale, UserError } from './errors';
import { filesOfMessage } from './files';
import { keepingOfMessage } from './keeping';
import { phrase } from '#core/text/phrase';

export function readDrafts({ db }: Application, owner: string): Promise<DraftRow[]> {
  return listDrafts(db, owner);
}

export async function readDraft({ db }: Application, owner: string, id: string): Promise<Draft> {
  const draft = await draftById(db, owner, id);
  if (!draft) throw notFound('draft');
  return draft;
}

/** The answer begun to a message, null when there is none. */
export function readAnswer({ db }: Application, owner: string, originalId: string): Promise<Draft | null> {
  return draftOfMessage(db, owner, originalId);
}

/** A draft in which nothing stands yet. */
const EMPTY = {
  to: [],
  cc: [],
  bcc: [],
  subject: emptyDoc(),
  body: emptyDoc(),
  subjectText: '',
  preview: '',
  openBlanks: 0,
  fills: {},
  attachments: [],
  signature: null,
  mailboxId: null,
  silenced: [],
  handling: NO_HANDLING,
  originalId: null,
  quote: false,
};

/** Begins a message. An answer and one that is passed on get their recipients, subject and files from what they are about. */
export async function beginDraft(app: Application, owner: string, asked: NewDraft): Promise<Draft> {
  const { db } = app;
  const { mode, originalId, again, start } = asked;
  const id = newId();
  // Not as it is read back: a new one is at once there for other windows to write in.
  const begin = (content: Partial<DraftContent> & { originalId?: string | null }, version = 1) =>
    insertDraft(db, owner, { ...EMPTY, ...content, id, mode }, app.now(), version);
  if (mode === 'new') {
    if (start) return begin({ ...start, ...textsOf(start) }, 2);
    if (again) return begin(await wordingOf(app, owner, again), 2);
    // One that was begun and never written in is the same as a fresh one.
    return (await untouchedDraft(db, owner)) ?? begin({});
  }
  const original = originalId ? await messageThread(db, owner, originalId) : null;
  if (!original) throw notFound('message');
  const subjectOf = mode === 'forward' ? forwardSubject : replySubject;
  const subject = docFromText(subjectOf(original.subject).slice(0, 900));
  const common = { originalId, subject, subjectText: toLine(parseDoc(subject)), quote: true };
  if (mode === 'forward') return begin({ ...common, attachments: await filesOfMessage(app, owner, originalId!) });
  return begin({
    ...common,
    ...replyRecipients(original, [...(await ownAddressKeys(db, owner))], mode === 'reply-all'),
  });
}

/** What a new message takes over from one that was sent: all but whom it went to. */
async function wordingOf(app: Application, owner: string, messageId: string): Promise<Partial<DraftContent>> {
  const { subject, body, attachments } = await keepingOfMessage(app, owner, messageId, {});
  return { subject, body, attachments, ...textsOf({ subject, body }) };
}

/** What the list of drafts shows of one. */
function textsOf({ subject, body }: Pick<DraftContent, 'subject' | 'body'>) {
  const [line, letter] = [parseDoc(subject), parseDoc(body)];
  return {
    subjectText: toLine(line),
    preview: toText(letter).replace(/\s+/g, ' ').trim().slice(0, 280),
    openBlanks: openBlanksIn(line) + openBlanksIn(letter),
  };
}

/**
 * Writes a draft. It is not read back: a letter is saved with every pause of its writer, and they have what they wrote.
 * @throws UserError 409 with the draft as it is now when it was changed elsewhere
 */
export async function changeDraft(
  app: Application,
  owner: string,
  id: string,
  { version, ...input }: DraftChange,
): Promise<SavedDraft> {
  const [texts, now] = [textsOf(input), app.now()];
  if (await updateDraft(app.db, owner, id, version, { ...input, ...texts }, now))
    return { id, version: version + 1, updatedAt: now, ...texts };
  const current = await readDraft(app, owner, id);
  // The answer to the first try was lost, and this is the same once more.
  if (current.version === version + 1 && isSame(current, input))
    return { id, version: current.version, updatedAt: current.updatedAt, ...texts };
  if (current.state === 'sending') throw new UserError(phrase('sending.locked'), 409, { code: 'sending' });
  throw stale('draft', current);
}

type Written = Omit<DraftChange, 'version'>;
/** Every field that is written, by the schema it is written with. */
const WRITTEN = Object.keys(draftSchema.omit(['version']).fields) as (keyof Written)[];
const isSame = (a: Written, b: Written): boolean =>
  WRITTEN.every((name) => JSON.stringify(a[name]) === JSON.stringify(b[name]));

export async function discardDraft(app: Application, owner: string, id: string): Promise<void> {
  if (!(await setDraftDeleted(app.db, owner, id, app.now()))) throw notFound('draft');
}

/** Brings a discarded draft back whole. */
export async function restoreDraft(app: Application, owner: string, id: string): Promise<Draft> {
  if (!(await setDraftDeleted(app.db, owner, id, null))) throw notFound('draft');
  return readDraft(app, owner, id);
}
