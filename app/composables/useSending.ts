import type { Draft, Sending } from '#shared/types/wire';
import { NEEDED, type Finding } from '#core/look/letter/finding';
import type { useDraft } from './useDraft';

export interface Surroundings {
  /** Takes over what is being typed, and waits for files on their way: whether all of them came. */
  settle(): Promise<boolean> | undefined;
  /** Waits for what the letter is filled with: whether all of it came. */
  filled(): Promise<boolean>;
  /** All that the last look sees in the letter as it stands. */
  look(): Promise<Finding[]>;
  /** Shows where something was seen. */
  goTo(finding: Finding): unknown;
  /** @param draft as it was sent */
  onSent(sending: Sending, draft: Draft): void;
  /** The server saw what is not seen here. */
  onHeld(): unknown;
  /** The draft is open again. */
  onReturned(): void;
  /** The letter was left before it was known what became of it. @param problem what to say where nothing was sent */
  onLeft(draft: Draft, sending: Sending | null, problem: string): void;
}

/** How long until a message that waits for the post office is asked after. */
const ASK_AFTER_MS = 2_000;

/** Sending the draft that is open: once for each press, whatever becomes of the answer. */
export function useSending(handle: ReturnType<typeof useDraft>, around: Surroundings) {
  const { draft, state, problem } = handle;
  const sending = shallowRef<Sending | null>(null);
  /** What held the last press of Send back. */
  const held = ref<Finding[]>([]);
  const failure = ref('');
  const busy = computed(() => draft.value?.state === 'sending' && sending.value?.state !== 'refused');
  let pressed = '';
  let isLeft = false;
  onBeforeUnmount(() => (isLeft = true));

  /** @param anyway whatever the last look holds it back for, where it can be sent at all */
  async function send(anyway = false): Promise<void> {
    const begun = draft.value;
    if (!begun || busy.value) return;
    failure.value = '';
    const tellLeft = () => around.onLeft(begun, null, t('desk.leftUnsent'));
    // A letter does not leave without a file that was given to it; what became of that is said where it stands.
    const isSettled = (await around.settle()) !== false;
    if (isLeft) return tellLeft();
    if (!isSettled || !draft.value || busy.value) return;
    const isFilled = await around.filled();
    if (isLeft) return tellLeft();
    if (!draft.value || busy.value) return;
    if (!isFilled) return void (failure.value = t('desk.recipientUnread'));
    held.value = (await around.look()).filter(({ stop, kind }) => (anyway ? NEEDED.includes(kind) : stop));
    if (isLeft) return tellLeft();
    if (!draft.value || busy.value) return;
    if (held.value.length) return void around.goTo(held.value[0]!);
    do {
      await handle.save();
      if (isLeft) return tellLeft();
      // What was typed meanwhile goes along, also what is not painted yet.
      void around.settle();
    } while (state.value === 'waiting' && !problem.value);
    if (state.value !== 'saved') {
      failure.value = state.value === 'conflict' ? t('desk.draftChangedChoose') : problem.value;
      return;
    }
    pressed ||= crypto.randomUUID();
    const letter = draft.value;
    const { id, version } = letter;
    draft.value = { ...letter, state: 'sending' };
    try {
      await takeResult(
        await api<Sending>(`/drafts/${id}/send`, {
          method: 'POST',
          body: { version, key: pressed, anyway },
        }),
        letter,
      );
    } catch (error) {
      if (isLeft) {
        const why = messageOf(error);
        // Without an answer nobody knows; its draft asks when it is opened again.
        const isSaid = error instanceof ApiError && error.status;
        return around.onLeft(letter, null, isSaid ? t('desk.notSentBecause', { problem: why }) : why);
      }
      draft.value = { ...draft.value!, state: 'open' };
      around.onReturned();
      failure.value = messageOf(error);
      // Without an answer the same key asks again; anything else was decided and is a new press.
      if (error instanceof ApiError && error.status) pressed = '';
      if (!(error instanceof ApiError) || !error.data.findings) return;
      held.value = error.data.findings;
      around.onHeld();
    }
  }

  /** Shows what became of the sending; a message that waits for the post office is asked after. */
  async function takeResult(result: Sending, letter: Draft): Promise<void> {
    if (isLeft) return around.onLeft(letter, result, '');
    sending.value = result;
    // What rests is gone from here; it can be brought back.
    if (result.state === 'sent' || (result.state === 'queued' && result.leavesAt > Date.now())) {
      pressed = '';
      handle.forget();
      around.onSent(result, letter);
    } else if (result.state === 'refused' || result.state === 'unsure') {
      pressed = '';
      const returned = await api<Draft>(`/drafts/${letter.id}`);
      if (isLeft) return around.onLeft(letter, result, '');
      handle.open(returned);
      around.onReturned();
    } else {
      await new Promise((resolve) => setTimeout(resolve, ASK_AFTER_MS));
      if (isLeft || draft.value?.id === letter.id)
        await takeResult(isLeft ? result : await api<Sending>(`/sendings/${result.id}`), letter);
    }
  }

  /** Asks after a draft found in the middle of being sent, for instance after the window was reloaded. */
  async function follow(letter: Draft): Promise<void> {
    try {
      const body = { version: letter.version, key: crypto.randomUUID() };
      await takeResult(await api<Sending>(`/drafts/${letter.id}/send`, { method: 'POST', body }), letter);
    } catch (error) {
      failure.value = messageOf(error);
    }
  }

  async function takeBack(): Promise<void> {
    try {
      await api(`/sendings/${sending.value!.id}/take-back`, { method: 'POST' });
      handle.open(await api<Draft>(`/drafts/${draft.value!.id}`));
      sending.value = null;
      pressed = '';
    } catch (error) {
      failure.value = messageOf(error);
    }
  }

  /** What waits for the post office, once there is something to say of it. */
  const delayed = computed(() => {
    const now = sending.value;
    return busy.value && now?.problem && ['queued', 'unanswered'].includes(now.state) ? now : null;
  });

  return { delayed, held, failure, busy, send, follow, takeBack };
}
