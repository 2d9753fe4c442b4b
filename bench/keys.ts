import type { Page } from '@playwright/test';
import { inBrowser } from './browser';
import { print, spread } from './measure';

const QUESTIONS = 30;
const LETTER = 20_000;
const KEYS = 80;

const text = (words: string) => ({ type: 'text', text: words });
const SENTENCE = 'I looked at it on my last round and can say this much today, as the room was warm and dry. ';

/** Keeps for each key the milliseconds from the event until the frame that shows it was handed over. */
const WATCH = `
  window.keyTimes = [];
  addEventListener('keydown', (event) => {
    requestAnimationFrame(() => {
      const channel = new MessageChannel();
      channel.port1.onmessage = () => window.keyTimes.push(performance.now() - event.timeStamp);
      channel.port2.postMessage(0);
    });
    window.lastKey = event.timeStamp;
  }, true);
`;

/** Keeps for each key in the fill list the milliseconds until the frame that shows the letter with it. */
const WATCH_LETTER = `
  window.letterTimes = [];
  new MutationObserver(() => {
    const since = window.lastKey;
    window.lastKey = 0;
    if (since) requestAnimationFrame(() => window.letterTimes.push(performance.now() - since));
  }).observe(document.querySelector('.letter[contenteditable]'), { subtree: true, childList: true, characterData: true });
`;

/** A fast typist: eighty words a minute are a key each 150 milliseconds. */
async function typed(page: Page, wait = 150): Promise<{ median: number; p95: number }> {
  await page.evaluate('window.keyTimes = []');
  for (let i = 0; i < KEYS; i++) {
    await page.keyboard.press('abcdefgh'[i % 8]!);
    await page.waitForTimeout(wait);
  }
  const times = (await page.evaluate('window.keyTimes')) as number[];
  if (times.length < KEYS) throw new Error(`Only ${times.length} of ${KEYS} keys were painted.`);
  return spread(times);
}

/**
 * From the key until it is painted, in a letter of 20 KB with 30 questions, beside a bare editable field that holds the same
 * letter and nothing else; as fast as the machine is, and slowed four times.
 */
export async function benchKeys(databaseUrl: string): Promise<void> {
  await inBrowser(databaseUrl, 'keys', async (page) => {
    const words = SENTENCE.repeat(Math.round(LETTER / QUESTIONS / SENTENCE.length));
    const paragraphs = Array.from({ length: QUESTIONS }, (_, i) => ({
      type: 'paragraph',
      content: [text(words), { type: 'blank', attrs: { label: `question ${i}`, kind: 'text', options: {} } }],
    }));
    const empty = { type: 'doc', content: [{ type: 'paragraph' }] };
    const body = { type: 'doc', content: paragraphs };
    await page.request.post('/api/notes', { data: { name: 'Large', subject: empty, body, pinned: true } });
    await page.goto('/');
    await page.getByRole('button', { name: 'New message' }).click();
    await page.getByRole('button', { name: 'Large' }).click();
    await page.getByLabel('question 0', { exact: true }).waitFor();
    await page.getByText('Saved', { exact: true }).waitFor();
    await page.evaluate(WATCH);
    await page.evaluate(WATCH_LETTER);
    const session = await page.context().newCDPSession(page);

    const bare = await page.context().newPage();
    const html = paragraphs.map(() => `<p>${words}</p>`).join('');
    await bare.setContent(`<div contenteditable style="font: 16px serif; width: 600px">${html}</div>`);
    await bare.evaluate(WATCH);
    const bareSession = await bare.context().newCDPSession(bare);

    for (const rate of [1, 4]) {
      const slowed = rate > 1 ? `, slowed ${rate} times` : '';
      await bare.bringToFront();
      await bareSession.send('Emulation.setCPUThrottlingRate', { rate });
      await bare.locator('[contenteditable]').click();
      const yard = await typed(bare);
      await page.bringToFront();
      await session.send('Emulation.setCPUThrottlingRate', { rate });
      await page.getByLabel('question 12', { exact: true }).focus();
      await page.evaluate('window.letterTimes = []');
      const list = await typed(page);
      const followed = (await page.evaluate('window.letterTimes')) as number[];
      if (followed.length < KEYS) throw new Error(`The letter followed ${followed.length} of ${KEYS} keys.`);
      await page.getByRole('textbox', { name: 'Your reply' }).press('Control+Home');
      const letter = await typed(page);
      const ratio = (times: typeof yard) => ({
        ratio: Number((times.median / yard.median).toFixed(2)),
        ratio_p95: Number((times.p95 / yard.p95).toFixed(2)),
      });
      print({ name: `keys: in the fill list${slowed}`, size: LETTER, ...list, ...ratio(list) });
      print({ name: `keys: the letter follows the fill list${slowed}`, size: LETTER, ...spread(followed) });
      print({ name: `keys: in the letter${slowed}`, size: LETTER, ...letter, ...ratio(letter) });
      print({ name: `keys: in a bare editable field${slowed}`, size: LETTER, ...yard, yardstick: true });
    }
  });
}
