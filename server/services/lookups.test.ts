import type { ValidationError } from 'yup';
import { firstProblem } from '#shared/schemas/problems';
import { describe, expect, it } from 'vitest';
import { lookupSchema, type LookupInput } from '#shared/schemas/lookup';
import { emptyNote } from '#shared/schemas/note';
import { newAccount, openTestApplication } from '../../tests/application';
import { docFromText } from '#core/note/schema';
import { rememberFills, readAnswersGiven } from './answers';
import {
  carryKey,
  changeLookup,
  deleteLookup,
  keepLookup,
  readLookup,
  readLookups,
  readUses,
  restoreLookup,
} from './lookups';
import { keepNote, readNote } from './notes';
import { changePerson, meetByAddress } from './people';
import { said } from '../../tests/words';

const app = await openTestApplication();

const TOWNS: LookupInput = {
  name: 'Towns',
  columns: [
    { id: 'k', name: 'Town', type: 'text' },
    { id: 'f', name: 'Fee', type: 'money' },
  ],
  keyColumn: 'k',
  rows: [{ k: 'Netherby', f: '15' }, { k: 'Færøgåde', f: '25' }, { k: '棚部' }],
};

describe('lookups', () => {
  it('are kept, changed, deleted and brought back, with their rows in order', async () => {
    const { id: owner } = await newAccount(app);
    const kept = await keepLookup(app, owner, TOWNS);
    expect(await readLookup(app, owner, kept.id)).toMatchObject({ ...TOWNS, version: 1, rowCount: 3 });
    const changed = await changeLookup(app, owner, kept.id, { ...TOWNS, name: 'Places', version: 1 });
    expect(changed).toMatchObject({ name: 'Places', version: 2 });
    await deleteLookup(app, owner, kept.id);
    expect(await readLookups(app, owner)).toEqual([]);
    await expect(readLookup(app, owner, kept.id)).rejects.toMatchObject({ status: 404 });
    expect((await restoreLookup(app, owner, kept.id)).rows).toEqual(TOWNS.rows);
  });

  it('are not overwritten by a window that has an older one', async () => {
    const { id: owner } = await newAccount(app);
    const { id } = await keepLookup(app, owner, TOWNS);
    await changeLookup(app, owner, id, { ...TOWNS, name: 'First', version: 1 });
    await expect(changeLookup(app, owner, id, { ...TOWNS, name: 'Second', version: 1 })).rejects.toMatchObject({
      status: 409,
      data: { current: { name: 'First' } },
    });
  });

  it('hold ten thousand rows', async () => {
    const { id: owner } = await newAccount(app);
    const rows = Array.from({ length: 10_000 }, (_, i) => ({ k: `Town ${i}`, f: String(i) }));
    const { id } = await keepLookup(app, owner, { ...TOWNS, rows });
    expect((await readLookup(app, owner, id)).rows).toEqual(rows);
  });

  it.each([
    [{ ...TOWNS, rows: [{ k: 'A' }, { k: ' a' }] }, 'The Town “A” is in rows 1, 2. Each can be there once.'],
    [{ ...TOWNS, rows: [{ k: 'A' }, { f: '1' }] }, 'There is no Town in row 2. Every row needs one.'],
    [{ ...TOWNS, keyColumn: 'x' }, 'Choose the column that names the rows.'],
    [{ ...TOWNS, name: ' ' }, 'A lookup needs a name.'],
    [{ ...TOWNS, columns: [] }, 'A lookup needs a column.'],
    [
      { ...TOWNS, columns: [TOWNS.columns[0], { ...TOWNS.columns[1], name: 'town' }] },
      'Two columns have the same name.',
    ],
    [{ ...TOWNS, rows: [{ k: 'x'.repeat(5001) }] }, 'A cell can have at most 5,000 characters.'],
  ])('say what is wrong with them', async (input, message) => {
    const error = await lookupSchema.validate(input).catch((error: ValidationError) => error);
    expect(said(firstProblem(error as ValidationError))).toBe(message);
  });

  it('know the notes that draw on them, and carry a changed key through', async () => {
    const { id: owner } = await newAccount(app);
    const { id: lookup } = await keepLookup(app, owner, TOWNS);
    const blank = {
      type: 'blank',
      attrs: { label: 'fee', kind: 'lookup', options: { lookup, column: 'f', row: 'fixed', of: 'Netherby' } },
    };
    const note = await keepNote(app, owner, {
      ...emptyNote('Fee'),
      body: { type: 'doc', content: [{ type: 'paragraph', content: [blank] }] },
    });
    await keepNote(app, owner, { ...emptyNote('Other'), body: docFromText('x') });
    expect(await readUses(app, owner, lookup)).toEqual([
      { noteId: note.id, name: 'Fee', columns: ['f'], keys: ['Netherby'] },
    ]);
    expect(await carryKey(app, owner, lookup, { from: 'netherby', to: 'Nether By' })).toBe(1);
    expect(await readNote(app, owner, note.id)).toMatchObject({ version: 2 });
    expect((await readUses(app, owner, lookup))[0]!.keys).toEqual(['Nether By']);
    expect(await carryKey(app, owner, lookup, { from: 'Nowhere', to: 'x' })).toBe(0);
  });
});

describe('answers given before', () => {
  const draft = (address: string, answers: Record<string, string | string[]>, kind = 'text') => ({
    to: [{ name: '', address }],
    fills: {
      i: { blanks: Object.keys(answers).map((label) => ({ label, kind, options: {} })), answers, passages: {} },
    },
  });

  it('come back for the same blank: this person’s first, the latest first, each once', async () => {
    const { id: owner } = await newAccount(app);
    await rememberFills(app.db, owner, draft('bo@x.example', { day: 'Monday' }), 1);
    await rememberFills(app.db, owner, draft('ada@x.example', { day: 'Tuesday', time: 'noon' }), 2);
    await rememberFills(app.db, owner, draft('cy@x.example', { day: 'Friday' }), 3);
    await rememberFills(app.db, owner, draft('cy@x.example', { day: 'Monday' }), 4);
    expect(await readAnswersGiven(app, owner, { keys: ['day', 'time', 'unknown'], address: 'Ada@x.example' })).toEqual({
      day: ['Tuesday', 'Monday', 'Friday'],
      time: ['noon'],
    });
    expect((await readAnswersGiven(app, owner, { keys: ['day'], address: '' })).day).toEqual([
      'Monday',
      'Friday',
      'Tuesday',
    ]);
    expect(await readAnswersGiven(app, owner, { keys: [], address: '' })).toEqual({});
  });

  it('leave out what belongs to one message only, and are nobody else’s', async () => {
    const { id: owner } = await newAccount(app);
    const { id: stranger } = await newAccount(app);
    await rememberFills(app.db, owner, draft('a@x.example', { ref: 'A-1' }, 'message'), 1);
    await rememberFills(
      app.db,
      owner,
      draft('a@x.example', { rows: ['a', 'b'], long: 'x'.repeat(3000), empty: ' ' }),
      1,
    );
    expect(await readAnswersGiven(app, owner, { keys: ['ref', 'rows', 'long', 'empty'], address: '' })).toEqual({});
    await rememberFills(app.db, owner, draft('a@x.example', { day: 'Monday' }), 1);
    expect(await readAnswersGiven(app, stranger, { keys: ['day'], address: 'a@x.example' })).toEqual({});
  });
});

it('somebody new can be given a fact, and nobody is made twice', async () => {
  const { id: owner } = await newAccount(app);
  const ada = await meetByAddress(app, owner, { name: 'Marsh, Ada', address: 'Ada@client.example' });
  expect(ada).toMatchObject({ firstName: 'Ada', lastName: 'Marsh', fields: [], messages: 0 });
  const known = await changePerson(app, owner, ada.id, { ...ada, fields: [{ name: 'street', value: '7 Gull Steps' }] });
  expect(known.fields).toEqual([{ name: 'street', value: '7 Gull Steps' }]);
  expect(await meetByAddress(app, owner, { name: 'Other', address: 'ada@CLIENT.example' })).toMatchObject({
    id: ada.id,
    fullName: 'Ada Marsh',
  });
});
