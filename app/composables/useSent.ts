import { until } from '@vueuse/core';
import { notesOf } from '#core/blank/fill';
import type { Draft, Message, Sending } from '#shared/types/wire';
import { NO_HANDLING } from '#shared/utils/noHandling';
import { useKnowingStore } from '~/stores/knowing';
import { useMailStore } from '~/stores/mail';
import { useNotesStore } from '~/stores/notes';
import { answeredBy, useOutboxStore } from '~/stores/outbox';
import type { useDone } from './useDone';

/** So long until the page shows what its address names. */
const OPENED_MS = 2_000;
/** What follows once Send was pressed: what is opened next, what is said, and the ways back. */
export function useSent(desk: {
  message: Ref<Message | null>;
  draft: Ref<Draft | null>;
  messageId: Ref<string>;
  draftId: Ref<string>;
  add: ReturnType<typeof useDone>['add'];
  open(): Promise<void>;
  showMessage(id: string): Promise<void>;
  showDraft(id: string): Promise<void>;
  /** Makes a note of what was just sent. */
  keepSent(sent: Draft): unknown;
  /** Makes a routine of what was just done with a message. */
  makeRoutine(sent: Draft, original: Message): void;
}) {
  const { message, draft, messageId, draftId, add, open, showMessage, showDraft } = desk;
  const mail = useMailStore();
  const outbox = useOutboxStore();
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
    const isSaid = outbox.resting.has(sending.draftId);
    const rests = sending.state === 'queued';
    if (rests) outbox.resting.set(sending.draftId, answeredBy(sent));
    if (isHere && target && target === messageId.value) await open();
    else if (isHere) {
      await showMessage(target);
      // What is offered for it now would be gone with the message that was open.
      await until(() => messageId.value === target && !draftId.value).toBe(true, { timeout: OPENED_MS });
    }
    // Found once more by whoever opens it meanwhile, it is said already.
    if (rests && isSaid) return;
    const change = outbox.tellSent(sending, sent);
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
    if (!sending) return outbox.tellUnsent(left, problem);
    knowing.left(answersOf(left));
    await mail.refresh();
    outbox.tellSent(sending, left);
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

  onBeforeUnmount(outbox.enter({ add, show, refresh: mail.refresh }));

  return { onSent, onLeft };
}
