import { defineStore } from 'pinia';
import type { Note, NoteRow } from '#shared/types/wire';
import type { NoteInput } from '#shared/schemas/note';
import type { Hit, SearchNote } from '../../core/search';
import type { SearchRequest, SearchResponse } from '../workers/search.worker';

function toSearch({ id, name, subjectText, bodyText, used, lastUsed }: NoteRow): SearchNote {
  return { id, name, subject: subjectText, body: bodyText, used, lastUsed };
}

/** The library: its notes, kept in step with the index in the search worker. */
export const useNotesStore = defineStore('notes', () => {
  const rows = shallowRef<NoteRow[]>([]);
  const state = ref<'idle' | 'loading' | 'ready' | 'failed'>('idle');
  const problem = ref('');
  const byId = computed(() => new Map(rows.value.map((row) => [row.id, row])));
  /** Within reach: the pinned notes, those used most first. */
  const pinned = computed(() => rows.value.filter((row) => row.pinned).sort((a, b) => b.used - a.used));

  let worker: Worker | null = null;
  let asked = 0;
  const waiting = new Map<number, (hits: Hit[]) => void>();
  const whole = new Map<string, Note>();

  function post(request: SearchRequest): void {
    if (!worker) {
      worker = new Worker(new URL('../workers/search.worker.ts', import.meta.url), { type: 'module' });
      worker.onmessage = ({ data }: MessageEvent<SearchResponse>) => {
        waiting.get(data.number)?.(data.hits);
        waiting.delete(data.number);
      };
    }
    worker.postMessage(request);
  }

  async function load(force = false): Promise<void> {
    if (state.value === 'loading' || (state.value === 'ready' && !force)) return;
    if (state.value !== 'ready') state.value = 'loading';
    try {
      rows.value = await api<NoteRow[]>('/notes');
      whole.clear();
      post({ type: 'load', notes: rows.value.map(toSearch) });
      state.value = 'ready';
    } catch (error) {
      state.value = 'failed';
      problem.value = messageOf(error);
    }
  }

  /** The notes for a query, best first, from the worker. */
  function search(query: string, limit = 30): Promise<{ row: NoteRow; terms: string[] }[]> {
    const number = ++asked;
    return new Promise<Hit[]>((resolve) => {
      waiting.set(number, resolve);
      post({ type: 'search', number, query, limit, now: Date.now() });
    }).then((hits) =>
      hits.flatMap(({ id, terms }) => {
        const row = byId.value.get(id);
        return row ? [{ row, terms }] : [];
      }),
    );
  }

  function take(note: Note): Note {
    const { subject: _subject, body: _body, ...row } = note;
    const at = rows.value.findIndex(({ id }) => id === note.id);
    rows.value = at < 0 ? [...rows.value, row] : rows.value.with(at, row);
    whole.set(note.id, note);
    post({ type: 'put', note: toSearch(row) });
    return note;
  }

  /** A note with its body; from memory when the copy is as new as the list. */
  async function read(id: string): Promise<Note> {
    const known = whole.get(id);
    if (known && known.version === byId.value.get(id)?.version) return known;
    const note = await api<Note>(`/notes/${id}`);
    return take(note);
  }

  const keep = async (input: NoteInput) => take(await api<Note>('/notes', { method: 'POST', body: input }));

  const change = async (id: string, version: number, input: NoteInput) =>
    take(await api<Note>(`/notes/${id}`, { method: 'PUT', body: { ...input, version } }));

  async function remove(id: string): Promise<void> {
    await api(`/notes/${id}`, { method: 'DELETE' });
    rows.value = rows.value.filter((row) => row.id !== id);
    whole.delete(id);
    post({ type: 'drop', id });
  }

  const restore = async (id: string) => take(await api<Note>(`/notes/${id}/restore`, { method: 'POST' }));

  /** Counts an insertion, here at once and on the server when it can. */
  function used(id: string): void {
    const row = byId.value.get(id);
    if (!row) return;
    const counted = { ...row, used: row.used + 1, lastUsed: Date.now() };
    rows.value = rows.value.map((other) => (other.id === id ? counted : other));
    post({ type: 'put', note: toSearch(counted) });
    api(`/notes/${id}/used`, { method: 'POST' }).catch(() => {
      /* A use that is not counted harms nothing; the next load shows what the server knows. */
    });
  }

  return { rows, byId, pinned, state, problem, load, search, read, keep, change, remove, restore, used };
});
