import { beforeAll, expect, it } from 'vitest';
import { phrase } from '#core/text/phrase';
import { newAccount, openTestApplication } from '../../tests/application';
import { bring, bundleOf, note, run } from '../../tests/carrying';
import { LETTER } from '../../tests/sending';
import type { Application } from './application';
import { importMessages } from './messages';
import { readNotes } from './notes';
import { fullDisk, KEPT_FREE } from './room';

let app: Application;
beforeAll(async () => {
  app = await openTestApplication();
});

it('a disk is full before nothing is left of it, and one that nobody can ask about never is', async () => {
  expect(await fullDisk('/data', async () => KEPT_FREE)).toBeNull();
  expect(await fullDisk('/data', async () => KEPT_FREE - 1)).toMatchObject({ code: 'error.diskFull' });
  expect(await fullDisk('/data', () => Promise.reject(new Error('gone')))).toBeNull();
  expect(await fullDisk('', async () => 0)).toBeNull();
});

it('an import ends before the disk is full, says so, and goes on behind what it took', async () => {
  const { id: owner } = await newAccount(app);
  const notes = Array.from({ length: 350 }, (_, i) => note(`Note ${i}`));
  const { id } = await bring(app, owner, [['a.json', bundleOf({ notes })]]);
  let left = 2;
  const filling: Application = { ...app, fullDisk: async () => (left-- > 0 ? null : phrase('error.diskFull')) };
  const { steps } = await run(filling, owner, id);
  expect(steps.at(-1)).toMatchObject({ finished: true, problem: { code: 'error.diskFull' }, done: 200 });
  expect(await readNotes(app, owner)).toHaveLength(200);
  expect((await run(app, owner, id)).steps.at(-1)).toMatchObject({ finished: true, problem: null });
  expect(await readNotes(app, owner)).toHaveLength(350);
});

it('messages are taken in no further than there is room for', async () => {
  const { id: owner } = await newAccount(app);
  const box = `From a@x.example Fri Jun 23 02:56:55 2000\n${LETTER.toString()}\n`;
  async function* source() {
    yield Buffer.from(box);
  }
  const full: Application = { ...app, fullDisk: async () => phrase('error.diskFull') };
  let last;
  for await (const step of importMessages(full, owner, source())) last = step;
  expect(last).toMatchObject({ added: 0, done: true, problem: { code: 'error.diskFull' } });
});
