import { setTimeout as sleep } from 'node:timers/promises';
import type { Draft, Sending } from '#shared/types/wire';
import { NO_HANDLING } from '#shared/utils/noHandling';
import { notesOf } from '#core/blank/fill';
import { NEEDED } from '#core/look/letter/finding';
import { addressKey } from '#core/message/address';
import { newId } from '../db/id';
import { draftById, dropDraft, lockDraft, setDraftState } from '../db/repositories/drafts';
import {
  claimOutbox,
  dueOutbox,
  insertOutbox,
  lockOutbox,
  outboxById,
  outboxByKey,
  outboxBytes,
  outboxOfDraft,
  renewClaim,
  settleOutbox,
  type OutboxItem,
  type Recipient,
} from '../db/repositories/outbox';
import { rememberSignature } from '../db/repositories/signatureChoices';
import { rememberAsked } from '../db/repositories/hands';
import { rememberSentNotes } from '../db/repositories/sentNotes';
import { inTransaction } from '../db/transaction';
import type { Setback } from '../mail/ports';
import { readSettings } from './accounts';
import { rememberFills } from './answers';
import type { Application } from './application';
import { readDraft } from './drafts';
import { notFound, stale, UserError } from './errors';
import { learnEdits } from './edits';
import { noteFault } from './fault';
import { codesInLetter } from './hands';
import { settleTaken } from './knowing';
import { lookAt } from './look';
import { againAfter } from './messages';
import { originalOf } from './original';
import { outgoingOf } from './outgoing';
import { senderOf } from './senderOf';
import { phrase, type Phrase } from '#core/text/phrase';

/** How long one try holds the message before another process may look after it; renewed while it goes on. */
const CLAIM_MS = 90_000;
const RENEW_MS = 30_000;
/** A message is tried for four days (RFC 5321 4.5.4.1 asks for four to five), with pauses that grow to an hour. */
const GIVE_UP_MS = 4 * 86_400_000;
const LONGEST_PAUSE_MS = 60 * 60_000;

/** So long Send is answered late before it says that the message is on its way. */
const PATIENCE_MS = 8_000;

const UNSURE = phrase('sending.unsure');

/** What has left for at least one recipient is sent, whoever still waits. */
function toSending(item: OutboxItem): Sending {
  const { id, state, problem, draftId, sentMessageId, recipients } = item;
  const isOut = sentMessageId !== null && recipients.some((one) => one.state === 'accepted');
  const rests = state === 'queued' && !item.attempts;
  return {
    id,
    state: isOut ? 'sent' : state,
    problem,
    leavesAt: rests ? item.nextTryAt : 0,
    draftId,
    sentMessageId,
  };
}

/**
 * Sends a draft. It is looked at and made into bytes; under one lock it is put into the outbox with the key of this press
 * of Send, if it is still what was looked at; only then, and after as long as the settings let it rest, is anything tried. The same key again, or another one after the
 * draft has gone, answers with what became of the first.
 * @throws UserError 422 with the findings when the last look holds it back, 409 when the draft has changed.
 */
export async function sendDraft(
  app: Application,
  owner: string,
  id: string,
  { version, key, anyway = false }: { version: number; key: string; anyway?: boolean },
): Promise<Sending> {
  const earlier = async () => (await outboxByKey(app.db, owner, key)) ?? (await outboxOfDraft(app.db, owner, id));
  const before = await earlier();
  if (before && (before.key === key || toSending(before).state === 'sent')) return toSending(before);

  const draft = await readDraft(app, owner, id);
  if (draft.state === 'sending') return toSending((await outboxOfDraft(app.db, owner, id))!);
  if (draft.version !== version) throw stale('draft', draft);
  const { mailboxId, address } = await senderOf(app, owner, draft);
  const settings = await readSettings(app, owner);
  const original = originalOf(app, owner, draft.originalId);
  const findings = await lookAt(app, owner, address, draft, settings, original);
  const stop = findings.find((finding) => (anyway ? NEEDED.includes(finding.kind) : finding.stop));
  if (stop)
    throw new UserError(phrase('sending.heldBack', { finding: stop.words }), 422, { code: 'held-back', findings });

  const outboxId = newId();
  const messageId = `<${outboxId}@${address.slice(address.lastIndexOf('@') + 1)}>`;
  const raw = await outgoingOf(app, owner, address, draft, { messageId, settings, original });
  const to = new Map(
    [...draft.to, ...draft.cc, ...draft.bcc].map((box) => [addressKey(box.address), box.address.trim()]),
  );
  const recipients = [...to.values()].map((one): Recipient => ({ address: one, state: 'waiting', reason: '' }));
  const item = { id: outboxId, draftId: id, originalId: draft.originalId, mailboxId, messageId, recipients, raw, key };
  const isQueued = await inTransaction(app.db, async (trx) => {
    const locked = await lockDraft(trx, owner, id);
    if (!locked || locked.state === 'sending') return false;
    if (locked.version !== version) throw stale('draft', locked);
    const now = app.now();
    await insertOutbox(trx, owner, { ...item, envelopeFrom: address }, now, now + settings.sendDelay * 1000);
    await setDraftState(trx, owner, id, 'sending');
    return true;
  });
  if (isQueued) {
    const going = dispatch(app, owner, outboxId);
    const first = await Promise.race([going, sleep(PATIENCE_MS, null, { ref: false })]);
    if (first) return first;
    // A post office that takes its time is waited for here, not by who pressed Send.
    going.catch((error: Error) => noteFault('Outbox', error));
    return readSending(app, owner, outboxId);
  }
  // Another press was quicker.
  const other = await earlier();
  if (other) return toSending(other);
  throw notFound('draft');
}

/**
 * Tries one message of the outbox. Every step can be repeated: a try that ended without an answer, or was cut off in the
 * middle, is asked after before anything is handed over again, and what follows acceptance is done in one transaction or
 * by key.
 */
export async function dispatch(app: Application, owner: string, id: string): Promise<Sending> {
  const now = app.now();
  const before = await inTransaction(app.db, (trx) => claimOutbox(trx, owner, id, now, now + CLAIM_MS));
  if (before) {
    const renewing = setInterval(() => {
      renewClaim(app.db, owner, id, app.now() + CLAIM_MS).catch(() => {
        // The next renewal comes well before the claim ends.
      });
    }, RENEW_MS);
    try {
      await tryOnce(app, before);
    } finally {
      clearInterval(renewing);
    }
  }
  return readSending(app, owner, id);
}

async function tryOnce(app: Application, item: OutboxItem): Promise<void> {
  const { owner, id } = item;
  const sender = await app.sender(owner, item.mailboxId);
  const waiting = item.recipients.filter(({ state }) => state === 'waiting').map(({ address }) => address);
  if (item.state !== 'queued') {
    const accepted = await sender.wasAccepted(item.messageId, waiting);
    if (accepted === 'yes') return settleAnswer(app, item, waiting, []);
    if (accepted === 'unknown') return giveUp(app, item, 'unsure', UNSURE);
  }
  const envelope = { from: item.envelopeFrom, to: waiting };
  const raw = await outboxBytes(app.db, owner, id);
  const result = await sender.handOver(envelope, raw);
  if (result.outcome === 'unanswered') {
    const problem = phrase('sending.unanswered', { reason: result.reason });
    await settleOutbox(app.db, owner, id, 'unanswered', problem, { nextTryAt: app.now() + pauseAfter(item.attempts) });
    return;
  }
  const held = new Set(result.setbacks.map(({ address }) => addressKey(address)));
  const taken = result.outcome === 'accepted' ? waiting.filter((address) => !held.has(addressKey(address))) : [];
  await settleAnswer(
    app,
    { ...item, raw },
    taken,
    result.setbacks,
    result.outcome === 'declined' ? result.problem : undefined,
  );
}

const pauseAfter = (attempts: number) => Math.min(2 ** attempts * 5_000, LONGEST_PAUSE_MS);

/** A message of the outbox, with its bytes where they were read already. */
type Tried = OutboxItem & { raw?: Buffer };

/** Takes down what became of each recipient, and what follows from it. */
async function settleAnswer(
  app: Application,
  item: Tried,
  taken: string[],
  setbacks: Setback[],
  said?: Phrase,
): Promise<void> {
  const { owner, id } = item;
  const isOver = app.now() - item.createdAt > GIVE_UP_MS;
  const byKey = new Map(setbacks.map((one) => [addressKey(one.address), one]));
  const got = new Set(taken.map(addressKey));
  const recipients = item.recipients.map((one): Recipient => {
    const setback = byKey.get(addressKey(one.address));
    if (one.state !== 'waiting') return one;
    if (got.has(addressKey(one.address))) return { ...one, state: 'accepted', reason: '' };
    if (!setback) return one;
    return { ...one, state: setback.final || isOver ? 'refused' : 'waiting', reason: setback.reason };
  });
  const of = (state: Recipient['state']) => recipients.filter((one) => one.state === state);
  const waiting = of('waiting');
  const problem = said ?? problemOf(recipients);
  if (!of('accepted').length) {
    if (!waiting.length) return giveUp(app, { ...item, recipients }, 'refused', problem);
    const nextTryAt = app.now() + pauseAfter(item.attempts);
    return settleOutbox(app.db, owner, id, 'queued', problem, { nextTryAt, recipients });
  }
  const state = waiting.length ? 'queued' : 'sent';
  const nextTryAt = waiting.length ? app.now() + pauseAfter(item.attempts) : undefined;
  const sentMessageId = item.sentMessageId ?? (await keepSent(app, item, await draftById(app.db, owner, item.draftId)));
  const left = await inTransaction(app.db, async (trx) => {
    await settleOutbox(trx, owner, id, state, problem, { sentMessageId, recipients, nextTryAt });
    const draft = await lockDraft(trx, owner, item.draftId);
    if (draft?.state === 'sending') {
      await rememberFills(trx, owner, draft, app.now());
      if (draft.signature) await rememberSignature(trx, owner, draft.to[0]?.address ?? '', draft.signature);
      await settleTaken(app, trx, owner, draft);
      await rememberSentNotes(trx, owner, draft.to[0]?.address ?? '', notesOf(draft.fills), app.now());
      const people = [...draft.to, ...draft.cc, ...draft.bcc];
      await rememberAsked(trx, owner, codesInLetter(draft.body), people, sentMessageId);
      await dropDraft(trx, owner, item.draftId);
      return draft;
    }
  });
  // It has left, whatever can be learnt of it.
  if (left && sentMessageId)
    await learnEdits(app, owner, left, sentMessageId).catch((error) => noteFault('Learning edits', error));
}

/** Who has not got it and why; null when everybody has. */
function problemOf(recipients: Recipient[]): Phrase | null {
  const names = (list: Recipient[]) => {
    const reasons = new Set(list.map(({ reason }) => reason));
    // One reason for everybody is said once.
    if (reasons.size === 1 && list.length === recipients.length)
      return phrase('sending.reason', { reason: list[0]!.reason });
    const each = list.map(({ address, reason }) => `${address} (${reason})`);
    return phrase('sending.reason', { reason: each.join(', ') });
  };
  const waiting = recipients.filter(({ state }) => state === 'waiting');
  const refused = recipients.filter(({ state }) => state === 'refused');
  const isOut = recipients.some(({ state }) => state === 'accepted');
  if (!isOut) {
    const without = waiting.length ? [...waiting, ...refused] : refused;
    return without.length ? names(without) : null;
  }
  if (waiting.length && refused.length)
    return phrase('sending.notYetAndRefused', { waiting: names(waiting), refused: names(refused) });
  if (waiting.length) return phrase('sending.notYet', { waiting: names(waiting) });
  return refused.length ? phrase('sending.refusedFor', { refused: names(refused) }) : null;
}

/** It has gone to nobody, or nobody knows: the draft is open again, with the reason. */
async function giveUp(
  app: Application,
  { owner, id, draftId, recipients }: OutboxItem,
  state: 'refused' | 'unsure',
  problem: Phrase | null,
): Promise<void> {
  await inTransaction(app.db, async (trx) => {
    await settleOutbox(trx, owner, id, state, problem, { recipients });
    await setDraftState(trx, owner, draftId, 'refused', problem);
  });
}

/** The copy in sent, and what is to be done with it and with what it answered. A second time changes nothing: it is stored by its bytes. */
async function keepSent(app: Application, item: Tried, draft: Draft | null): Promise<string> {
  const { owner, id, originalId, mailboxId } = item;
  const mail = app.mail(owner);
  const copy = await mail.keepSent(mailboxId, item.raw ?? (await outboxBytes(app.db, owner, id)), app.now());
  const { done, filed, again, why } = draft?.handling ?? NO_HANDLING;
  if (again) await mail.change(copy.id, { again: { day: again, why } });
  if (originalId) {
    const isForward = draft?.mode === 'forward';
    const isDone = done ?? !isForward;
    const folder = filed ?? undefined;
    const answered = isDone || undefined;
    // One that is gone meanwhile needs nothing done.
    try {
      await mail.change(originalId, {
        ...(isForward ? { forwarded: true } : { answered: true }),
        ...(isDone ? { done: true, seen: true } : !isForward && { done: false }),
        folder,
        again: await againAfter(app, owner, originalId, { answered, folder }),
      });
    } catch (error) {
      if (!(error instanceof UserError)) throw error;
    }
  }
  return copy.id;
}

/** What became of a message that was sent. */
export async function readSending({ db }: Application, owner: string, id: string): Promise<Sending> {
  const item = await outboxById(db, owner, id);
  if (!item) throw notFound('message');
  return toSending(item);
}

const tooLate = (why = phrase('sending.onItsWay')) => new UserError(why, 409, { code: 'too-late' });

/**
 * Takes a message back to its draft that nobody has got. After a try without an answer the post office is asked first,
 * since what it has cannot be taken back and must not be sent again.
 * @throws UserError 409 when it is too late, or nobody knows whether it has gone
 */
export async function takeBack(app: Application, owner: string, id: string): Promise<void> {
  const item = await outboxById(app.db, owner, id);
  if (!item) throw notFound('message');
  if (item.state === 'unanswered') {
    const to = item.recipients.map(({ address }) => address);
    const sender = await app.sender(owner, item.mailboxId);
    const accepted = await sender.wasAccepted(item.messageId, to);
    if (accepted !== 'no') {
      await inTransaction(app.db, async (trx) => {
        await trx('outbox').where({ owner, id, state: 'unanswered' }).update({ next_try_at: app.now() });
      });
      await dispatch(app, owner, id);
      throw tooLate(accepted === 'yes' ? phrase('sending.wasSent') : UNSURE);
    }
  }
  await inTransaction(app.db, async (trx) => {
    const now = await lockOutbox(trx, owner, id);
    const isFree = now?.state === 'queued' || (now?.state === 'unanswered' && item.state === 'unanswered');
    if (!now || !isFree || now.attempts !== item.attempts) throw tooLate();
    if (now.recipients.some(({ state }) => state === 'accepted')) throw tooLate(phrase('sending.someHaveIt'));
    await settleOutbox(trx, owner, id, 'refused', phrase('sending.takenBack'));
    await setDraftState(trx, owner, now.draftId, 'open');
  });
}

/** Tries everything that is due: after a start, and now and then. One that fails keeps no other waiting. */
export async function dispatchDue(app: Application): Promise<number> {
  const due = await dueOutbox(app.db, app.now(), 50);
  const next = due[Symbol.iterator]();
  const worker = async () => {
    for (const { id, owner } of next)
      await dispatch(app, owner, id).catch((error: Error) => noteFault('Outbox', error));
  };
  // A post office that takes its time with one message holds up no other.
  await Promise.all(Array.from({ length: 4 }, worker));
  return due.length;
}
