import { readFileSync } from 'node:fs';
import Ajv from 'ajv/dist/2020';
import { simpleParser } from 'mailparser';
import { beforeAll, describe, expect, it } from 'vitest';
import { emptyNote } from '#shared/schemas/note';
import { docFromText, type DocJson } from '../../core/note/schema';
import { starterBundle } from '../../starter/bundle';
import { newAccount, openTestApplication, plainPasswords } from '../../tests/application';
import { accountByAddress } from '../db/repositories/accounts';
import { account as wren } from '../../demo/account';
import type { Application } from './application';
import { makeBundle, noteFile } from './bundles';
import { loadDemoOnce } from './demo';
import { storeFile } from './files';
import {
  beginImport,
  chooseForImport,
  leaveImport,
  readImport,
  readIntoImport,
  readOpenImports,
} from './imports/import';
import { runImport } from './imports/take';
import { undoImport } from './imports/undo';
import { keepingOf } from './keeping';
import { changeNote, keepNote, pinNotes, readHistory, readNote, readNotes } from './notes';
import { readShelves } from './shelves';

let app: Application;
beforeAll(async () => {
  app = await openTestApplication();
});

const PNG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);
const ALL = { sender: true, people: true, past: true };

async function bring(owner: string, files: [string, string | Buffer][]) {
  const { id } = await beginImport(app, owner);
  for (const [name, content] of files) await readIntoImport(app, owner, id, name, Buffer.from(content));
  return readImport(app, owner, id);
}
async function run(owner: string, id: string) {
  const steps = [];
  for await (const step of runImport(app, owner, id)) steps.push(step);
  return { steps, items: (await readImport(app, owner, id)).items };
}
const bundleOf = (part: object) => JSON.stringify({ format: 'jar-note-bundle', version: 1, ...part });
const note = (name: string, more: object = {}) => ({
  name,
  subject: docFromText(''),
  body: docFromText('Words.'),
  ...more,
});

describe('a library carried over', () => {
  it('is the same in an empty account, to the byte, with its past, pins, files, people and fields', async () => {
    await loadDemoOnce(app, plainPasswords);
    const { id: owner } = (await accountByAddress(app.db, wren.address))!;
    const file = await storeFile(app, owner, {
      name: 'price list.pdf',
      type: 'application/pdf',
      content: Buffer.from('%PDF prices'),
    });
    const picture = await storeFile(app, owner, { name: 'a.png', type: 'image/png', content: PNG });
    const rows = await readNotes(app, owner);
    const one = await readNote(app, owner, rows[0]!.id);
    const body: DocJson = {
      type: 'doc',
      content: [
        ...one.body.content!,
        { type: 'paragraph', content: [{ type: 'picture', attrs: { file: picture.file, alt: 'x', width: null } }] },
      ],
    };
    await changeNote(app, owner, one.id, {
      ...one,
      body,
      attachments: [file],
      cc: [{ name: 'Office', address: 'office@x.example' }],
    });
    await pinNotes(app, owner, { ids: [rows.at(-1)!.id, rows.at(-2)!.id], pinned: true });
    const first = await makeBundle(app, owner, ALL);

    const { id: other } = await newAccount(app);
    const preview = await bring(other, [['library.json', first]]);
    expect(preview.items.filter(({ verdict }) => verdict === 'problem')).toEqual([]);
    const { steps } = await run(other, preview.id);
    expect(steps.at(-1)).toMatchObject({ finished: true, problem: '' });
    const second = await makeBundle(app, other, ALL);
    const without = (text: string) => text.replace(/"made": "[^"]*"/, '');
    expect(without(second)).toBe(without(first));

    // And again into the same account: everything is there already, and nothing comes twice.
    const again = await bring(other, [['library.json', second]]);
    expect(new Set(again.items.filter(({ kind }) => kind !== 'sender').map(({ verdict }) => verdict))).toEqual(
      new Set(['same']),
    );
    await run(other, again.id);
    expect(without(await makeBundle(app, other, ALL))).toBe(without(second));
  });

  it('is as its published schema says, whole, in part, and as the starter set', async () => {
    const { id: owner } = (await accountByAddress(app.db, wren.address))!;
    const valid = new Ajv({ strict: true, allowUnionTypes: true }).compile(
      JSON.parse(readFileSync('docs/bundle.schema.json', 'utf8')),
    );
    const [{ id } = { id: '' }] = await readNotes(app, owner);
    for (const text of [
      await makeBundle(app, owner, ALL),
      await makeBundle(app, owner, { ids: [id], sender: false, people: false, past: false }),
      starterBundle(),
    ]) {
      valid(JSON.parse(text));
      expect(valid.errors).toBeNull();
    }
    valid(JSON.parse(bundleOf({ notes: [{ name: 'no body' }] })));
    expect(valid.errors).not.toBeNull();
  });

  it('is handed on without what is only ours', async () => {
    const { id: owner } = (await accountByAddress(app.db, wren.address))!;
    const rows = await readNotes(app, owner);
    const loan = rows.find(({ name }) => name.startsWith('Loan instrument'))!;
    const bundle = JSON.parse(
      await makeBundle(app, owner, { ids: [loan.id], sender: false, people: false, past: false }),
    );
    expect(Object.keys(bundle)).toEqual(['format', 'version', 'made', 'shelves', 'lookups', 'notes', 'files']);
    expect(bundle.shelves.map(({ name }: { name: string }) => name)).toEqual(['Moving and lending']);
    expect(bundle.lookups.map(({ name }: { name: string }) => name)).toEqual(['Loan pianos']);
    expect(bundle.notes[0]).not.toHaveProperty('used');
    await expect(makeBundle(app, (await newAccount(app)).id, { ids: [loan.id], ...ALL })).rejects.toMatchObject({
      status: 404,
    });
  });
});

describe('bringing notes in', () => {
  it('shows what is new, the same and in conflict before anything changes, and does what is chosen', async () => {
    const { id: owner } = await newAccount(app);
    await keepNote(app, owner, { ...emptyNote('Same'), body: docFromText('Words.') });
    const mine = await keepNote(app, owner, { ...emptyNote('Other'), body: docFromText('My words.') });
    const twin = await keepNote(app, owner, { ...emptyNote('Both'), body: docFromText('My words.') });
    const text = bundleOf({ notes: [note('Same'), note('other'), note('Both'), note('New'), note('Not this')] });
    const preview = await bring(owner, [['a.json', text]]);
    expect(preview.items.map(({ name, verdict, choice }) => [name, verdict, choice])).toEqual([
      ['Same', 'same', 'leave'],
      ['other', 'conflict', 'take'],
      ['Both', 'conflict', 'take'],
      ['New', 'new', 'take'],
      ['Not this', 'new', 'take'],
    ]);
    expect(await readNotes(app, owner)).toHaveLength(3);
    await chooseForImport(app, owner, preview.id, [
      { position: 1, choice: 'replace' },
      { position: 4, choice: 'leave' },
    ]);
    const { items } = await run(owner, preview.id);
    expect(items.every(({ state }) => state === 'done')).toBe(true);
    expect((await readNotes(app, owner)).map(({ name }) => name).sort()).toEqual([
      'Both',
      'Both',
      'New',
      'Same',
      'other',
    ]);
    expect(await readNote(app, owner, mine.id)).toMatchObject({ body: docFromText('Words.') });
    expect((await readHistory(app, owner, mine.id))[0]).toMatchObject({ body: docFromText('My words.') });
    expect(await readNote(app, owner, twin.id)).toMatchObject({ body: docFromText('My words.') });
  });

  it('goes on after it was stopped, and takes nothing twice', async () => {
    const { id: owner } = await newAccount(app);
    const text = bundleOf({ notes: Array.from({ length: 250 }, (_, i) => note(`Note ${String(i).padStart(3, '0')}`)) });
    const { id } = await bring(owner, [['a.json', text]]);
    const work = runImport(app, owner, id);
    expect((await work.next()).value).toMatchObject({ done: 100, total: 250, finished: false });
    await work.return(undefined);
    expect(await readNotes(app, owner)).toHaveLength(100);
    expect(await readOpenImports(app, owner)).toEqual([{ id, createdAt: expect.any(Number), waiting: 150 }]);
    await run(owner, id);
    expect(new Set((await readNotes(app, owner)).map(({ name }) => name)).size).toBe(250);
    expect(await readOpenImports(app, owner)).toEqual([]);
  });

  it('is carried out from two windows at once, and takes nothing twice', async () => {
    const { id: owner } = await newAccount(app);
    const notes = Array.from({ length: 350 }, (_, i) => note(`Note ${i}`, { shelf: 's' }));
    const { id } = await bring(owner, [['a.json', bundleOf({ shelves: [{ key: 's', name: 'Shelf' }], notes })]]);
    const [one, other] = await Promise.all([run(owner, id), run(owner, id)]);
    expect(one.steps.at(-1)).toMatchObject({ finished: true, problem: '' });
    expect(other.steps.at(-1)).toMatchObject({ finished: true, problem: '' });
    expect(await readNotes(app, owner)).toHaveLength(350);
    expect(await readShelves(app, owner)).toHaveLength(1);
  });

  it('reads messages, tables, Markdown, pages and text, many at once', async () => {
    const { id: owner } = await newAccount(app);
    const eml = `From: Ada <ada@x.example>\r\nTo: me@x.example\r\nSubject: Re: Gate code\r\nDate: Mon, 23 Nov 2026 09:00:00 +0000\r\n\r\nThe code is [code].\r\n\r\n-- \r\nAda\r\n`;
    const { id, items } = await bring(owner, [
      ['a.eml', eml],
      [
        'b.csv',
        'name,subject,body,cue,shelf\nHumidity,Your piano,"Keep [level], please.",hum,Care/Winter\nempty,,,,\n',
      ],
      ['c.md', 'Subject: Prices\n\n# Prices\n\n- Tuning [price]'],
      ['d.html', '<title>Page</title><script>x()</script><p>Some <b>words</b></p>'],
      ['e_e.txt', 'Plain words.'],
      ['f.pdf', Buffer.from([0x25, 0x50, 0x44, 0x46, 0, 1, 2])],
      ['../../g.json', '{"format":"jar-note-bundle","version":1,"notes":[{"name":"x","su'],
      ['h.txt', ''],
    ]);
    expect(items.map(({ kind, name, verdict }) => [kind, name, verdict])).toEqual([
      ['note', 'Gate code', 'new'],
      ['shelf', 'Care', 'new'],
      ['shelf', 'Care/Winter', 'new'],
      ['note', 'Humidity', 'new'],
      ['problem', 'Line 3', 'problem'],
      ['note', 'c', 'new'],
      ['note', 'Page', 'new'],
      ['note', 'e e', 'new'],
      ['problem', 'f.pdf', 'problem'],
      ['problem', 'g.json', 'problem'],
      ['problem', 'h.txt', 'problem'],
    ]);
    expect(items.find(({ name }) => name === 'g.json')!.problem).toMatch(/cut off/);
    await run(owner, id);
    const notes = await readNotes(app, owner);
    const of = (name: string) => notes.find((row) => row.name === name)!;
    expect(of('Gate code')).toMatchObject({ bodyText: 'The code is [code].', blanks: 1, subjectText: 'Gate code' });
    const shelves = await readShelves(app, owner);
    const winter = shelves.find(({ name }) => name === 'Winter')!;
    expect(shelves.find(({ id: shelf }) => shelf === winter.parentId)!.name).toBe('Care');
    expect(of('Humidity')).toMatchObject({ cue: 'hum', shelfId: winter.id, blanks: 1 });
    expect(of('c')).toMatchObject({ subjectText: 'Prices', bodyText: 'Prices\n\n- Tuning [price]' });
    expect(of('Page').bodyText).toBe('Some words');
  });

  it('says what is wrong with a bundle, takes the rest, and does nothing by halves', async () => {
    const { id: owner } = await newAccount(app);
    const bad = bundleOf({
      glitter: 1,
      notes: [
        note('Good'),
        note(''),
        { name: 'No body' },
        note('Script', { body: { type: 'doc', content: [{ type: 'script' }] } }),
        note('Bad link', {
          body: {
            type: 'doc',
            content: [
              {
                type: 'paragraph',
                content: [
                  { type: 'text', text: 'x', marks: [{ type: 'link', attrs: { href: 'javascript:alert(1)' } }] },
                ],
              },
            ],
          },
        }),
        note('Lost file', { attachments: [{ file: 'a'.repeat(64), name: 'x', type: 'text/plain', size: 1 }] }),
        note('<img src=x onerror=alert(1)>/../../etc'),
      ],
      files: { ['b'.repeat(64)]: { type: 'text/plain', data: 'aGVsbG8=' } },
    });
    const { id, items } = await bring(owner, [['bad.json', bad]]);
    const problems = items.filter(({ verdict }) => verdict === 'problem').map(({ problem }) => problem);
    expect(problems.join('\n')).toMatch(
      /glitter[\s\S]*damaged[\s\S]*needs a name[\s\S]*could not be read[\s\S]*A link may lead[\s\S]*not in the bundle/,
    );
    await run(owner, id);
    expect((await readNotes(app, owner)).map(({ name }) => name).sort()).toEqual([
      '<img src=x onerror=alert(1)>/../../etc',
      'Good',
    ]);
    const newer = await bring(owner, [
      ['new.json', JSON.stringify({ format: 'jar-note-bundle', version: 7, notes: [note('x')] })],
    ]);
    expect(newer.items).toMatchObject([{ kind: 'problem', problem: expect.stringContaining('newer version') }]);
    await leaveImport(app, owner, newer.id);
    await expect(readImport(app, owner, newer.id)).rejects.toMatchObject({ status: 404 });
    await expect(readImport(app, (await newAccount(app)).id, id)).rejects.toMatchObject({ status: 404 });
  });

  it('keeps a lookup of the same name with other rows beside it, and its notes draw on their own', async () => {
    const { id: owner } = (await accountByAddress(app.db, wren.address))!;
    const rows = await readNotes(app, owner);
    const loan = rows.find(({ name }) => name.startsWith('Loan instrument'))!;
    const bundle = JSON.parse(
      await makeBundle(app, owner, { ids: [loan.id], sender: false, people: false, past: false }),
    );
    bundle.lookups[0].rows.pop();
    const { id: other } = await newAccount(app);
    await run(other, (await bring(other, [['one.json', JSON.stringify(bundle)]])).id);
    bundle.lookups[0].rows.pop();
    bundle.notes[0].name = 'Loan, the shorter list';
    const second = await bring(other, [['two.json', JSON.stringify(bundle)]]);
    expect(second.items.find(({ kind }) => kind === 'lookup')).toMatchObject({ verdict: 'conflict', choice: 'take' });
    await run(other, second.id);
    const names = await app.db('lookups').where({ owner: other }).orderBy('name').select('id', 'name');
    expect(names.map(({ name }) => name)).toEqual(['Loan pianos', 'Loan pianos (2)']);
    const short = (await readNotes(app, other)).find(({ name }) => name === 'Loan, the shorter list')!;
    expect(JSON.stringify((await readNote(app, other, short.id)).body)).toContain(names[1]!.id);
  });

  it('takes nothing twice that stands in two files, and tells files of one name apart', async () => {
    const { id: owner } = await newAccount(app);
    const lookup = (price: string) => ({
      key: 'bundle:lookup:1',
      name: 'Prices',
      columns: [
        { id: 'a', name: 'Work', type: 'text' },
        { id: 'b', name: 'Price', type: 'text' },
      ],
      keyColumn: 'a',
      rows: [{ a: 'Tuning', b: price }],
    });
    const priced = (name: string) =>
      note(name, {
        body: {
          type: 'doc',
          content: [
            {
              type: 'paragraph',
              content: [
                {
                  type: 'blank',
                  attrs: {
                    label: 'price',
                    kind: 'lookup',
                    options: { lookup: 'bundle:lookup:1', column: 'b', row: 'fixed', of: 'Tuning', hint: '' },
                  },
                },
              ],
            },
          ],
        },
      });
    const one = bundleOf({ lookups: [lookup('120')], notes: [priced('A'), note('B')] });
    const other = bundleOf({ lookups: [lookup('95')], notes: [priced('A'), note('b')] });
    const { id, items } = await bring(owner, [
      ['x/library.json', one],
      ['y/library.json', other],
      ['library (copy).json', one],
    ]);
    expect(items.map(({ source, name, verdict }) => [source, name, verdict])).toEqual([
      ['library.json', 'Prices', 'new'],
      ['library.json', 'A', 'new'],
      ['library.json', 'B', 'new'],
      ['library (2).json', 'Prices', 'new'],
      // Word for word the same, but with the price of another table.
      ['library (2).json', 'A', 'new'],
      ['library (2).json', 'b', 'new'],
      ['library (copy).json', 'Prices', 'new'],
      ['library (copy).json', 'A', 'same'],
      ['library (copy).json', 'B', 'same'],
    ]);
    await run(owner, id);
    const lookups = await app.db('lookups').where({ owner }).orderBy('name').select('id', 'name', 'table_rows');
    expect(lookups.map(({ name }) => name)).toEqual(['Prices', 'Prices (2)']);
    const notes = (await readNotes(app, owner)).filter(({ name }) => name === 'A');
    const bodies = await Promise.all(
      notes.map(async ({ id }) => JSON.stringify((await readNote(app, owner, id)).body)),
    );
    for (const { id: lookupId } of lookups)
      expect(
        bodies.filter((body) => body.includes(lookupId)),
        lookupId,
      ).toHaveLength(1);
  });

  it('says of a cue that is taken whose it is, before and afterwards, and takes the note without it', async () => {
    const { id: owner } = await newAccount(app);
    await keepNote(app, owner, { ...emptyNote('Mine'), cue: 'Hum' });
    const text = bundleOf({
      notes: [note('New', { cue: 'hum' }), note('One', { cue: 'x' }), note('Two', { cue: 'X' })],
    });
    const { id, items } = await bring(owner, [['a.json', text]]);
    const said = 'The cue “hum” belongs to “Mine” already; it comes without one.';
    expect(items.map(({ problem }) => problem)).toEqual([said, '', '']);
    const { items: after } = await run(owner, id);
    expect(after.map(({ state, problem }) => [state, problem])).toEqual([
      ['done', said],
      ['done', ''],
      ['done', 'The cue “X” belongs to “One” already; it comes without one.'],
    ]);
    expect((await readNotes(app, owner)).map(({ name, cue }) => [name, cue])).toEqual([
      ['Mine', 'Hum'],
      ['New', ''],
      ['One', 'x'],
      ['Two', ''],
    ]);
  });

  it('is undone: what came goes, what was replaced is back, and what was worked on since stays', async () => {
    const { id: owner } = await newAccount(app);
    const mine = await keepNote(app, owner, { ...emptyNote('Mine'), body: docFromText('My words.'), cue: 'my' });
    const worked = await keepNote(app, owner, { ...emptyNote('Worked on'), body: docFromText('My words.') });
    const shelf = (key: string, inside: string | null) => ({ key, name: key, description: '', inside });
    const text = bundleOf({
      shelves: [shelf('outer', null), shelf('inner', 'outer'), shelf('used', null)],
      notes: [note('Mine'), note('Worked on'), note('New', { shelf: 'inner' })],
      people: [{ address: 'ada@x.example', firstName: 'Ada', lastName: '', fullName: 'Ada', company: '', fields: [] }],
    });
    const { id } = await bring(owner, [['a.json', text]]);
    await chooseForImport(app, owner, id, [{ verdict: 'conflict', choice: 'replace' }]);
    await run(owner, id);
    const later = await readNote(app, owner, worked.id);
    await changeNote(app, owner, worked.id, { ...later, body: docFromText('Words, and more.') });
    const used = (await readShelves(app, owner)).find(({ name }) => name === 'used')!;
    await keepNote(app, owner, { ...emptyNote('Put there'), shelfId: used.id });
    await expect(undoImport(app, (await newAccount(app)).id, id)).rejects.toMatchObject({ status: 404 });

    expect(await undoImport(app, owner, id)).toEqual({ binned: 1, restored: 1, changed: 1, stay: 1 });
    expect((await readNotes(app, owner)).map(({ name }) => name)).toEqual(['Mine', 'Put there', 'Worked on']);
    expect(await readNote(app, owner, mine.id)).toMatchObject({ body: docFromText('My words.'), cue: 'my' });
    expect((await readHistory(app, owner, mine.id))[0]).toMatchObject({ body: docFromText('Words.') });
    expect(await readNote(app, owner, worked.id)).toMatchObject({ body: docFromText('Words, and more.') });
    expect((await readShelves(app, owner)).map(({ name }) => name)).toEqual(['used']);
    await expect(undoImport(app, owner, id)).rejects.toMatchObject({ status: 404 });
  });

  it('leaves a shelf aside that would stand too deep, says so, and takes the note that stood on it', async () => {
    const { id: owner } = await newAccount(app);
    const shelves = Array.from({ length: 9 }, (_, i) => ({
      key: `s${i}`,
      name: `Shelf ${i}`,
      inside: i ? `s${i - 1}` : null,
    }));
    const { id } = await bring(owner, [['a.json', bundleOf({ shelves, notes: [note('Deep', { shelf: 's8' })] })]]);
    const { items } = await run(owner, id);
    expect(items.filter(({ state }) => state === 'failed')).toMatchObject([
      { name: 'Shelf 8', problem: expect.stringContaining('at most 8 deep') },
    ]);
    expect(await readNotes(app, owner)).toMatchObject([{ name: 'Deep', shelfId: null }]);
  });

  it('takes a starter set like any other file', async () => {
    const { id: owner } = await newAccount(app);
    const { id, items } = await bring(owner, [['starter set.json', starterBundle()]]);
    expect(items.filter(({ verdict }) => verdict !== 'new')).toEqual([]);
    await run(owner, id);
    expect((await readNotes(app, owner)).length).toBeGreaterThanOrEqual(12);
  });
});

describe('one note as a file', () => {
  it('is a message with its pictures and attachments, a page that stands alone, Markdown, text', async () => {
    const { id: owner } = await newAccount(app);
    const picture = await storeFile(app, owner, { name: 'a.png', type: 'image/png', content: PNG });
    const paper = await storeFile(app, owner, { name: 'prices.txt', type: 'text/plain', content: Buffer.from('120') });
    const body: DocJson = {
      type: 'doc',
      content: [
        {
          type: 'paragraph',
          content: [
            { type: 'text', text: 'Look: ' },
            { type: 'picture', attrs: { file: picture.file, alt: 'soundboard', width: null } },
          ],
        },
      ],
    };
    const { id } = await keepNote(app, owner, {
      ...emptyNote('Prices / all'),
      subject: docFromText('Prices'),
      body,
      attachments: [paper],
      cc: [{ name: '', address: 'office@x.example' }],
    });
    const eml = await noteFile(app, owner, id, 'eml');
    const parsed = await simpleParser(eml.content);
    expect(parsed).toMatchObject({ subject: 'Prices', cc: { text: 'office@x.example' } });
    expect(
      parsed.attachments.map(({ filename, contentDisposition, content }) => [
        filename?.replace(/-.*\./, '-.'),
        contentDisposition,
        content.length,
      ]),
    ).toEqual([
      ['picture-.png', 'inline', PNG.length],
      ['prices.txt', 'attachment', 3],
    ]);
    expect(parsed.html).toContain(`data:image/png;base64,${PNG.toString('base64')}`);
    const html = (await noteFile(app, owner, id, 'html')).content.toString();
    expect(html).toContain(`src="data:image/png;base64,${PNG.toString('base64')}"`);
    expect((await noteFile(app, owner, id, 'md')).content.toString()).toBe('Subject: Prices\n\nLook: (soundboard)\n');

    // And what went out as a message comes in again as it was, its files by the same content.
    const back = await keepingOf(app, owner, eml.content);
    expect(back).toMatchObject({
      name: 'Prices',
      cc: [{ address: 'office@x.example' }],
      attachments: [{ file: paper.file, name: 'prices.txt' }],
      remarks: [],
    });
    expect(JSON.stringify(back.body)).toContain(picture.file);
  });
});

describe('what a message gives for a note', () => {
  it('is its wording without signature and history, which can be put back', async () => {
    const { id: owner, address } = await newAccount(app);
    const raw = Buffer.from(
      `From: Wren <${address}>\r\nTo: Ada Marsh <ada@x.example>\r\nCc: Bo <bo@x.example>\r\nSubject: Re: Tuning\r\nDate: Mon, 23 Nov 2026 09:00:00 +0000\r\n\r\nDear Ada,\r\n\r\nI can come.\r\n\r\n-- \r\nWren\r\n\r\nOn 22 Nov 2026, Ada wrote:\r\n> When?\r\n`,
    );
    const keeping = await keepingOf(app, owner, raw);
    expect(keeping).toMatchObject({
      name: 'Tuning',
      body: docFromText('Dear Ada,\n\nI can come.'),
      signature: docFromText('-- \nWren'),
      person: { address: 'ada@x.example' },
      cc: [{ address: 'bo@x.example' }],
    });
    expect(JSON.stringify(keeping.quoted)).toContain('When?');
    const part = await keepingOf(app, owner, raw, { text: 'I can come.' });
    expect(part).toMatchObject({ body: docFromText('I can come.'), cc: [], attachments: [], name: 'I can come.' });
  });

  it('says what could not be taken along', async () => {
    const { id: owner } = await newAccount(app);
    await app.db('settings').where({ owner }).update({ attachment_limit: 100_000 });
    const big = Buffer.alloc(150_000, 65).toString('base64').replace(/.{76}/g, '$&\r\n');
    const raw = Buffer.from(
      `From: a@x.example\r\nDate: Mon, 23 Nov 2026 09:00:00 +0000\r\nMIME-Version: 1.0\r\nContent-Type: multipart/mixed; boundary=b\r\n\r\n--b\r\nContent-Type: text/html\r\n\r\n<p>x <img src="https://x.example/a.png"></p>\r\n--b\r\nContent-Type: application/pdf\r\nContent-Disposition: attachment; filename=big.pdf\r\nContent-Transfer-Encoding: base64\r\n\r\n${big}\r\n--b--\r\n`,
    );
    const { remarks, attachments } = await keepingOf(app, owner, raw);
    expect(attachments).toEqual([]);
    expect(remarks.join('\n')).toMatch(/stands elsewhere[\s\S]*“big.pdf” is 150 kB/);
  });
});
