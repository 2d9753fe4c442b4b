import { simpleParser } from 'mailparser';
import PostalMime from 'postal-mime';
import { beforeAll, describe, expect, it } from 'vitest';
import { NO_HANDLING } from '#shared/utils/noHandling';
import { later } from '#core/calendar/day';
import { docFromText } from '#core/note/schema';
import { mailSearchSchema } from '#shared/schemas/message';
import { newAccount, openTestApplication } from '../../tests/application';
import { LETTER, readyDraft, saveDraft } from '../../tests/sending';
import { listDeliveries } from '../db/repositories/deliveries';
import type { Application } from './application';
import { arrivalOf, bytesOfDraft } from './arrival';
import { beginDraft, readAnswer, readDrafts } from './drafts';
import { filesOfMessage, storeFile } from './files';
import { changeMessage, changeMessages, findMessages, openMessage, readMessageList } from './messages';
import { sendDraft } from './sending';
import { tidyUp } from './tidy';

let app: Application;
beforeAll(async () => {
  app = await openTestApplication();
});

const NO_DAYS_OFF = { weekdays: [], days: [] };
const today = () => new Date(app.now()).toISOString().slice(0, 10);
const inDays = (count: number) => later(today(), count, 'day', NO_DAYS_OFF) as string;
/** The application some days from now. */
const after = (days: number): Application => ({ ...app, now: () => app.now() + days * 86_400_000 });
const list = (owner: string, part: object, at = app) =>
  readMessageList(at, owner, { folder: 'inbox', waiting: false, limit: 50, ...part });
const subjects = async (owner: string, part: object, at = app) =>
  (await list(owner, part, at)).rows.map(({ subject }) => subject);
const append = (owner: string, raw: string | Buffer) => app.mail(owner).append('inbox', Buffer.from(raw));
const send = (owner: string, { id, version }: { id: string; version: number }) =>
  sendDraft(app, owner, id, { version, key: `send-${id}`, anyway: true });

describe('looking again', () => {
  it('takes a message off Waiting until its day, and brings it back with why', async () => {
    const { id: owner } = await newAccount(app);
    const { id } = await append(owner, LETTER);
    await changeMessage(app, owner, id, { again: { day: inDays(3), why: 'the part is ordered' } });
    expect(await subjects(owner, { waiting: true })).toEqual([]);
    expect(await subjects(owner, { later: true })).toEqual(['Tuning']);
    expect(await subjects(owner, {})).toEqual(['Tuning']);
    const back = await list(owner, { waiting: true }, after(3));
    expect(back).toMatchObject({ total: 1, rows: [{ id, again: { why: 'the part is ordered' } }] });
    expect(await subjects(owner, { later: true }, after(3))).toEqual([]);

    // Whoever is done with it takes it off for good; putting it back shows it again.
    await changeMessage(after(3), owner, id, { answered: true });
    expect(await subjects(owner, { waiting: true }, after(3))).toEqual([]);
    await changeMessage(after(3), owner, id, { answered: false });
    expect(await list(owner, { waiting: true }, after(3))).toMatchObject({ rows: [{ id, again: null }] });
  });

  it('stays set when the message is filed before its day, and ends when it is filed after', async () => {
    const { id: owner } = await newAccount(app);
    const { id } = await append(owner, LETTER);
    await changeMessage(app, owner, id, { again: { day: inDays(2), why: '' } });
    await changeMessage(app, owner, id, { folder: 'archive' });
    expect(await subjects(owner, { waiting: true }, after(2))).toEqual(['Tuning']);
    await changeMessage(after(2), owner, id, { folder: 'archive' });
    expect(await subjects(owner, { waiting: true }, after(2))).toEqual([]);
  });

  it('stands among what waits by when it came, page by page', async () => {
    const { id: owner } = await newAccount(app);
    const letter = (n: number) =>
      `From: a@client.example\r\nSubject: ${n}\r\nDate: Mon, 2 Nov 2026 0${n}:00:00 +0000\r\n\r\nx`;
    const ids = [];
    for (let n = 1; n <= 6; n++) ids.push((await append(owner, letter(n))).id);
    for (const i of [1, 4]) {
      await changeMessage(app, owner, ids[i]!, { answered: true });
      await changeMessage(app, owner, ids[i]!, { again: { day: inDays(1), why: '' } });
    }
    const seen: string[] = [];
    for (let next: string | undefined; next !== '';) {
      const page = await list(owner, { waiting: true, limit: 2, after: next }, after(1));
      expect(page.total).toBe(next ? null : 6);
      seen.push(...page.rows.map(({ subject }) => subject));
      next = page.next;
    }
    expect(seen).toEqual(['1', '2', '3', '4', '5', '6']);
  });

  it('is over for an answer of ours when theirs comes first', async () => {
    const { id: owner } = await newAccount(app);
    const { draft } = await readyDraft(app, owner);
    const handling = { ...NO_HANDLING, again: inDays(4), why: 'the date' };
    await send(owner, await saveDraft(app, owner, { ...draft, handling }));
    expect(await subjects(owner, { waiting: true })).toEqual([]);
    expect(await subjects(owner, { waiting: true }, after(4))).toEqual(['Re: Tuning']);

    const [{ raw } = { raw: Buffer.alloc(0) }] = await listDeliveries(app.db, owner);
    const ours = (await simpleParser(raw)).messageId;
    await append(owner, `From: ines@client.example\r\nSubject: Re: Tuning\r\nIn-Reply-To: ${ours}\r\n\r\nYes.`);
    expect(await list(owner, { waiting: true }, after(4))).toMatchObject({ rows: [{ folder: 'inbox', again: null }] });
    expect(await subjects(owner, { later: true })).toEqual([]);
  });

  it('is not for a message of somebody else', async () => {
    const { id: owner } = await newAccount(app);
    const stranger = await newAccount(app);
    const { id } = await append(owner, LETTER);
    const again = { day: inDays(1), why: '' };
    await expect(changeMessage(app, stranger.id, id, { again })).rejects.toMatchObject({ status: 404 });
    expect((await openMessage(app, owner, id, false)).again).toBeNull();
  });
});

describe('what is done once a message has left', () => {
  it('files what it answered, leaves it waiting where that is wanted, and says how important it is', async () => {
    const { id: owner } = await newAccount(app);
    const { draft, originalId } = await readyDraft(app, owner);
    const handling = { ...NO_HANDLING, importance: 'high' as const, filed: 'archive' as const, done: false };
    await send(owner, await saveDraft(app, owner, { ...draft, handling }));
    expect(await openMessage(app, owner, originalId, false)).toMatchObject({ folder: 'archive', answered: false });
    const [{ raw } = { raw: Buffer.alloc(0) }] = await listDeliveries(app.db, owner);
    expect((await PostalMime.parse(raw)).headers.find(({ key }) => key === 'importance')?.value).toBe('high');
  });
});

describe('a message that is passed on', () => {
  const withFile = Buffer.from(
    [
      'From: Ines Calloway <ines@client.example>',
      'To: wren@test.example',
      'Subject: Re: Tuning',
      'Message-ID: <with-file@client.example>',
      'Date: Mon, 23 Nov 2026 09:00:00 +0000',
      'Content-Type: multipart/mixed; boundary=b',
      '',
      '--b',
      'Content-Type: text/plain; charset=utf-8',
      '',
      'Here is the photo.',
      '> older words',
      '--b',
      "Content-Type: text/plain; name*=utf-8''%E5%86%99%E7%9C%9F.txt",
      "Content-Disposition: attachment; filename*=utf-8''%E5%86%99%E7%9C%9F.txt",
      '',
      'a picture in words',
      '--b--',
      '',
    ].join('\r\n'),
  );
  const begun = async () => {
    const { id: owner } = await newAccount(app);
    const { id: originalId } = await append(owner, withFile);
    const draft = await beginDraft(app, owner, { mode: 'forward', originalId });
    const to = [{ name: '', address: 'office@client.example' }];
    return { owner, originalId, draft: { ...draft, to, body: docFromText('For you.') } };
  };

  it('stands below the words as it was written, with its files; theirs still waits', async () => {
    const { owner, originalId, draft } = await begun();
    expect(draft).toMatchObject({ subjectText: 'Fwd: Tuning', attachments: [{ name: '写真.txt' }] });
    await send(owner, await saveDraft(app, owner, draft));
    const [{ raw } = { raw: Buffer.alloc(0) }] = await listDeliveries(app.db, owner);
    for (const mail of [await simpleParser(raw), await PostalMime.parse(raw)]) {
      expect(mail.text).toMatch(/^For you\.\n\nForwarded message\nFrom: Ines Calloway <ines@client\.example>\nDate: /);
      expect(mail.text).toContain('\nSubject: Re: Tuning\nTo: wren@test.example\n\nHere is the photo.\n> older words');
      expect(mail.html).toContain('Forwarded message<br>From: Ines Calloway &lt;ines@client.example&gt;');
      expect(mail.attachments.map((part) => part.filename)).toEqual(['写真.txt']);
      expect(mail.inReplyTo).toBeUndefined();
    }
    expect(await openMessage(app, owner, originalId, false)).toMatchObject({ answered: false, folder: 'inbox' });
  });

  it('goes as a message of its own, to the byte', async () => {
    const { owner, originalId, draft } = await begun();
    await send(owner, await saveDraft(app, owner, { ...draft, quote: false, attachments: [] }));
    const [{ raw } = { raw: Buffer.alloc(0) }] = await listDeliveries(app.db, owner);
    const { attachments, text } = await PostalMime.parse(raw, { forceRfc822Attachments: true });
    expect(text!.trim()).toBe('For you.');
    expect(attachments).toMatchObject([{ mimeType: 'message/rfc822', filename: 'Re_ Tuning.eml' }]);
    // RFC 2046 5.2.1: no encoding but 7bit, 8bit or binary.
    expect(raw.toString()).toMatch(/Content-Type: message\/rfc822[\s\S]{0,200}Content-Transfer-Encoding: (7|8)bit/);
    expect(raw.includes(withFile.toString().trimEnd())).toBe(true);
    expect(await filesOfMessage(app, owner, originalId)).toMatchObject([{ name: '写真.txt' }]);
  });

  it('is no answer: one can be begun beside it', async () => {
    const { owner, originalId, draft } = await begun();
    expect(await readAnswer(app, owner, originalId)).toBeNull();
    const answer = await beginDraft(app, owner, { mode: 'reply', originalId });
    expect(await readAnswer(app, owner, originalId)).toMatchObject({ id: answer.id });
    expect((await readDrafts(app, owner)).map(({ mode }) => mode).sort()).toEqual(['forward', 'reply']);
    expect(draft.id).not.toBe(answer.id);
  });
});

describe('a new message from one that was sent', () => {
  it('has its words, subject and files, and nobody it went to', async () => {
    const { id: owner } = await newAccount(app);
    const { draft } = await readyDraft(app, owner);
    const { sentMessageId } = await send(owner, draft);
    const again = await beginDraft(app, owner, { mode: 'new', again: sentMessageId });
    expect(again).toMatchObject({ mode: 'new', to: [], subjectText: 'Tuning', preview: 'Dear Ines, yes.' });
    // A fresh one is not the same as that.
    expect((await beginDraft(app, owner, { mode: 'new' })).preview).toBe('');
  });
});

describe('how a letter will arrive', () => {
  it('is read back from the bytes that leave: pictures in place, the plain text as good as the other, names in any script', async () => {
    const { id: owner } = await newAccount(app);
    const { draft } = await readyDraft(app, owner);
    const png = Buffer.from(
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
      'base64',
    );
    const picture = await storeFile(app, owner, { name: 'a.png', type: 'image/png', content: png });
    const file = await storeFile(app, owner, { name: 'Прейскурант — ціни.txt', type: 'text/plain', content: png });
    const body = {
      type: 'doc',
      content: [
        { type: 'paragraph', content: [{ type: 'text', text: 'word '.repeat(400) + 'end.' }] },
        {
          type: 'paragraph',
          content: [{ type: 'picture', attrs: { file: picture.file, alt: 'a red dot', width: null } }],
        },
      ],
    };
    const subject = docFromText('Прейскурант\u00a0— 価格表');
    await saveDraft(app, owner, { ...draft, body, subject, attachments: [file] });
    const arrival = await arrivalOf(app, owner, draft.id);
    expect(arrival).toMatchObject({ subject: 'Прейскурант — 価格表', files: [{ name: 'Прейскурант — ціни.txt' }] });
    expect(arrival.html).toContain(`src="data:image/png;base64,${png.toString('base64')}"`);
    expect(arrival.html).not.toContain('cid:');
    expect(arrival.text).toContain('end.');
    expect(arrival.text).toContain('a red dot');
    expect(arrival.text).toContain('> Could you come in December?');

    // The same bytes by another parser; no line is longer than mail may have them (RFC 5322 2.1.1).
    const raw = await bytesOfDraft(app, owner, draft.id);
    expect(raw.length).toBe(arrival.size);
    expect(
      Math.max(
        ...raw
          .toString()
          .split('\r\n')
          .map((line) => line.length),
      ),
    ).toBeLessThanOrEqual(998);
    const other = await simpleParser(raw);
    expect(other.attachments.map((part) => part.filename)).toContain('Прейскурант — ціни.txt');
    expect(other.subject!.replace('\u00a0', ' ')).toBe('Прейскурант — 価格表');
    await expect(arrivalOf(app, (await newAccount(app)).id, draft.id)).rejects.toMatchObject({ status: 404 });
  });
});

describe('a message deleted for good', () => {
  it('is in the trash before, in no list afterwards, comes back for a month, and is dropped then', async () => {
    const { id: owner } = await newAccount(app);
    const { id } = await append(owner, LETTER);
    const { id: begun } = await append(owner, LETTER.toString().replace('Tuning', 'Begun'));
    await expect(changeMessage(app, owner, id, { folder: 'gone' })).rejects.toMatchObject({ status: 422 });
    await changeMessage(app, owner, id, { again: { day: inDays(2), why: '' } });
    for (const folder of ['trash', 'gone', 'trash', 'gone'])
      expect(await changeMessages(app, owner, [id, begun], { folder })).toEqual({ changed: [id, begun] });
    expect(await subjects(owner, { folder: 'trash' })).toEqual([]);
    expect(await subjects(owner, { later: true })).toEqual([]);
    expect(await subjects(owner, { waiting: true }, after(3))).toEqual([]);
    expect((await findMessages(app, owner, mailSearchSchema.cast({ words: 'tuning', folder: 'trash' }))).rows).toEqual(
      [],
    );
    // One that was moved meanwhile keeps none of the others from it, and is left where it is.
    const { id: moved } = await append(owner, LETTER.toString().replace('Tuning', 'Moved'));
    await changeMessage(app, owner, id, { folder: 'trash' });
    expect(await changeMessages(app, owner, [moved, id], { folder: 'gone' })).toEqual({ changed: [id] });
    expect(await subjects(owner, {})).toEqual(['Moved']);
    await changeMessage(app, owner, moved, { folder: 'archive' });
    // Brought in once more it is there again, as the same one.
    expect(await append(owner, LETTER)).toMatchObject({ id, added: true });
    expect(await subjects(owner, { waiting: true })).toEqual(['Tuning']);
    for (const folder of ['trash', 'gone']) await changeMessage(app, owner, id, { folder });
    await beginDraft(app, owner, { mode: 'reply', originalId: begun });
    await tidyUp(after(29));
    expect(await app.mail(owner).get(id)).toMatchObject({ raw: LETTER });
    await tidyUp(after(31));
    await expect(app.mail(owner).get(id)).rejects.toMatchObject({ status: 404 });
    // What is being answered stays for as long as that.
    expect(await app.mail(owner).get(begun)).toMatchObject({ subject: 'Begun' });
    await changeMessage(app, owner, begun, { folder: 'inbox' });
    expect(await subjects(owner, {})).toEqual(['Begun']);
    await tidyUp(after(90));
    expect(await subjects(owner, {})).toEqual(['Begun']);
  });
});

describe('what is said of a sender', () => {
  it('is told with its change, so that it can be said again as it was', async () => {
    const { id: owner } = await newAccount(app);
    const { id } = await append(owner, LETTER);
    const waits = async () => (await subjects(owner, { waiting: true })).length > 0;
    expect(await changeMessage(app, owner, id, { senderWaits: true })).toEqual({ senderWaits: null });
    expect(await waits()).toBe(true);
    await changeMessage(app, owner, id, { answered: true });
    expect(await changeMessage(app, owner, id, { senderWaits: false })).toEqual({ senderWaits: true });
    // Said again as it was, it leaves the message taken off.
    await changeMessage(app, owner, id, { senderWaits: true, answered: true, reason: 'person' });
    expect(await waits()).toBe(false);
    expect(await changeMessage(app, owner, id, { senderWaits: null })).toEqual({ senderWaits: true });
    expect(await changeMessage(app, owner, id, { flagged: true })).toEqual({});
  });
});
