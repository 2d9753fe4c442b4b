import type { CDPSession, Page } from '@playwright/test';
import { inBrowser } from './browser';
import { print, spread } from './measure';

const QUESTIONS = 30;
const LETTER = 20_000;
const KEYS = 80;

const text = (words: string) => ({ type: 'text', text: words });
const SENTENCE = 'I looked at it on my last round and can say this much today, as the room was warm and dry. ';

/** Keeps for each key the milliseconds from the event until the page is free for what follows its frame. */
const WATCH = `
  window.keyTimes = [];
  addEventListener('keydown', (event) => {
    requestAnimationFrame(() => {
      const channel = new MessageChannel();
      channel.port1.onmessage = () => window.keyTimes.push(performance.now() - event.timeStamp);
      channel.port2.postMessage(0);
    });
    window.firstKey ||= event.timeStamp;
  }, true);
`;

/** Keeps for keys in the fill list the milliseconds until the frame that shows the letter with them. */
const WATCH_LETTER = `
  window.letterTimes = [];
  new MutationObserver(() => {
    const since = window.firstKey;
    window.firstKey = 0;
    if (since) requestAnimationFrame(() => window.letterTimes.push(performance.now() - since));
  }).observe(document.querySelector('.letter[contenteditable]'), { subtree: true, childList: true, characterData: true });
`;

interface TraceEvent {
  name: string;
  ph: string;
  pid: number;
  ts: number;
  id2?: { local?: string };
  args: { event_latency?: { event_type?: string } };
}

/** Milliseconds from each key until Chromium says that the frame with it was on the screen, as it traces its input. */
async function shownTimes(browser: CDPSession, work: () => Promise<void>): Promise<number[]> {
  const events: TraceEvent[] = [];
  const collect = ({ value }: { value: unknown[] }) => events.push(...(value as TraceEvent[]));
  browser.on('Tracing.dataCollected', collect);
  await browser.send('Tracing.start', {
    transferMode: 'ReportEvents',
    traceConfig: { includedCategories: ['input'] },
  });
  await work();
  const complete = new Promise<void>((done) => browser.once('Tracing.tracingComplete', () => done()));
  await browser.send('Tracing.end');
  await complete;
  browser.off('Tracing.dataCollected', collect);
  const begun = new Map<string, TraceEvent>();
  const times: number[] = [];
  for (const event of events.filter(({ name }) => name === 'EventLatency').sort((a, b) => a.ts - b.ts)) {
    const id = `${event.pid} ${event.id2?.local}`;
    if (event.ph === 'b') begun.set(id, event);
    const start = begun.get(id);
    if (event.ph === 'e' && start?.args.event_latency?.event_type === 'KEY_PRESSED') {
      times.push((event.ts - start.ts) / 1000);
    }
  }
  return times;
}

type Times = ReturnType<typeof spread>;

/** A fast typist: eighty words a minute are a key each 150 milliseconds. */
async function typed(browser: CDPSession, page: Page, wait = 150): Promise<{ shown: Times; free: Times }> {
  await page.evaluate('window.keyTimes = []');
  const shown = await shownTimes(browser, async () => {
    for (let i = 0; i < KEYS; i++) {
      await page.keyboard.press('abcdefgh'[i % 8]!);
      await page.waitForTimeout(wait);
    }
  });
  const free = (await page.evaluate('window.keyTimes')) as number[];
  if (Math.min(shown.length, free.length) < KEYS) {
    throw new Error(`Of ${KEYS} keys only ${shown.length} were shown and ${free.length} painted.`);
  }
  return { shown: spread(shown), free: spread(free) };
}

/**
 * From the key until it is on the screen, and until the page is free again, in a letter of 20 KB with 30 questions, beside
 * a bare editable field that holds the same letter and nothing else; as fast as the machine is, and slowed four times.
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
    const browser = await page.context().browser()!.newBrowserCDPSession();

    const bare = await page.context().newPage();
    const html = paragraphs.map(() => `<p>${words}</p>`).join('');
    await bare.setContent(`<div contenteditable style="font: 16px serif; width: 600px">${html}</div>`);
    await bare.evaluate(WATCH);
    const bareSession = await bare.context().newCDPSession(bare);

    let keys = '';
    for (const rate of [1, 4]) {
      const slowed = rate > 1 ? `, slowed ${rate} times` : '';
      await bare.bringToFront();
      await bareSession.send('Emulation.setCPUThrottlingRate', { rate });
      await bare.locator('[contenteditable]').click();
      const yard = await typed(browser, bare);
      // A page that is slowed keeps a processor busy also while it does nothing.
      await bareSession.send('Emulation.setCPUThrottlingRate', { rate: 1 });
      await page.bringToFront();
      await session.send('Emulation.setCPUThrottlingRate', { rate });
      await page.getByLabel('question 12', { exact: true }).focus();
      await page.evaluate('window.letterTimes = []');
      const list = await typed(browser, page);
      const followed = (await page.evaluate('window.letterTimes')) as number[];
      // Two keys may be followed by one frame, which then counts from the first of them; all of them stand in the letter.
      keys += 'abcdefgh'.repeat(KEYS / 8);
      await page.getByRole('textbox', { name: 'Your reply' }).getByText(keys).waitFor();
      await page.getByRole('textbox', { name: 'Your reply' }).press('Control+Home');
      const letter = await typed(browser, page);
      await session.send('Emulation.setCPUThrottlingRate', { rate: 1 });
      const rows = (until: 'shown' | 'free', words: string) => {
        const ratio = (times: typeof yard) => ({
          ratio: Number((times[until].median / yard[until].median).toFixed(2)),
          ratio_p95: Number((times[until].p95 / yard[until].p95).toFixed(2)),
        });
        const row = (name: string) => ({ name: `keys: ${name}, ${words}${slowed}`, size: LETTER });
        print({ ...row('in the fill list'), ...list[until], ...ratio(list) });
        print({ ...row('in the letter'), ...letter[until], ...ratio(letter) });
        print({ ...row('in a bare editable field'), ...yard[until], yardstick: true });
      };
      rows('shown', 'on the screen');
      rows('free', 'the page free again');
      print({ name: `keys: the letter follows the fill list${slowed}`, size: LETTER, ...spread(followed) });
    }
  });
}
