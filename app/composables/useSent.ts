import { until } from '@vueuse/core';
import { notesOf } from '#core/blank/fill';
import type { Draft, Message, Sending } from '#shared/types/wire';
import { NO_HANDLING } from '#shared/utils/noHandling';
import { useKnowingStore } from '~/stores/knowing';
import { useMailStore } from '~/stores/mail';
import { useNotesStore } from '~/stores/notes';
import type { useDone } from './useDone';

/** So long until the page shows what its address names. */
const OPENED_MS = 2_000;
/** So long until a message is asked after once more. */
const ASK_AGAIN_MS = 1_000;

/** The message a draft answers; empty where it answers none. */
const answeredBy = ({ mode, originalId }: Draft) => (mode === 'forward' ? '' : (originalId ?? ''));

/** What follows once Send was pressed: what is opened next, what is said, and the ways back. */
export function useSent(desk: {
  message: Ref<Message | null>;
  draft: Ref<Draft | null>;
  messageId: Ref<string>;
  draftId: Ref<string>;
  /** The drafts of what has not left yet, with the message each of them answers. */
  resting: Map<string, string | null>;
  add: ReturnType<typeof useDone>['add'];
  open(): Promise<void>;
  showMessage(id: string): Promise<void>;
  showDraft(id: string): Promise<void>;
  /** Makes a note of what was just sent. */
  keepSent(sent: Draft): unknown;
  /** Makes a routine of what was just done with a message. */
  makeRoutine(sent: Draft, original: Message): void;
}) {
  const { message, draft, messageId, draftId, resting, add, open, showMessage, showDraft } = desk;
  const mail = useMailStore();
  const notes = useNotesStore();
  const knowing = useKnowingStore();

  /**
   * Why what was sent may be worth a note: it was written by hand mostly, or much of it before; null when it is not.
   * Without what tells it nothing is offered.
   */
  async function worthKeeping(sent: Draft, message: string | null): Promise<{ remark?: string } | null> {
    try {
      const { isMostlyOwn, textOfLetter } = await import('~/utils/keeping');
      const { letters } = await api<{ letters: number }>('/messages/written-before', {
        method: 'POST',
        body: { text: textOfLetter(sent).slice(0, 100_000), notes: notesOf(sent.fills), message: message ?? '' },
      });
      if (letters) return { remark: t('desk.writtenBefore', { count: letters }) };
      return isMostlyOwn(sent, (id) => notes.byId.get(id)?.bodyText) ? {} : null;
    } catch {
      return null;
    }
  }

  async function onSent(sending: Sending, sent: Draft) {
    const original = sent.originalId ?? '';
    const { done: isDone, filed } = sent.handling;
    const leaves = Boolean(filed) || (isDone ?? sent.mode !== 'forward');
    const next = original && leaves && mail.list === 'waiting' ? mail.neighbour(original) : original;
    draft.value = null;
    knowing.left(answersOf(sent));
    const answered = message.value;
    const isSpecial = JSON.stringify(sent.handling) !== JSON.stringify(NO_HANDLING) || sent.bcc.length > 0;
    const routine = answered && isSpecial ? () => desk.makeRoutine(sent, answered) : undefined;
    const shown = [messageId.value, draftId.value].join();
    await mail.refresh();
    // Whoever has gone on to another message meanwhile stays there.
    const isHere = [messageId.value, draftId.value].join() === shown;
    const target = next || (mail.list === 'waiting' ? (mail.rows[0]?.id ?? '') : '');
    const isSaid = resting.has(sending.draftId);
    const rests = sending.state === 'queued';
    if (rests) resting.set(sending.draftId, sent.originalId);
    if (isHere && target && target === messageId.value) await open();
    else if (isHere) {
      await showMessage(target);
      // What is offered for it now would be gone with the message that was open.
      await until(() => messageId.value === target && !draftId.value).toBe(true, { timeout: OPENED_MS });
    }
    // Found once more by whoever opens it meanwhile, it is said already.
    if (rests && isSaid) return;
    const change = rests
      ? rest(sending, sent)
      : add({ text: sending.problem ? say(sending.problem) : t('desk.sentNow') });
    change({ routine });
    // It takes a moment, in which the next message is read.
    void worthKeeping(sent, sending.sentMessageId).then(
      (worth) => worth && change({ keep: () => desk.keepSent(sent), ...worth }),
    );
  }

  /**
   * A letter that was left before it was known what became of it, or that could not be handed over: says so where one is now.
   * @param problem what to say where nothing was sent
   */
  async function onLeft(left: Draft, sending: Sending | null, problem: string): Promise<void> {
    if (!sending) return void add({ text: problem, open: () => show(left.id, answeredBy(left)) });
    knowing.left(answersOf(left));
    await mail.refresh();
    if (sending.state === 'sent') return void add({ text: sending.problem ? say(sending.problem) : t('desk.sentNow') });
    if (sending.state === 'queued') resting.set(left.id, left.originalId);
    rest(sending, left);
  }

  /** A message that has not left yet: it can be brought back, and what became of it is said when its time is over. */
  function rest(sending: Sending, sent: Draft): ReturnType<typeof add> {
    const answered = answeredBy(sent);
    const left = sending.leavesAt - Date.now();
    const count = Math.max(1, Math.ceil(left / 1000));
    let isBack = false;
    const change = add({ text: left > 0 ? t('desk.leavesIn', { count }) : t('desk.isLeaving'), undo: bringBack });
    async function bringBack() {
      // Nothing else is said of it while it is being brought back.
      isBack = true;
      await api(`/sendings/${sending.id}/take-back`, { method: 'POST' }).catch((error) => {
        isBack = false;
        throw error;
      });
      resting.delete(sending.draftId);
      await show(sending.draftId, answered);
    }
    async function ask() {
      if (isBack) return;
      const now = await api<Sending>(`/sendings/${sending.id}`).catch(() => sending);
      if (isBack) return;
      const isOver = ['sent', 'refused', 'unsure'].includes(now.state) || now.problem;
      if (!isOver) return void setTimeout(ask, ASK_AGAIN_MS);
      resting.delete(sending.draftId);
      const undo = now.state === 'refused' ? () => show(sending.draftId, answered) : undefined;
      const text = now.problem ? say(now.problem) : t('desk.sentNow');
      change({ text: undo ? t('desk.notSentBecause', { problem: text }) : text, undo });
      await mail.refresh();
    }
    setTimeout(ask, Math.max(0, left) + ASK_AGAIN_MS);
    return change;
  }

  /** Opens a draft, beside the message it answers. */
  async function show(id: string, answered: string) {
    draft.value = null;
    const isThere = answered ? messageId.value === answered && !draftId.value : draftId.value === id;
    // An address that changes opens what it names; twice would be over what is written meanwhile.
    if (isThere) await open();
    else if (answered) await showMessage(answered);
    else await showDraft(id);
  }

  return { onSent, onLeft };
}
