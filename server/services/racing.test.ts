import { beforeAll, describe, expect, it } from 'vitest';
import { draftSchema } from '#shared/schemas/draft';
import { lookupSchema } from '#shared/schemas/lookup';
import { emptyNote, noteSchema } from '#shared/schemas/note';
import { personSchema } from '#shared/schemas/person';
import { routineSchema } from '#shared/schemas/routine';
import { settingsSchema } from '#shared/schemas/settings';
import { shelfSchema } from '#shared/schemas/shelf';
import { docFromText } from '#core/note/schema';
import { newAccount, openTestApplication } from '../../tests/application';
import { breakShelfRings } from '../db/repositories/shelves';
import { changeSettings, readSettings } from './accounts';
import type { Application } from './application';
import { beginDraft, changeDraft, readDraft } from './drafts';
import { changeLookup, keepLookup, readLookup } from './lookups';
import { changeNote, keepNote, readNote } from './notes';
import { changePerson, meetByAddress, readPersonPage } from './people';
import { changeRoutine, makeRoutine, readRoutines } from './routines';
import { changeShelf, makeShelf, readShelves } from './shelves';
import { storeFile } from './files';

let app: Application;
beforeAll(async () => {
  app = await openTestApplication();
});

/** Something of one schema, read and written as windows do. */
interface Raced {
  schema: { fields: object };
  make(owner: string): Promise<string>;
  read(owner: string, id: string): Promise<{ version: number }>;
  write(owner: string, id: string, thing: never): Promise<unknown>;
  /** Two values for each field, neither the one it begins with. */
  values: Record<string, readonly [unknown, unknown]>;
}

const box = (name: string) => [{ name, address: `${name}@marsh.example` }];
const people = { to: [box('a'), box('b')], cc: [box('a'), box('b')], bcc: [box('a'), box('b')] } as const;
const wording = {
  subject: [docFromText('One'), docFromText('Other')],
  body: [docFromText('One.'), docFromText('Other.')],
} as const;
let files: [unknown, unknown];
const texts: [string, string] = ['One', 'Other'];

const RACED: Record<string, () => Raced> = {
  draft: () => ({
    schema: draftSchema,
    make: async (owner) => (await beginDraft(app, owner, { mode: 'new' })).id,
    read: (owner, id) => readDraft(app, owner, id),
    write: (owner, id, draft) => changeDraft(app, owner, id, draft),
    values: {
      ...people,
      ...wording,
      fills: [
        { i: { blanks: [], answers: { a: 'one' }, passages: {} } },
        { i: { blanks: [], answers: { a: 'other' }, passages: {} } },
      ],
      attachments: files,
      quote: [true, true],
      signature: ['one', 'other'],
      mailboxId: ['one', 'other'],
      silenced: [['one'], ['other']],
      handling: [
        { importance: 'high', again: '', why: '', filed: '', done: null },
        { importance: 'low', again: '', why: '', filed: '', done: null },
      ],
    },
  }),
  settings: () => ({
    schema: settingsSchema,
    make: async (owner) => owner,
    read: (owner) => readSettings(app, owner),
    write: (owner, _id, settings) => changeSettings(app, owner, settings),
    values: {
      name: texts,
      locale: ['de-DE', 'fr-FR'],
      timeZone: ['Europe/Berlin', 'Europe/Paris'],
      fields: [[{ name: 'Street', value: 'One' }], [{ name: 'Street', value: 'Other' }]],
      currency: ['CHF', 'USD'],
      weekdaysOff: [[1], [2]],
      daysOff: [[{ day: '2026-12-24', name: 'One' }], [{ day: '2026-12-25', name: 'Other' }]],
      pictureLimit: [100_000, 200_000],
      attachmentLimit: [200_000, 300_000],
      signatures: [
        [{ id: 'one', name: 'One', body: docFromText('One') }],
        [{ id: 'other', name: 'Other', body: docFromText('Other') }],
      ],
      signatureNew: ['one', 'other'],
      signatureAnswer: ['one', 'other'],
      cues: ['once', 'off'],
      slips: [[{ slip: 'teh', meant: 'the', off: false }], [{ slip: 'adn', meant: 'and', off: false }]],
      commonSlips: [true, true],
      holds: [['link'], ['weekday']],
      silences: [[{ kind: 'link', person: '' }], [{ kind: 'weekday', person: '' }]],
      keys: [{ send: 'Alt+1' }, { send: 'Alt+2' }],
      knows: [['offers'], ['time']],
      timeRule: [
        { wordsPerMinute: 50, find: 1, put: 1 },
        { wordsPerMinute: 60, find: 2, put: 2 },
      ],
      sendDelay: [10, 20],
    },
  }),
  note: () => ({
    schema: noteSchema,
    make: async (owner) => (await keepNote(app, owner, emptyNote('A note'))).id,
    read: (owner, id) => readNote(app, owner, id),
    write: (owner, id, note) => changeNote(app, owner, id, note),
    values: {
      ...people,
      ...wording,
      name: texts,
      description: texts,
      cue: ['one', 'other'],
      shelfId: shelfIds,
      pinned: [true, true],
      attachments: files,
    },
  }),
  routine: () => ({
    schema: routineSchema,
    make: async (owner) => (await makeRoutine(app, owner, routineSchema.validateSync({ name: 'Pass on' }))).id,
    read: async (owner, id) => (await readRoutines(app, owner)).find((one) => one.id === id)!,
    write: (owner, id, routine) => changeRoutine(app, owner, id, routine),
    values: {
      ...people,
      name: texts,
      answer: ['forward', 'new'],
      notes: [['one'], ['other']],
      signature: ['one', 'other'],
      importance: ['high', 'low'],
      againIn: [2, 3],
      why: texts,
      filed: ['archive', 'trash'],
      done: [false, false],
    },
  }),
  person: () => ({
    schema: personSchema,
    make: async (owner) => (await meetByAddress(app, owner, { name: 'Ada', address: 'ada@marsh.example' })).id,
    read: (owner, id) => readPersonPage(app, owner, id),
    write: (owner, id, person) => changePerson(app, owner, id, person),
    values: {
      firstName: texts,
      lastName: texts,
      fullName: texts,
      company: texts,
      greetingName: texts,
      form: ['formal', 'familiar'],
      fields: [[{ name: 'Street', value: 'One' }], [{ name: 'Street', value: 'Other' }]],
    },
  }),
  lookup: () => ({
    schema: lookupSchema,
    make: async (owner) => {
      const columns = ['a', 'b'].map((id) => ({ id, name: id, type: 'text' as const }));
      return (await keepLookup(app, owner, { name: 'Towns', columns, keyColumn: 'a', rows: [{ a: 'x', b: 'y' }] })).id;
    },
    read: (owner, id) => readLookup(app, owner, id),
    write: (owner, id, lookup) => changeLookup(app, owner, id, lookup),
    values: {
      name: texts,
      columns: [
        ['a', 'b', 'c'].map((id) => ({ id, name: id, type: 'text' })),
        ['a', 'b', 'd'].map((id) => ({ id, name: id, type: 'text' })),
      ],
      keyColumn: ['b', 'b'],
      rows: [[{ a: 'one', b: 'y' }], [{ a: 'other', b: 'y' }]],
    },
  }),
  shelf: () => ({
    schema: shelfSchema,
    make: async (owner) => {
      for (const name of ['First', 'Second', 'Third'])
        await makeShelf(app, owner, { name, description: '', parentId: null, position: null });
      return (await makeShelf(app, owner, { name: 'Money', description: '', parentId: null, position: null })).id;
    },
    read: async (owner, id) => (await readShelves(app, owner)).find((one) => one.id === id)!,
    write: (owner, id, shelf) => changeShelf(app, owner, id, shelf),
    values: { name: texts, description: texts, parentId: shelfIds, position: [0, 1] },
  }),
};

let shelfIds: [string, string];

describe.each(Object.keys(RACED))('two windows that write to one %s', (name) => {
  it('are both right about every field of it: one is kept, the other told', async () => {
    const { id: owner } = await newAccount(app);
    const made = await Promise.all(
      texts.map((text) =>
        makeShelf(app, owner, { name: `S ${text}`, description: '', parentId: null, position: null }),
      ),
    );
    shelfIds = [made[0]!.id, made[1]!.id];
    const stored = await Promise.all(
      texts.map((text) =>
        storeFile(app, owner, { name: `${text}.txt`, type: 'text/plain', content: Buffer.from(text) }),
      ),
    );
    files = [[stored[0]], [stored[1]]];
    const { schema, make, read, write, values } = RACED[name]!();
    const id = await make(owner);
    expect(Object.keys(values).sort()).toEqual(
      Object.keys(schema.fields)
        .filter((one) => one !== 'version')
        .sort(),
    );
    for (const [field, wanted] of Object.entries(values)) {
      const before = await read(owner, id);
      const windows = await Promise.allSettled(
        wanted.map((value) => write(owner, id, { ...before, [field]: value } as never)),
      );
      const after = (await read(owner, id)) as unknown as Record<string, unknown>;
      const isKept = (value: unknown) => JSON.stringify(after[field]) === JSON.stringify(value);
      const told = windows.map((one) => (one.status === 'fulfilled' ? 'kept' : one.reason.data?.code));
      const right = wanted.map((value) => (isKept(value) ? 'kept' : 'stale'));
      // What both wrote alike is kept, and whoever came second may be told or not.
      if (JSON.stringify(wanted[0]) === JSON.stringify(wanted[1]))
        expect([field, isKept(wanted[0])]).toEqual([field, true]);
      else expect([field, ...told]).toEqual([field, ...right]);
    }
  });
});

describe('shelves moved into each other at the same moment', () => {
  it('never stand in one another, and what already does is put right when the server starts', async () => {
    const { id: owner } = await newAccount(app);
    const shelf = (name: string) => makeShelf(app, owner, { name, description: '', parentId: null, position: null });
    for (let i = 0; i < 8; i++) {
      const [one, other] = [await shelf(`One ${i}`), await shelf(`Other ${i}`)];
      const moved = await Promise.allSettled([
        changeShelf(app, owner, one.id, { ...one, parentId: other.id, position: null }),
        changeShelf(app, owner, other.id, { ...other, parentId: one.id, position: null }),
      ]);
      expect(moved.filter(({ status }) => status === 'fulfilled')).toHaveLength(1);
    }
    const [one, other, third] = [await shelf('A'), await shelf('B'), await shelf('C')];
    const standIn = (id: string, parent: string) =>
      app.db('shelves').where({ owner, id }).update({ parent_id: parent });
    await standIn(one.id, other.id);
    await standIn(other.id, one.id);
    await standIn(third.id, one.id);
    // Nothing that walks over it goes on for ever.
    await expect(
      changeShelf(app, owner, third.id, { ...third, parentId: other.id, position: null }),
    ).resolves.toBeTruthy();
    expect(await breakShelfRings(app.db)).toBe(1);
    expect(await breakShelfRings(app.db)).toBe(0);
    const parents = (await readShelves(app, owner)).filter(({ id }) => [one.id, other.id].includes(id));
    expect(parents.filter(({ parentId }) => parentId === null)).toHaveLength(1);
  });
});
