import { defineStore } from 'pinia';
import { IDS_AT_ONCE, type BinRow, type Note, type NoteMark, type NoteMarks, type NoteRow } from '#shared/types/wire';
import type { NoteInput, NoteUse } from '#shared/schemas/note';
import { CueTable } from '#core/cue/table';
import type { NearHit } from '#core/near';
import type { Hit, SearchNote } from '#core/search';
import type { Occasion } from '#core/search/habit';
import type { SearchRequest, SearchResponse } from '../workers/search.worker';
import { useShelvesStore } from './shelves';
import { askWorker } from '~/utils/askWorker';
import { inputOf } from '~/utils/inputOf';

/** So many notes are fetched at once. */
const PAGE = 1_000;
/** Where more than so many were changed elsewhere, all are fetched. */
const MANY = 500;

/** The library: its notes, kept in step with the index in the search worker. */
export const useNotesStore = defineStore('notes', () => {
  const shelves = useShelvesStore();
  const rows = shallowRef<NoteRow[]>([]);
  const state = ref<'idle' | 'loading' | 'ready' | 'failed'>('idle');
  const problem = ref('');
  const byId = computed(() => new Map(rows.value.map((row) => [row.id, row])));
  /** Within reach: the pinned notes in their order. */
  const pinned = computed(() => rows.value.filter((row) => row.pinned).sort((a, b) => a.pinOrder - b.pinOrder));

  const whole = new Map<string, Note>();

  const toSearch = ({ subjectText, bodyText, shelfId, ...row }: NoteRow): SearchNote => ({
    id: row.id,
    name: row.name,
    cue: row.cue,
    description: row.description,
    subject: subjectText,
    body: bodyText,
    shelf: shelves.path(shelfId).join(' '),
    used: row.used,
    lastUsed: row.lastUsed,
    usedFor: row.usedFor,
  });

  /** What was written before in sent letters. */
  let wordings: { id: string; text: string }[] = [];
  const all = (): SearchRequest => ({ type: 'load', notes: rows.value.map(toSearch) });
  const { tell, ask } = askWorker<SearchRequest, SearchResponse>(
    () => new Worker(new URL('../workers/search.worker.ts', import.meta.url), { type: 'module' }),
    () => [all(), { type: 'wordings', wordings }],
  );
  /** Whether what was searched for last could not be looked for. */
  const searchFailed = ref(false);

  /** The cues of the library, for being told while one types. */
  let cues = new CueTable();

  /** What was dropped and taken here while the list is on its way: it does not say so. */
  const gone = new Set<string>();
  const taken = new Set<string>();
  /** Whether the whole library is here; what stands within reach comes first. */
  const complete = ref(false);
  let loading: Promise<void> | null = null;

  /** Fetches the library; resolves when all of it is here, or when it could not be fetched. */
  async function load(force = false): Promise<void> {
    // What is on its way already may not know of what is asked for now.
    if (loading && force) await loading;
    if (!loading && (!complete.value || force)) loading = fetchAll().finally(() => (loading = null));
    await loading;
  }

  async function fetchAll(): Promise<void> {
    const isFirst = !complete.value;
    if (isFirst) state.value = 'loading';
    gone.clear();
    taken.clear();
    try {
      const page = (query: Record<string, string | number>) => api<NoteRow[]>('/notes', { query });
      if (isFirst) {
        const [near] = await Promise.all([page({ within: 'reach' }), shelves.load()]);
        rows.value = near;
        cues = new CueTable(near);
        whole.clear();
        tell(all());
        state.value = 'ready';
      } else await shelves.load();
      const fresh: NoteRow[] = [];
      for (let after = ''; ;) {
        const next = await page({ within: 'page', after, limit: PAGE });
        fresh.push(...next);
        if (next.length < PAGE) break;
        after = next.at(-1)!.id;
      }
      const local = byId.value;
      const newer = (row: NoteRow) => {
        const known = local.get(row.id);
        return known && (known.version > row.version || known.used > row.used) ? known : row;
      };
      const listed = new Set(fresh.map(({ id }) => id));
      // What was made here while the list was on its way is not in it.
      const made = rows.value.filter(({ id }) => !listed.has(id) && taken.has(id));
      rows.value = [...fresh.filter(({ id }) => !gone.has(id)).map(newer), ...made];
      if (!isFirst) whole.clear();
      cues = new CueTable(rows.value);
      reindex();
      complete.value = true;
      state.value = 'ready';
    } catch (error) {
      state.value = 'failed';
      problem.value = messageOf(error);
    }
  }

  /** What was known of the whole library when it was compared last. */
  let digest = '';
  /** Takes over what was changed in another window, or on another machine. @throws ApiError when that cannot be read */
  async function catchUp(): Promise<void> {
    while (loading) await loading;
    if (!complete.value) return;
    loading = compare().finally(() => (loading = null));
    await loading;
  }

  async function compare(): Promise<void> {
    gone.clear();
    taken.clear();
    await ordering.catch(() => {});
    const order = ordering;
    const [seen] = await Promise.all([api<NoteMarks>('/notes/marks', { query: { known: digest } }), shelves.load()]);
    const marks = seen.marks ?? [];
    const isOlderHere = ({ id, version, used, pinOrder }: NoteMark) => {
      const known = byId.value.get(id);
      if (!known) return !gone.has(id);
      const isMoved = ordering === order && version === known.version && pinOrder !== known.pinOrder;
      return version > known.version || used > known.used || isMoved;
    };
    const ids = marks.filter(isOlderHere).map(({ id }) => id);
    if (ids.length > MANY) return fetchAll();
    for (let at = 0; at < ids.length; at += IDS_AT_ONCE) {
      const some = ids.slice(at, at + IDS_AT_ONCE).join(',');
      const fresh = await api<NoteRow[]>('/notes', { query: { within: 'ids', ids: some } });
      takeRows(fresh.filter(isOlderHere));
    }
    if (seen.marks) {
      const there = new Set(marks.map(({ id }) => id));
      // What was made here meanwhile was not there yet.
      dropRows(rows.value.flatMap(({ id }) => (there.has(id) || taken.has(id) ? [] : id)));
    }
    digest = seen.digest;
  }

  /** Takes everything into the index anew; the names of shelves are part of it. */
  const reindex = () => tell(all());
  watch(
    () => shelves.rows,
    (now, before) => before?.length && complete.value && reindex(),
  );

  /** The notes for a query, best first, from the worker. */
  async function search(query: string, limit = 30, occasion?: Occasion): Promise<{ row: NoteRow; terms: string[] }[]> {
    const answer = await ask((number) => ({ type: 'search', number, query, limit, now: Date.now(), occasion }));
    searchFailed.value = !answer;
    const hits = (answer?.hits ?? []) as Hit[];
    // It may stand among the notes that are still on their way.
    if (!hits.length && loading) {
      await loading;
      return search(query, limit, occasion);
    }
    return hits.flatMap(({ id, terms }) => {
      const row = byId.value.get(id);
      return row ? [{ row, terms }] : [];
    });
  }

  /** The notes that say nearly the same as a text, the most alike first. */
  async function near(text: string, except = ''): Promise<{ row: NoteRow; likeness: number }[]> {
    const answer = await ask((number) => ({ type: 'near', number, text, except }));
    return ((answer?.hits ?? []) as NearHit[]).flatMap(({ id, likeness }) => {
      const row = byId.value.get(id);
      return row ? [{ row, likeness }] : [];
    });
  }

  /** The ids of the notes a text that is being typed stands in, and of what was written before; what holds most of it first. */
  const typed = async (text: string) =>
    ((await ask((number) => ({ type: 'typed', number, text })))?.hits ?? []) as NearHit[];
  /** What was written before in sent letters, for being known again. */
  function knowWordings(known: typeof wordings): void {
    wordings = known;
    tell({ type: 'wordings', wordings });
  }

  /** Takes rows that the server answered with, in place of those known. */
  function takeRows(fresh: NoteRow[]): NoteRow[] {
    const incoming = new Map(fresh.map((row) => [row.id, row]));
    for (const { id } of fresh) {
      taken.add(id);
      gone.delete(id);
    }
    // Two notes may have changed their cues with one another.
    const cued = fresh.filter(({ id, cue }) => cue !== (byId.value.get(id)?.cue ?? ''));
    for (const { id } of cued) cues.drop(byId.value.get(id)?.cue ?? '');
    for (const { id, cue } of cued) cues.put(id, cue);
    const kept = rows.value.map((row) => incoming.get(row.id) ?? row);
    const known = new Set(rows.value.map(({ id }) => id));
    rows.value = [...kept, ...fresh.filter(({ id }) => !known.has(id))];
    if (fresh.length > 200) reindex();
    else for (const row of fresh) tell({ type: 'put', note: toSearch(row) });
    return fresh;
  }

  function dropRows(ids: string[]): void {
    const dropped = new Set(ids);
    for (const id of ids) cues.drop(byId.value.get(id)?.cue ?? '');
    rows.value = rows.value.filter(({ id }) => !dropped.has(id));
    for (const id of ids) {
      gone.add(id);
      taken.delete(id);
      whole.delete(id);
      tell({ type: 'drop', id });
    }
  }

  function take(note: Note): Note {
    const { subject: _s, body: _b, to: _t, cc: _c, bcc: _bcc, attachments: _a, ...row } = note;
    whole.set(note.id, note);
    takeRows([row]);
    return note;
  }

  /** A note with its body; from memory when the copy is as new as the list. */
  async function read(id: string, fresh = false): Promise<Note> {
    const known = whole.get(id);
    if (!fresh && known && known.version === byId.value.get(id)?.version) return known;
    const note = await api<Note>(`/notes/${id}`);
    return take(note);
  }

  const keep = async (input: NoteInput) => take(await api<Note>('/notes', { method: 'POST', body: input }));

  const change = async (id: string, version: number, input: NoteInput) =>
    take(await api<Note>(`/notes/${id}`, { method: 'PUT', body: { ...input, version } }));

  type Undo = () => Promise<unknown>;
  const written = (note: Note) => JSON.stringify(inputOf(note));
  /** What puts a note back to what it said before a change, unless it says something else again by then. */
  const backTo =
    (former: NoteInput, changed: Note): Undo =>
    async () => {
      const now = await read(changed.id, true);
      return change(changed.id, written(now) === written(changed) ? now.version : changed.version, former);
    };

  // Many at once. Each answers with what undoes it.

  const act = <T>(path: string, body: object) => api<T>(`/notes/${path}`, { method: 'POST', body });

  async function remove(ids: string[]): Promise<Undo> {
    await act('delete', { ids });
    dropRows(ids);
    return () => restore(ids);
  }

  const restore = async (ids: string[]) => takeRows(await act<NoteRow[]>('restore', { ids }));

  async function move(places: { id: string; shelfId: string | null }[]): Promise<Undo> {
    const before = places.map(({ id }) => ({ id, shelfId: byId.value.get(id)?.shelfId ?? null }));
    takeRows(await act<NoteRow[]>('move', { places }));
    return async () => takeRows(await act<NoteRow[]>('move', { places: before }));
  }

  async function copy(ids: string[]): Promise<{ rows: NoteRow[]; undo: Undo }> {
    const copies = takeRows(await act<NoteRow[]>('copy', { ids }));
    return { rows: copies, undo: () => remove(copies.map(({ id }) => id)) };
  }

  async function pin(ids: string[], on: boolean): Promise<Undo> {
    const order = pinned.value.map(({ id }) => id);
    const changed = ids.filter((id) => byId.value.get(id)?.pinned !== on);
    if (changed.length) takeRows(await act<NoteRow[]>('pin', { ids: changed, pinned: on }));
    return async () => {
      if (changed.length) takeRows(await act<NoteRow[]>('pin', { ids: changed, pinned: !on }));
      if (!on) await orderPins(order);
    };
  }

  /** Puts the pinned notes into an order: here at once, on the server one order after the other. */
  let ordering: Promise<unknown> = Promise.resolve();
  async function orderPins(ids: string[]): Promise<void> {
    const place = new Map(ids.map((id, i) => [id, i + 1]));
    rows.value = rows.value.map((row) => (place.has(row.id) ? { ...row, pinOrder: place.get(row.id)! } : row));
    ordering = ordering.catch(() => {}).then(() => api('/notes/pins', { method: 'PUT', body: { ids } }));
    await ordering;
  }

  const bin = () => api<BinRow[]>('/notes/bin');

  /** One after the other, so that what is taken back was counted before. */
  let counting: Promise<unknown> = Promise.resolve();
  /** Counts an insertion, or takes that back: here at once and on the server when it can. */
  function used(id: string, use: NoteUse, isBack = false): void {
    const row = byId.value.get(id);
    if (!row) return;
    const step = isBack ? -1 : 1;
    const more = (count = 0) => Math.max(0, count + step);
    const people = use.person
      ? { ...row.usedFor.people, [use.person]: more(row.usedFor.people[use.person]) }
      : row.usedFor.people;
    const words = { ...row.usedFor.words };
    for (const word of use.words) words[word] = more(words[word]);
    const counted = {
      ...row,
      used: more(row.used),
      ...(!isBack && { lastUsed: Date.now() }),
      usedFor: { people, words },
    };
    rows.value = rows.value.map((other) => (other.id === id ? counted : other));
    tell({ type: 'put', note: toSearch(counted) });
    counting = counting
      .then(() => api(`/notes/${id}/used`, { method: isBack ? 'DELETE' : 'POST', body: use }))
      .catch(() => {
        /* A use that is not counted harms nothing; the next load shows what the server knows. */
      });
  }

  return {
    rows,
    cues: () => cues,
    byId,
    pinned,
    complete,
    state,
    problem,
    searchFailed,
    load,
    catchUp,
    search,
    near,
    typed,
    knowWordings,
    read,
    keep,
    change,
    backTo,
    remove,
    restore,
    move,
    copy,
    pin,
    orderPins,
    bin,
    used,
  };
});
