import yauzl from 'yauzl';
import { beforeAll, describe, expect, it } from 'vitest';
import { emptyEntry } from '#core/person/facts';
import { newAccount, openTestApplication } from '../../tests/application';
import { bring, run } from '../../tests/carrying';
import { rememberAnswers } from '../db/repositories/givenAnswers';
import { personByAddress } from '../db/repositories/people';
import type { Application } from './application';
import { undoImport } from './imports/undo';
import {
  changePerson,
  joinPeople,
  meetByAddress,
  readPeople,
  readPerson,
  readPersonMessages,
  readPersonPage,
  removePerson,
  suggestPeople,
  takeApart,
} from './people';
import { peopleFile, personArchive } from './peopleFiles';

let app: Application;
beforeAll(async () => (app = await openTestApplication()));

let count = 0;
/** A letter of one's own, or one of theirs. */
const letter = (from: string, to: string, text: string, day = 1) =>
  Buffer.from(
    `From: ${from}\r\nTo: ${to}\r\nSubject: Piano ${++count}\r\nMessage-ID: <people${count}@x.example>\r\nDate: ${new Date(Date.UTC(2026, 10, day)).toUTCString()}\r\nContent-Type: text/plain; charset=utf-8\r\n\r\n${text}\r\n`,
  );
const page = { find: '', sort: 'latest', from: 0 } as const;

async function fresh() {
  const { id: owner, address } = await newAccount(app);
  const mail = app.mail(owner);
  return {
    owner,
    sent: (to: string, text: string, day?: number) =>
      mail.append('sent', letter(address, to, text, day), { receivedAt: Date.UTC(2026, 10, day ?? 1) }),
    came: (from: string, text: string, day?: number) =>
      mail.append('inbox', letter(from, address, text, day), { receivedAt: Date.UTC(2026, 10, day ?? 1) }),
    person: async (address: string) => (await readPerson(app, owner, address))!,
  };
}
const facts = { firstName: 'Ada', lastName: 'Marsh', fullName: 'Ada Marsh', company: '', fields: [] };

describe('who is met', () => {
  it('is who wrote to the user, and nobody who writes to a list or lets a machine write', async () => {
    const { owner, came } = await fresh();
    await came('Ada Marsh <ada@m.example>', 'When is it ready?');
    await came('Offers <offers@shop.example>\r\nList-Id: <offers.shop.example>', 'Only today!');
    await came('Shop <no-reply@shop.example>', 'Your order is on its way.');
    expect((await readPeople(app, owner, page)).rows.map(({ address }) => address)).toEqual(['ada@m.example']);
    // Once the user writes to them they are known.
    await app.mail(owner).append('sent', letter('me@home.example', 'offers@shop.example', 'No more, please.'));
    expect((await readPeople(app, owner, page)).rows).toHaveLength(2);
  });
});

describe('what somebody is greeted by', () => {
  it('follows the latest letter to them alone, until it is put in by hand', async () => {
    const { owner, sent, person } = await fresh();
    await sent('Ada Marsh <ada@m.example>', 'Dear Mrs Marsh,\r\nit is ready.', 1);
    expect(await person('ada@m.example')).toMatchObject({ greetingName: 'Mrs Marsh', form: 'formal' });
    await sent('Ada Marsh <ada@m.example>', 'Dear Ada,\r\nit is ready.', 3);
    await sent('Ada Marsh <ada@m.example>', 'Hello Mrs Marsh,\r\nan older one.', 2);
    await sent('Ada Marsh <ada@m.example>, Bo <bo@m.example>', 'Dear Mrs Marsh,\r\nto both.', 4);
    const now = await person('ada@m.example');
    expect(now).toMatchObject({ greetingName: 'Ada', form: 'familiar', greetedAt: Date.UTC(2026, 10, 3) });

    const own = await changePerson(app, owner, now.id, {
      ...facts,
      version: now.version,
      greetingName: 'Addie',
      form: 'familiar',
    });
    expect(own).toMatchObject({ greetingName: 'Addie', greetedAt: 0 });
    await sent('Ada Marsh <ada@m.example>', 'Dear Ada,\r\nnewer still.', 9);
    expect((await person('ada@m.example')).greetingName).toBe('Addie');
    // Without it here, what is sent leaves it as it is; emptied, it is learnt again.
    const kept = await changePerson(app, owner, now.id, { ...facts, version: own.version });
    expect(kept.greetingName).toBe('Addie');
    await changePerson(app, owner, now.id, { ...facts, version: kept.version, greetingName: '', form: '' });
    await sent('Ada Marsh <ada@m.example>', 'Dear Ada,\r\nand again.', 10);
    expect((await person('ada@m.example')).greetingName).toBe('Ada');
  });
});

describe('a person', () => {
  it('is found by any word that is known of them, and listed by name or by the latest message', async () => {
    const { owner, came } = await fresh();
    await came('Zoë Lang <z@choir.example>', 'Hello', 1);
    await came('Bo Finch <bo@m.example>', 'Hello', 2);
    const { id, version } = (await readPerson(app, owner, 'z@choir.example'))!;
    const fields = [{ name: 'Gate', value: 'Violet 42' }];
    await changePerson(app, owner, id, {
      version,
      firstName: 'Zoë',
      lastName: 'Lang',
      fullName: 'Zoë Lang',
      company: 'Choir',
      fields,
    });
    const found = async (find: string, sort: 'latest' | 'name' = 'latest') =>
      (await readPeople(app, owner, { ...page, find, sort })).rows.map(({ fullName }) => fullName);
    expect(await found('')).toEqual(['Bo Finch', 'Zoë Lang']);
    expect(await found('lang choir')).toEqual(['Zoë Lang']);
    expect(await found('zoe')).toEqual(['Zoë Lang']);
    expect(await found('violet')).toEqual(['Zoë Lang']);
    expect(await found('%')).toEqual([]);
    expect(await found('', 'name')).toEqual(['Bo Finch', 'Zoë Lang']);
    // Nobody sees those of another account.
    const stranger = await newAccount(app);
    expect((await readPeople(app, stranger.id, page)).total).toBe(0);
    await expect(readPersonPage(app, stranger.id, id)).rejects.toMatchObject({ status: 404 });
  });

  it('is put together with another, and taken apart as both were', async () => {
    const { owner, came, sent, person } = await fresh();
    await came('Ada Marsh <ada@m.example>', 'Hello', 1);
    await came('A. Marsh <office@m.example>', 'Hello', 2);
    await came('Old Marsh <old@m.example>', 'Hello', 3);
    const [ada, office, old] = await Promise.all(['ada', 'office', 'old'].map((name) => person(`${name}@m.example`)));
    const filled = await changePerson(app, owner, office!.id, {
      ...{ version: office!.version, firstName: '', lastName: '', fullName: 'A. Marsh', company: 'Tern Choir' },
      fields: [{ name: 'Gate', value: '42#' }],
    });
    await joinPeople(app, owner, filled.id, { version: filled.version, other: old!.id, otherVersion: old!.version });
    const office2 = await readPersonPage(app, owner, filled.id);
    const before = { ada, office: office2 };

    const whole = await joinPeople(app, owner, ada!.id, {
      version: ada!.version,
      ...{ other: office2.id, otherVersion: office2.version },
    });
    expect(whole).toMatchObject({
      fullName: 'Ada Marsh',
      company: 'Tern Choir',
      fields: [{ name: 'Gate', value: '42#' }],
      messages: 3,
    });
    expect(whole.addresses.map(({ address }) => address)).toEqual([
      'ada@m.example',
      'office@m.example',
      'old@m.example',
    ]);
    // Each address stands for the whole.
    expect(await person('office@m.example')).toMatchObject({
      id: ada!.id,
      fullName: 'Ada Marsh',
      address: 'office@m.example',
    });
    expect((await suggestPeople(app, owner, 'office'))[0]).toMatchObject({
      fullName: 'Ada Marsh',
      address: 'office@m.example',
    });
    expect((await readPeople(app, owner, page)).rows.map(({ id }) => id)).toEqual([ada!.id]);
    expect((await readPersonMessages(app, owner, ada!.id, '')).rows).toHaveLength(3);
    await sent('office@m.example', 'Dear Ada,\r\nit is ready.', 5);
    expect((await readPersonPage(app, owner, ada!.id)).messages).toBe(4);
    await expect(readPersonPage(app, owner, office2.id)).rejects.toMatchObject({ status: 404 });

    const apart = await takeApart(app, owner, ada!.id, office2.id);
    expect(apart).toMatchObject({ company: '', fields: [], addresses: [{ address: 'ada@m.example' }] });
    const again = await readPersonPage(app, owner, office2.id);
    expect(again).toMatchObject({ company: 'Tern Choir', fullName: before.office.fullName });
    expect(again.addresses.map(({ address }) => address)).toEqual(['office@m.example', 'old@m.example']);
  });

  it('is not put together with one that was changed meanwhile, with themselves or with a stranger', async () => {
    const { owner, came, person } = await fresh();
    await came('Ada <ada@m.example>', 'Hello');
    await came('Bo <bo@m.example>', 'Hello');
    const [ada, bo] = [await person('ada@m.example'), await person('bo@m.example')];
    const join = (part: object) =>
      joinPeople(app, owner, ada.id, { version: ada.version, other: bo.id, otherVersion: bo.version, ...part });
    await expect(join({ otherVersion: 9 })).rejects.toMatchObject({ status: 409 });
    await expect(join({ version: 9 })).rejects.toMatchObject({ status: 409 });
    await expect(join({ other: ada.id })).rejects.toMatchObject({ status: 422 });
    await expect(join({ other: '0'.repeat(26) })).rejects.toMatchObject({ status: 404 });
    await expect(takeApart(app, owner, ada.id, bo.id)).rejects.toMatchObject({ status: 404 });
    const stranger = await newAccount(app);
    await expect(
      joinPeople(app, stranger.id, ada.id, { version: ada.version, other: bo.id, otherVersion: bo.version }),
    ).rejects.toMatchObject({ status: 404 });
  });

  it('stays greeted as was learnt when the other one gives how, and goes on learning', async () => {
    const { owner, came, sent, person } = await fresh();
    await came('Ada Marsh <ada@m.example>', 'Hello');
    await sent('Ada Marsh <office@m.example>', 'Dear Mrs Marsh,\r\nwell.', 2);
    const [ada, office] = [await person('ada@m.example'), await person('office@m.example')];
    const learnt = { greetingName: office.greetingName, form: office.form, greetedAt: office.greetedAt };
    expect(learnt).toMatchObject({ greetingName: 'Mrs Marsh', greetedAt: Date.UTC(2026, 10, 2) });
    const { id, version } = ada;
    await joinPeople(app, owner, id, { version, other: office.id, otherVersion: office.version });
    expect(await person('ada@m.example')).toMatchObject(learnt);
    await sent('Ada Marsh <ada@m.example>', 'Dear Ada,\r\nwell.', 3);
    expect(await person('office@m.example')).toMatchObject({ greetingName: 'Ada', greetedAt: Date.UTC(2026, 10, 3) });
  });

  it('is deleted with all that is known of them, the messages too if wanted; nothing goes when they were changed', async () => {
    const { owner, came, sent, person } = await fresh();
    await came('Ada <ada@m.example>', 'Hello');
    await sent('Ada <ada@m.example>', 'Dear Ada,\r\nwell.');
    await came('Bo <bo@m.example>', 'Hello');
    await rememberAnswers(app.db, owner, 'Ada@m.example', [{ key: 'day', answer: 'Monday' }], Date.now());
    const ada = await person('ada@m.example');
    const all = async (version: number, messages: boolean) => {
      const steps = [];
      for await (const step of removePerson(app, owner, ada.id, { version, messages })) steps.push(step);
      return steps.at(-1)!;
    };
    expect(await all(ada.version + 1, false)).toMatchObject({ problem: { code: 'error.stale.person' } });
    expect(await person('ada@m.example')).not.toBeNull();
    expect(await all(ada.version, true)).toMatchObject({ done: 2, total: 2, finished: true, problem: null });
    expect(await person('ada@m.example')).toBeNull();
    expect(await app.db('given_answers').where({ owner })).toEqual([]);
    const folders = await app.db('messages').where({ owner }).orderBy('id').pluck('folder');
    expect(folders.sort()).toEqual(['inbox', 'trash', 'trash']);
    expect(await person('bo@m.example')).not.toBeNull();
  });

  it('is taken out whole: the facts, what was remembered, and every message to the byte', async () => {
    const { owner, came, person } = await fresh();
    await came('Ada Marsh <ada@m.example>', 'One');
    const { id } = await app.mail(owner).append('inbox', letter('Ada Marsh <ada@m.example>', 'x@y.example', 'Two'));
    const { name, stream } = await personArchive(app, owner, (await person('ada@m.example')).id);
    expect(name).toBe('Ada Marsh.zip');
    const chunks: Buffer[] = [];
    for await (const chunk of stream) chunks.push(chunk as Buffer);
    const files = await unzipped(Buffer.concat(chunks));
    expect([...files.keys()].slice(0, 3)).toEqual(['person.vcf', 'person.csv', 'known.json']);
    expect(files.size).toBe(5);
    expect(files.get('person.vcf')!.toString()).toContain('FN:Ada Marsh');
    const { raw } = await app.mail(owner).get(id);
    expect([...files.values()].some((content) => content.equals(raw))).toBe(true);
  });
});

function unzipped(content: Buffer): Promise<Map<string, Buffer>> {
  return new Promise((resolve, reject) => {
    yauzl.fromBuffer(content, { lazyEntries: true }, (error, zip) => {
      if (error) return reject(error);
      const files = new Map<string, Buffer>();
      zip.on('entry', (entry: yauzl.Entry) =>
        zip.openReadStream(entry, (wrong, stream) => {
          if (wrong) return reject(wrong);
          const chunks: Buffer[] = [];
          stream.on('data', (chunk: Buffer) => chunks.push(chunk));
          stream.on('end', () => {
            files.set(entry.fileName, Buffer.concat(chunks));
            zip.readEntry();
          });
        }),
      );
      zip.on('end', () => resolve(files));
      zip.readEntry();
    });
  });
}

const card = (name: string, address: string, ...more: string[]) =>
  ['BEGIN:VCARD', 'VERSION:4.0', `FN:${name}`, `EMAIL:${address}`, ...more, 'END:VCARD', ''].join('\r\n');

describe('people in files', () => {
  it('are looked over first: new, known the same, known otherwise, and none', async () => {
    const { owner, came, person } = await fresh();
    await came('Bo Finch <bo@m.example>', 'Hello');
    await came('Clara Dean <clara@m.example>', 'Hello');
    const text =
      card('Ada Marsh', 'ada@m.example', 'TEL:555 0100') +
      card('Bo Finch', 'bo@m.example') +
      card('Clara D. Dean', 'clara@m.example', 'ORG:Choir', 'EMAIL:dean@m.example') +
      'BEGIN:VCARD\r\nVERSION:4.0\r\nFN:Nobody\r\nEND:VCARD\r\n';
    const preview = await bring(app, owner, [['people.vcf', text]], 'people');
    expect(preview.items.map(({ name, verdict, choice }) => [name, verdict, choice])).toEqual([
      ['Ada Marsh', 'new', 'take'],
      ['Bo Finch', 'same', 'leave'],
      ['Clara D. Dean', 'conflict', 'leave'],
      ['Nobody', 'problem', 'leave'],
    ]);
    expect(await person('ada@m.example')).toBeNull();
    await app.db('import_items').where({ import_id: preview.id, position: 2 }).update({ choice: 'replace' });
    const { items } = await run(app, owner, preview.id);
    expect(items.every(({ state }) => state === 'done')).toBe(true);
    expect(await person('ada@m.example')).toMatchObject({
      fullName: 'Ada Marsh',
      fields: [{ name: 'Phone', value: '555 0100' }],
    });
    // What the card says takes the place of what was known; what it does not mention stays.
    const clara = await readPersonPage(app, owner, (await person('dean@m.example')).id);
    expect(clara).toMatchObject({ fullName: 'Clara D. Dean', company: 'Choir', messages: 1 });
    expect(clara.addresses.map(({ address }) => address)).toEqual(['clara@m.example', 'dean@m.example']);

    expect(await undoImport(app, owner, preview.id)).toMatchObject({ people: 2, stay: 0 });
    expect(await person('ada@m.example')).toBeNull();
    expect(await person('clara@m.example')).toMatchObject({ fullName: 'Clara Dean', company: '' });
    expect(await person('dean@m.example')).toBeNull();
  });

  it('come as tables too; what is in use by now stays when it is undone', async () => {
    const { owner, came, person } = await fresh();
    const { id, items } = await bring(
      app,
      owner,
      [['p.csv', 'Name,E-mail,Gate\nAda Marsh,ada@m.example,42#\nBo,,\n']],
      'people',
    );
    expect(items.map(({ kind, verdict }) => [kind, verdict])).toEqual([
      ['person', 'new'],
      ['problem', 'problem'],
    ]);
    await run(app, owner, id);
    await came('Ada Marsh <ada@m.example>', 'Hello');
    expect(await undoImport(app, owner, id)).toMatchObject({ people: 0, stay: 1 });
    expect((await person('ada@m.example')).fields).toEqual([{ name: 'Gate', value: '42#' }]);
  });

  it('an address that belongs to somebody else stays there, and is told', async () => {
    const { owner, came, person } = await fresh();
    await came('Bo Finch <bo@m.example>', 'Hello');
    await came('Ada Marsh <ada@m.example>', 'Hello');
    const preview = await bring(
      app,
      owner,
      [['a.vcf', card('Ada M', 'ada@m.example', 'EMAIL:bo@m.example')]],
      'people',
    );
    await app.db('import_items').where({ import_id: preview.id }).update({ choice: 'replace' });
    const { items } = await run(app, owner, preview.id);
    expect(items[0]!.problem).toMatchObject({ code: 'importing.addressOfOther' });
    expect((await person('bo@m.example')).fullName).toBe('Bo Finch');
  });

  it('that were taken out are the same when they come back, in either form', async () => {
    const { owner } = await fresh();
    await meetByAddress(app, owner, { name: 'Ada Marsh', address: 'ada@m.example' });
    const { id, version } = (await personByAddress(app.db, owner, 'ada@m.example'))!;
    const all = {
      ...facts,
      company: 'Choir, of Tern',
      greetingName: 'Addie',
      form: 'familiar' as const,
      fields: [{ name: 'Gate', value: '=42' }],
    };
    await changePerson(app, owner, id, { version, ...all });
    for (const format of ['vcf', 'vcf3', 'csv'] as const) {
      const { name, content } = await peopleFile(app, owner, { format, id: '' });
      const other = await fresh();
      const { id: import_ } = await bring(app, other.owner, [[name, content]], 'people');
      await run(app, other.owner, import_);
      const {
        id: _id,
        version: _v,
        messages: _m,
        lastAt: _l,
        greetedAt: _g,
        ...back
      } = await other.person('ada@m.example');
      const { addresses: _, ...entry } = emptyEntry('ada@m.example');
      expect(back).toEqual({ ...entry, ...all });
    }
  });
});
