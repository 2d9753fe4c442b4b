import type { Occasion } from '#core/search/habit';
import type { FoundNote, OpenSearch } from '~/editor/noteSearch';
import { useNotesStore } from '~/stores/notes';

/** The note search at the caret: what it finds, and which of that Enter takes. */
export function useCaretSearch(around: {
  search: () => OpenSearch | null;
  occasion: () => Occasion;
  take(id: string, range: OpenSearch['range']): void;
}) {
  const notes = useNotesStore();
  const current = ref(0);

  async function find(query: string): Promise<FoundNote[]> {
    current.value = 0;
    if (query.trim()) return notes.search(query, 20, around.occasion());
    return notes.pinned.slice(0, 7).map((row) => ({ row, terms: [] }));
  }

  /** Takes a key pressed in the letter while the search is open; false when it means something else. */
  function onKey(event: KeyboardEvent): boolean {
    const open = around.search();
    const found = open?.found ?? [];
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (step && found.length) {
      current.value = (current.value + step + found.length) % found.length;
      return true;
    }
    const hit = found[current.value];
    if ((event.key !== 'Enter' && event.key !== 'Tab') || !hit) return false;
    around.take(hit.row.id, open!.range);
    return true;
  }

  // The note nearest to hand is fetched before it is asked for.
  watch([around.search, current], () => {
    const hit = around.search()?.found[current.value];
    if (hit) notes.read(hit.row.id).catch(() => {});
  });

  return { current, find, onKey };
}
