import { beforeEach, describe, expect, it } from 'vitest';
import type { Note } from '#shared/types/wire';
import { emptyNote, noteSchema, type NoteInput } from '#shared/schemas/note';
import { docFromText, parseDoc, type DocJson } from '#core/note/schema';
import { toText } from '#core/note/text';
import { openInterface, staleWith } from '../../tests/interface';
import { useAccountStore } from '~/stores/account';
import { useForm } from './useForm';
import { useNoteKeeping } from './useNoteKeeping';

const read = (body: DocJson) => toText(parseDoc(body));
const ROW = { bodyText: '', subjectText: '', pinOrder: 0, blanks: 0, files: 0, used: 0, lastUsed: 0, createdAt: 0 };
const start: Note = {
  ...emptyNote('Prices'),
  ...ROW,
  id: 'n1',
  version: 1,
  updatedAt: 0,
  usedFor: { people: {}, words: {} },
  body: docFromText('Dear Ada,\nThe price is 120.\nI come on Monday.\nKind regards'),
};

/** A server with one note, as any window sees it. */
let stored: Note;
let onPut = () => {};
let isGone = false;
let world: ReturnType<typeof openInterface>;
const elsewhere = (part: Partial<Note>) => (stored = { ...stored, ...part, version: stored.version + 1 });

beforeEach(() => {
  stored = structuredClone(start);
  onPut = () => {};
  isGone = false;
  world = openInterface((path, { method, body }) => {
    if (path === '/notes/restore') {
      if (!isGone) throw new ApiError('This note is not there any more.', 404, { code: 'not-found' });
      isGone = false;
      return [stored];
    }
    if (method !== 'PUT') return stored;
    onPut();
    if (isGone) throw new ApiError('This note is not there any more.', 404, { code: 'not-found' });
    const { version, ...content } = body as unknown as NoteInput & { version: number };
    if (version !== stored.version) throw staleWith(stored);
    return (stored = { ...stored, ...content, version: version + 1 });
  });
  useAccountStore().account = { id: 'me', name: 'Wren', address: 'wren@x.example' } as never;
});

function bench(note: Note | null = structuredClone(stored), brought: NoteInput | null = null) {
  let current = note;
  const form = useForm(noteSchema);
  const keeping = useNoteKeeping(() => current, brought, form);
  const show = ({ body }: { body: DocJson }) => (keeping.content.body = body);
  return {
    ...keeping,
    write(part: Partial<NoteInput>) {
      Object.assign(keeping.content, part);
      keeping.touch();
    },
    keepIt: () => keeping.keep({ ...keeping.content } as NoteInput, show, (kept) => (current = kept)),
    takeItBack: () => keeping.takeBack(show),
    formProblem: () => form.problem.value,
    followIt: (theirs: Note) => keeping.follow(theirs, show),
  };
}

describe('a note on the bench', () => {
  it('is put together with what was changed at another place meanwhile, and says so', async () => {
    const mine = bench();
    elsewhere({
      body: docFromText('Dear Ada,\nThe price is 135.\nI come on Monday.\nKind regards'),
      description: 'Since spring',
    });
    mine.write({
      body: docFromText('Dear Ada,\nThe price is 120.\nI come on Monday.\nWarm regards'),
      name: 'All prices',
    });
    await mine.keepIt();
    expect(read(stored.body)).toBe('Dear Ada,\nThe price is 135.\nI come on Monday.\nWarm regards');
    expect(stored).toMatchObject({ name: 'All prices', description: 'Since spring', version: 3 });
    expect(mine.joined.value).toContain('both changes are in it');
    expect(mine.conflict.value).toBeNull();
    expect(mine.dirty.value).toBe(false);
  });

  it('is put together also after one of its recipients was taken out', async () => {
    elsewhere({ to: ['ada', 'bea'].map((name) => ({ name, address: `${name}@x.example` })) });
    const mine = bench();
    elsewhere({ description: 'Since spring' });
    mine.write({ to: mine.content.to.filter(({ name }) => name === 'bea') });
    await mine.keepIt();
    expect(stored).toMatchObject({ description: 'Since spring', to: [{ name: 'bea' }] });
  });

  it('says that both changes are in it once they are kept, not before', async () => {
    const said: string[] = [];
    const mine = bench();
    onPut = () => void said.push(mine.joined.value);
    elsewhere({ description: 'Since spring' });
    mine.write({ name: 'All prices' });
    await mine.keepIt();
    expect(said).toEqual(['', '']);
    expect(mine.joined.value).toContain('both changes are in it');
  });

  it('is not kept over a change of the same place: both versions are shown, and the next Keep is knowing', async () => {
    const mine = bench();
    elsewhere({ body: docFromText('Dear Ada,\nThe price is 135.\nI come on Monday.\nKind regards') });
    mine.write({ body: docFromText('Dear Ada,\nThe price is 150.\nI come on Monday.\nKind regards') });
    await mine.keepIt();
    expect(read(stored.body)).toContain('135');
    const two = mine.conflict.value!.parts.find((part) => part.kind === 'two')!;
    expect(two).toMatchObject({ kind: 'two' });
    expect(JSON.stringify(two)).toMatch(/150[\s\S]*135|135[\s\S]*150/);
    expect(read(mine.content.body)).toContain('150');
    await mine.keepIt();
    expect(read(stored.body)).toContain('150');
    expect(mine.conflict.value).toBeNull();
  });

  it('keeps what is written while it is being kept, and is not done with it yet', async () => {
    const mine = bench();
    mine.write({ name: 'Prices, all' });
    onPut = () => mine.write({ name: 'Prices, all of them' });
    await mine.keepIt();
    expect(stored.name).toBe('Prices, all');
    expect(mine.content.name).toBe('Prices, all of them');
    expect(mine.dirty.value).toBe(true);
    expect(world.kept.size).toBe(1);
    onPut = () => {};
    await mine.keepIt();
    expect(stored).toMatchObject({ name: 'Prices, all of them', version: 3 });
    expect(mine.dirty.value).toBe(false);
    expect(world.kept.size).toBe(0);
  });

  it('opened again and written on while it is being kept stays written down', async () => {
    const mine = bench();
    mine.write({ name: 'Prices, all' });
    onPut = () => bench().write({ name: 'Prices, all of them' });
    await mine.keepIt();
    expect(stored.name).toBe('Prices, all');
    expect([...world.kept.values()].join()).toContain('Prices, all of them');
    expect(bench().content.name).toBe('Prices, all of them');
  });

  it('names the fields that were written differently on both sides', async () => {
    const mine = bench();
    elsewhere({ name: 'Their name', cue: 'x' });
    mine.write({ name: 'My name', cue: 'x' });
    await mine.keepIt();
    expect(mine.conflict.value!.others).toEqual(['name']);
    expect(stored.name).toBe('Their name');
    expect(mine.content.name).toBe('My name');
  });

  it('survives a closed window, and is as it was when its changes are taken back', () => {
    const before = bench();
    before.write({ body: docFromText('Not kept yet.') });
    const after = bench();
    expect(after.dirty.value).toBe(true);
    expect(read(after.content.body)).toBe('Not kept yet.');
    after.takeItBack();
    expect(read(after.content.body)).toBe(read(start.body));
    expect(bench().dirty.value).toBe(false);
    expect(world.kept.size).toBe(0);
  });

  it('put together after the window was closed, too, from where its writing began', async () => {
    bench().write({ body: docFromText('Dear Ada,\nThe price is 120.\nI come on Monday.\nWarm regards') });
    elsewhere({ body: docFromText('Dear Ada,\nThe price is 135.\nI come on Monday.\nKind regards') });
    const after = bench();
    await after.keepIt();
    expect(read(stored.body)).toBe('Dear Ada,\nThe price is 135.\nI come on Monday.\nWarm regards');
  });

  it('brought along does not come in the way of one begun before', () => {
    bench(null).write({ name: 'Begun' });
    const brought = bench(null, { ...emptyNote('Brought'), body: docFromText('From a message.') });
    expect(brought.content.name).toBe('Brought');
    expect(brought.dirty.value).toBe(true);
    expect(bench(null).content.name).toBe('Begun');
  });

  it('brought along is not lost when the bench is left, however many were brought', () => {
    const kept = Object.assign(world.kept, {});
    bench(null, emptyNote('First'));
    expect([...kept.keys()].filter((key) => key.includes('brought:'))).toHaveLength(1);
    const places = [...kept.keys()].map((key) => key.split('brought:')[1]!);
    const again = useNoteKeeping(() => null, { ...emptyNote('First'), name: 'First' }, useForm(noteSchema), places[0]);
    again.content.name = 'First, gone on with';
    again.touch();
    expect([...kept.keys()]).toHaveLength(1);
    expect([...kept.values()][0]).toContain('gone on with');
  });

  it('never writes another note than the one it was opened with', async () => {
    const other: Note = { ...structuredClone(start), id: 'n2', name: 'Other' };
    let shown: Note = structuredClone(start);
    const keeping = useNoteKeeping(() => shown, null, useForm(noteSchema));
    shown = other;
    const before = world.asked.length;
    await expect(
      keeping.keep(
        { ...keeping.content } as NoteInput,
        () => {},
        () => {},
      ),
    ).rejects.toThrow('another note');
    expect(world.asked.length).toBe(before);
  });

  it('is opened although its journal is of another form or cannot be read', () => {
    world.kept.set('jar-note:me:note:n1', '{"content":{"name":"Old form"},"version":1}');
    expect(bench().content).toMatchObject({ name: 'Old form', body: start.body });
    world.kept.set('jar-note:me:note:n1', '{cut off');
    expect(bench().content.name).toBe('Prices');
  });
});

describe('a note that another window changes', () => {
  it('is shown as it is by then where nothing was written here, and kept from there', async () => {
    const mine = bench();
    expect(mine.followIt(elsewhere({ name: 'All prices' }))).toBe(true);
    expect([mine.content.name, mine.dirty.value]).toEqual(['All prices', false]);
    mine.write({ description: 'Since spring' });
    await mine.keepIt();
    expect(stored).toMatchObject({ name: 'All prices', description: 'Since spring', version: 3 });
    expect(mine.joined.value).toBe('');
  });

  it('is left as it stands where something was written here, or the note is another one', () => {
    const mine = bench();
    expect(mine.followIt({ ...elsewhere({ name: 'Other' }), id: 'n2' })).toBe(false);
    mine.write({ description: 'Mine' });
    expect(mine.followIt(elsewhere({ name: 'All prices' }))).toBe(false);
    expect(mine.content).toMatchObject({ name: 'Prices', description: 'Mine' });
  });

  it('leaves written down what that window has written on since', () => {
    const mine = bench();
    const other = bench();
    other.write({ description: 'Being written' });
    mine.followIt(elsewhere({ name: 'All prices' }));
    expect(bench().content.description).toBe('Being written');
  });

  it('is back with what was written here, where it was deleted', async () => {
    const mine = bench();
    mine.write({ description: 'Mine' });
    isGone = true;
    elsewhere({});
    await mine.keepIt();
    expect([isGone, stored.description]).toEqual([false, 'Mine']);
    expect(mine.joined.value).toContain('it is back, with your changes');
  });

  it('says what is missing where it is not the note', async () => {
    const mine = bench();
    mine.write({ description: 'Mine' });
    onPut = () => {
      throw new ApiError('This shelf is not there any more.', 404, { code: 'not-found' });
    };
    await mine.keepIt();
    expect([mine.formProblem(), mine.joined.value, mine.dirty.value]).toEqual([
      'This shelf is not there any more.',
      '',
      true,
    ]);
  });
});
