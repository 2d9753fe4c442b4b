import { watchDebounced } from '@vueuse/core';
import type { Editor } from '@tiptap/vue-3';
import type { Draft, Note } from '#shared/types/wire';
import { improved } from '../../core/wording/improve';
import { parseDoc, type DocJson } from '../../core/note/schema';
import { useNotesStore } from '~/stores/notes';

/** A note that says something else in the letter than in the library. */
export interface EditedNote {
  insertion: string;
  note: Note;
  body: DocJson;
}

/** The notes put into a draft that were edited there since, each with the wording it would have. */
export function useEditedNotes(draft: Readonly<Ref<Draft | null>>, body: Editor, changes: Readonly<Ref<number>>) {
  const notes = useNotesStore();
  const edited = shallowRef<EditedNote[]>([]);

  async function look(): Promise<void> {
    const found: EditedNote[] = [];
    const letter = parseDoc(body.getJSON());
    for (const [insertion, { note: id, blanks }] of Object.entries(draft.value?.fills ?? {})) {
      if (!id || !notes.byId.has(id)) continue;
      const note = await notes.read(id).catch(() => null);
      if (!note) continue;
      const now = parseDoc(note.body);
      const wording = improved(now, letter, insertion, blanks);
      if (wording && !wording.eq(now)) found.push({ insertion, note, body: wording.toJSON() as DocJson });
    }
    edited.value = found;
  }
  // Working it out takes longer than a key press may; it is wanted when the writing pauses.
  watchDebounced([changes, () => notes.rows], () => void look(), { debounce: 700 });
  onMounted(() => void look());

  return { edited, look };
}
