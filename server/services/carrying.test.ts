import { readFileSync } from 'node:fs';
import Ajv from 'ajv/dist/2020';
import { simpleParser } from 'mailparser';
import { beforeAll, describe, expect, it } from 'vitest';
import { emptyNote } from '#shared/schemas/note';
import { docFromText, type DocJson } from '#core/note/schema';
import { chooseForImport } from './imports/import';
import { starterBundle } from '../../starter/bundle';
import { newAccount, openTestApplication, plainPasswords } from '../../tests/application';
import { bring, bundleOf, run } from '../../tests/carrying';
import { accountByAddress } from '../db/repositories/accounts';
import { account as wren } from '../../demo/account';
import type { Application } from './application';
import { makeBundle, noteFile } from './bundles';
import { loadDemoOnce } from './demo';
import { storeFile } from './files';
import { keepingOf } from './keeping';
import { changeNote, keepNote, pinNotes, readNote, readNotes } from './notes';
import { said } from '../../tests/words';

let app: Application;
beforeAll(async () => {
  app = await openTestApplication();
});

const PNG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);
const ALL = { sender: true, people: true, past: true };

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
    const preview = await bring(app, other, [['library.json', first]]);
    expect(preview.items.filter(({ verdict }) => verdict === 'problem')).toEqual([]);
    const own = preview.items.find(({ kind }) => kind === 'sender')!;
    await chooseForImport(app, other, preview.id, [{ position: own.position, choice: 'replace' }]);
    const { steps } = await run(app, other, preview.id);
    expect(steps.at(-1)).toMatchObject({ finished: true, problem: null });
    const second = await makeBundle(app, other, ALL);
    const without = (text: string) => text.replace(/"made": "[^"]*"/, '');
    expect(without(second)).toBe(without(first));

    // And again into the same account: everything is there already, and nothing comes twice.
    const again = await bring(app, other, [['library.json', second]]);
    expect(new Set(again.items.filter(({ kind }) => kind !== 'sender').map(({ verdict }) => verdict))).toEqual(
      new Set(['same']),
    );
    await run(app, other, again.id);
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
    expect(part).toMatchObject({ body: docFromText('I can come.'), cc: [], attachments: [], name: 'I can come' });
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
    expect(remarks.map((words) => said(words)).join('\n')).toMatch(/on another server[\s\S]*“big.pdf” is 150 kB/);
  });
});
