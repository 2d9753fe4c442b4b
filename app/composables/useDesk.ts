import type { Draft, Message, MessageRow } from '#shared/types/wire';
import type { DraftMode } from '#shared/schemas/draft';
import type { MessageChange } from '#shared/schemas/message';
import { useMailStore } from '~/stores/mail';
import { useNotesStore } from '~/stores/notes';
import { useOutboxStore } from '~/stores/outbox';

/** What is said of a message that was moved, by where it went. */
const MOVED = { archive: 'desk.archived', trash: 'desk.putInTrash', gone: 'desk.deletedForGood' } as const;

/** The message and the draft that are open on the Desk, as the address of the page names them, and what is done with both. */
export function useDesk(around: {
  /** Goes to the answer that is begun already. */
  toAnswer(): void;
  /** Goes to whom the new message is for, when it is open already. */
  toAddress(): void;
  /** Makes a note of what was just sent. */
  keepSent(sent: Draft): unknown;
  /** Makes a routine of what was just done with a message. */
  makeRoutine(sent: Draft, original: Message): void;
}) {
  const route = useRoute();
  const go = useChoosing();
  const mail = useMailStore();
  const notes = useNotesStore();
  /** What has not left yet. */
  const { resting } = useOutboxStore();

  const message = shallowRef<Message | null>(null);
  const draft = shallowRef<Draft | null>(null);
  const problem = ref('');
  const reading = ref(false);
  const { done, add, close, undo } = useDone(problem);

  const messageId = computed(() => String(route.query.message ?? ''));
  const draftId = computed(() => String(route.query.draft ?? ''));

  /** Whether a draft is what the address names, or answers the message it names. */
  const isOfAddress = (one: Draft | null) =>
    draftId.value ? one?.id === draftId.value : one?.originalId === messageId.value && one.mode !== 'forward';

  /** A new message as the server has just answered with it: it need not be read again. */
  let justBegun: Draft | null = null;
  const asking = lastAsked();
  async function open() {
    const isLast = asking();
    const begun = justBegun;
    justBegun = null;
    problem.value = '';
    if (message.value?.id !== messageId.value) message.value = null;
    if (!isOfAddress(draft.value)) draft.value = null;
    if (!messageId.value && !draftId.value) return;
    reading.value = true;
    try {
      await allHandedOver();
      if (!isLast()) return;
      if (messageId.value) {
        const id = messageId.value;
        const [opened, answer] = await Promise.all([
          api<Message>(`/messages/${id}`),
          api<{ draft: Draft | null }>(`/messages/${id}/answer`),
        ]);
        if (!isLast()) return;
        message.value = opened;
        // What is being written by now knows more than what was read.
        if (!resting.has(answer.draft?.id ?? '')) draft.value ??= answer.draft;
        const wished = wish && wish.until > Date.now() ? wish.mode : null;
        wish = null;
        if (wished) void begin(wished);
        if (!opened.seen) void mail.change(id, { seen: true }).catch(() => {});
      } else {
        const opened = begun?.id === draftId.value ? begun : await api<Draft>(`/drafts/${draftId.value}`);
        if (!isLast()) return;
        const isAnswer = opened.originalId && opened.mode !== 'forward';
        if (isAnswer) return void go({ message: opened.originalId! }, true);
        // What is passed on is read beside it.
        const original = opened.originalId
          ? await api<Message>(`/messages/${opened.originalId}`).catch(() => null)
          : null;
        if (!isLast()) return;
        message.value = original;
        draft.value ??= opened;
      }
    } catch (error) {
      if (isLast()) problem.value = messageOf(error);
    } finally {
      if (isLast()) reading.value = false;
    }
  }
  watch([messageId, draftId], open);
  // What becomes of the open message elsewhere, or once an answer has left, is shown where it is read too.
  const shownRow = () => mail.rows.find(({ id }) => id === message.value?.id);
  watch(
    () => [shownRow()?.id, shownRow()?.replied, shownRow()?.forwarded].join(),
    () => {
      const [row, shown] = [shownRow(), message.value];
      const isNews = row && shown && (row.replied !== shown.replied || row.forwarded !== shown.forwarded);
      if (isNews && messageId.value && !reading.value) void open();
    },
  );

  const showMessage = (id: string) => go(id ? { message: id } : {});
  /** Goes so many messages on in the list, or back. */
  const step = (by: 1 | -1) => {
    const id = mail.rowFrom(message.value?.id ?? messageId.value, by);
    if (id) void showMessage(id);
  };
  const showDraft = (id: string) => go({ draft: id });

  onMounted(async () => {
    void notes.load();
    await mail.refresh();
    if (messageId.value || draftId.value) await open();
    else if (mail.rows[0]) await go({ message: mail.rows[0].id }, true);
  });

  /** An answer asked for while its message is still being opened, or just before. */
  let wish: { mode: DraftMode; until: number } | null = null;
  const WISH_MS = 2_000;
  let isBeginning = false;

  const holdKeys = useKeysAhead();
  /**
   * Begins a message, or goes to the answer that is begun.
   * @param again a message whose wording a new one begins with
   * @param putNote puts a note into it, before what is typed until it is there
   */
  async function begin(mode: DraftMode, again?: string, putNote?: () => Promise<unknown>): Promise<void> {
    const there = beginNow(mode, again).then(async (isBegun) => {
      const comes = isBegun || isBeginning || Boolean(draft.value ?? wish);
      // Where no letter comes, no key is held for one.
      if (comes) await putNote?.();
      return isBegun || Boolean(wish);
    });
    holdKeys(there, Boolean(putNote));
    await there;
  }

  async function beginNow(mode: DraftMode, again?: string): Promise<boolean> {
    const isAnswer = mode === 'reply' || mode === 'reply-all';
    wish = mode !== 'new' && !message.value ? { mode, until: Date.now() + WISH_MS } : null;
    if (isAnswer && message.value && draft.value?.mode === 'forward') {
      // What is passed on stays as it is; the answer stands beside the message itself.
      wish = { mode, until: Date.now() + WISH_MS };
      await showMessage(message.value.id);
      return false;
    }
    const isBegun = draft.value && (isAnswer || (mode === 'forward' && draft.value.mode === 'forward'));
    if (isBegun) around.toAnswer();
    if (mode !== 'new' && !message.value) return false;
    // What rests in the outbox is said above, with the way back to it.
    if (isAnswer && [...resting.values()].includes(message.value!.id)) return false;
    // A key pressed twice begins one.
    if (isBegun || isBeginning) return false;
    close();
    // What one types into first comes while the server is asked.
    if (!isAnswer) void recipientField().catch(() => null);
    isBeginning = mode !== 'new';
    try {
      const originalId = mode === 'new' ? null : message.value!.id;
      const begun = await api<Draft>('/drafts', { method: 'POST', body: { mode, originalId, again } });
      const isOpen = draft.value?.id === begun.id;
      if (mode === 'new') justBegun = begun;
      if (!isAnswer) await showDraft(begun.id);
      // Whoever has gone on to another message meanwhile finds the answer beside its own.
      else if (message.value?.id === originalId) draft.value = begun;
      else return false;
      if (isOpen) around.toAddress();
      return true;
    } catch (error) {
      problem.value = messageOf(error);
      return false;
    } finally {
      isBeginning = false;
    }
  }

  /** Flags the message that is open, or takes the flag off: the same press is the way back. */
  async function turnFlag() {
    const { id, flagged } = message.value!;
    try {
      await mail.change(id, { flagged: !flagged });
      if (message.value?.id === id) message.value = { ...message.value, flagged: !flagged };
      await mail.refresh();
    } catch (error) {
      problem.value = messageOf(error);
    }
  }

  async function changeMessage(part: MessageChange) {
    const before = message.value!;
    const { id, from, waits } = before;
    // Without its day an answer that is owed still waits, and anything else does not.
    const isDone = part.answered || part.again || part.senderWaits === false || (part.again === null && !waits);
    const leaves = part.folder || (mail.list === 'waiting' && isDone) || (mail.list === 'later' && part.again === null);
    const next = leaves ? mail.neighbour(id) : id;
    try {
      const { senderWaits: saidBefore } = await mail.change(id, part);
      const text =
        part.again !== undefined
          ? part.again
            ? t('again.isSet', { day: onDay(part.again.day) })
            : t('again.isOff')
          : part.senderWaits !== undefined
            ? saidOfSender(part.senderWaits, from.name || from.address)
            : part.folder
              ? t(MOVED[part.folder as keyof typeof MOVED] ?? 'desk.moved')
              : t(part.answered ? 'desk.takenOffWaiting' : 'desk.backOnWaiting');
      await mail.refresh();
      // Whoever has gone on to another message meanwhile stays there.
      if (message.value?.id === id) {
        if (leaves) await showMessage(next);
        // What waits now, and why, is known where it was worked out.
        else await open();
      }
      add({
        text,
        ...(part.answered && before.reason === 'person' && { never: () => neverFrom(before) }),
        undo: async () => {
          await mail.change(id, backFrom(before, part, saidBefore));
          await mail.refresh();
          if (messageId.value === id) await open();
          else await showMessage(id);
        },
      });
    } catch (error) {
      problem.value = messageOf(error);
    }
  }

  const saidOfSender = (waits: boolean | null | undefined, sender: string) =>
    t(waits ? 'waiting.isWaiting' : waits === false ? 'waiting.isNever' : 'waiting.isAsUsual', { sender });

  /** What takes a change of a message back. */
  function backFrom(
    { again, folder, answered, reason }: MessageRow,
    part: MessageChange,
    saidBefore?: boolean | null,
  ): MessageChange {
    const home = mail.list.startsWith('folder:') ? mail.list.slice('folder:'.length) : folder;
    return {
      ...((part.answered !== undefined || part.senderWaits !== undefined) && { answered, reason }),
      again,
      ...(part.folder && folder !== 'gone' && { folder: home }),
      ...(part.senderWaits !== undefined && { senderWaits: saidBefore ?? null }),
    };
  }

  /** Nothing of the sender of a message waits from now on. */
  async function neverFrom(before: MessageRow): Promise<void> {
    try {
      const { id, reason } = before;
      const { senderWaits: saidBefore = null } = await mail.change(id, { senderWaits: false });
      await mail.refresh();
      add({
        text: saidOfSender(false, before.from.name || before.from.address),
        // The message itself stays taken off.
        undo: () => mail.change(id, { senderWaits: saidBefore, answered: true, reason }).then(() => mail.refresh()),
      });
    } catch (error) {
      problem.value = messageOf(error);
    }
  }

  const several = useChangeMany({ messageId, showMessage, add, problem, backFrom });

  const shown = { message, draft, messageId, draftId, add, open, showMessage, showDraft };
  const { onSent, onLeft } = useSent({ ...shown, ...around });

  async function onDiscarded(gone: Draft) {
    draft.value = null;
    if (mail.list === 'drafts') await mail.refresh();
    const isAnswer = gone.originalId && gone.mode !== 'forward';
    if (!isAnswer) await showMessage(gone.originalId ?? mail.rows[0]?.id ?? '');
    add({
      text: t('desk.draftDiscarded'),
      undo: async () => {
        const back = await api<Draft>(`/drafts/${gone.id}/restore`, { method: 'POST' });
        if (isAnswer) await showMessage(gone.originalId!);
        else await showDraft(gone.id);
        draft.value = back;
      },
    });
  }

  return {
    message,
    draft,
    messageId,
    draftId,
    problem,
    reading,
    done,
    add,
    close,
    undo,
    begin,
    showMessage,
    showDraft,
    step,
    turnFlag,
    changeMessage,
    ...several,
    onSent,
    onLeft,
    onDiscarded,
  };
}
