import { beforeAll, describe, expect, it } from 'vitest';
import { optionLink } from '#core/hands/invite';
import { newAccount, openTestApplication } from '../../tests/application';
import type { Application } from './application';
import { changeHands, judgeAnswer, keepAsked, makeHands, putAnswer, readHands, readHandsList } from './hands';
import { changeMessage, openMessage } from './messages';
import { readPerson, removePerson } from './people';

let app: Application;
beforeAll(async () => (app = await openTestApplication()));

let count = 0;
const message = (from: string, to: string, subject: string, text: string, inReplyTo = '') => ({
  id: `<hands${++count}@x.example>`,
  raw: Buffer.from(
    `From: ${from}\r\nTo: ${to}\r\nSubject: ${subject}\r\nMessage-ID: <hands${count}@x.example>\r\n${inReplyTo && `In-Reply-To: ${inReplyTo}\r\n`}Content-Type: text/plain; charset=utf-8\r\n\r\n${text}\r\n`,
  ),
});
const question = { question: 'Which day?', options: ['Tuesday', 'Wednesday', 'Friday'], several: false, lastDay: null };

/** A show of hands put to Ada and Bo with one letter. */
async function put(part: object = {}) {
  const { id: owner, address } = await newAccount(app);
  const hands = await makeHands(app, owner, { ...question, ...part });
  const letter = message(address, 'ada@c.example, bo@c.example', 'Your visit', 'Which day?');
  const sent = await app.mail(owner).append('sent', letter.raw);
  const people = ['Ada', 'Bo'].map((name) => ({ name, address: `${name.toLowerCase()}@c.example` }));
  await keepAsked(app.db, owner, [hands.code], people, sent.id);
  const came = async (from: string, text: string, subject = 'Re: Your visit', inThread = true) =>
    (await app.mail(owner).append('inbox', message(from, address, subject, text, inThread ? letter.id : '').raw)).id;
  return { owner, address, hands, sent: sent.id, came, read: () => readHands(app, owner, hands.id) };
}
const body = (link: string) => decodeURIComponent(/&body=(.*)$/.exec(link)![1]!);
const brief = ({ answers }: Awaited<ReturnType<typeof readHands>>) =>
  answers.map(({ person, options, state }) => [person.split('@')[0], options, state]);

describe('answers to a show of hands', () => {
  it('are recognised by thread and by code; what is written freely is proposed; other mail is left alone', async () => {
    const { hands, came, read, address } = await put();
    await came('Ada <ada@c.example>', body(optionLink(hands, address, 2)), `Which day? (${hands.code})`, false);
    await came('bo@c.example', 'Hello,\r\nFriday is fine.\r\n\r\n> Which day?\r\n> 1. Tuesday');
    await came('clara@c.example', 'Friday is fine for me', 'Something else', false);
    await came('Dora <dora@c.example>', `[x] 1. Tuesday\r\n\r\n${hands.code}`, 'Hello', false);
    await came('bo@c.example', 'By the way, what does it cost?');
    const page = await read();
    expect(brief(page)).toEqual([
      ['ada', [2], 'sure'],
      ['bo', [3], 'proposed'],
      ['dora', [1], 'sure'],
    ]);
    expect(page.people.map(({ name, alone }) => [name, alone])).toEqual([
      ['Ada', false],
      ['Bo', false],
    ]);
    expect(page.others.map(({ name }) => name)).toEqual(['Dora']);
    // Read once, and what comes later is read then.
    await came('bo@c.example', '[x] 1. Tuesday');
    expect(brief(await read()).at(-1)).toEqual(['bo', [1], 'sure']);
    expect(await app.db('hands_answers').where({ hands_id: hands.id })).toHaveLength(5);
  });

  it('are confirmed, put right or left out by the user, and put in by hand', async () => {
    const { owner, hands, came, read } = await put();
    await came('bo@c.example', 'Tuesday or Friday');
    const [proposed] = (await read()).answers;
    await expect(
      judgeAnswer(app, owner, hands.id, proposed!.id, { state: 'confirmed', options: [1, 3] }),
    ).rejects.toMatchObject({ status: 422 });
    const confirmed = await judgeAnswer(app, owner, hands.id, proposed!.id, { state: 'confirmed', options: [3] });
    expect(brief(confirmed)).toEqual([['bo', [3], 'confirmed']]);
    expect(brief(await judgeAnswer(app, owner, hands.id, proposed!.id, { state: 'rejected', options: [] }))).toEqual([
      ['bo', [], 'rejected'],
    ]);
    const told = await putAnswer(app, owner, hands.id, { address: 'Ada@c.example', options: [2] });
    expect(brief(told).at(-1)).toEqual(['ada', [2], 'confirmed']);
    await expect(putAnswer(app, owner, hands.id, { address: 'x@c.example', options: [1] })).rejects.toMatchObject({
      status: 404,
    });
    await expect(putAnswer(app, owner, hands.id, { address: 'ada@c.example', options: [4] })).rejects.toMatchObject({
      status: 422,
    });
  });

  it('are gone with the person they came from, also where their messages stay', async () => {
    const { owner, hands, came, read } = await put();
    await came('bo@c.example', '[x] 1. Tuesday');
    await putAnswer(app, owner, hands.id, { address: 'bo@c.example', options: [2] });
    await came('ada@c.example', '[x] 3. Friday');
    expect(brief(await read()).map(([who]) => who)).toEqual(['bo', 'bo', 'ada']);
    const bo = (await readPerson(app, owner, 'bo@c.example'))!;
    const all = { version: bo.version, messages: false };
    for await (const { problem } of removePerson(app, owner, bo.id, all)) expect(problem).toBeNull();
    const page = await read();
    expect(brief(page)).toEqual([['ada', [3], 'sure']]);
    expect([...page.people, ...page.others].map(({ name }) => name)).toEqual(['Ada']);
    expect(JSON.stringify(await app.db('hands_answers').where({ hands_id: hands.id }))).not.toContain('bo@');
  });

  it('wait for nothing where they say nothing else', async () => {
    const { hands, came, address, owner } = await put();
    const answer = body(optionLink(hands, address, 2));
    const [bare, more, other] = [
      await came('ada@c.example', `${answer}\r\n-- \r\nAda Marsh\r\n01632 960 111`),
      await came('bo@c.example', `${answer}\r\nIs there parking?`),
      await came('bo@c.example', answer.replace(hands.code, 'H-222222')),
    ];
    const waits = async (id: string) => (await app.mail(owner).row(id)).reason;
    expect([await waits(bare), await waits(more), await waits(other)]).toEqual(['counted', 'person', 'person']);
  });

  it('bring the letter back on the day after the last one, which follows that day', async () => {
    const { owner, address, hands, sent, came } = await put({ lastDay: '2026-12-04' });
    const again = async (id = sent) => (await app.mail(owner).row(id)).again;
    const over = (day: string) => ({ day, why: 'Which day?' });
    expect(await again()).toEqual(over('2026-12-05'));
    // Of several who were asked one has answered; a reminder comes back by itself no more.
    await came('ada@c.example', '[x] 1. Tuesday');
    const reminder = await app.mail(owner).append('sent', message(address, 'bo@c.example', 'Reminder', hands.code).raw);
    await keepAsked(app.db, owner, [hands.code], [{ name: 'Bo', address: 'bo@c.example' }], reminder.id);
    expect([await again(), await again(reminder.id)]).toEqual([over('2026-12-05'), null]);
    let { version } = await readHands(app, owner, hands.id);
    const change = async (lastDay: string | null, deleted = false) => {
      ({ version } = await changeHands(app, owner, hands.id, { version, lastDay, deleted }));
      return again();
    };
    expect(await change('2026-12-31')).toEqual(over('2027-01-01'));
    expect(await change(null)).toBeNull();
    expect(await change('2026-12-11')).toEqual(over('2026-12-12'));
    expect(await change('2026-12-11', true)).toBeNull();
    expect(await change('2026-12-11')).toEqual(over('2026-12-12'));
    // A day that was chosen by hand stays.
    await changeMessage(app, owner, sent, { again: { day: '2026-12-08', why: 'Ring them' } });
    expect(await change('2026-12-18')).toEqual({ day: '2026-12-08', why: 'Ring them' });
  });

  it('of one account are nothing to another', async () => {
    const { owner, hands, came, sent } = await put();
    const answer = await came('bo@c.example', '[x] 1.');
    const { id: stranger } = await newAccount(app);
    await expect(readHands(app, stranger, hands.id)).rejects.toMatchObject({ status: 404 });
    await expect(
      changeHands(app, stranger, hands.id, { version: 1, lastDay: null, deleted: true }),
    ).rejects.toMatchObject({
      status: 404,
    });
    expect(await readHandsList(app, stranger)).toEqual([]);
    for (const id of [sent, answer])
      expect((await openMessage(app, owner, id, false)).hands).toEqual({ id: hands.id, question: 'Which day?' });
  });
});

describe('a show of hands', () => {
  it('is listed once it was put, changed with its version, deleted and brought back', async () => {
    const { owner, hands } = await put();
    await makeHands(app, owner, { ...question, question: 'Never put' });
    expect((await readHandsList(app, owner)).map(({ question, asked }) => [question, asked])).toEqual([
      ['Which day?', 2],
    ]);
    const later = await changeHands(app, owner, hands.id, { version: 1, lastDay: '2026-12-05', deleted: false });
    expect(later).toMatchObject({ version: 2, lastDay: '2026-12-05' });
    await expect(
      changeHands(app, owner, hands.id, { version: 1, lastDay: null, deleted: false }),
    ).rejects.toMatchObject({ status: 409 });
    await changeHands(app, owner, hands.id, { version: 2, lastDay: null, deleted: true });
    expect(await readHandsList(app, owner)).toEqual([]);
    await expect(readHands(app, owner, hands.id)).rejects.toMatchObject({ status: 404 });
    await changeHands(app, owner, hands.id, { version: 3, lastDay: null, deleted: false });
    expect(await readHandsList(app, owner)).toHaveLength(1);
  });
});
