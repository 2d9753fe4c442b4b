import { beforeAll, describe, expect, it } from 'vitest';
import { emptyNote } from '#shared/schemas/note';
import { newAccount, openTestApplication } from '../../tests/application';
import { changeSettings, readSettings } from './accounts';
import type { Application } from './application';
import { forgetAll, learnTaken, readPast, settleTaken } from './knowing';
import { keepNote, noteUsed, readNote } from './notes';
import { removePerson } from './people';
import { addMeasured, fixedLength, forgetTimeBack, readTimeBack } from './timeBack';
import { readTending, setTendingLeft } from './tending';
import { tendingKey } from '#core/tending/key';

let app: Application;
beforeAll(async () => (app = await openTestApplication()));

let count = 0;
const page = { at: 0, message: '', note: '', limit: 2_000 };
const paragraph = (text: string) => ({
  type: 'doc' as const,
  content: [{ type: 'paragraph', content: [{ type: 'text', text }] }],
});

/** Somebody with two notes and a message. */
async function desk(text = 'Could you tell me what a tuning costs?') {
  const { id: owner, address } = await newAccount(app);
  const note = (name: string, body: string) => keepNote(app, owner, { ...emptyNote(), name, body: paragraph(body) });
  const price = await note('Prices', 'A tuning costs eighty-five pounds.');
  const other = await note('Moving', 'Leave the carrying to people who do it every day.');
  const come = async (text: string, inReplyTo = '') => {
    const id = `<k${++count}@x.example>`;
    const head = `From: Ada <ada@c.example>\r\nTo: ${address}\r\nSubject: Tuning\r\nMessage-ID: ${id}\r\n${inReplyTo && `In-Reply-To: ${inReplyTo}\r\n`}`;
    const raw = Buffer.from(`${head}Content-Type: text/plain; charset=utf-8\r\n\r\n${text}\r\n`);
    return app.mail(owner).append('inbox', raw);
  };
  const message = await come(text);
  return { owner, price: price.id, other: other.id, message: message.id, come };
}
const brief = (past: Awaited<ReturnType<typeof readPast>>) =>
  past.map(({ note, taken }) => ({ note, taken })).sort((a, b) => (a.note < b.note ? -1 : 1));

describe('what is learnt from answers', () => {
  it('is the note that was put in, and those offered and passed over, with the words of what was asked', async () => {
    const { owner, price, other, message } = await desk();
    await noteUsed(app, owner, price, {
      person: 'ada@c.example',
      words: [],
      messageId: message,
      offered: [price, other],
    });
    const past = await readPast(app, owner, page);
    expect(brief(past)).toEqual(
      [
        { note: price, taken: true },
        { note: other, taken: false },
      ].sort((a, b) => (a.note < b.note ? -1 : 1)),
    );
    expect(past[0]).toMatchObject({ person: 'ada@c.example', isLater: false, message });
    expect(past[0]!.asked).toEqual(expect.arrayContaining(['tuning', 'costs']));
  });

  it('is of several questions the one that the note was put in for', async () => {
    const { owner, price, other, message } = await desk('What does a tuning cost? And who moves pianos?');
    const use = { person: 'ada@c.example', words: [], messageId: message };
    await noteUsed(app, owner, price, { ...use, offered: [other], asks: [0] });
    await noteUsed(app, owner, other, { ...use, offered: [], asks: [1] });
    const past = await readPast(app, owner, page);
    const asked = new Map(past.map(({ note, asked }) => [note, asked]));
    expect(asked.get(price)).toContain('tuning');
    expect(asked.get(price)).not.toContain('pianos');
    expect(asked.get(other)).toContain('pianos');
    expect(asked.get(other)).not.toContain('tuning');
    expect(past.every(({ taken }) => taken)).toBe(true);
  });

  it('is put right when the answer leaves: what was taken out again was passed over', async () => {
    const { owner, price, other, message } = await desk();
    await learnTaken(app, owner, message, [price], []);
    const draft = {
      mode: 'reply',
      originalId: message,
      fills: { one: { note: other, blanks: [], answers: {}, passages: {} } },
    };
    await settleTaken(app, app.db, owner, draft as never);
    expect(brief(await readPast(app, owner, page))).toEqual(
      [
        { note: price, taken: false },
        { note: other, taken: true },
      ].sort((a, b) => (a.note < b.note ? -1 : 1)),
    );
  });

  it('keeps every note that is in the answer when it leaves', async () => {
    const { owner, price, other, message } = await desk();
    await learnTaken(app, owner, message, [price, other], []);
    const fill = (note: string) => ({ note, blanks: [], answers: {}, passages: {} });
    const draft = { mode: 'reply', originalId: message, fills: { one: fill(price), two: fill(other) } };
    await settleTaken(app, app.db, owner, draft as never);
    expect(brief(await readPast(app, owner, page)).map(({ taken }) => taken)).toEqual([true, true]);
    await settleTaken(app, app.db, owner, { ...draft, fills: {} } as never);
    expect(brief(await readPast(app, owner, page)).map(({ taken }) => taken)).toEqual([false, false]);
  });

  it('goes with the message and with the note, is read in pages, and is forgotten when asked', async () => {
    const { owner, price, other, message, come } = await desk();
    const second = (await come('How much is a tuning?')).id;
    await learnTaken(app, owner, message, [price], [other]);
    await learnTaken(app, owner, second, [price], []);
    const first = await readPast(app, owner, { ...page, limit: 2 });
    const last = first.at(-1)!;
    const rest = await readPast(app, owner, { ...page, at: last.at, message: last.message, note: last.note });
    expect([first.length, rest.length]).toEqual([2, 1]);
    await app.db('messages').where({ id: second }).delete();
    expect(await readPast(app, owner, page)).toHaveLength(2);
    await app.db('notes').where({ id: other }).delete();
    expect(brief(await readPast(app, owner, page))).toEqual([{ note: price, taken: true }]);
    expect(await forgetAll(app, owner)).toEqual({ forgotten: 1 });
    expect(await readPast(app, owner, page)).toEqual([]);
  });

  it('goes with whoever is deleted, and says nothing while its message is in the trash', async () => {
    const { owner, price, message } = await desk();
    const use = { person: 'ada@c.example', words: [], messageId: message, offered: [] };
    await noteUsed(app, owner, price, use);
    await app.mail(owner).change(message, { folder: 'trash' });
    expect(await readPast(app, owner, page)).toEqual([]);
    await app.mail(owner).change(message, { folder: 'inbox' });
    expect(await readPast(app, owner, page)).toHaveLength(1);
    const ada = await app.db('people').where({ owner, address_key: 'ada@c.example' }).first('id', 'version');
    for await (const told of removePerson(app, owner, ada.id, { version: ada.version, messages: false })) void told;
    expect(await readPast(app, owner, page)).toEqual([]);
    const back = await readTimeBack(app, owner, { weeks: 4 });
    expect(back.people).toEqual([]);
    expect(back.notes.map(({ uses }) => uses)).toEqual([1]);
  });

  it('is nothing for anybody else, and nothing where it is switched off', async () => {
    const { owner, price, message } = await desk();
    const stranger = await newAccount(app);
    await learnTaken(app, stranger.id, message, [price], []);
    expect(await readPast(app, stranger.id, page)).toEqual([]);
    await changeSettings(app, owner, { ...(await readSettings(app, owner)), knows: ['questions'] });
    await noteUsed(app, owner, price, { person: '', words: [], messageId: message, offered: [] });
    expect(await app.db('past_answers').where({ owner })).toEqual([]);
    expect(await app.db('note_log').where({ owner })).toEqual([]);
    expect((await readNote(app, owner, price)).used).toBe(1);
  });
});

describe('time back', () => {
  it('counts uses with their fixed wording, time spent, and how long somebody waited', async () => {
    const { owner, price, come } = await desk();
    await noteUsed(app, owner, price, { person: 'Ada@C.example', words: [] });
    await noteUsed(app, owner, price, { person: '', words: [] });
    await addMeasured(app, owner, { kind: 'library', milliseconds: 120_000, characters: 0 });
    await addMeasured(app, owner, { kind: 'typing', milliseconds: 60_000, characters: 200 });
    await addMeasured(app, owner, { kind: 'typing', milliseconds: 60_000, characters: 300 });
    const asked = await come('And on Sunday?');
    const id = (await app.db('messages').where({ id: asked.id }).first('message_id')).message_id;
    await app
      .db('messages')
      .where({ id: asked.id })
      .update({ received_at: app.now() - 7_200_000 });
    const raw = `From: me@x.example\r\nTo: ada@c.example\r\nSubject: Re: Tuning\r\nMessage-ID: <a${count}@x.example>\r\nIn-Reply-To: ${id}\r\nReferences: ${id}\r\n\r\nNo.\r\n`;
    await app.mail(owner).append('sent', Buffer.from(raw));

    const back = await readTimeBack(app, owner, { weeks: 4 });
    const length = 'A tuning costs eighty-five pounds.'.length;
    expect(back.weeks).toHaveLength(4);
    const now = back.weeks.at(-1)!;
    expect(now).toMatchObject({ uses: 2, characters: 2 * length, library: 2, answers: 1 });
    expect(now.median! / 3_600_000).toBeCloseTo(2, 1);
    expect(back.weeks[0]).toMatchObject({ uses: 0, answers: 0, median: null });
    expect(back.notes).toEqual([{ id: price, name: 'Prices', shelfId: null, uses: 2, characters: 2 * length }]);
    expect(back.people.map(({ address, uses }) => [address, uses])).toEqual([['ada@c.example', 1]]);
    expect(back.typing).toEqual({ characters: 500, milliseconds: 120_000 });

    // What a note saved stays counted when it is gone.
    await app.db('notes').where({ id: price }).delete();
    expect((await readTimeBack(app, owner, { weeks: 4 })).notes).toEqual([
      { id: '', name: '', shelfId: null, uses: 2, characters: 2 * length },
    ]);
    expect(await forgetTimeBack(app, owner)).toEqual({ forgotten: 2 });
    expect((await readTimeBack(app, owner, { weeks: 4 })).weeks.at(-1)).toMatchObject({ uses: 0, library: 0 });
  });

  it('counts the wording without the blanks', () => {
    expect(fixedLength('Dear [first name], at [time].')).toBe('Dear , at .'.length);
  });
});

describe('tending', () => {
  it('names what is over and what goes together, until it is left as it is', async () => {
    const { owner, price, other, come } = await desk();
    const old = await keepNote(app, owner, {
      ...emptyNote(),
      name: 'Closed',
      body: paragraph('Closed until 3 January 2021.'),
    });
    for (let i = 0; i < 4; i++) {
      await learnTaken(app, owner, (await come(`Question ${i}?`)).id, [price, other], []);
      await noteUsed(app, owner, price, { person: '', words: [] });
    }
    const found = await readTending(app, owner);
    expect(found).toEqual(
      expect.arrayContaining([
        { kind: 'day-over', note: old.id, day: '2021-01-03' },
        expect.objectContaining({ kind: 'goes-with', count: 4 }),
      ]),
    );
    const [first] = found;
    await setTendingLeft(app, owner, tendingKey(first!), true);
    expect(await readTending(app, owner)).toEqual(found.slice(1));
    await setTendingLeft(app, owner, tendingKey(first!), false);
    expect(await readTending(app, owner)).toEqual(found);
    expect(await readTending(app, (await newAccount(app)).id)).toEqual([]);
  });
});
