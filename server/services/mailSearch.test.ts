import { beforeAll, describe, expect, it } from 'vitest';
import { newAccount, openTestApplication } from '../../tests/application';
import { mailSearchSchema, type MailSearchQuery } from '#shared/schemas/message';
import type { Application } from './application';
import { changeMessages, findMessages, openMessage, readThread } from './messages';
import { rebuildAll, wordSome } from './rebuild';

let app: Application;
let owner: string;
beforeAll(async () => {
  app = await openTestApplication();
  owner = (await newAccount(app)).id;
});

let count = 0;
interface Part {
  from?: string;
  to?: string;
  text?: string;
  more?: string;
  at?: string;
  folder?: 'inbox' | 'sent' | 'archive' | 'trash';
}
async function letter(
  subject: string,
  {
    from = 'Ines Calloway <ines@client.example>',
    to = 'wren@test.example',
    text = 'Hello.',
    more = '',
    at = '2026-11-20T10:00:00Z',
    folder = 'inbox',
  }: Part = {},
) {
  const raw = `From: ${from}\r\nTo: ${to}\r\nSubject: ${subject}\r\nMessage-ID: <n${++count}@client.example>\r\nDate: ${new Date(at).toUTCString()}\r\nContent-Type: text/plain; charset=utf-8\r\n${more}\r\n${text}\r\n`;
  const { id } = await app.mail(owner).append(folder, Buffer.from(raw), { receivedAt: Date.parse(at) });
  return { id, messageId: `<n${count}@client.example>` };
}
const ask = (query: Partial<MailSearchQuery>) =>
  findMessages(app, owner, mailSearchSchema.cast(query) as MailSearchQuery);
const find = async (query: Partial<MailSearchQuery> | string) =>
  (await ask(typeof query === 'string' ? { words: query } : query)).rows.map(({ subject }) => subject);

describe('search over all mail', () => {
  beforeAll(async () => {
    await letter('The grand piano', {
      text: 'The lid of the Flügel is cracked; could Zoë look at it?',
      at: '2026-11-01T10:00:00Z',
    });
    await letter('An upright', {
      text: 'The action is stiff.',
      from: 'Tom Birk <tom@client.example>',
      at: '2026-11-02T10:00:00Z',
    });
    await letter('調律のお願い', {
      text: 'ピアノの調律をお願いします。',
      from: '棚部 ゆき <yuki@client.example>',
      at: '2026-11-03T10:00:00Z',
    });
    await letter('Estimate', {
      from: 'wren@test.example',
      to: 'Ines <INES@client.example>',
      folder: 'sent',
      at: '2026-11-04T10:00:00Z',
    });
    await letter('Thrown away', { text: 'The lid again.', folder: 'trash', at: '2026-11-05T10:00:00Z' });
    await letter('With a file', {
      at: '2026-11-06T10:00:00Z',
      more: 'MIME-Version: 1.0\r\nContent-Type: text/plain\r\nContent-Disposition: attachment; filename="floorplan.txt"\r\n',
    });
    await letter('It is is', { text: 'as is or of it a', at: '2026-11-07T10:00:00Z' });
  });

  it.each<[string, string[]]>([
    ['lid cracked', ['The grand piano']],
    ['CRACKED lid', ['The grand piano']],
    ['crack', ['The grand piano']],
    ['flugel zoe', ['The grand piano']],
    ['calloway piano', ['The grand piano']],
    ['tom@client', ['An upright']],
    ['調律', ['調律のお願い']],
    ['お願い', ['調律のお願い']],
    ['floorplan', ['With a file']],
    ['is or a', ['It is is']],
    ['lid stiff', []],
    ['racked', []],
    ['%', ['It is is', 'With a file', 'Estimate', '調律のお願い', 'An upright', 'The grand piano']],
  ])('%s', async (typed, subjects) => expect(await find(typed)).toEqual(subjects));

  it('by person, folder, day and files, also without a word', async () => {
    expect(await find({ person: 'ines@client.example' })).toEqual([
      'It is is',
      'With a file',
      'Estimate',
      'The grand piano',
    ]);
    expect(await find({ person: 'Ines@Client.example', folder: 'sent' })).toEqual(['Estimate']);
    expect(await find({ words: 'lid', folder: 'trash' })).toEqual(['Thrown away']);
    expect(await find({ since: '2026-11-06' })).toEqual(['It is is', 'With a file']);
    expect(await find({ hasFiles: true })).toEqual(['With a file']);
  });

  it('shows the place where it was found', async () => {
    const { rows, terms } = await ask({ words: 'crack' });
    expect([rows[0]!.excerpt, terms]).toEqual([expect.stringContaining('cracked'), ['crack']]);
  });

  it('finds nothing of others', async () => {
    const other = (await newAccount(app)).id;
    expect((await findMessages(app, other, mailSearchSchema.cast({ words: 'lid' }) as MailSearchQuery)).rows).toEqual(
      [],
    );
  });

  it('goes on page by page, whether words are common or rare, and misses none', async () => {
    const { id: many } = await newAccount(app);
    const raws = Array.from({ length: 2_300 }, (_, i) => ({
      raw: Buffer.from(
        `From: a@client.example\r\nSubject: ${i}\r\nMessage-ID: <p${i}@x>\r\n\r\ncommon ${i % 50 ? '' : 'rare'}\r\n`,
      ),
      options: { receivedAt: 1_700_000_000_000 + i * 1000 },
    }));
    for (let at = 0; at < raws.length; at += 100) await app.mail(many).appendAll('archive', raws.slice(at, at + 100));
    const all = async (words: string) => {
      const seen: string[] = [];
      for (let after: string | null = ''; after !== null;) {
        const query = mailSearchSchema.cast({ words, after }) as MailSearchQuery;
        const { rows, next } = await findMessages(app, many, query);
        seen.push(...rows.map(({ subject }) => subject));
        after = next || null;
      }
      return seen;
    };
    // Without a word, what is rare is found however far back it lies.
    await app.db('messages').where({ owner: many, subject: '3' }).update({ attachments: 1 });
    const withFiles = mailSearchSchema.cast({ hasFiles: true }) as MailSearchQuery;
    expect((await findMessages(app, many, withFiles)).rows.map(({ subject }) => subject)).toEqual(['3']);
    expect(await all('rare')).toEqual(Array.from({ length: 46 }, (_, i) => String(2250 - i * 50)));
    expect(await all('common')).toHaveLength(2_300);
    expect(new Set(await all('common')).size).toBe(2_300);
  }, 60_000);
});

describe('conversations', () => {
  it('hold together by ids, whichever message comes first, and by subject where an answer names none', async () => {
    const first = await letter('Humidity');
    const missing = '<never-seen@client.example>';
    const second = await letter('Re: Humidity', {
      more: `In-Reply-To: ${missing}\r\nReferences: ${first.messageId} ${missing}\r\n`,
      at: '2026-11-21T10:00:00Z',
    });
    const third = await letter('Another matter', { more: `References: ${missing}\r\n`, at: '2026-11-22T10:00:00Z' });
    const bare = await letter('Re: Humidity', { at: '2026-11-23T10:00:00Z' });
    const stranger = await letter('Re: Humidity', { from: 'else@client.example', at: '2026-11-23T11:00:00Z' });
    const alike = await letter('Humidity', { at: '2026-11-23T12:00:00Z' });
    const ids = async (id: string) => (await readThread(app, owner, id)).map((row) => row.id);
    expect(await ids(first.id)).toEqual([bare.id, third.id, second.id]);
    expect(await ids(third.id)).toEqual([bare.id, second.id, first.id]);
    expect(await ids(stranger.id)).toEqual([]);
    expect(await ids(alike.id)).toEqual([]);
  });

  it('hold together where answer and question come in one second, the newest first', async () => {
    const raw = (subject: string) => ({
      raw: Buffer.from(
        `From: tom@x.example\r\nSubject: ${subject}\r\nMessage-ID: <${subject.length}@tie.example>\r\n\r\nx\r\n`,
      ),
      options: { receivedAt: 1_764_000_000_000 },
    });
    const [answer, question] = await app.mail(owner).appendAll('inbox', [raw('Re: Castors'), raw('Castors')]);
    expect((await readThread(app, owner, question!.id)).map(({ id }) => id)).toEqual([answer!.id]);
    expect((await openMessage(app, owner, question!.id, false)).others).toBe(1);
  });

  it('become one when a message holds two together', async () => {
    const late = '<late@client.example>';
    const one = await letter('One', { more: 'References: <root@client.example>\r\n' });
    const two = await letter('Two', { more: `References: ${late}\r\n` });
    expect(await readThread(app, owner, one.id)).toEqual([]);
    const both = await letter('Both', { more: `References: <root@client.example> ${late}\r\n` });
    expect((await readThread(app, owner, two.id)).map(({ id }) => id).sort()).toEqual([one.id, both.id].sort());
  });
});

describe('several at once', () => {
  it('are changed together, without those that are gone', async () => {
    const [a, b] = [await letter('A'), await letter('B')];
    const gone = 'z'.repeat(26);
    expect(await changeMessages(app, owner, [a.id, gone, b.id], { folder: 'archive' })).toEqual({
      changed: [a.id, b.id],
    });
    expect((await app.mail(owner).row(a.id)).folder).toBe('archive');
    // A folder of a mailbox takes the messages of that mailbox alone.
    await expect(changeMessages(app, owner, [a.id], { folder: gone })).rejects.toMatchObject({ status: 422 });
  });
});

describe('what is worked out of the bytes', () => {
  it('is the same when it is worked out anew, and what was done with a message stays', async () => {
    const { id: other } = await newAccount(app);
    const { id } = await app
      .mail(other)
      .append('inbox', Buffer.from('From: Ada <ada@x.example>\r\nSubject: Cracked\r\n\r\nThe lid.\r\n'));
    await app.mail(other).change(id, { done: true, seen: true });
    const before = await app.mail(other).row(id);
    await app.db('messages').where({ id }).update({ subject: '', preview: '', from_name: '' });
    await app.db('message_words').where({ message_id: id }).delete();
    const found = async () =>
      (await findMessages(app, other, mailSearchSchema.cast({ words: 'cracked ada lid' }) as MailSearchQuery)).rows
        .length;
    expect(await found()).toBe(0);
    while (await wordSome(app.db));
    expect(await found()).toBe(1);
    expect(await app.mail(other).row(id)).toEqual(before);
    for await (const _ of rebuildAll(app.db)) void _;
    expect(await app.mail(other).row(id)).toEqual(before);
    expect(await found()).toBe(1);
  });
});
