import { beforeAll, describe, expect, it } from 'vitest';
import { emptyNote } from '#shared/schemas/note';
import { docFromText } from '#core/note/schema';
import { newAccount, openTestApplication, plainPasswords } from '../../tests/application';
import { filesKnown } from '../db/repositories/files';
import type { Application } from './application';
import { loadDemoOnce } from './demo';
import { storeFile } from './files';
import { changeNote, keepNote, readNotes } from './notes';
import { tidyUp } from './tidy';

let app: Application;
beforeAll(async () => {
  app = await openTestApplication();
});
const DAY = 86_400_000;

describe('files that nothing names', () => {
  it('go after a day, while those stay that a note, a former wording or a draft of their owner names', async () => {
    const { id: owner } = await newAccount(app);
    const { id: other } = await newAccount(app);
    const store = (who: string, text: string) =>
      storeFile(app, who, { name: `${text}.txt`, type: 'text/plain', content: Buffer.from(text) });
    const files = await Promise.all(Array.from({ length: 230 }, (_, i) => store(owner, `file ${i}`)));
    const note = await keepNote(app, owner, { ...emptyNote('With files'), attachments: files.slice(0, 40) });
    await changeNote(app, owner, note.id, { ...note, body: docFromText('New.'), attachments: files.slice(5, 40) });
    // The same file of somebody else's is named by nothing of theirs.
    await store(other, 'file 7');
    const later: Application = { ...app, now: () => Date.now() + 2 * DAY };
    await tidyUp(later);
    const known = await filesKnown(
      app.db,
      owner,
      files.map(({ file }) => file),
    );
    expect([...known.keys()].sort()).toEqual(
      files
        .slice(0, 40)
        .map(({ file }) => file)
        .sort(),
    );
    expect(await app.db('files').where({ owner: other })).toEqual([]);
    // What is named is not looked for again within the day.
    expect(
      await app
        .db('files')
        .where({ owner })
        .where('created_at', '<', Date.now() + DAY),
    ).toEqual([]);
  });
});

describe('the demo', () => {
  it('is there whole or not at all, and comes whole after it was cut off', async () => {
    await app.db.raw(
      "CREATE TRIGGER cut_off BEFORE INSERT ON work_time FOR EACH ROW SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'cut off'",
    );
    await expect(loadDemoOnce(app, plainPasswords)).rejects.toThrow('cut off');
    expect(await app.db('accounts').where({ demo: true })).toEqual([]);
    expect(await app.db('messages')).toEqual([]);
    await app.db.raw('DROP TRIGGER cut_off');
    await Promise.all([loadDemoOnce(app, plainPasswords), loadDemoOnce(app, plainPasswords)]);
    const [demo] = await app.db('accounts').where({ demo: true });
    expect((await readNotes(app, demo.id)).length).toBeGreaterThan(15);
    expect(await app.db('work_time').where({ owner: demo.id })).not.toEqual([]);
  });
});
