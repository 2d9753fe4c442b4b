import { beforeAll, describe, expect, it } from 'vitest';
import { emptyNote } from '#shared/schemas/note';
import { docFromText } from '#core/note/schema';
import { newAccount, openTestApplication } from '../../tests/application';
import type { Application } from './application';
import { beginDraft, changeDraft, discardDraft, readAnswer, readDraft, restoreDraft } from './drafts';
import { importMessages, openMessage, readMessageList } from './messages';
import { changeNote, deleteNotes, keepNote, noteUsed, readNote, readNotes, restoreNotes } from './notes';
import { changePerson, readPerson, suggestPeople } from './people';

let app: Application;
beforeAll(async () => {
  app = await openTestApplication();
});

const input = (name: string, text = 'Words.') => ({
  ...emptyNote(name),
  body: docFromText(text),
});

describe('notes', () => {
  it('are kept with their derived text, changed, counted, deleted and brought back whole', async () => {
    const { id: owner } = await newAccount(app);
    const note = await keepNote(app, owner, input('Ünïcode 調律 🎹', 'Line one.\nLine two.'));
    expect(note).toMatchObject({ version: 1, name: 'Ünïcode 調律 🎹', bodyText: 'Line one.\nLine two.', used: 0 });
    const changed = await changeNote(app, owner, note.id, { ...input('New name'), version: 1 });
    expect(changed).toMatchObject({ version: 2, name: 'New name' });
    await noteUsed(app, owner, note.id, { person: '', words: [] });
    expect(await readNote(app, owner, note.id)).toMatchObject({ used: 1, version: 2 });
    await deleteNotes(app, owner, [note.id]);
    expect(await readNotes(app, owner)).toEqual([]);
    await expect(readNote(app, owner, note.id)).rejects.toMatchObject({ status: 404 });
    await expect(deleteNotes(app, owner, [note.id])).rejects.toMatchObject({ status: 404 });
    expect(await restoreNotes(app, owner, [note.id])).toMatchObject([{ id: note.id, name: 'New name', used: 1 }]);
    expect(await readNote(app, owner, note.id)).toMatchObject({ body: docFromText('Words.') });
  });

  it('are not overwritten by an older copy', async () => {
    const { id: owner } = await newAccount(app);
    const note = await keepNote(app, owner, input('First'));
    await changeNote(app, owner, note.id, { ...input('Second'), version: 1 });
    await expect(changeNote(app, owner, note.id, { ...input('Third'), version: 1 })).rejects.toMatchObject({
      status: 409,
      data: { code: 'stale', current: { name: 'Second' } },
    });
  });

  it('are refused with blanks that contradict each other', async () => {
    const { id: owner } = await newAccount(app);
    const blank = (kind: string, options: object) => ({ type: 'blank', attrs: { label: 'day', kind, options } });
    const body = {
      type: 'doc',
      content: [{ type: 'paragraph', content: [blank('text', { hint: '' }), blank('today', { part: 'date' })] }],
    };
    await expect(keepNote(app, owner, { ...input('x'), body })).rejects.toMatchObject({
      status: 422,
      phrase: { code: 'note.twoAlike', params: { label: 'day' } },
    });
  });
});

describe('drafts', () => {
  it('begin an answer from its message, keep what is typed, and come back after discarding', async () => {
    const { id: owner, address } = await newAccount(app);
    const raw = Buffer.from(
      `From: Ada <ada@x.example>\r\nReply-To: desk@x.example\r\nTo: ${address}, bo@x.example\r\nSubject: Hello\r\nDate: Mon, 23 Nov 2026 09:00:00 +0000\r\n\r\nx`,
    );
    const { id } = await app.mail(owner).append('inbox', raw);
    const draft = await beginDraft(app, owner, { mode: 'reply-all', originalId: id });
    expect(draft).toMatchObject({
      to: [{ address: 'desk@x.example' }],
      cc: [{ address: 'bo@x.example' }],
      subjectText: 'Re: Hello',
      quote: true,
      version: 1,
    });
    expect(await readDraft(app, owner, draft.id)).toEqual(draft);
    const body = docFromText('Half a sen');
    const fills = { i: { blanks: [], answers: { day: 'Monday' }, passages: { '3': false } } };
    const changed = await changeDraft(app, owner, draft.id, { ...draft, body, fills });
    expect(await readAnswer(app, owner, id)).toMatchObject({
      body,
      fills,
      version: 2,
      preview: 'Half a sen',
    });
    await expect(changeDraft(app, owner, draft.id, { ...draft, body: docFromText('older') })).rejects.toMatchObject({
      status: 409,
      data: { current: { body } },
    });
    // The same save once more, since its answer was lost, is no conflict with oneself.
    expect(await changeDraft(app, owner, draft.id, { ...draft, body, fills })).toEqual(changed);
    await discardDraft(app, owner, changed.id);
    await expect(readDraft(app, owner, changed.id)).rejects.toMatchObject({ status: 404 });
    expect(await restoreDraft(app, owner, changed.id)).toMatchObject({ body });
  });

  it('keep recipients that are no addresses yet', async () => {
    const { id: owner } = await newAccount(app);
    const draft = await beginDraft(app, owner, { mode: 'new', originalId: null });
    const to = [{ name: '', address: 'half an addr' }];
    await changeDraft(app, owner, draft.id, { ...draft, to });
    expect(await readDraft(app, owner, draft.id)).toMatchObject({ to });
  });
});

describe('bringing messages in', () => {
  const message = (n: number, head = `From: Person ${n} <p${n}@x.example>\nDate: Mon, 23 Nov 2026 09:00:00 +0000\n`) =>
    `${head}Subject: Message ${n}\n\nText ${n}\n`;
  const mbox = (...messages: string[]) =>
    messages.map((text) => `From a@x.example Mon Nov 23 09:00:00 2026\n${text}\n`).join('');
  async function* source(text: string) {
    for (let i = 0; i < text.length; i += 1000) yield Buffer.from(text.slice(i, i + 1000));
  }
  async function bring(owner: string, text: string) {
    let last;
    for await (const progress of importMessages(app, owner, source(text))) last = progress;
    return last!;
  }

  it('stores all, marks the broken one, and adds nothing the second time', async () => {
    const { id: owner } = await newAccount(app);
    const file = mbox(message(1), message(2, ''), message(3));
    expect(await bring(owner, file)).toMatchObject({
      added: 3,
      known: 0,
      broken: 1,
      done: true,
      problem: null,
      bytes: file.length,
    });
    expect(await bring(owner, file)).toMatchObject({ added: 0, known: 3 });
    const { rows, total } = await readMessageList(app, owner, { folder: 'inbox', waiting: true, limit: 10 });
    expect(total).toBe(3);
    expect(rows.find(({ subject }) => subject === 'Message 2')!.broken).toMatchObject({
      params: { faults: [{ code: 'message.noSender' }, { code: 'message.noDate' }] },
    });
  });

  it('says so when a file holds no message', async () => {
    const { id: owner } = await newAccount(app);
    expect(await bring(owner, '\u0089PNG\r\n\u001a\n....')).toMatchObject({
      added: 0,
      done: true,
      problem: { code: 'importing.noMessages' },
    });
    expect(await bring(owner, '')).toMatchObject({ added: 0, done: true });
  });

  it('keeps what came in before it was stopped', async () => {
    const { id: owner } = await newAccount(app);
    const file = mbox(...Array.from({ length: 30 }, (_, i) => message(i)));
    async function* broken() {
      yield Buffer.from(file.slice(0, file.length / 2));
      throw new Error('connection lost');
    }
    await expect(
      (async () => {
        for await (const _ of importMessages(app, owner, broken())) void _;
      })(),
    ).rejects.toThrow('connection lost');
    const before = (await readMessageList(app, owner, { folder: 'inbox', waiting: false, limit: 1 })).total!;
    expect(before).toBeGreaterThan(10);
    expect(await bring(owner, file)).toMatchObject({ added: 30 - before, known: before });
  });

  it('keeps none out for one that cannot be stored', async () => {
    const { id: owner } = await newAccount(app);
    await app.db.raw(
      `CREATE TRIGGER one_refused BEFORE INSERT ON messages FOR EACH ROW
       IF NEW.owner = '${owner}' AND NEW.subject = 'Message 2' THEN
         SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'refused'; END IF`,
    );
    try {
      await expect(bring(owner, mbox(message(1), message(2), message(3)))).rejects.toThrow('refused');
    } finally {
      await app.db.raw('DROP TRIGGER one_refused');
    }
    expect((await readMessageList(app, owner, { folder: 'inbox', waiting: false, limit: 10 })).total).toBe(2);
    expect(await bring(owner, mbox(message(1), message(2), message(3)))).toMatchObject({ added: 1, known: 2 });
  });

  it('counts each meeting of a portion', async () => {
    const { id: owner } = await newAccount(app);
    await bring(owner, mbox(message(1), message(1) + 'and more\n', message(2)));
    expect(await readPerson(app, owner, 'p1@x.example')).toMatchObject({ messages: 2 });
    expect(await readPerson(app, owner, 'p2@x.example')).toMatchObject({ messages: 1 });
  });

  it('pages through a folder without skipping or repeating', async () => {
    const { id: owner } = await newAccount(app);
    await bring(owner, mbox(...Array.from({ length: 25 }, (_, i) => message(i))));
    for (const waiting of [true, false]) {
      const seen: string[] = [];
      for (let after: string | undefined; ;) {
        const page = await readMessageList(app, owner, { folder: 'inbox', waiting, limit: 10, after });
        seen.push(...page.rows.map(({ id }) => id));
        if (!page.next) break;
        after = page.next;
      }
      expect(new Set(seen).size).toBe(25);
      expect(seen).toHaveLength(25);
    }
  });

  it('opens a message sanitised, its quoted part split off', async () => {
    const { id: owner } = await newAccount(app);
    const { id } = await app
      .mail(owner)
      .append('inbox', Buffer.from('From: a@x.example\r\n\r\nYes.\r\n\r\nOn Monday, Bo wrote:\r\n> Could you?\r\n'));
    expect(await openMessage(app, owner, id, false)).toMatchObject({
      html: '',
      text: { own: 'Yes.', quoted: 'On Monday, Bo wrote:\n> Could you?' },
      broken: { params: { faults: [{ code: 'message.noDate' }] } },
    });
  });
});

describe('people', () => {
  it('are met through mail, found, and keep what was put right by hand', async () => {
    const { id: owner } = await newAccount(app);
    const from = (name: string, text: string) =>
      Buffer.from(`From: ${name} <ada@x.example>\r\nDate: Mon, 23 Nov 2026 09:00:00 +0000\r\n\r\n${text}`);
    await app.mail(owner).append('inbox', from('"Marsh, Ada"', 'one'));
    const person = (await readPerson(app, owner, 'ADA@x.example'))!;
    expect(person).toMatchObject({ firstName: 'Ada', lastName: 'Marsh', messages: 1 });
    const changed = await changePerson(app, owner, person.id, { ...person, company: 'Marsh & Co' });
    await app.mail(owner).append('inbox', from('A. Marsh', 'two'));
    expect(await readPerson(app, owner, 'ada@x.example')).toMatchObject({
      firstName: 'Ada',
      company: 'Marsh & Co',
      messages: 2,
    });
    expect((await suggestPeople(app, owner, 'marsh &'))[0]!.id).toBe(person.id);
    expect(await suggestPeople(app, owner, '100%')).toEqual([]);
    await expect(changePerson(app, owner, person.id, { ...person, company: 'Older' })).rejects.toMatchObject({
      status: 409,
      data: { current: { version: changed.version } },
    });
  });
});
