import { beforeAll, describe, expect, it } from 'vitest';
import { docFromText } from '#core/note/schema';
import { textOfParts } from '#core/repeated/varying';
import { emptyNote } from '#shared/schemas/note';
import { newAccount, openTestApplication } from '../../tests/application';
import { changeSettings, readSettings } from './accounts';
import type { Application } from './application';
import { deleteNotes, keepNote } from './notes';
import { removePerson } from './people';
import {
  changeWording,
  forgetRepeated,
  readAllAnew,
  readRepeated,
  readSomeLetters,
  readTypedBefore,
  readWording,
} from './repeated';
import { tidyUp } from './tidy';

let app: Application;
beforeAll(async () => (app = await openTestApplication()));

let count = 0;
const advice = (room: string, weeks: string) =>
  `Please keep the ${room} between forty and sixty per cent of humidity, and let the piano stand there for ${weeks} weeks before I come.`;

/** Somebody who has sent letters, all of them looked through. */
async function writer(texts: string[]) {
  const { id: owner, address } = await newAccount(app);
  const send = async (text: string, to = `Ada Marsh <ada${++count}@c.example>`) => {
    const head = `From: ${address}\r\nTo: ${to}\r\nSubject: Your piano\r\nMessage-ID: <w${++count}@x.example>\r\nDate: Mon, 02 Mar 2026 10:00:${String(count % 60).padStart(2, '0')} +0000\r\n`;
    const body = `Dear Ada,\r\n\r\n${text}\r\n\r\nWith kind regards\r\nWren\r\n\r\n> Please keep the hall as it was quoted here, again and again in each letter.\r\n`;
    const sent = await app
      .mail(owner)
      .append('sent', Buffer.from(`${head}Content-Type: text/plain; charset=utf-8\r\n\r\n${body}`));
    await readAll();
    return sent.id;
  };
  const ids: string[] = [];
  for (const text of texts) ids.push(await send(text));
  return { owner, ids, send };
}
async function readAll() {
  while (await readSomeLetters(app));
}
const three = () => [advice('parlour', 'three'), advice('hall', 'two'), advice('classroom', 'three')];

describe('what is written again and again', () => {
  it('is told from the third letter on, with what changes in it', async () => {
    const { owner, send } = await writer(three().slice(0, 2));
    expect((await readRepeated(app, owner)).wordings).toEqual([]);
    expect(await readTypedBefore(app, owner)).toMatchObject([{ count: 2, text: advice('hall', 'two') }]);
    await send(advice('classroom', 'three'));
    const { wordings, toRead } = await readRepeated(app, owner);
    expect(toRead).toBe(0);
    expect(wordings).toMatchObject([{ count: 3 }]);
    expect(textOfParts(wordings[0]!.parts)).toBe(
      'Please keep the [classroom] between forty and sixty per cent of humidity, and let the piano stand there for [three] weeks before I come.',
    );
  });

  it('shows its letters, the latest first', async () => {
    const { owner, ids } = await writer(three());
    const [{ id } = { id: '' }] = (await readRepeated(app, owner)).wordings;
    const wording = await readWording(app, owner, id);
    expect(wording.letters.map(({ message }) => message)).toEqual([...ids].reverse());
    expect(wording.letters[0]).toMatchObject({ text: advice('classroom', 'three'), to: { name: 'Ada Marsh' } });
  });

  it('is nothing that stands in a note, or stood in one that was put into letters', async () => {
    const { owner } = await writer(three());
    const body = docFromText(advice('[room]', '[number]'));
    const note = await keepNote(app, owner, { ...emptyNote(), name: 'Climate', body });
    expect((await readRepeated(app, owner)).wordings).toEqual([]);
    await deleteNotes(app, owner, [note.id]);
    expect((await readRepeated(app, owner)).wordings).toHaveLength(1);
    await app.db('notes').where({ owner }).update({ used: 1 });
    expect((await readRepeated(app, owner)).wordings).toEqual([]);
  });

  it('is not asked about again when it was kept or is not wanted, until that is undone', async () => {
    const { owner } = await writer(three());
    const [{ id } = { id: '' }] = (await readRepeated(app, owner)).wordings;
    await changeWording(app, owner, id, 'left');
    await changeWording(app, owner, id, 'left');
    expect((await readRepeated(app, owner)).wordings).toEqual([]);
    expect(await readTypedBefore(app, owner)).toEqual([]);
    await changeWording(app, owner, id, 'open');
    expect((await readRepeated(app, owner)).wordings).toHaveLength(1);
    await expect(changeWording(app, owner, '0'.repeat(26), 'left')).rejects.toMatchObject({ status: 404 });
  });

  it("is one account's alone", async () => {
    const { owner } = await writer(three());
    const other = await newAccount(app);
    const [{ id } = { id: '' }] = (await readRepeated(app, owner)).wordings;
    await expect(readWording(app, other.id, id)).rejects.toMatchObject({ status: 404 });
    await expect(changeWording(app, other.id, id, 'left')).rejects.toMatchObject({ status: 404 });
    expect((await readRepeated(app, other.id)).wordings).toEqual([]);
  });

  it('goes with the letters and the people it comes from', async () => {
    const { owner, ids, send } = await writer(three());
    await app.db('messages').where({ owner, id: ids[0] }).delete();
    expect((await readRepeated(app, owner)).wordings).toEqual([]);
    await send(advice('vestry', 'four'), 'Malik <malik@c.example>');
    expect((await readRepeated(app, owner)).wordings).toHaveLength(1);
    const malik = await app.db('people').where({ owner, address_key: 'malik@c.example' }).first('id', 'version');
    const how = { version: malik.version, messages: false };
    for await (const told of removePerson(app, owner, malik.id, how)) void told;
    expect((await readRepeated(app, owner)).wordings).toEqual([]);
    await app.db('messages').where({ owner }).delete();
    await tidyUp(app);
    expect(await app.db('wordings').where({ owner })).toEqual([]);
    expect(await app.db('wording_keys').whereNotIn('wording_id', app.db('wordings').select('id'))).toEqual([]);
  });

  it('does not count what was thrown away', async () => {
    const { owner, ids } = await writer(three());
    await app.db('messages').where({ owner, id: ids[0] }).update({ folder: 'trash' });
    expect((await readRepeated(app, owner)).wordings).toEqual([]);
  });

  it('can be forgotten, and looked for anew', async () => {
    const { owner } = await writer(three());
    expect((await forgetRepeated(app, owner)).forgotten).toBeGreaterThan(0);
    await readAll();
    expect((await readRepeated(app, owner)).wordings).toEqual([]);
    await readAllAnew(app, owner);
    expect((await readRepeated(app, owner)).toRead).toBe(3);
    await readAll();
    expect((await readRepeated(app, owner)).wordings).toHaveLength(1);
  });

  it('is not looked for where that is switched off', async () => {
    const { owner, send } = await writer([]);
    await changeSettings(app, owner, { ...(await readSettings(app, owner)), knows: ['offers'] });
    for (const text of three()) await send(text);
    expect(await app.db('wordings').where({ owner })).toEqual([]);
    expect(await readRepeated(app, owner)).toEqual({ wordings: [], toRead: 0 });
    expect(await readTypedBefore(app, owner)).toEqual([]);
  });
});
