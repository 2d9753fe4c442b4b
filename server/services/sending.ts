import { setTimeout as sleep } from 'node:timers/promises';
import type { Knex } from 'knex';
import type { Draft, Sending } from '#shared/types/wire';
import { NO_HANDLING } from '#shared/utils/noHandling';
import { notesOf } from '#core/blank/fill';
import { NEEDED } from '#core/look/letter/finding';
import { addressKey } from '#core/message/address';
import { isDuplicate } from '../db/connect';
import { newId } from '../db/id';
import { draftById, dropSentDraft, holdDraft, setDraftState } from '../db/repositories/drafts';
import {
  claimOutbox,
  insertOutbox,
  lockOutbox,
  outboxById,
  outboxOfPress,
  renewClaim,
  settleOutbox,
  type OutboxItem,
  type OutboxMessage,
  type Recipient,
} from '../db/repositories/outbox';
import { rememberSignature } from '../db/repositories/signatureChoices';
import { rememberSentNotes } from '../db/repositories/sentNotes';
import { inTransaction } from '../db/transaction';
import type { Setback } from '../mail/ports';
import { readSettings } from './accounts';
import { rememberFills } from './answers';
import type { Application } from './application';
import { notFound, stale, UserError } from './errors';
import { learnEdits } from './edits';
import { noteFault } from './fault';
import { codesInLetter, keepAsked } from './hands';
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
  const earlier = () => outboxOfPress(app.db, owner, id, key);
  const [draft, settings] = await Promise.all([draftById(app.db, owner, id), readSettings(app, owner)]);
  if (!draft || draft.state === 'sending' || draft.version !== version) {
    const before = await earlier();
    // Another press was quicker, or this is the same once more.
    if (before && (before.key === key || !draft || draft.state === 'sending')) return toSending(before);
    throw draft ? stale('draft', draft) : notFound('draft');
  }
  const original = originalOf(app, owner, draft.originalId);
  const sender = senderOf(app, owner, draft);
  const findings = await lookAt(app, owner, sender, draft, settings, original);
  const { mailboxId, address } = await sender;
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
  const now = app.now();
  const rests = settings.sendDelay > 0;
  const item: OutboxMessage = {
    ...{ id: outboxId, owner, key, draftId: id, originalId: draft.originalId, mailboxId, messageId, recipients, raw },
    ...{ envelopeFrom: address, problem: null, sentMessageId: null, createdAt: now },
    // One that does not rest is claimed with the same step that keeps it.
    ...(rests
      ? { state: 'queued', attempts: 0, nextTryAt: now + settings.sendDelay * 1000 }
      : { state: 'handing', attempts: 1, nextTryAt: now + CLAIM_MS }),
  };
  const isKept = await inTransaction(app.db, async (trx) => {
    if (await holdDraft(trx, owner, id, version)) {
      await insertOutbox(trx, owner, item);
      return true;
    }
    const now = await draftById(trx, owner, id);
    if (now && now.state !== 'sending') throw stale('draft', now);
    return false;
  }).catch((error) => {
    if (!isDuplicate(error)) throw error;
    // The same press, which came back to an open draft meanwhile.
    return false;
  });
  if (isKept && rests) {
    app.wakeOutbox(item.nextTryAt);
    return toSending(item);
  }
  if (isKept) {
    const going = tryClaimed(app, { ...item, state: 'queued', draft });
    const first = await Promise.race([going, sleep(PATIENCE_MS, null, { ref: false })]);
    if (first) return toSending(first);
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
  const before = await claimOutbox(app.db, owner, id, now, now + CLAIM_MS);
  return before ? toSending(await tryClaimed(app, before)) : readSending(app, owner, id);
}

/** A message of the outbox, with its draft where that was read already. */
type Tried = OutboxMessage & { draft?: Draft };

/** Tries a message that was claimed, as it was before; the claim is renewed while that goes on. */
async function tryClaimed(app: Application, item: Tried): Promise<OutboxItem> {
  const renewing = setInterval(() => {
    renewClaim(app.db, item, app.now() + CLAIM_MS).catch(() => {
      // The next renewal comes well before the claim ends.
    });
  }, RENEW_MS);
  try {
    return await tryOnce(app, item);
  } catch (error) {
    // Whoever has it now takes down what became of it.
    const now = error instanceof ClaimLost ? await outboxById(app.db, item.owner, item.id) : null;
    if (!now) throw error;
    return now;
  } finally {
    clearInterval(renewing);
  }
}

/** The claim had ended, as after a process had slept, and somebody else has taken the message over. */
class ClaimLost extends Error {}

/** Takes down what became of a message that is claimed. @throws ClaimLost when it is not any more, so that nothing that follows is kept */
async function settle(
  db: Knex,
  item: OutboxItem,
  state: Sending['state'],
  problem: Phrase | null,
  more: { nextTryAt?: number; sentMessageId?: string; recipients?: Recipient[] } = {},
): Promise<OutboxItem> {
  if (!(await settleOutbox(db, item, 'handing', state, problem, more))) throw new ClaimLost();
  const told = Object.fromEntries(Object.entries(more).filter(([, value]) => value !== undefined));
  return { ...item, state, problem, ...told };
}

async function tryOnce(app: Application, item: Tried): Promise<OutboxItem> {
  const { owner } = item;
  const sender = await app.sender(owner, item.mailboxId);
  const waiting = item.recipients.filter(({ state }) => state === 'waiting').map(({ address }) => address);
  if (item.state !== 'queued') {
    const accepted = await sender.wasAccepted(item.messageId, waiting);
    if (accepted === 'yes') return settleAnswer(app, item, waiting, []);
    if (accepted === 'unknown') return giveUp(app, item, 'unsure', UNSURE);
  }
  const envelope = { from: item.envelopeFrom, to: waiting };
  const result = await sender.handOver(envelope, item.raw);
  if (result.outcome === 'unanswered') {
    const problem = phrase('sending.unanswered', { reason: result.reason });
    return settle(app.db, item, 'unanswered', problem, { nextTryAt: app.now() + pauseAfter(item.attempts) });
  }
  const held = new Set(result.setbacks.map(({ address }) => addressKey(address)));
  const taken = result.outcome === 'accepted' ? waiting.filter((address) => !held.has(addressKey(address))) : [];
  const said = result.outcome === 'declined' ? result.problem : undefined;
  return settleAnswer(app, item, taken, result.setbacks, said);
}

const pauseAfter = (attempts: number) => Math.min(2 ** attempts * 5_000, LONGEST_PAUSE_MS);

/** Takes down what became of each recipient, and what follows from it. */
async function settleAnswer(
  app: Application,
  item: Tried,
  taken: string[],
  setbacks: Setback[],
  said?: Phrase,
): Promise<OutboxItem> {
  const { owner } = item;
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
    return settle(app.db, item, 'queued', problem, { nextTryAt, recipients });
  }
  const state = waiting.length ? 'queued' : 'sent';
  const nextTryAt = waiting.length ? app.now() + pauseAfter(item.attempts) : undefined;
  // While it is being sent nobody can change it.
  const draft = item.draft ?? (await draftById(app.db, owner, item.draftId));
  const leave = async (trx: Knex.Transaction, sentMessageId: string) => {
    const settled = await settle(trx, item, state, problem, { sentMessageId, recipients, nextTryAt });
    if (!draft || !(await dropSentDraft(trx, owner, item.draftId))) return { settled, hasLeft: false };
    await rememberFills(trx, owner, draft, app.now());
    if (draft.signature) await rememberSignature(trx, owner, draft.to[0]?.address ?? '', draft.signature);
    await settleTaken(app, trx, owner, draft);
    await rememberSentNotes(trx, owner, draft.to[0]?.address ?? '', notesOf(draft.fills), app.now());
    const people = [...draft.to, ...draft.cc, ...draft.bcc];
    await keepAsked(trx, owner, codesInLetter(draft.body), people, sentMessageId);
    return { settled, hasLeft: true };
  };
  const { settled, hasLeft } = item.sentMessageId
    ? await inTransaction(app.db, (trx) => leave(trx, item.sentMessageId!))
    : await keepSent(app, item, draft, leave);
  // It has left, whatever can be learnt of it.
  if (draft && hasLeft)
    await learnEdits(app, owner, draft, settled.sentMessageId!).catch((error) => noteFault('Learning edits', error));
  return settled;
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
  item: OutboxItem,
  state: 'refused' | 'unsure',
  problem: Phrase | null,
): Promise<OutboxItem> {
  return inTransaction(app.db, async (trx) => {
    const settled = await settle(trx, item, state, problem, { recipients: item.recipients });
    await setDraftState(trx, item.owner, item.draftId, 'refused', problem);
    return settled;
  });
}

/**
 * The copy in sent, what is to be done with it and with what it answered, and what follows: all of it in one step. A second
 * time changes nothing: the copy is stored by its bytes.
 */
async function keepSent<T>(
  app: Application,
  item: OutboxMessage,
  draft: Draft | null,
  leave: (trx: Knex.Transaction, sentMessageId: string) => Promise<T>,
): Promise<T> {
  const { owner, raw, originalId, mailboxId } = item;
  const { done, filed, again, why } = draft?.handling ?? NO_HANDLING;
  const isForward = draft?.mode === 'forward';
  const isDone = done ?? !isForward;
  const folder = filed ?? undefined;
  const comesBack = originalId
    ? await againAfter(app, owner, originalId, { answered: isDone || undefined, folder }).catch(whenGone)
    : undefined;
  let left: T;
  await app.mail(owner).keepSent(mailboxId, raw, app.now(), async (trx, copy, change) => {
    if (again) await change(copy.id, { again: { day: again, why } });
    if (originalId) {
      await change(originalId, {
        ...(isForward ? { forwarded: true } : { answered: true }),
        ...(isDone ? { done: true, seen: true } : !isForward && { done: false }),
        folder,
        again: comesBack,
      }).catch(whenGone);
    }
    left = await leave(trx, copy.id);
  });
  return left!;
}

/** What is gone meanwhile needs nothing done. */
function whenGone(error: unknown): undefined {
  if (!(error instanceof UserError)) throw error;
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
    await settleOutbox(trx, now, now.state, 'refused', phrase('sending.takenBack'));
    await setDraftState(trx, owner, now.draftId, 'open');
  });
}
