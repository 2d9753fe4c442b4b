import { beforeEach, describe, expect, it } from 'vitest';
import { ref } from 'vue';
import { noteRow, offline, openInterface } from '../../tests/interface';
import { useNotesStore } from '~/stores/notes';
import { useNoteActs } from './useNoteActs';

let silent: boolean;
const where = new Map<string, string | null>();

beforeEach(() => {
  silent = false;
  where.clear();
  for (const id of ['a', 'b', 'c']) where.set(id, null);
  openInterface((path, { body }) => {
    if (silent) throw offline();
    const rows = (ids: string[]) => ids.map((id) => noteRow(id, { shelfId: where.get(id) ?? null }));
    if (path === '/shelves')
      return ['s', 't'].map((id) => ({ id, version: 1, name: id, description: '', parentId: null, position: 0 }));
    if (path === '/notes') return rows([...where.keys()]);
    const { ids = [], places = [] } = body as unknown as {
      ids?: string[];
      places?: { id: string; shelfId: string | null }[];
    };
    if (path === '/notes/delete') return ids.forEach((id) => where.delete(id));
    if (path === '/notes/restore') ids.forEach((id) => where.set(id, null));
    for (const { id, shelfId } of places) where.set(id, shelfId);
    return rows(places.length ? places.map(({ id }) => id) : ids);
  });
});

async function desk(open = '') {
  await useNotesStore().load();
  const chosen = ref(new Set(['a', 'b']));
  const problem = ref('');
  const noteId = ref(open);
  const bench = { noteId, choose: (id: string) => (noteId.value = id), reopen: async () => {} };
  return { ...useNoteActs({ chosen, problem, bench }), chosen, problem, noteId };
}

describe('what is done to notes', () => {
  it('is said in words, one note by its name and several by their number', async () => {
    const { move, done, remove } = await desk();
    await move(['a'], 's');
    expect(done.value!.text).toBe('“a” is on “s” now.');
    await move(['a', 'b'], null);
    expect(done.value!.text).toBe('2 notes are on no shelf now.');
    await remove(['a', 'b', 'c']);
    expect(done.value!.text).toBe('3 notes are in the bin.');
  });

  it('is undone act by act, the last one first', async () => {
    const { move, remove, undo, done } = await desk();
    await move(['a', 'b'], 's');
    await move(['b'], 't');
    await remove(['a']);
    expect([...where]).toEqual([
      ['b', 't'],
      ['c', null],
    ]);
    await undo();
    expect(where.has('a')).toBe(true);
    await undo();
    expect(where.get('b')).toBe('s');
    await undo();
    expect(where.get('b')).toBeNull();
    expect(done.value).toBeNull();
    await undo();
  });

  it('can still be undone when the server was silent the first time', async () => {
    const { remove, undo, done, problem } = await desk();
    await remove(['c']);
    silent = true;
    await undo();
    expect(problem.value).toContain('does not answer');
    expect(done.value!.text).toBe('“c” is in the bin.');
    silent = false;
    await undo();
    expect(where.has('c')).toBe(true);
    expect(problem.value).toBe('');
  });

  it('says why it was not done, and what was done before can be undone all the same', async () => {
    const { move, done, problem, undo } = await desk();
    await move(['a'], 's');
    silent = true;
    await move(['a'], 't');
    expect(problem.value).toContain('does not answer');
    expect(done.value!.text).toBe('“a” is on “s” now.');
    silent = false;
    await undo();
    expect(where.get('a')).toBeNull();
  });

  it('takes a deleted note off the bench, and back onto it', async () => {
    const { remove, undo, noteId, chosen } = await desk('a');
    await remove(['a']);
    expect(noteId.value).toBe('');
    expect(chosen.value.size).toBe(0);
    await undo();
    expect(noteId.value).toBe('a');
  });
});
