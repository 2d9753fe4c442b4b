import { beforeEach, describe, expect, it, vi } from 'vitest';
import { nextTick } from 'vue';
import type { NoteRow } from '#shared/types/wire';
import { noteRow, openInterface } from '../../tests/interface';
import { useNotesStore } from '~/stores/notes';
import { useNoteRows } from './useNoteRows';

const MONTH = 30.4 * 86_400_000;
const ago = (months: number) => Date.now() - months * MONTH;
const NOTES: NoteRow[] = [
  noteRow('Note 10', { used: 3, lastUsed: ago(1), shelfId: 'care', createdAt: ago(20) }),
  noteRow('Note 2', {
    used: 9,
    lastUsed: ago(7),
    shelfId: 'winter',
    blanks: 2,
    createdAt: ago(20),
    pinned: true,
    pinOrder: 2,
  }),
  noteRow('ärztlich', { files: 1, createdAt: ago(13), description: 'Zebra', pinned: true, pinOrder: 1 }),
  noteRow('Zoo', { createdAt: ago(1), description: 'Adder' }),
];
const SHELVES = [
  { id: 'care', version: 1, name: 'Care', description: '', parentId: null, position: 0 },
  { id: 'winter', version: 1, name: 'Winter', description: '', parentId: 'care', position: 0 },
];

let world: ReturnType<typeof openInterface>;
beforeEach(async () => {
  world = openInterface((path) => (path === '/shelves' ? SHELVES : NOTES));
  await useNotesStore().load();
});
const names = ({ shown }: ReturnType<typeof useNoteRows>) => shown.value.map(({ name }) => name);

describe('the notes the Library shows', () => {
  it('are sorted as people sort: numbers by their size, accents beside their letters', () => {
    expect(names(useNoteRows())).toEqual(['ärztlich', 'Note 2', 'Note 10', 'Zoo']);
  });

  it('are sorted by any column, figures and days the largest first, and the other way when asked again', () => {
    const rows = useNoteRows();
    rows.sortBy('used');
    expect(names(rows).slice(0, 2)).toEqual(['Note 2', 'Note 10']);
    rows.sortBy('used');
    expect(names(rows).slice(-2)).toEqual(['Note 10', 'Note 2']);
    rows.sortBy('lastUsed');
    expect(names(rows)[0]).toBe('Note 10');
    rows.sortBy('begins');
    expect(names(rows).indexOf('Zoo')).toBeLessThan(names(rows).indexOf('ärztlich'));
    rows.sortBy('shelf');
    expect(names(rows).slice(-2)).toEqual(['Note 10', 'Note 2']);
  });

  it('are those of a shelf and of all that stand in it, those on none, and the pinned ones in their order', () => {
    const rows = useNoteRows();
    rows.place.value = 'care';
    expect(names(rows)).toEqual(['Note 2', 'Note 10']);
    rows.place.value = 'winter';
    expect(names(rows)).toEqual(['Note 2']);
    rows.place.value = 'loose';
    expect(names(rows)).toEqual(['ärztlich', 'Zoo']);
    rows.place.value = 'pinned';
    expect(names(rows)).toEqual(['ärztlich', 'Note 2']);
  });

  it('are narrowed to what has blanks, what has attachments, and what nobody used for long', () => {
    const rows = useNoteRows();
    rows.filters.blanks = true;
    expect(names(rows)).toEqual(['Note 2']);
    Object.assign(rows.filters, { blanks: false, files: true });
    expect(names(rows)).toEqual(['ärztlich']);
    Object.assign(rows.filters, { files: false, idle: 6 });
    // One that is new is not unused for long, though it was never used.
    expect(names(rows)).toEqual(['ärztlich', 'Note 2']);
    rows.filters.idle = 12;
    expect(names(rows)).toEqual(['ärztlich']);
    expect(rows.filtered.value).toBe(true);
  });

  it('come in the order of the search while something is looked for, and by name again afterwards', async () => {
    const rows = useNoteRows();
    rows.query.value = 'zoo';
    await nextTick();
    const asked = world.posted.at(-1) as unknown as { type: string; number: number };
    expect(asked).toMatchObject({ type: 'search', query: 'zoo' });
    const [zoo, ten] = [NOTES[3]!, NOTES[0]!];
    world.answerWorker({ number: asked.number, hits: [zoo, ten].map(({ id }) => ({ id, score: 1, terms: ['zoo'] })) });
    await vi.waitFor(() => expect(names(rows)).toEqual(['Zoo', 'Note 10']));
    expect(rows.terms.value.get(zoo.id)).toEqual(['zoo']);
    rows.place.value = 'care';
    expect(names(rows)).toEqual(['Note 10']);
    rows.place.value = 'all';
    rows.query.value = '';
    await vi.waitFor(() => expect(names(rows)).toHaveLength(4));
    expect(rows.sort.value).toEqual({ key: 'name', down: false });
  });

  it('are those of the last query, although the one before is answered later', async () => {
    const rows = useNoteRows();
    const asked = async (query: string) => {
      rows.query.value = query;
      await nextTick();
      return (world.posted.at(-1) as unknown as { number: number }).number;
    };
    const first = await asked('zo');
    const second = await asked('note');
    const hit = ({ id }: NoteRow) => [{ id, score: 1, terms: [] }];
    world.answerWorker({ number: second, hits: hit(NOTES[0]!) });
    world.answerWorker({ number: first, hits: hit(NOTES[3]!) });
    await vi.waitFor(() => expect(names(rows)).toEqual(['Note 10']));
    await nextTick();
    expect(names(rows)).toEqual(['Note 10']);
  });
});
