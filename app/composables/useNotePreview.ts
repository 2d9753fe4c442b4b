import type { Note } from '#shared/types/wire';
import type { OpenSearch } from '~/editor/noteSearch';
import { useNotesStore } from '~/stores/notes';

/** The note that is read before it goes in: the one found at the caret, or in the tray. */
export function useNotePreview(around: {
  /** The search at the caret, and which of what it found is meant. */
  search: () => OpenSearch | null;
  current: Ref<number>;
  insert(note: Note, target?: Pick<OpenSearch, 'range'>): unknown;
  problem(words: string): void;
}) {
  const notes = useNotesStore();
  const previewed = shallowRef<Note | null>(null);
  const found = () => around.search()?.found[around.current.value]?.row.id;

  const asking = lastAsked();
  async function preview(id: string): Promise<void> {
    const isLast = asking();
    try {
      const note = await notes.read(id);
      if (isLast()) previewed.value = note;
    } catch (error) {
      if (isLast()) around.problem(messageOf(error));
    }
  }

  /** Puts in what was previewed, or a part of it, in place of what it was searched with. */
  function takePreviewed(note: Note): void {
    const search = around.search();
    previewed.value = null;
    void around.insert(note, search ? { range: search.range } : undefined);
  }

  useCommands({ previewNote: { when: () => Boolean(found()), do: () => preview(found()!) } });
  return { previewed, preview, takePreviewed };
}
