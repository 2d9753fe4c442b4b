import type { Ref } from 'vue';
import type { Done } from './useDone';
import { useNotesStore } from '~/stores/notes';
import { useShelvesStore } from '~/stores/shelves';
import { once } from '~/utils/once';
import { useDone } from './useDone';

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

  const { done, add, close, undo: undoLast } = useDone(problem);
  const several = (list: string[]) =>
    list.length === 1
      ? t('library.oneNote', { name: notes.byId.get(list[0]!)?.name ?? '' })
      : t('library.countNotes', { count: list.length });

  async function act(work: () => Promise<Done>) {
    problem.value = '';
    try {
      add(await work());
    } catch (error) {
      problem.value = messageOf(error);
    }
  }
  async function undo() {
    if (await undoLast()) await bench.reopen();
  }

  const remove = once(
    (list: string[]) =>
      act(async () => {
        const text = t('library.inBin', { notes: several(list), count: list.length });
        const onTheBench = list.includes(bench.noteId.value) ? bench.noteId.value : '';
        const back = await notes.remove(list);
        chosen.value = new Set();
        // Another one that was opened meanwhile stays on the bench.
        if (onTheBench && bench.noteId.value === onTheBench) await bench.choose('');
        return {
          text,
          async undo() {
            await back();
            if (onTheBench) await bench.choose(onTheBench);
          },
        };
      }),
    (list) => list.join(),
  );
  const move = (list: string[], shelfId: string | null) =>
    act(async () => ({
      text: shelfId
        ? t('library.nowOnShelf', {
            notes: several(list),
            shelf: shelves.byId.get(shelfId)?.name ?? '',
            count: list.length,
          })
        : t('library.nowOnNoShelf', { notes: several(list), count: list.length }),
      undo: await notes.move(list.map((id) => ({ id, shelfId }))),
    }));
  const copy = (list: string[]) =>
    act(async () => {
      const { rows, undo: back } = await notes.copy(list);
      chosen.value = new Set(rows.map(({ id }) => id));
      return { text: t('library.copied', { notes: several(list) }), undo: back };
    });
  const pin = (list: string[], on: boolean) =>
    act(async () => ({
      text: t(on ? 'library.nowPinned' : 'library.nowUnpinned', { notes: several(list) }),
      undo: await notes.pin(list, on),
    }));

  function movePin(id: string, step: 1 | -1) {
    const order = notes.pinned.map((row) => row.id);
    const at = order.indexOf(id);
    if (order[at + step] === undefined) return;
    [order[at], order[at + step]] = [order[at + step]!, id];
    notes.orderPins(order).catch((error) => (problem.value = messageOf(error)));
  }

  function shelfRemoved({ id, name }: { id: string; name: string }) {
    add({
      text: t('library.shelfRemoved', { name }),
      undo: async () => {
        await shelves.restore(id);
        await notes.load(true);
      },
    });
  }

  return { done, add, close, several, undo, remove, move, copy, pin, movePin, shelfRemoved };
}
