import type { Occasion } from '#core/search/habit';
import type { Editor } from '@tiptap/vue-3';
import { foldAccents } from '#core/text/fold';
import type { FoundNote, OpenSearch } from '~/editor/noteSearch';
import { SEARCH_TRIGGER } from '~/editor/searchTrigger';
import { useKnowingStore } from '~/stores/knowing';
import { useNotesStore } from '~/stores/notes';

/** So many words before the caret may be the beginning of a name. */
const WORDS = 4;

/** The note search at the caret: what it finds, and which of that Enter takes. */
export function useCaretSearch(around: {
  editor: () => Editor;
  search: Ref<OpenSearch | null>;
  occasion: () => Occasion;
  /** The message that is answered; null for none. */
  answers: () => string | null;
  take(id: string, range: OpenSearch['range']): void;
}) {
  const notes = useNotesStore();
  const knowing = useKnowingStore();
  const { current, onArrow } = useListBox(() => around.search.value?.found.length ?? 0);

  async function find(query: string): Promise<FoundNote[]> {
    current.value = 0;
    return found(query);
  }

  async function found(query: string): Promise<FoundNote[]> {
    if (query.trim()) return notes.search(query, 20, around.occasion());
    const offered = around.answers() ? knowing.offered.map(({ row }) => row) : [];
    return [...new Set([...offered, ...notes.pinned.slice(0, 7)])].map((row) => ({ row, terms: [] }));
  }

  const asking = lastAsked();
  // What is offered says what the notes say by now, also when another window changes them meanwhile.
  watch(
    () => notes.rows,
    async () => {
      const isLast = asking();
      const query = around.search.value?.query;
      const again = query === undefined ? [] : await found(query);
      const open = around.search.value;
      if (!isLast() || !open || open.query !== query) return;
      const chosen = open.found[current.value]?.row.id;
      around.search.value = { ...open, found: again };
      current.value = Math.max(
        0,
        again.findIndex(({ row }) => row.id === chosen),
      );
    },
  );

  /** Takes a key pressed in the letter while the search is open; false when it means something else. */
  function onKey(event: KeyboardEvent): boolean {
    const open = around.search.value;
    if (onArrow(event)) return true;
    const hit = open?.found[current.value];
    if ((event.key !== 'Enter' && event.key !== 'Tab') || !hit) return false;
    around.take(hit.row.id, open!.range);
    return true;
  }

  // The note nearest to hand is fetched before it is asked for.
  watch([around.search, current], () => {
    const hit = around.search.value?.found[current.value];
    if (hit) notes.read(hit.row.id).catch(() => {});
  });

  /** Puts in the one note whose name begins with what stands before the caret; where it is not one, the search opens on that. */
  function byName(): void {
    const editor = around.editor();
    const { $from, from, empty } = editor.state.selection;
    const before = empty ? $from.parent.textBetween(0, $from.parentOffset, undefined, '\ufffc') : '';
    const words = [...before.matchAll(/[\p{L}\p{N}]+/gu)].slice(-WORDS);
    const beginnings = words
      .filter(() => /[\p{L}\p{N}]$/u.test(before))
      .map(({ index }) => {
        const typed = before.slice(index);
        const wanted = foldAccents(typed);
        const found = notes.rows.filter(({ name }) => foldAccents(name).startsWith(wanted));
        return { typed, found, range: { from: from - typed.length, to: from } };
      });
    // The longest that begins any name.
    const longest = beginnings.find(({ found }) => found.length) ?? beginnings.at(-1);
    if (longest?.found.length === 1) return around.take(longest.found[0]!.id, longest.range);
    const range = longest?.range ?? { from, to: from };
    editor
      .chain()
      .focus()
      .insertContentAt(range, `${SEARCH_TRIGGER}${longest?.typed ?? ''}`)
      .run();
  }

  return { current, find, onKey, byName };
}
