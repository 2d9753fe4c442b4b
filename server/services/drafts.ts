import type { Draft, DraftRow } from '#shared/types/wire';
import type { DraftChange, NewDraft } from '#shared/schemas/draft';
import { replyRecipients, replySubject } from '#core/message/reply';
import { docFromText, emptyDoc, parseDoc } from '#core/note/schema';
import { toLine, toText } from '#core/note/text';
import { newId } from '../db/id';
import { accountById } from '../db/repositories/accounts';
import {
  draftById,
  draftOfMessage,
  insertDraft,
  listDrafts,
  setDraftDeleted,
  untouchedDraft,
  updateDraft,
} from '../db/repositories/drafts';
import { messageThread } from '../db/repositories/messages';
import type { Application } from './application';
import { notFound, stale, UserError } from './errors';
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

/** Begins a message. An answer gets its recipients and subject from the message it answers. */
export async function beginDraft(app: Application, owner: string, { mode, originalId }: NewDraft): Promise<Draft> {
  const { db } = app;
  const id = newId();
  const empty = {
    to: [],
    cc: [],
    bcc: [],
    subject: emptyDoc(),
    body: emptyDoc(),
    subjectText: '',
    preview: '',
    fills: {},
    attachments: [],
    signature: null,
    silenced: [],
  };
  if (mode === 'new') {
    // One that was begun and never written in is the same as a fresh one.
    const untouched = await untouchedDraft(db, owner);
    if (untouched) return untouched;
    await insertDraft(db, owner, { ...empty, id, mode, originalId: null, quote: false }, app.now());
    return readDraft(app, owner, id);
  }
  const original = originalId ? await messageThread(db, owner, originalId) : null;
  if (!original) throw notFound('message');
  const account = await accountById(db, owner);
  const { to, cc } = replyRecipients(original, [account!.address], mode === 'reply-all');
  const subject = docFromText(replySubject(original.subject).slice(0, 900));
  const subjectText = toLine(parseDoc(subject));
  await insertDraft(
    db,
    owner,
    { ...empty, id, mode, originalId, to, cc, subject, subjectText, quote: true },
    app.now(),
  );
  return readDraft(app, owner, id);
}

export async function changeDraft(
  app: Application,
  owner: string,
  id: string,
  { version, ...input }: DraftChange,
): Promise<Draft> {
  const subjectText = toLine(parseDoc(input.subject));
  const preview = toText(parseDoc(input.body)).replace(/\s+/g, ' ').trim().slice(0, 280);
  if (!(await updateDraft(app.db, owner, id, version, { ...input, subjectText, preview }, app.now()))) {
    const current = await readDraft(app, owner, id);
    // The answer to the first try was lost, and this is the same once more.
    if (current.version === version + 1 && isSame(current, input)) return current;
    if (current.state === 'sending') throw new UserError(phrase('sending.locked'), 409, { code: 'sending' });
    throw stale('draft', current);
  }
  return readDraft(app, owner, id);
}

const isSame = (a: Omit<DraftChange, 'version'>, b: Omit<DraftChange, 'version'>): boolean => {
  const content = ({ to, cc, bcc, subject, body, fills, attachments, quote }: typeof a) =>
    JSON.stringify([to, cc, bcc, subject, body, fills, attachments, quote]);
  return content(a) === content(b);
};

export async function discardDraft(app: Application, owner: string, id: string): Promise<void> {
  if (!(await setDraftDeleted(app.db, owner, id, app.now()))) throw notFound('draft');
}

/** Brings a discarded draft back whole. */
export async function restoreDraft(app: Application, owner: string, id: string): Promise<Draft> {
  if (!(await setDraftDeleted(app.db, owner, id, null))) throw notFound('draft');
  return readDraft(app, owner, id);
}
