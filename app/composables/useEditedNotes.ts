import { watchDebounced } from '@vueuse/core';
import type { Editor } from '@tiptap/vue-3';
import type { Draft, FormerWording, Note } from '#shared/types/wire';
import { parseDoc, type DocJson } from '#core/note/schema';
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

  const bases = new Map<string, DocJson>();
  /** The body a note had when it was put in: its history keeps each wording under the last version that had it. */
  async function bodyAt(note: Note, version: number): Promise<DocJson> {
    if (note.version === version) return note.body;
    const key = `${note.id} ${version} ${note.version}`;
    if (!bases.has(key)) {
      const former = await api<FormerWording[]>(`/notes/${note.id}/history`);
      const then = former.filter((wording) => wording.version >= version).at(-1);
      bases.set(key, then?.body ?? note.body);
    }
    return bases.get(key)!;
  }

  async function look(): Promise<void> {
    const found: EditedNote[] = [];
    const fills = Object.entries(draft.value?.fills ?? {});
    if (!fills.length) return void (edited.value = found);
    const [{ improved }, { carriedOver }] = await Promise.all([
      import('#core/wording/improve'),
      import('#core/wording/merge'),
    ]);
    const letter = parseDoc(body.getJSON());
    for (const [insertion, { note: id, noteVersion, blanks }] of fills) {
      if (!id || !notes.byId.has(id)) continue;
      const note = await notes.read(id).catch(() => null);
      if (!note) continue;
      const then = await bodyAt(note, noteVersion ?? note.version).catch(() => note.body);
      const base = parseDoc(then);
      const wording = improved(base, letter, insertion, blanks);
      if (!wording || wording.eq(base)) continue;
      // What became of the note meanwhile stays; only what was edited here is put onto it.
      const body = carriedOver(then, wording.toJSON() as DocJson, note.body);
      if (!parseDoc(body).eq(parseDoc(note.body))) found.push({ insertion, note, body });
    }
    edited.value = found;
  }
  // Working it out takes longer than a key press may; it is wanted when the writing pauses.
  watchDebounced([changes, () => notes.rows], () => void look(), { debounce: 700 });
  onMounted(() => void look());

  return { edited, look };
}
