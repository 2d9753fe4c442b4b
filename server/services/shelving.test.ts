import { beforeAll, describe, expect, it } from 'vitest';
import { emptyNote, type NoteInput } from '#shared/schemas/note';
import { docFromText, type DocJson } from '#core/note/schema';
import { newAccount, openTestApplication } from '../../tests/application';
import type { Application } from './application';
import { pictureType } from '../mail/picture';
import { keepFile, readFile, safeFileName, storeFile } from './files';
import {
  changeNote,
  copyNotes,
  deleteNotes,
  keepNote,
  moveNotes,
  noteUnused,
  noteUsed,
  orderPins,
  pinNotes,
  readBin,
  readConstantBlanks,
  readHistory,
  readNote,
  readNoteMarks,
  readNotes,
  readSomeNotes,
  restoreNotes,
} from './notes';
import { rememberFills } from './answers';
import { changeShelf, makeShelf, readShelves, removeShelf, restoreShelf } from './shelves';
import { tidyUp } from './tidy';

let app: Application;
beforeAll(async () => {
  app = await openTestApplication();
});

const input = (name: string, part: Partial<NoteInput> = {}): NoteInput => ({
  ...emptyNote(name),
  body: docFromText('Words.'),
  ...part,
});
const shelf = (name: string, parentId: string | null = null, position: number | null = null) => ({
  name,
  description: '',
  parentId,
  position,
});
const PNG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);

describe('a shelf taken away long ago', () => {
  it('goes when nothing stands on it; what does keeps its place on the shelf around', async () => {
    const { id: owner } = await newAccount(app);
    const shelf = (name: string, parentId: string | null = null) =>
      makeShelf(app, owner, { name, description: '', parentId, position: null });
    const outer = await shelf('Outer');
    const inner = await shelf('Inner', outer.id);
    const empty = await shelf('Empty');
    const note = await keepNote(app, owner, { ...emptyNote('Stands'), shelfId: inner.id });
    for (const { id } of [inner, empty]) await removeShelf(app, owner, id);
    await tidyUp({ ...app, now: () => Date.now() + 40 * 86_400_000 });
    expect((await readNote(app, owner, note.id)).shelfId).toBe(outer.id);
    expect((await app.db('shelves').where({ owner }).select('id')).map(({ id }) => id)).not.toContain(empty.id);
  });
});

describe('two shelves', () => {
  it('of one name do not stand side by side, but may stand in different ones', async () => {
    const { id: owner } = await newAccount(app);
    const shelf = (name: string, parentId: string | null = null) =>
      makeShelf(app, owner, { name, description: '', parentId, position: null });
    const care = await shelf('Care');
    const money = await shelf('Money');
    await expect(shelf('care')).rejects.toMatchObject({
      status: 422,
      data: { fields: { name: { code: 'error.shelfTwin' } } },
    });
    const inner = await shelf('Care', money.id);
    const change = (part: object) => changeShelf(app, owner, inner.id, { ...inner, position: null, ...part });
    await expect(change({ parentId: null })).rejects.toMatchObject({ status: 422 });
    await expect(changeShelf(app, owner, money.id, { ...money, name: 'CARE' })).rejects.toMatchObject({ status: 422 });
    expect(await changeShelf(app, owner, care.id, { ...care, name: 'Care', description: 'x' })).toMatchObject({
      name: 'Care',
    });
  });
});

describe('shelves', () => {
  it('stand inside one another, in an order of their own', async () => {
    const { id: owner } = await newAccount(app);
    const money = await makeShelf(app, owner, shelf('Money'));
    const care = await makeShelf(app, owner, shelf('Care'));
    const winter = await makeShelf(app, owner, shelf('Winter', care.id));
    expect((await readShelves(app, owner)).map(({ name }) => name)).toEqual(['Money', 'Winter', 'Care']);
    await changeShelf(app, owner, care.id, { ...shelf('Care', null, 0), version: care.version });
    const now = await readShelves(app, owner);
    expect(now.filter(({ parentId }) => !parentId).map(({ name }) => name)).toEqual(['Care', 'Money']);
    await expect(
      changeShelf(app, owner, care.id, { ...shelf('Care', winter.id), version: care.version + 1 }),
    ).rejects.toThrow('error.shelfInItself');
    await expect(changeShelf(app, owner, money.id, { ...shelf('x'), version: 9 })).rejects.toMatchObject({
      status: 409,
    });
    let deepest = winter.id;
    for (let i = 0; i < 6; i++) deepest = (await makeShelf(app, owner, shelf(`${i}`, deepest))).id;
    await expect(makeShelf(app, owner, shelf('too deep', deepest))).rejects.toThrow('error.shelvesDeep');
  });

  it('taken away leave what stood on them on the shelf around, and have it back when they return', async () => {
    const { id: owner } = await newAccount(app);
    const care = await makeShelf(app, owner, shelf('Care'));
    const winter = await makeShelf(app, owner, shelf('Winter', care.id));
    const inner = await makeShelf(app, owner, shelf('January', winter.id));
    const note = await keepNote(app, owner, input('Humidity', { shelfId: winter.id }));
    await removeShelf(app, owner, winter.id);
    expect(await readNote(app, owner, note.id)).toMatchObject({ shelfId: care.id });
    expect((await readShelves(app, owner)).find(({ id }) => id === inner.id)!.parentId).toBe(care.id);
    await expect(keepNote(app, owner, input('x', { shelfId: winter.id }))).rejects.toMatchObject({ status: 404 });
    await restoreShelf(app, owner, winter.id);
    expect((await readNotes(app, owner))[0]).toMatchObject({ shelfId: winter.id });
  });
});

describe('many notes at once', () => {
  it('that are copied again, or copies of copies, can be told apart by name', async () => {
    const { id: owner } = await newAccount(app);
    const note = await keepNote(app, owner, { ...emptyNote(), name: 'Prices' });
    const copied = async (id: string) => (await copyNotes(app, owner, { ids: [id] }))[0]!;
    const first = await copied(note.id);
    expect(first.name).toBe('Prices (copy)');
    expect((await copied(note.id)).name).toBe('Prices (copy 2)');
    expect((await copied(first.id)).name).toBe('Prices (copy 3)');
  });

  it('are moved, copied, pinned in an order, deleted together and brought back whole', async () => {
    const { id: owner } = await newAccount(app);
    const { id: shelfId } = await makeShelf(app, owner, shelf('Care'));
    const notes = [];
    for (const name of ['a', 'b', 'c']) notes.push(await keepNote(app, owner, input(name, { cue: `cue-${name}` })));
    const ids = notes.map(({ id }) => id);
    await moveNotes(
      app,
      owner,
      ids.map((id) => ({ id, shelfId })),
    );
    expect((await readNotes(app, owner)).map((row) => row.shelfId)).toEqual([shelfId, shelfId, shelfId]);
    await moveNotes(app, owner, [
      { id: ids[0]!, shelfId: null },
      { id: ids[1]!, shelfId },
    ]);
    expect((await readNote(app, owner, ids[0]!)).shelfId).toBeNull();
    const copies = await copyNotes(app, owner, { ids: [ids[0]!, ids[1]!] });
    expect(copies.map(({ name, cue }) => [name, cue]).sort()).toEqual([
      ['a (copy)', ''],
      ['b (copy)', ''],
    ]);
    await pinNotes(app, owner, { ids: [ids[2]!, ids[0]!], pinned: true });
    const order = async () =>
      (await readNotes(app, owner))
        .filter(({ pinned }) => pinned)
        .sort((x, y) => x.pinOrder - y.pinOrder)
        .map(({ name }) => name);
    expect(await order()).toEqual(['c', 'a']);
    await orderPins(app, owner, [ids[0]!, ids[2]!]);
    expect(await order()).toEqual(['a', 'c']);
    const before = (await readNotes(app, owner)).map(({ version: _, ...row }) => row);
    await deleteNotes(app, owner, ids);
    expect(await readNotes(app, owner)).toHaveLength(2);
    expect((await readBin(app, owner)).map(({ name }) => name).sort()).toEqual(['a', 'b', 'c']);
    await restoreNotes(app, owner, ids);
    expect((await readNotes(app, owner)).map(({ version: _, ...row }) => row)).toEqual(before);
  });

  it('leave the bin for good after 30 days, and with them files that nothing names any more', async () => {
    const { id: owner } = await newAccount(app);
    const picture = await storeFile(app, owner, { name: 'a.png', type: 'image/png', content: PNG });
    const paper = await storeFile(app, owner, { name: 'a.txt', type: 'text/plain', content: Buffer.from('paper') });
    const content: DocJson = {
      type: 'doc',
      content: [{ type: 'paragraph', content: [{ type: 'picture', attrs: { file: picture.file } }] }],
    };
    const gone = await keepNote(app, owner, input('gone', { body: content }));
    const kept = await keepNote(app, owner, input('kept', { attachments: [paper] }));
    expect(gone).toMatchObject({ files: 1 });
    await deleteNotes(app, owner, [gone.id]);
    const later = (days: number) => ({ ...app, now: () => Date.now() + days * 86_400_000 });
    await tidyUp(later(29));
    expect(await readBin(app, owner)).toHaveLength(1);
    await readFile(app, owner, picture.file);
    await tidyUp(later(31));
    expect(await readBin(app, owner)).toHaveLength(0);
    await expect(readFile(app, owner, picture.file)).rejects.toMatchObject({ status: 404 });
    expect((await readFile(app, owner, paper.file)).content.toString()).toBe('paper');
    expect((await readNote(app, owner, kept.id)).attachments).toEqual([paper]);
  });

  it('are none of a stranger', async () => {
    const { id: owner } = await newAccount(app);
    const { id: stranger } = await newAccount(app);
    const note = await keepNote(app, owner, input('mine'));
    const { id: shelfId } = await makeShelf(app, stranger, shelf('theirs'));
    for (const act of [
      () => moveNotes(app, stranger, [{ id: note.id, shelfId }]),
      () => copyNotes(app, stranger, { ids: [note.id] }),
      () => pinNotes(app, stranger, { ids: [note.id], pinned: true }),
      () => deleteNotes(app, stranger, [note.id]),
      () => readHistory(app, stranger, note.id),
      () => moveNotes(app, owner, [{ id: note.id, shelfId }]),
    ])
      await expect(act()).rejects.toMatchObject({ status: 404 });
    expect(await readNote(app, owner, note.id)).toMatchObject({ version: 1, shelfId: null });
  });
});

describe('what a note was', () => {
  it('is kept at every change of its wording, and not when it is only pinned', async () => {
    const { id: owner } = await newAccount(app);
    const note = await keepNote(app, owner, input('First', { body: docFromText('one') }));
    await changeNote(app, owner, note.id, { ...input('Second', { body: docFromText('two') }), version: 1 });
    await changeNote(app, owner, note.id, {
      ...input('Second', { body: docFromText('two'), pinned: true }),
      version: 2,
    });
    await changeNote(app, owner, note.id, {
      ...input('Second', { body: docFromText('three'), pinned: true }),
      version: 3,
    });
    const history = await readHistory(app, owner, note.id);
    expect(history.map(({ version, name, body }) => [version, name, body])).toEqual([
      [3, 'Second', docFromText('two')],
      [1, 'First', docFromText('one')],
    ]);
  });

  it('says what it was used for, most used first', async () => {
    const { id: owner } = await newAccount(app);
    const note = await keepNote(app, owner, input('Tuning'));
    for (let i = 0; i < 2; i++)
      await noteUsed(app, owner, note.id, { person: 'Ada@X.example', words: ['tuning', 'december'] });
    await noteUsed(app, owner, note.id, { person: 'bo@x.example', words: ['tuning'] });
    expect((await readNotes(app, owner))[0]).toMatchObject({
      used: 3,
      usedFor: { people: { 'ada@x.example': 2, 'bo@x.example': 1 }, words: { tuning: 3, december: 2 } },
    });
  });

  it('is not used when putting it in was undone', async () => {
    const { id: owner } = await newAccount(app);
    const note = await keepNote(app, owner, input('Tuning'));
    const use = { person: 'ada@x.example', words: ['tuning'] };
    const state = async () => {
      const { used, usedFor } = await readNote(app, owner, note.id);
      return [used, usedFor, (await app.db('note_log').where({ owner })).length];
    };
    await noteUsed(app, owner, note.id, use);
    const once = await state();
    await noteUsed(app, owner, note.id, { ...use, words: ['tuning', 'december'] });
    await noteUnused(app, owner, note.id, { ...use, words: ['tuning', 'december'] });
    expect(await state()).toEqual(once);
    await noteUnused(app, owner, note.id, use);
    expect(await state()).toEqual([0, { people: {}, words: {} }, 0]);
    await noteUnused(app, owner, note.id, use);
    expect(await state()).toEqual([0, { people: {}, words: {} }, 0]);
    const stranger = await newAccount(app);
    await expect(noteUnused(app, stranger.id, note.id, use)).rejects.toMatchObject({ status: 404 });
  });

  it('points out a blank that is always filled alike, and only that', async () => {
    const { id: owner } = await newAccount(app);
    const blank = (label: string) => ({ type: 'blank', attrs: { label, kind: 'text', options: {} } });
    const body = { type: 'doc', content: [{ type: 'paragraph', content: [blank('town'), blank('day')] }] };
    const { id } = await keepNote(app, owner, input('x', { body }));
    const sent = (town: string, day: string) =>
      rememberFills(
        app.db,
        owner,
        {
          to: [{ name: '', address: 'a@x.example' }],
          fills: {
            i: {
              note: id,
              blanks: [
                { label: 'town', kind: 'text', options: {} },
                { label: 'day', kind: 'text', options: {} },
              ],
              answers: { town, day },
              passages: {},
            },
          },
        },
        Date.now(),
      );
    for (const day of ['Monday', 'Tuesday', 'Friday']) await sent('Tern Bay', day);
    expect(await readConstantBlanks(app, owner, id)).toEqual([]);
    await sent('Tern Bay', 'Monday');
    expect(await readConstantBlanks(app, owner, id)).toEqual([{ key: 'town', answer: 'Tern Bay', uses: 4 }]);
    await sent('Port Lune', 'Monday');
    expect(await readConstantBlanks(app, owner, id)).toEqual([]);
  });
});

describe('cues', () => {
  it('belong to one note, whatever their case, and are free again when it is in the bin', async () => {
    const { id: owner } = await newAccount(app);
    const first = await keepNote(app, owner, input('first', { cue: 'hum' }));
    await expect(keepNote(app, owner, input('second', { cue: 'HUM' }))).rejects.toMatchObject({
      status: 422,
      phrase: { code: 'error.cueOf', params: { other: 'first' } },
    });
    await changeNote(app, owner, first.id, { ...input('first', { cue: 'hum' }), version: 1 });
    await deleteNotes(app, owner, [first.id]);
    await keepNote(app, owner, input('second', { cue: 'hum' }));
    await restoreNotes(app, owner, [first.id]);
    expect(await readNote(app, owner, first.id)).toMatchObject({ cue: '' });
  });
});

describe('files', () => {
  it('are kept once by their content, told by their bytes, and within the limits of the settings', async () => {
    const { id: owner } = await newAccount(app);
    const one = await keepFile(app, owner, 'picture', { name: 'a.png', type: 'text/html', content: PNG });
    const two = await keepFile(app, owner, 'attachment', { name: '../b.png', type: 'image/png', content: PNG });
    expect(one).toMatchObject({ file: two.file, type: 'image/png' });
    expect(two.name).toBe('b.png');
    expect(await app.db('files').where({ owner })).toHaveLength(1);
    await expect(
      keepFile(app, owner, 'picture', {
        name: 'big.png',
        type: '',
        content: Buffer.concat([PNG, Buffer.alloc(1_100_000)]),
      }),
    ).rejects.toMatchObject({
      status: 413,
      phrase: { code: 'file.largePicture', params: { size: '1.1 MB', limit: '1 MB' } },
    });
    await expect(
      keepFile(app, owner, 'picture', { name: 'a.svg', type: 'image/svg+xml', content: Buffer.from('<svg/>') }),
    ).rejects.toThrow('file.noPicture');
    await expect(readFile(app, (await newAccount(app)).id, one.file)).rejects.toMatchObject({ status: 404 });
    expect(pictureType(Buffer.from('<svg onload=alert(1)>'))).toBeNull();
  });

  it('lose paths and signs of a system from their names', () => {
    expect(
      ['../../etc/passwd', 'C:\\x\\y.txt', '.hidden', 'a\r\nb<script>.pdf', '調律.pdf', '\u202egpj.exe', ''].map(
        safeFileName,
      ),
    ).toEqual(['passwd', 'y.txt', 'hidden', 'a__b_script_.pdf', '調律.pdf', '_gpj.exe', 'file']);
  });

  it('named by a note must be there', async () => {
    const { id: owner } = await newAccount(app);
    const missing = { file: '0'.repeat(64), name: 'lost.pdf', type: 'application/pdf', size: 1 };
    await expect(keepNote(app, owner, input('x', { attachments: [missing] }))).rejects.toMatchObject({
      phrase: { code: 'file.gone', params: { name: 'lost.pdf' } },
    });
  });
});

describe('the marks of the library', () => {
  it('are told only where something is no longer as it was known', async () => {
    const { id: owner } = await newAccount(app);
    const [one, two] = [
      await keepNote(app, owner, input('One', { pinned: true })),
      await keepNote(app, owner, input('Two')),
    ];
    let { digest, marks } = await readNoteMarks(app, owner, '');
    expect(marks!.map(({ id }) => id).sort()).toEqual([one.id, two.id].sort());
    const isTold = async (change: () => Promise<unknown>) => {
      expect(await readNoteMarks(app, owner, digest)).toEqual({ digest, marks: null });
      await change();
      ({ digest, marks } = await readNoteMarks(app, owner, digest));
      return marks !== null;
    };
    const changes = [
      () => changeNote(app, owner, one.id, { ...input('One more', { pinned: true }), version: one.version }),
      () => noteUsed(app, owner, two.id, { person: '', words: [] }),
      () => pinNotes(app, owner, { ids: [two.id], pinned: true }),
      () => orderPins(app, owner, [two.id, one.id]),
      () => deleteNotes(app, owner, [one.id]),
      () => restoreNotes(app, owner, [one.id]),
      () => keepNote(app, owner, input('Three')),
    ];
    for (const [i, change] of changes.entries()) expect([i, await isTold(change)]).toEqual([i, true]);
    expect(await readSomeNotes(app, owner, { within: 'ids', ids: `${one.id},nobody` })).toMatchObject([
      { name: 'One more' },
    ]);
    const { id: stranger } = await newAccount(app);
    expect((await readNoteMarks(app, stranger, digest)).marks).toEqual([]);
  });
});
