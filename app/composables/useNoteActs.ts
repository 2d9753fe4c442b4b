import type { Ref } from 'vue';
import { useNotesStore } from '~/stores/notes';
import { useShelvesStore } from '~/stores/shelves';

/** Something that was done, in words, with what undoes it. */
interface Act {
  text: string;
  undo?: () => Promise<unknown>;
}

const KEPT_ACTS = 20;

interface Where {
  /** The notes chosen in the table. */
  chosen: Ref<Set<string>>;
  /** What went wrong, in words. */
  problem: Ref<string>;
  /** The note that is open beside the table. */
  bench: { noteId: Ref<string>; choose(id: string): unknown; reopen(): Promise<void> };
}

/** What is done to notes in the Library, each act with a word on what was done and the way back. */
export function useNoteActs({ chosen, problem, bench }: Where) {
  const notes = useNotesStore();
  const shelves = useShelvesStore();

  /** What was done, the last act at the end; each can be undone in its turn. */
  const acts = shallowRef<Act[]>([]);
  const done = computed(() => acts.value.at(-1) ?? null);
  const add = (made: Act) => (acts.value = [...acts.value.slice(1 - KEPT_ACTS), made]);
  const close = () => (acts.value = []);
  const several = (list: string[]) =>
    list.length === 1 ? `“${notes.byId.get(list[0]!)?.name}”` : `${list.length} notes`;

  async function act(work: () => Promise<Act>) {
    problem.value = '';
    try {
      add(await work());
    } catch (error) {
      problem.value = messageOf(error);
    }
  }
  async function undo() {
    const act = done.value;
    if (!act) return;
    acts.value = acts.value.slice(0, -1);
    problem.value = '';
    try {
      await act.undo?.();
      await bench.reopen();
    } catch (error) {
      // The way back stays open.
      add(act);
      problem.value = messageOf(error);
    }
  }

  const remove = (list: string[]) =>
    act(async () => {
      const text = `${several(list)} ${list.length === 1 ? 'is' : 'are'} in the bin.`;
      const onTheBench = list.includes(bench.noteId.value) ? bench.noteId.value : '';
      const back = await notes.remove(list);
      chosen.value = new Set();
      if (onTheBench) await bench.choose('');
      return {
        text,
        async undo() {
          await back();
          if (onTheBench) await bench.choose(onTheBench);
        },
      };
    });
  const move = (list: string[], shelfId: string | null) =>
    act(async () => ({
      text: `${several(list)} ${list.length === 1 ? 'stands' : 'stand'} ${shelfId ? `on “${shelves.byId.get(shelfId)?.name}”` : 'on no shelf'} now.`,
      undo: await notes.move(list.map((id) => ({ id, shelfId }))),
    }));
  const copy = (list: string[]) =>
    act(async () => {
      const { rows, undo: back } = await notes.copy(list);
      chosen.value = new Set(rows.map(({ id }) => id));
      return { text: `${several(list)} copied.`, undo: back };
    });
  const pin = (list: string[], on: boolean) =>
    act(async () => ({ text: `${several(list)} ${on ? 'pinned' : 'unpinned'}.`, undo: await notes.pin(list, on) }));

  function movePin(id: string, step: 1 | -1) {
    const order = notes.pinned.map((row) => row.id);
    const at = order.indexOf(id);
    if (order[at + step] === undefined) return;
    [order[at], order[at + step]] = [order[at + step]!, id];
    notes.orderPins(order).catch((error) => (problem.value = messageOf(error)));
  }

  function shelfRemoved({ id, name }: { id: string; name: string }) {
    add({
      text: `The shelf “${name}” is taken away; its notes stand on the shelf around it.`,
      undo: async () => {
        await shelves.restore(id);
        await notes.load(true);
      },
    });
  }

  return { done, add, close, several, undo, remove, move, copy, pin, movePin, shelfRemoved };
}
