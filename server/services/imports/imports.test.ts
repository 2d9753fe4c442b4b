import { beforeAll, describe, expect, it } from 'vitest';
import { emptyNote } from '#shared/schemas/note';
import { docFromText } from '#core/note/schema';
import { account as wren } from '../../../demo/account';
import { starterBundle } from '../../../starter/bundle';
import { newAccount, openTestApplication, plainPasswords } from '../../../tests/application';
import { bring, bundleOf, note, run } from '../../../tests/carrying';
import { accountByAddress } from '../../db/repositories/accounts';
import type { Application } from '../application';
import { makeBundle } from '../bundles';
import { loadDemoOnce } from '../demo';
import { keepNote, readHistory, readNote, readNotes } from '../notes';
import { readShelves } from '../shelves';
import { chooseForImport, leaveImport, putBackInImport, readImport, readOpenImports } from './import';
import { runImport } from './take';
import { said } from '../../../tests/words';

let app: Application;
beforeAll(async () => {
  app = await openTestApplication();
  await loadDemoOnce(app, plainPasswords);
});

describe('bringing notes in', () => {
  it('shows what is new, the same and in conflict before anything changes, and does what is chosen', async () => {
    const { id: owner } = await newAccount(app);
    await keepNote(app, owner, { ...emptyNote('Same'), body: docFromText('Words.') });
    const mine = await keepNote(app, owner, { ...emptyNote('Other'), body: docFromText('My words.') });
    const twin = await keepNote(app, owner, { ...emptyNote('Both'), body: docFromText('My words.') });
    const text = bundleOf({ notes: [note('Same'), note('other'), note('Both'), note('New'), note('Not this')] });
    const preview = await bring(app, owner, [['a.json', text]]);
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
    const { items } = await run(app, owner, preview.id);
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
    const { id } = await bring(app, owner, [['a.json', text]]);
    const work = runImport(app, owner, id);
    expect((await work.next()).value).toMatchObject({ done: 100, total: 250, finished: false });
    await work.return(undefined);
    expect(await readNotes(app, owner)).toHaveLength(100);
    expect(await readOpenImports(app, owner)).toEqual([{ id, createdAt: expect.any(Number), waiting: 150 }]);
    await run(app, owner, id);
    expect(new Set((await readNotes(app, owner)).map(({ name }) => name)).size).toBe(250);
    expect(await readOpenImports(app, owner)).toEqual([]);
  });

  it('reads messages, tables, Markdown, pages and text, many at once', async () => {
    const { id: owner } = await newAccount(app);
    const eml = `From: Ada <ada@x.example>\r\nTo: me@x.example\r\nSubject: Re: Gate code\r\nDate: Mon, 23 Nov 2026 09:00:00 +0000\r\n\r\nThe code is [code].\r\n\r\n-- \r\nAda\r\n`;
    const { id, items } = await bring(app, owner, [
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
      ['problem', '', 'problem'],
      ['note', 'c', 'new'],
      ['note', 'Page', 'new'],
      ['note', 'e e', 'new'],
      ['problem', 'f.pdf', 'problem'],
      ['problem', 'g.json', 'problem'],
      ['problem', 'h.txt', 'problem'],
    ]);
    expect(said(items.find(({ name }) => name === 'g.json')!.problem)).toMatch(/cut off/);
    await run(app, owner, id);
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

  it('says of files of other programs what to save them as', async () => {
    const { id: owner } = await newAccount(app);
    const packed = Buffer.from('PK\x03\x04\0\0');
    const files = ['a.xlsx', 'b.docx', 'c.zip', 'd.rtf'].map((name): [string, Buffer] => [
      name,
      name === 'd.rtf' ? Buffer.from('{\\rtf1 Hello}') : packed,
    ]);
    const wordsOf = async (of: 'notes' | 'people') =>
      (await bring(app, owner, files, of)).items.map(({ problem }) => said(problem));
    expect(await wordsOf('notes')).toEqual([
      expect.stringContaining('Save it as CSV'),
      expect.stringContaining('as HTML or as plain text'),
      expect.stringContaining('holds no notes'),
      expect.stringContaining('as HTML or as plain text'),
    ]);
    expect(await wordsOf('people')).toEqual([
      expect.stringContaining('Save it as CSV'),
      ...Array(3).fill(expect.stringContaining('holds no people')),
    ]);
  });

  it('says what a message could not bring along, and puts back what was left out of it when asked', async () => {
    const { id: owner } = await newAccount(app);
    await app.db('settings').where({ owner }).update({ attachment_limit: 100_000 });
    const big = Buffer.alloc(150_000, 65).toString('base64').replace(/.{76}/g, '$&\r\n');
    const eml = (subject: string) =>
      `From: Ada <ada@x.example>\r\nSubject: ${subject}\r\nDate: Mon, 23 Nov 2026 09:00:00 +0000\r\nMIME-Version: 1.0\r\nContent-Type: multipart/mixed; boundary=b\r\n\r\n--b\r\nContent-Type: text/plain\r\n\r\nI can come.\r\n\r\n-- \r\nAda\r\n\r\n--b\r\nContent-Type: application/pdf\r\nContent-Disposition: attachment; filename=big.pdf\r\nContent-Transfer-Encoding: base64\r\n\r\n${big}\r\n--b--\r\n`;
    const { id, items } = await bring(app, owner, [
      ['a.eml', eml('One')],
      ['b.eml', eml('Two')],
    ]);
    expect(items.map(({ problem }) => said(problem))).toEqual(
      Array(2).fill(expect.stringContaining('“big.pdf” is 150 kB')),
    );
    const put = (position: number, part: 'signature' | 'quoted', back: boolean) =>
      putBackInImport(app, owner, id, position, { part, back });
    const withIt = docFromText('I can come.\n\n-- \nAda');
    expect(await put(0, 'signature', true)).toMatchObject({ content: { body: withIt } });
    expect(await put(0, 'signature', false)).toMatchObject({ content: { body: docFromText('I can come.') } });
    await put(0, 'signature', true);
    await expect(put(0, 'quoted', true)).rejects.toMatchObject({ status: 404 });
    await expect(put(7, 'signature', true)).rejects.toMatchObject({ status: 404 });
    const { items: after } = await run(app, owner, id);
    expect(after.map(({ problem }) => problem)).toEqual(items.map(({ problem }) => problem));
    await expect(put(1, 'signature', true)).rejects.toMatchObject({ status: 404 });
    expect((await readNotes(app, owner)).map(({ name, bodyText }) => [name, bodyText])).toEqual([
      ['One', 'I can come.\n\n-- \nAda'],
      ['Two', 'I can come.'],
    ]);
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
    const { id, items } = await bring(app, owner, [['bad.json', bad]]);
    const problems = items.filter(({ verdict }) => verdict === 'problem').map(({ problem }) => said(problem));
    expect(problems.join('\n')).toMatch(
      /glitter[\s\S]*damaged[\s\S]*needs a name[\s\S]*could not be read[\s\S]*A link may lead[\s\S]*not in the bundle/,
    );
    await run(app, owner, id);
    expect((await readNotes(app, owner)).map(({ name }) => name).sort()).toEqual([
      '<img src=x onerror=alert(1)>/../../etc',
      'Good',
    ]);
    const newer = await bring(app, owner, [
      ['new.json', JSON.stringify({ format: 'jar-note-bundle', version: 7, notes: [note('x')] })],
    ]);
    expect(newer.items).toMatchObject([{ kind: 'problem', problem: { code: 'bundle.newer' } }]);
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
    await run(app, other, (await bring(app, other, [['one.json', JSON.stringify(bundle)]])).id);
    bundle.lookups[0].rows.pop();
    bundle.notes[0].name = 'Loan, the shorter list';
    const second = await bring(app, other, [['two.json', JSON.stringify(bundle)]]);
    expect(second.items.find(({ kind }) => kind === 'lookup')).toMatchObject({ verdict: 'conflict', choice: 'take' });
    await run(app, other, second.id);
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
    const { id, items } = await bring(app, owner, [
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
    await run(app, owner, id);
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

  it('takes a starter set like any other file', async () => {
    const { id: owner } = await newAccount(app);
    const { id, items } = await bring(app, owner, [['starter set.json', starterBundle()]]);
    expect(items.filter(({ verdict }) => verdict !== 'new')).toEqual([]);
    await run(app, owner, id);
    expect((await readNotes(app, owner)).length).toBeGreaterThanOrEqual(12);
  });
});
