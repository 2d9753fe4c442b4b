import type { Draft, Keeping, Message, Note, Routine } from '#shared/types/wire';
import type { Person } from '#shared/types/person';
import type { RoutineInput } from '#shared/schemas/routine';
import { notesOf } from '#core/blank/fill';
import { dayAt } from '#core/calendar/day';
import type { Mailbox } from '#core/message/address';
import { parseDoc } from '#core/note/schema';
import { signatureTexts } from '#core/note/signature';
import { routineOf } from '#core/routine/fromSent';
import { useAccountStore } from '~/stores/account';
import { useKeepStore } from '~/stores/keep';
import { useNotesStore } from '~/stores/notes';
import { broughtTo, noteJournal } from '~/utils/noteJournal';
import type { useDesk } from './useDesk';
import type { EditedNote } from './useEditedNotes';

interface Around {
  /** The pane of the letter. */
  reply: Readonly<Ref<{ keeping(): Promise<Keeping>; save(): Promise<void> } | undefined>>;
  /** Their message. */
  theirs: Readonly<Ref<{ selection(): { html?: string; text?: string } | null } | undefined>>;
  /** The panel wording is kept in. */
  keepPanel: Readonly<Ref<{ keep(): Promise<void> } | undefined>>;
}

/**
 * What stands beside the letter instead of their message, one at a time: wording being kept, a note being improved from
 * where it was edited, a routine being made, a person, a question with options, or how the letter will arrive.
 */
export function usePanels(desk: ReturnType<typeof useDesk>, { reply, theirs, keepPanel }: Around) {
  const { message, draft, messageId, draftId, problem, add } = desk;
  const account = useAccountStore();
  const notes = useNotesStore();
  const keeping = shallowRef<{ what: Keeping; from: 'message' | 'draft'; place: string } | null>(null);
  const keepFrom = (from: 'message' | 'draft', what: Keeping) =>
    (keeping.value = { what, from, place: String(Date.now()) });
  const improving = shallowRef<EditedNote | null>(null);
  const routine = shallowRef<RoutineInput | null>(null);
  /** The version in which the letter is saved whose arrival is shown. */
  const arriving = ref<number | null>(null);

  /** Somebody the message was exchanged with. */
  const about = shallowRef<{ box: Mailbox; person: Person | null } | null>(null);

  /** Whether a question with options is being written. */
  const asking = ref(false);

  function close() {
    about.value = null;
    asking.value = false;
    keeping.value = null;
    improving.value = null;
    routine.value = null;
    arriving.value = null;
  }
  watch([messageId, draftId], close);
  // What was written in it and not kept stays, and is said to.
  watch(
    keeping,
    (now, before) => {
      const left =
        before && before.place !== now?.place && noteJournal(account.account!.id, broughtTo(before.place)).read();
      if (!left) return;
      const open = () => {
        useKeepStore().bring('new', { input: left.content, origin: null, place: before.place });
        return navigateTo({ path: '/library', query: { note: 'new' } });
      };
      add({ text: t('desk.notKept'), open });
    },
    { flush: 'post' },
  );

  async function showArrival() {
    if (arriving.value !== null || !reply.value) return void (arriving.value = null);
    const { id } = draft.value!;
    await reply.value.save();
    if (draft.value?.id !== id) return;
    close();
    arriving.value = 0;
  }

  function ask() {
    const isOpen = asking.value;
    close();
    asking.value = !isOpen && Boolean(reply.value);
  }

  async function showAbout(box: Mailbox) {
    const { id } = message.value!;
    problem.value = '';
    try {
      await allHandedOver();
      const [person = null] = await api<Person[]>('/people', { query: { address: box.address } });
      if (message.value?.id !== id) return;
      close();
      about.value = { box, person };
    } catch (error) {
      problem.value = messageOf(error);
    }
  }

  async function keepMessage() {
    close();
    problem.value = '';
    const { id } = message.value!;
    try {
      const part = theirs.value?.selection() ?? {};
      const what = await api<Keeping>(`/messages/${id}/keep`, { method: 'POST', body: part });
      if (message.value?.id === id) keepFrom('message', what);
    } catch (error) {
      problem.value = messageOf(error);
    }
  }

  /** What is selected in their message, else the draft or what is selected in it, else the message. */
  async function keep() {
    if (keeping.value) return void keepPanel.value?.keep();
    if (message.value && (theirs.value?.selection() || !reply.value)) return void keepMessage();
    const from = reply.value;
    if (!from) return;
    close();
    const what = await from.keeping();
    // Another draft may have been opened meanwhile.
    if (reply.value === from) keepFrom('draft', what);
  }

  /** What has just left is kept while it is fresh. */
  async function keepSent(sent: Draft) {
    const { keepingOfDraft } = await import('~/utils/keeping');
    close();
    const what = keepingOfDraft(sent, parseDoc(sent.body), false, signatureTexts(account.settings!));
    keepFrom('draft', what);
  }

  function improve(edited: EditedNote) {
    close();
    improving.value = edited;
  }

  function onKept(note: Note) {
    keeping.value = null;
    add({ text: t('desk.keptAs', { name: note.name }), undo: () => notes.remove([note.id]) });
  }

  function onImproved(note: Note, former: Note) {
    keeping.value = null;
    improving.value = null;
    add({ text: t('desk.isImproved', { name: note.name }), undo: notes.backTo(former, note) });
  }

  /** Makes a routine of what was just done with a message, or is being done. */
  function makeRoutine(sent: Draft, original: Message) {
    const settings = account.settings!;
    const present = [original.from, ...original.replyTo, ...original.to, ...original.cc];
    const steps = routineOf(
      { ...sent, notes: notesOf(sent.fills) },
      present,
      dayAt(Date.now(), settings.timeZone),
      daysOffOf(settings),
    );
    close();
    routine.value = { ...steps, name: '' };
  }

  function onRoutineKept({ name }: Routine) {
    routine.value = null;
    add({ text: t('routine.kept', { name }) });
  }

  return {
    keeping,
    improving,
    routine,
    arriving,
    about,
    asking,
    ask,
    close,
    showAbout,
    showArrival,
    keep,
    keepMessage,
    keepSent,
    improve,
    makeRoutine,
    onKept,
    onImproved,
    onRoutineKept,
  };
}
