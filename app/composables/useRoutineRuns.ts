import { until } from '@vueuse/core';
import type { Draft, Routine } from '#shared/types/wire';
import { dayAt, later } from '#core/calendar/day';
import { useAccountStore } from '~/stores/account';
import { useNotesStore } from '~/stores/notes';
import { useRoutinesStore } from '~/stores/routines';
import type { useDesk } from './useDesk';

/** The part of the pane of the letter that a routine is run in. */
interface Pane {
  run(routine: Routine): Promise<void>;
}

/** A routine that is nothing but a note put into the answer. */
const ONLY_A_NOTE: Omit<Routine, 'name' | 'notes'> = {
  ...{ id: '', version: 0, answer: 'reply', to: [], cc: [], bcc: [], signature: null },
  ...{ importance: '', againIn: 0, why: '', filed: '', done: true },
};

/** Running routines on the message that is open, or on several, each opened in turn: nothing is sent unseen. */
export function useRoutineRuns(desk: ReturnType<typeof useDesk>, reply: Ref<Pane | undefined>) {
  const account = useAccountStore();
  const routines = useRoutinesStore();
  const notes = useNotesStore();
  /** The messages a routine is run on, one after the other. */
  const queue = shallowRef<{ routine: Routine; ids: string[]; at: number } | null>(null);
  const progress = computed(() => {
    const now = queue.value;
    return now && t('routine.progress', { name: now.routine.name, at: now.at + 1, total: now.ids.length });
  });
  let isRunning = false;

  /** Without an answer a routine is done at once; it can be undone like any other change. */
  function file({ againIn, why, filed, done }: Routine) {
    const settings = account.settings!;
    const day = againIn && later(dayAt(Date.now(), settings.timeZone), againIn, 'working day', daysOffOf(settings));
    return desk.changeMessage({
      ...(done && { answered: true }),
      ...(filed && { folder: filed }),
      ...(day && { again: { day, why } }),
    });
  }

  async function runOn(routine: Routine): Promise<void> {
    desk.problem.value = '';
    const id = desk.message.value?.id;
    if (routine.answer === 'none') {
      await file(routine);
      return next();
    }
    const isOpen = desk.draft.value && (routine.answer === 'forward') === (desk.draft.value.mode === 'forward');
    if (isOpen) await reply.value!.run(routine);
    else {
      const before = reply.value;
      let hasRun = false;
      await desk.begin(routine.answer, undefined, async () => {
        // One that is already on its way will do.
        await until(() => reply.value && reply.value !== before).toBeTruthy({ timeout: 5_000 });
        if (!reply.value || reply.value === before || desk.draft.value?.originalId !== id) return;
        await reply.value.run(routine);
        hasRun = true;
      });
      if (!hasRun) return;
    }
    const [wrong] = routines.problemsOf(routine);
    if (wrong) desk.problem.value = t('routine.isGone', { name: routine.name, problem: wrong });
  }

  /** Runs a routine on the message that is open. */
  async function run(id: string): Promise<void> {
    const message = desk.message.value?.id;
    if (isRunning || !message) return;
    isRunning = true;
    try {
      await Promise.all([routines.load(), notes.load()]);
      const routine = routines.rows.find((row) => row.id === id);
      // Only on the message it was asked for.
      if (routine && desk.message.value?.id === message) await runOn(routine);
    } catch (error) {
      desk.problem.value = messageOf(error);
    } finally {
      isRunning = false;
    }
  }

  /** Opens the message that is next and runs the routine on it. */
  async function open(): Promise<void> {
    const now = queue.value;
    const id = now?.ids[now.at];
    if (!now || !id) return void (queue.value = null);
    await desk.showMessage(id);
    await until(() => desk.message.value?.id === id || Boolean(desk.problem.value)).toBeTruthy();
    if (queue.value === now && desk.message.value?.id === id) await runOn(now.routine);
  }
  async function next(): Promise<void> {
    const now = queue.value;
    if (!now) return;
    queue.value = now.at + 1 < now.ids.length ? { ...now, at: now.at + 1 } : null;
    await open();
  }

  /** Runs a routine on several messages. */
  async function runMany(id: string, ids: string[]): Promise<void> {
    try {
      await Promise.all([routines.load(), notes.load()]);
      const routine = routines.rows.find((row) => row.id === id);
      if (!routine || !ids.length) return;
      queue.value = { routine, ids, at: 0 };
      await open();
    } catch (error) {
      queue.value = null;
      desk.problem.value = messageOf(error);
    }
  }

  /** Answers several messages with a note, one after the other. */
  async function answerMany(id: string, ids: string[]): Promise<void> {
    const note = notes.byId.get(id);
    if (!note || !ids.length) return;
    queue.value = { routine: { ...ONLY_A_NOTE, name: note.name, notes: [id] }, ids, at: 0 };
    await open().catch((error) => {
      queue.value = null;
      desk.problem.value = messageOf(error);
    });
  }

  return {
    answerMany,
    run,
    runMany,
    progress,
    next,
    stop: () => (queue.value = null),
    /** One of them has been sent. */
    sent: (draft: Draft) => queue.value?.ids[queue.value.at] === draft.originalId && void next(),
  };
}
