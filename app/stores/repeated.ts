import { defineStore } from 'pinia';
import type { RepeatedWording, TypedBefore } from '#shared/types/repeated';
import type { Part } from '#core/repeated/varying';
import { emptyNote } from '#shared/schemas/note';
import type { Note } from '#shared/types/wire';
import { useAccountStore } from './account';
import { useNotesStore } from './notes';

/** What is typed and known: a note that says it, or how often it was written before. */
export type KnownWording = { note: string } | { wording: string; count: number };

/** What so many notes say is a courtesy, and none of them is meant. */
const COURTESY = 3;

/** What is written again and again: known while it is typed, kept as a note, or never asked about again. */
export const useRepeatedStore = defineStore('repeated', () => {
  const account = useAccountStore();
  const notes = useNotesStore();
  const known = new Map<string, TypedBefore>();

  let fetching: Promise<void> | null = null;
  /** Fetches what was written before, once until something is sent. Only a help: without it everything works. */
  function load(): Promise<void> {
    fetching ??= api<TypedBefore[]>('/repeated/typed')
      .then((list) => {
        known.clear();
        for (const one of list) known.set(one.id, one);
        notes.knowWordings(list.map(({ id, text }) => ({ id, text })));
      })
      .catch(() => void (fetching = null));
    return fetching;
  }
  /** Something was sent: what was written before is asked for anew. */
  const sent = () => (fetching = null);

  /**
   * What a paragraph that is being typed is, when it is known; null when it is not.
   * @param inLetter the notes that stand in the letter already, whose wording it may be
   */
  async function find(text: string, inLetter: string[]): Promise<KnownWording | null> {
    if (!account.settings?.knows.includes('wording')) return null;
    await Promise.all([load(), notes.load()]);
    const hits = await notes.typed(text);
    const said = hits.filter(({ id }) => notes.byId.has(id));
    if (said.some(({ id }) => inLetter.includes(id)) || said.length >= COURTESY) return null;
    const before = hits.flatMap(({ id }) => known.get(id) ?? [])[0];
    if (said[0]) return { note: said[0].id };
    return before ? { wording: before.id, count: before.count } : null;
  }

  const change = (id: string, state: 'open' | 'kept' | 'left') =>
    api(`/repeated/${id}`, { method: 'PUT', body: { state } }).then(sent);

  /**
   * Keeps a wording as a note, with what changes in it as blanks. Answers with what undoes it.
   * @param shown the wording as it is shown, so that this and no newer one is kept
   */
  async function keep(id: string, shown?: Part[]): Promise<{ note: Note; undo: () => Promise<unknown> }> {
    const [parts, { docOfParts, nameOfParts }] = await Promise.all([
      shown ?? api<RepeatedWording>(`/repeated/${id}`).then((wording) => wording.parts),
      import('#core/repeated/varying'),
    ]);
    const note = await notes.keep({ ...emptyNote(nameOfParts(parts)), body: docOfParts(parts) });
    // The note is there; that it says this is seen from its wording too.
    await change(id, 'kept').catch(() => {});
    return {
      note,
      async undo() {
        await notes.remove([note.id]);
        await change(id, 'open');
      },
    };
  }

  return { find, sent, keep, change };
});
