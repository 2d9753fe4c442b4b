import { beforeEach, describe, expect, it } from 'vitest';
import { emptyNote } from '#shared/schemas/note';
import type { Note, NoteRow } from '#shared/types/wire';
import { noteRow as row, openInterface, staleWith } from '../../tests/interface';
import { useNotesStore } from './notes';

/** A server that keeps rows and does with many at once what it is asked to. */
let stored: Map<string, NoteRow>;
let bin: Map<string, NoteRow>;
let world: ReturnType<typeof openInterface>;

beforeEach(() => {
  stored = new Map(['a', 'b', 'c', 'd'].map((id, i) => [id, row(id, { pinned: i < 3, pinOrder: i < 3 ? i + 1 : 0 })]));
  bin = new Map();
  let late = 20;
  world = openInterface(async (path, { body = {} as never }) => {
    const {
      ids = [],
      places = [],
      pinned,
    } = body as unknown as {
      ids?: string[];
      places?: { id: string; shelfId: string | null }[];
      pinned?: boolean;
    };
    const change = (id: string, part: Partial<NoteRow>) => {
      stored.set(id, { ...stored.get(id)!, ...part, version: stored.get(id)!.version + 1 });
      return stored.get(id)!;
    };
    const last = () => Math.max(0, ...[...stored.values()].map(({ pinOrder }) => pinOrder));
    if (path === '/notes') return [...stored.values()];
    if (path === '/shelves')
      return [{ id: 's', version: 1, name: 'Shelf', description: '', parentId: null, position: 0 }];
    if (path === '/notes/move') return places.map(({ id, shelfId }) => change(id, { shelfId }));
    if (path === '/notes/pin') return ids.map((id) => change(id, { pinned, pinOrder: pinned ? last() + 1 : 0 }));
    // The first answer takes longest.
    if (path === '/notes/pins') await new Promise((resolve) => setTimeout(resolve, (late -= 10)));
    if (path === '/notes/pins') return ids.forEach((id, i) => change(id, { pinOrder: i + 1 }));
    if (path === '/notes/delete')
      return ids.forEach((id) => {
        bin.set(id, stored.get(id)!);
        stored.delete(id);
      });
    if (path === '/notes/restore')
      return ids.map((id) => {
        stored.set(id, bin.get(id)!);
        bin.delete(id);
        return stored.get(id);
      });
    if (path === '/notes/copy')
      return ids.map((id) => {
        stored.set(`${id}2`, row(`${id}2`));
        return stored.get(`${id}2`);
      });
    return {};
  });
});

const opened = async () => {
  const notes = useNotesStore();
  await notes.load();
  return notes;
};
const here = (notes: { rows: NoteRow[] }) => notes.rows.map(({ id }) => id).sort();
const order = (notes: { pinned: NoteRow[] }) => notes.pinned.map(({ id }) => id);
const same = (notes: { rows: NoteRow[] }) =>
  expect(notes.rows.map(({ version: _v, ...one }) => one).sort((x, y) => (x.id < y.id ? -1 : 1))).toEqual(
    [...stored.values()].map(({ version: _v, ...one }) => one).sort((x, y) => (x.id < y.id ? -1 : 1)),
  );

describe('many notes at once', () => {
  it('are deleted and back with what undoes it', async () => {
    const notes = await opened();
    const undo = await notes.remove(['a', 'd']);
    expect(here(notes)).toEqual(['b', 'c']);
    await undo();
    expect(here(notes)).toEqual(['a', 'b', 'c', 'd']);
    expect(order(notes)).toEqual(['a', 'b', 'c']);
    same(notes);
  });

  it('stand where they stood when a move is undone, each on its own shelf', async () => {
    stored.set('b', row('b', { shelfId: 's' }));
    const notes = await opened();
    const undo = await notes.move(['a', 'b'].map((id) => ({ id, shelfId: id === 'a' ? 's' : null })));
    expect([notes.byId.get('a')!.shelfId, notes.byId.get('b')!.shelfId]).toEqual(['s', null]);
    await undo();
    expect([notes.byId.get('a')!.shelfId, notes.byId.get('b')!.shelfId]).toEqual([null, 's']);
    same(notes);
  });

  it('have their pins in the old order when unpinning is undone', async () => {
    const notes = await opened();
    const undo = await notes.pin(['a', 'b'], false);
    expect(order(notes)).toEqual(['c']);
    await undo();
    expect(order(notes)).toEqual(['a', 'b', 'c']);
    same(notes);
  });

  it('pinned along with some that were pinned before: undoing takes only the new pins', async () => {
    const notes = await opened();
    const undo = await notes.pin(['a', 'd'], true);
    expect(order(notes)).toEqual(['a', 'b', 'c', 'd']);
    await undo();
    expect(order(notes)).toEqual(['a', 'b', 'c']);
    same(notes);
  });

  it('have the last order of their pins, however late the server answers the one before', async () => {
    const notes = await opened();
    await Promise.all([notes.orderPins(['c', 'b', 'a']), notes.orderPins(['b', 'c', 'a'])]);
    expect(order(notes)).toEqual(['b', 'c', 'a']);
    same(notes);
  });

  it('copied are gone again when that is undone', async () => {
    const notes = await opened();
    const { rows, undo } = await notes.copy(['a']);
    expect(rows.map(({ id }) => id)).toEqual(['a2']);
    await undo();
    expect(here(notes)).toEqual(['a', 'b', 'c', 'd']);
  });
});

describe('the notes', () => {
  it('are in the index as they are in the list: taken, changed and dropped alike', async () => {
    const notes = await opened();
    expect(world.posted.at(-1)).toMatchObject({ type: 'load', notes: expect.arrayContaining([expect.anything()]) });
    await notes.move([{ id: 'a', shelfId: 's' }]);
    expect(world.posted.at(-1)).toMatchObject({ type: 'put', note: { id: 'a', shelf: 'Shelf' } });
    await notes.remove(['a']);
    expect(world.posted.at(-1)).toEqual({ type: 'drop', id: 'a' });
  });

  it('count a use at once, for the person and the words, although the server is told later', async () => {
    const notes = await opened();
    notes.used('d', { person: 'ada@x.example', words: ['tuning', 'price'] });
    notes.used('d', { person: '', words: ['price'] });
    expect(notes.byId.get('d')).toMatchObject({
      used: 2,
      usedFor: { people: { 'ada@x.example': 1 }, words: { tuning: 1, price: 2 } },
    });
    expect(world.posted.at(-1)).toMatchObject({ type: 'put', note: { id: 'd', used: 2 } });
    notes.used('gone', { person: '', words: [] });
  });

  it('say why they could not be fetched, and are fetched when tried again', async () => {
    const fetched = stored;
    stored = null as never;
    const notes = await opened();
    expect(notes.state).toBe('failed');
    expect(notes.problem).not.toBe('');
    stored = fetched;
    await notes.load(true);
    expect(notes.state).toBe('ready');
    expect(notes.rows).toHaveLength(4);
  });
});

describe('a large library on its way', () => {
  const many = Array.from({ length: 2_500 }, (_, i) => row(`n${String(i).padStart(4, '0')}`));
  /** Answers in pages, and lets the test act before each. */
  function serve(before: (page: number) => unknown) {
    let page = 0;
    return openInterface(async (path, { query = {} } = {} as never) => {
      const { within, after = '' } = query as { within?: string; after?: string };
      if (path === '/shelves') return [];
      if (path === '/notes/delete') return {};
      if (path !== '/notes') return {};
      if (within === 'reach') return many.slice(-3);
      await before(page++);
      return many.filter(({ id }) => id > after).slice(0, 1_000);
    });
  }

  it('can be used when what is within reach is there, and is whole in the end', async () => {
    let atFirstPage: unknown;
    serve((page) => {
      const notes = useNotesStore();
      if (!page) atFirstPage = [notes.state, notes.complete, notes.rows.length];
    });
    const notes = useNotesStore();
    await notes.load();
    expect(atFirstPage).toEqual(['ready', false, 3]);
    expect(notes.complete).toBe(true);
    expect(notes.rows.map(({ id }) => id)).toEqual(many.map(({ id }) => id));
  });

  it('does not undo what is done meanwhile', async () => {
    serve(async (page) => {
      const notes = useNotesStore();
      if (page === 1) await notes.remove(['n0000']);
      if (page === 1) notes.used('n2499', { person: '', words: [] });
    });
    const notes = useNotesStore();
    await notes.load();
    expect(notes.byId.has('n0000')).toBe(false);
    expect(notes.byId.get('n2499')!.used).toBe(1);
    expect(notes.rows).toHaveLength(2_499);
  });

  it('stays whole while it is fetched anew after that failed', async () => {
    let fails = false;
    let during = 0;
    serve(() => {
      during = useNotesStore().rows.length;
      if (fails) throw new Error('gone');
    });
    const notes = useNotesStore();
    await notes.load();
    fails = true;
    await notes.load(true);
    expect([notes.state, notes.complete, notes.rows.length]).toEqual(['failed', true, 2_500]);
    fails = false;
    await notes.load(true);
    expect([notes.state, during, notes.rows.length]).toEqual(['ready', 2_500, 2_500]);
  });
});

describe('a note that is put back to what it said', () => {
  /** A server with one note. */
  let note: Note;
  const elsewhere = (part: Partial<Note>) => (note = { ...note, ...part, version: note.version + 1 });
  beforeEach(() => {
    note = { ...row('n'), ...emptyNote('First') };
    openInterface((path, { method, body }) => {
      if (path === '/notes') return [note];
      if (method !== 'PUT') return note;
      const { version, ...input } = body as unknown as Note;
      if (version !== note.version) throw staleWith(note);
      return elsewhere(input);
    });
  });
  async function changed() {
    const notes = useNotesStore();
    const change = async (name: string) => {
      const { version, ...former } = await notes.read('n', true);
      return notes.backTo(former, await notes.change('n', version, { ...former, name }));
    };
    return [await change('Second'), await change('Third')] as const;
  }

  it('goes back over several changes, the last one first', async () => {
    const [first, second] = await changed();
    await second();
    expect(note.name).toBe('Second');
    await first();
    expect(note.name).toBe('First');
  });

  it('does so after it was in the bin meanwhile, which gives it another version', async () => {
    const [, second] = await changed();
    elsewhere({});
    await second();
    expect(note.name).toBe('Second');
  });

  it('is left as it is where it says something else by then', async () => {
    const [, second] = await changed();
    elsewhere({ description: 'Written at another place' });
    await expect(second()).rejects.toThrow();
    expect(note).toMatchObject({ name: 'Third', description: 'Written at another place' });
  });
});

describe('what was changed in another window', () => {
  /** What the server has, and what happens here while it is asked for the marks. */
  let there: Map<string, NoteRow>;
  let meanwhile: () => unknown;
  beforeEach(() => {
    there = new Map(['a', 'b', 'c'].map((id, i) => [id, row(id, { pinned: true, pinOrder: i + 1 })]));
    meanwhile = () => {};
    world = openInterface(async (path, { method, body, query = {} as { ids?: string } }) => {
      if (path === '/shelves') return [];
      if (path === '/notes/marks') {
        const marks = [...there.values()].map(({ id, version, used, pinOrder }) => ({ id, version, used, pinOrder }));
        await meanwhile();
        return { digest: JSON.stringify(marks), marks };
      }
      if (path === '/notes' && method === 'POST') return { ...row('made'), ...(body as object) };
      const ids = (query as { ids?: string }).ids?.split(',');
      return [...there.values()].filter(({ id }) => !ids || ids.includes(id));
    });
  });
  const elsewhere = (id: string, part: Partial<NoteRow>) =>
    there.set(id, { ...(there.get(id) ?? row(id)), ...part, version: (there.get(id)?.version ?? 0) + 1 });

  it('is read, what is new comes and what was deleted goes; the rest is not asked for again', async () => {
    const notes = await opened();
    elsewhere('a', { name: 'Another name', cue: 'aa' });
    elsewhere('d', {});
    there.delete('b');
    world.asked.length = 0;
    await notes.catchUp();
    expect(here(notes)).toEqual(['a', 'c', 'd']);
    expect(notes.byId.get('a')).toMatchObject({ name: 'Another name' });
    expect(notes.cues().at('aa')).toMatchObject({ id: 'a' });
    expect(world.asked.map(({ path }) => path).sort()).toEqual(['/notes', '/notes/marks', '/shelves']);
  });

  it('does not take away what was kept here while it was asked for, nor bring back what was deleted', async () => {
    const notes = await opened();
    meanwhile = async () => {
      await notes.keep(emptyNote('made'));
      await notes.remove(['c']);
    };
    await notes.catchUp();
    expect(here(notes)).toEqual(['a', 'b', 'made']);
  });

  it('does not set back a use, or an order of the pinned notes, that the server does not know yet', async () => {
    const notes = await opened();
    meanwhile = () => {
      notes.used('b', { person: '', words: [] });
      void notes.orderPins(['c', 'b', 'a']);
    };
    await notes.catchUp();
    expect(notes.byId.get('b')!.used).toBe(1);
    expect(order(notes)).toEqual(['c', 'b', 'a']);
  });

  it('is not looked for before the library is here, and waits for one that is on its way', async () => {
    const notes = useNotesStore();
    await notes.catchUp();
    expect(world.asked).toEqual([]);
    const loading = notes.load();
    elsewhere('d', {});
    await Promise.all([notes.catchUp(), loading]);
    expect(here(notes)).toEqual(['a', 'b', 'c', 'd']);
  });
});

describe('the search', () => {
  it('says so when it could not look, and looks again with all that is known by then', async () => {
    const notes = await opened();
    notes.knowWordings([{ id: 'w', text: 'Yours ever' }]);
    const failing = notes.search('a');
    world.failWorker();
    expect(await failing).toEqual([]);
    expect(notes.searchFailed).toBe(true);
    world.posted.length = 0;
    await notes.remove(['d']);
    const found = notes.search('a');
    expect(world.posted).toMatchObject([
      { type: 'load', notes: [{ id: 'a' }, { id: 'b' }, { id: 'c' }] },
      { type: 'wordings', wordings: [{ id: 'w' }] },
      { type: 'drop', id: 'd' },
      { type: 'search' },
    ]);
    world.answerWorker({ number: (world.posted[3] as { number?: number }).number, hits: [{ id: 'a', terms: [] }] });
    expect((await found).map(({ row }) => row.id)).toEqual(['a']);
    expect(notes.searchFailed).toBe(false);
  });
});
