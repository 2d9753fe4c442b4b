import type { Draft, Sending } from '#shared/types/wire';
import { lastLook } from '../../core/look/look';
import { addressKey } from '../../core/message/address';
import { attribution } from '../../core/message/quote';
import { replyThread } from '../../core/message/reply';
import { parseDoc, picturesIn, type DocJson } from '../../core/note/schema';
import { fileSize } from '../../core/number/size';
import { newId } from '../db/id';
import { accountById } from '../db/repositories/accounts';
import { fileByDigest } from '../db/repositories/files';
import { dropDraft, lockDraft, setDraftState } from '../db/repositories/drafts';
import { messageThread } from '../db/repositories/messages';
import {
  claimOutbox,
  dueOutbox,
  insertOutbox,
  outboxById,
  outboxByKey,
  outboxOfDraft,
  settleOutbox,
  type OutboxItem,
} from '../db/repositories/outbox';
import { rememberFills } from './answers';
import { composeLetter, type Letter } from '../mail/compose';
import { readSettings } from './accounts';
import { runTask } from '../work/pool';
import type { Application } from './application';
import { readDraft } from './drafts';
import { notFound, stale, UserError } from './errors';

/** How long one try may take before another process may look after the message. */
const CLAIM_MS = 90_000;

function toSending({ id, state, problem, draftId, sentMessageId }: OutboxItem): Sending {
  return { id, state, problem, draftId, sentMessageId };
}

/** The message answered, as it is quoted. Pictures are left out; they belong to the other message. */
async function quoteOf(app: Application, owner: string, originalId: string, locale: string, timeZone: string) {
  const original = await app.mailbox(owner).get(originalId);
  const { html, text } = await runTask('quote', { raw: original.raw });
  const name = original.from.name || original.from.address;
  return {
    attribution: attribution(original.sentAt, name, locale, timeZone),
    text,
    html,
  };
}

/** A message with more than this is refused by many post offices (common practice, no source). */
const ATTACHED_LIMIT = 25_000_000;

/** The bytes of the pictures and attachments of a draft. @throws UserError when one is gone or all are too much. */
async function filesOf(
  app: Application,
  owner: string,
  { body, attachments }: Pick<Draft, 'body' | 'attachments'>,
  signature: DocJson,
): Promise<Pick<Letter, 'pictures' | 'attachments'>> {
  const pictures = await Promise.all(
    [...new Set([...picturesIn(body), ...picturesIn(signature)])].map(async (file) => {
      const found = await fileByDigest(app.db, owner, file);
      if (!found) throw new UserError('Not sent: a picture in the text is not kept here any more. Put it in again.');
      return found;
    }),
  );
  const parts = await Promise.all(
    attachments.map(async ({ file, name }) => {
      const found = await fileByDigest(app.db, owner, file);
      if (!found) throw new UserError(`Not sent: “${name}” is not kept here any more. Attach it again.`);
      return { ...found, name };
    }),
  );
  const total = [...pictures, ...parts].reduce((sum, part) => sum + part.size, 0);
  if (total > ATTACHED_LIMIT)
    throw new UserError(
      `Not sent: what goes with it is ${fileSize(total)}; a message takes at most ${fileSize(ATTACHED_LIMIT)}.`,
    );
  return { pictures, attachments: parts };
}

/**
 * Sends a draft. Under one lock the draft is looked at, made into bytes and put into the outbox with the key of this
 * press of Send; only then is anything tried. The same key again, or another one after the draft has gone, answers with
 * what became of the first.
 * @throws UserError 422 with the sights when the last look holds it back, 409 when the draft has changed.
 */
export async function sendDraft(
  app: Application,
  owner: string,
  id: string,
  { version, key }: { version: number; key: string },
) {
  const before = (await outboxByKey(app.db, owner, key)) ?? (await outboxOfDraft(app.db, owner, id));
  if (before && (before.key === key || before.state === 'sent')) return toSending(before);

  const peek = await readDraft(app, owner, id);
  const account = await accountById(app.db, owner);
  const settings = await readSettings(app, owner);
  const thread = peek.originalId ? await messageThread(app.db, owner, peek.originalId) : null;
  const quote =
    peek.quote && peek.originalId && thread
      ? await quoteOf(app, owner, peek.originalId, settings.locale, settings.timeZone)
      : null;

  const outboxId = newId();
  const already = await app.db.transaction(async (trx) => {
    const draft = await lockDraft(trx, owner, id);
    if (!draft || draft.state === 'sending') {
      const other = await outboxOfDraft(trx, owner, id);
      if (draft || other?.state === 'sent') return other;
      throw notFound('draft');
    }
    if (draft.version !== version) throw stale('draft', draft);
    const subject = parseDoc(draft.subject);
    const body = parseDoc(draft.body);
    const sights = lastLook({ ...draft, subject, body });
    const stop = sights.find((sight) => sight.stop);
    if (stop) throw new UserError(`Not sent: ${stop.message}.`, 422, { code: 'held-back', sights });
    const messageId = `<${outboxId}@${account!.address.slice(account!.address.lastIndexOf('@') + 1)}>`;
    const letter: Letter = {
      messageId,
      date: new Date(app.now()),
      from: { name: settings.name, address: account!.address },
      to: draft.to,
      cc: draft.cc,
      bcc: draft.bcc,
      subject,
      body,
      signature: parseDoc(settings.signature),
      ...(thread ? replyThread(thread) : { inReplyTo: '', references: [] }),
      quote,
      ...(await filesOf(app, owner, draft, settings.signature)),
    };
    const envelopeTo = [
      ...new Map(
        [...draft.to, ...draft.cc, ...draft.bcc].map((box) => [addressKey(box.address), box.address]),
      ).values(),
    ];
    await insertOutbox(
      trx,
      owner,
      {
        id: outboxId,
        draftId: id,
        originalId: draft.originalId,
        messageId,
        envelopeFrom: account!.address,
        envelopeTo,
        raw: await composeLetter(letter),
        key,
      },
      app.now(),
    );
    await setDraftState(trx, owner, id, 'sending');
    return null;
  });
  if (already) return toSending(already);
  return dispatch(app, owner, outboxId);
}

/**
 * Tries one message of the outbox. Every step can be repeated: an earlier try that ended without an answer is asked
 * after before anything is handed over again, and what follows acceptance is done in one transaction or by key.
 */
export async function dispatch(app: Application, owner: string, id: string): Promise<Sending> {
  const now = app.now();
  const claimed = await claimOutbox(app.db, owner, id, now, now + CLAIM_MS);
  const item = await outboxById(app.db, owner, id);
  if (!item) throw notFound('message');
  if (!claimed) return toSending(item);

  const sender = app.sender(owner);
  const before = item.attempts > 1 ? await sender.wasAccepted(item.messageId) : 'no';
  if (before === 'unknown') {
    const problem =
      'It may have been sent: the last try ended without an answer. Look in the mailbox before sending it again.';
    await app.db.transaction(async (trx) => {
      await settleOutbox(trx, owner, id, 'unsure', problem);
      await setDraftState(trx, owner, item.draftId, 'refused', problem);
    });
  } else {
    const envelope = { from: item.envelopeFrom, to: item.envelopeTo };
    const result =
      before === 'yes' ? { outcome: 'accepted' as const, partly: '' } : await sender.handOver(envelope, item.raw);
    if (result.outcome === 'accepted') await completeSending(app, item, result.partly);
    else if (result.outcome === 'refused') {
      await app.db.transaction(async (trx) => {
        await settleOutbox(trx, owner, id, 'refused', result.reason);
        await setDraftState(trx, owner, item.draftId, 'refused', result.reason);
      });
    } else {
      const pause = Math.min(2 ** item.attempts * 5_000, 15 * 60_000);
      await settleOutbox(app.db, owner, id, 'queued', result.reason, { nextTryAt: app.now() + pause });
    }
  }
  return toSending((await outboxById(app.db, owner, id))!);
}

/** What follows acceptance: the copy in sent, the answered mark, the end of the draft. */
async function completeSending(app: Application, item: OutboxItem, partly: string): Promise<void> {
  const mailbox = app.mailbox(item.owner);
  // Stored by its bytes, so a second time changes nothing.
  const copy = await mailbox.append('sent', item.raw, { seen: true, receivedAt: app.now() });
  if (item.originalId) {
    await mailbox.setFlags(item.originalId, { answered: true, seen: true }).catch((error) => {
      if (!(error instanceof UserError)) throw error;
    });
  }
  await app.db.transaction(async (trx) => {
    const problem = partly && `Sent, but not to everybody: ${partly}`;
    await settleOutbox(trx, item.owner, item.id, 'sent', problem, { sentMessageId: copy.id });
    const draft = await lockDraft(trx, item.owner, item.draftId);
    if (draft) await rememberFills(trx, item.owner, draft, app.now());
    await dropDraft(trx, item.owner, item.draftId);
  });
}

/** What became of a message that was sent. */
export async function readSending({ db }: Application, owner: string, id: string): Promise<Sending> {
  const item = await outboxById(db, owner, id);
  if (!item) throw notFound('message');
  return toSending(item);
}

/**
 * Takes a message that is still waiting to be handed over back to its draft.
 * @throws UserError 409 when it is too late.
 */
export async function takeBack(app: Application, owner: string, id: string): Promise<void> {
  await app.db.transaction(async (trx) => {
    const taken = await trx('outbox')
      .where({ owner, id, state: 'queued' })
      .update({ state: 'refused', problem: 'Taken back.' });
    if (taken !== 1) throw new UserError('It is too late to take this message back.', 409, { code: 'too-late' });
    const item = await outboxById(trx, owner, id);
    await setDraftState(trx, owner, item!.draftId, 'open');
  });
}

/** Tries everything that is due: after a start, and now and then. */
export async function dispatchDue(app: Application): Promise<number> {
  const due = await dueOutbox(app.db, app.now(), 50);
  for (const { id, owner } of due) await dispatch(app, owner, id);
  return due.length;
}
