import type { CDPSession, Page } from '@playwright/test';
import { inBrowser } from './browser';
import { print, spread } from './measure';

const LETTER = 20_000;
const CUES = 2_000;
const SLIPS = 500;
const KEYS = 150;
const MEGABYTE = 1_000_000;

const EMPTY = { type: 'doc', content: [{ type: 'paragraph' }] };
const SENTENCE = 'I looked at it on Tuesday and can say this much, as the room was warm and dry when I came by. ';

/** A number in letters. */
const letters = (i: number) => [...i.toString(26)].map((c) => String.fromCharCode(97 + parseInt(c, 26))).join('');

/** Milliseconds of script so far, in the page. */
async function scriptTime(session: CDPSession): Promise<number> {
  const { metrics } = await session.send('Performance.getMetrics');
  return metrics.find(({ name }) => name === 'ScriptDuration')!.value * 1000;
}

/** The script that runs for each of so many keys, what is put off until later included. */
async function typed(page: Page, session: CDPSession, count: number): Promise<number[]> {
  const times: number[] = [];
  for (let i = 0; i < count; i++) {
    const before = await scriptTime(session);
    await page.keyboard.press(i % 6 === 5 ? 'Space' : 'abcde'[i % 5]!);
    await page.waitForTimeout(60);
    times.push((await scriptTime(session)) - before);
  }
  return times;
}

/** Milliseconds from a sign put in to the frame that shows it, for each of so many. */
async function painted(page: Page, count: number): Promise<number[]> {
  const times: number[] = [];
  for (let i = 0; i < count; i++) {
    const time = await page.evaluate(
      () =>
        new Promise<number>((resolve) => {
          const start = performance.now();
          document.execCommand('insertText', false, 'a');
          // What follows a frame's callbacks as a task of its own follows its painting.
          requestAnimationFrame(() => setTimeout(() => resolve(performance.now() - start)));
        }),
    );
    times.push(time);
    await page.waitForTimeout(200);
  }
  return times;
}

/**
 * The script of a key in a letter of 20 KB with everything on that watches over it: cues, slips and the last look, whose
 * work is done in a worker; beside the same letter with all of it off. And of a key where a megabyte was pasted before.
 */
export async function benchHand(databaseUrl: string): Promise<void> {
  await inBrowser(databaseUrl, 'hand', async (page) => {
    for (let i = 0; i < CUES; i++) {
      const note = { name: `Note ${i}`, cue: `q${i.toString(36)}z`, subject: EMPTY, body: EMPTY };
      await page.request.post('/api/notes', { data: note });
    }
    const lines = Array.from({ length: Math.round(LETTER / SENTENCE.length / 4) }, () => ({
      type: 'paragraph',
      content: [{ type: 'text', text: SENTENCE.repeat(4).trim() }],
    }));
    const session = await page.context().newCDPSession(page);
    await session.send('Performance.enable');
    const letter = page.getByRole('textbox', { name: 'Your reply' });

    async function open(content: object[]): Promise<void> {
      const begun = await (await page.request.post('/api/drafts', { data: { mode: 'new' } })).json();
      const body = { type: 'doc', content };
      await page.request.put(`/api/drafts/${begun.id}`, { data: { ...begun, body } });
      await page.goto(`/?draft=${begun.id}`);
      await letter.waitFor();
      await page.waitForTimeout(3_500);
      await letter.press('Control+End');
    }
    async function set(part: object): Promise<void> {
      const settings = await (await page.request.get('/api/settings')).json();
      const answer = await page.request.put('/api/settings', { data: { ...settings, ...part } });
      if (!answer.ok()) throw new Error(await answer.text());
    }

    await set({ cues: 'off', slips: [] });
    await open(lines);
    const off = spread(await typed(page, session, KEYS));
    const slips = Array.from({ length: SLIPS }, (_, i) => ({ slip: `x${letters(i)}q`, meant: 'word', off: false }));
    await set({ cues: 'ended', slips });
    await open(lines);
    const times = await typed(page, session, KEYS);
    const on = spread(times);
    print({
      name: 'hand: script of a key, cues, slips and last look on',
      size: LETTER,
      ...on,
      worst: Number(Math.max(...times).toFixed(1)),
      ratio: Number((on.median / off.median).toFixed(2)),
    });
    print({ name: 'hand: the same with cues and slips off', size: LETTER, ...off, yardstick: true });

    await open([{ type: 'paragraph' }]);
    await page.evaluate(
      (text) => {
        const data = new DataTransfer();
        data.setData('text/plain', text);
        const event = new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true });
        document.activeElement!.dispatchEvent(event);
      },
      `${SENTENCE}\n`.repeat(Math.round(MEGABYTE / SENTENCE.length)),
    );
    await page.waitForTimeout(5_000);
    print({
      name: 'hand: from a key to its painting behind a megabyte pasted',
      size: MEGABYTE,
      ...spread(await painted(page, 20)),
    });
    const large = await typed(page, session, 20);
    print({ name: 'hand: script of a key behind a megabyte pasted', size: MEGABYTE, ...spread(large) });
  });
}
