import { beforeAll, describe, expect, it } from 'vitest';
import type { Draft } from '#shared/types/wire';
import { emptyNote } from '#shared/schemas/note';
import { docFromText, parseDoc } from '#core/note/schema';
import { toText } from '#core/note/text';
import { withEdit } from '#core/edits/apply';
import { newAccount, openTestApplication } from '../../tests/application';
import { changeSettings, readSettings } from './accounts';
import type { Application } from './application';
import { learnEdits } from './edits';
import { changeNote, keepNote, readNote } from './notes';
import { removePerson } from './people';
import { forgetRepeated } from './repeated';
import { readTending, setTendingLeft } from './tending';
import { tendingKey } from '#core/tending/key';

let app: Application;
beforeAll(async () => (app = await openTestApplication()));

const WORDS = 'I can come on Monday at nine. Please leave the gate open and clear the lid of the piano.';
const EDITED = WORDS.replace('nine', 'half past eight');
let count = 0;

async function writer() {
  const { id: owner, address } = await newAccount(app);
  const { id, version } = await keepNote(app, owner, { ...emptyNote('Visit'), body: docFromText(WORDS) });
  const send = async (text: string, noteVersion = version, to = 'Ada Marsh <ada@c.example>') => {
    const head = `From: ${address}\r\nTo: ${to}\r\nMessage-ID: <e${++count}@x.example>\r\n`;
    const { id: message } = await app.mail(owner).append('sent', Buffer.from(`${head}\r\n${text}\r\n`));
    const fills = { one: { note: id, noteVersion, blanks: [], answers: {}, passages: {} } };
    const box = { name: '', address: /<(.*)>/.exec(to)![1]! };
    await learnEdits(app, owner, { to: [box], fills, body: docFromText(text) } as unknown as Draft, message);
    return message;
  };
  const learnt = async () =>
    (await readTending(app, owner)).flatMap((one) => (one.kind === 'learnt-edit' ? [one] : []));
  return { owner, note: id, version, send, learnt };
}

describe('what is changed again and again in a note', () => {
  it('is proposed from the third letter on, with its letters, and is gone when it was made', async () => {
    const { owner, note, send, learnt } = await writer();
    await send(EDITED);
    await send(WORDS);
    await send(EDITED);
    expect(await learnt()).toEqual([]);
    const last = await send(EDITED);
    const [one] = await learnt();
    expect(one).toMatchObject({
      note,
      edit: { kind: 'change', before: 'nine', after: ['half past eight'], count: 3, of: 4 },
    });
    expect(one!.letters).toHaveLength(3);
    expect(one!.letters[0]).toMatchObject({ message: last, to: 'Ada Marsh' });

    const now = await readNote(app, owner, note);
    const body = withEdit(parseDoc(now.body), one!.edit)!;
    expect(toText(body)).toBe(EDITED);
    await changeNote(app, owner, note, { ...now, body: body.toJSON() as never });
    expect(await learnt()).toEqual([]);
  });

  it('is left as it is when that is wanted', async () => {
    const { owner, send, learnt } = await writer();
    for (let i = 0; i < 3; i++) await send(EDITED);
    const [one] = await learnt();
    await setTendingLeft(app, owner, tendingKey(one!), true);
    expect(await learnt()).toEqual([]);
    await setTendingLeft(app, owner, tendingKey(one!), false);
    expect(await learnt()).toHaveLength(1);
  });

  it('is not learnt from a note that was changed since it was put in', async () => {
    const { owner, version, send } = await writer();
    await send(EDITED, version + 7);
    expect(await app.db('note_edits').where({ owner })).toEqual([]);
  });

  it('goes with its letters, its people and its note, and when it is forgotten', async () => {
    const { owner, note, send, learnt } = await writer();
    const rows = () => app.db('note_edits').where({ owner });
    const sent = await send(EDITED);
    for (let i = 0; i < 3; i++) await send(EDITED, undefined, 'Malik <malik@c.example>');
    await app.db('messages').where({ id: sent }).delete();
    expect(await rows()).toHaveLength(3);
    await app.db('messages').where({ owner }).limit(1).update({ folder: 'trash' });
    expect(await learnt()).toEqual([]);
    const malik = await app.db('people').where({ owner, address_key: 'malik@c.example' }).first('id', 'version');
    for await (const told of removePerson(app, owner, malik.id, { version: malik.version, messages: false })) void told;
    expect(await rows()).toEqual([]);
    await send(EDITED);
    expect((await forgetRepeated(app, owner)).forgotten).toBe(1);
    await send(EDITED);
    await app.db('notes').where({ id: note }).delete();
    expect(await rows()).toEqual([]);
  });

  it('is kept of the latest twenty letters of a note', async () => {
    const { owner, send } = await writer();
    for (let i = 0; i < 25; i++) await send(WORDS);
    expect((await app.db('note_edits').where({ owner })).length).toBeLessThanOrEqual(21);
  });

  it('is not learnt where that is switched off', async () => {
    const { owner, send } = await writer();
    await changeSettings(app, owner, { ...(await readSettings(app, owner)), knows: ['offers'] });
    await send(EDITED);
    expect(await app.db('note_edits').where({ owner })).toEqual([]);
  });
});
