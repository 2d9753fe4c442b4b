import type { CDPSession, Page } from '@playwright/test';
import { inBrowser } from './browser';
import { print, spread } from './measure';

const TIMES = 5;

interface Opening {
  /** Milliseconds from the navigation until a letter typed into a new message stands there. */
  ready: number;
  /** The same until the Desk is there and can be used. */
  desk: number;
  /** What came over the wire, in bytes and requests: everything, and script and style alone. */
  bytes: number;
  requests: number;
  code: number;
  /** Script and style until the Desk is there. */
  deskCode: number;
}

type Told = { what: 'desk'; x: number; y: number } | { what: 'focus' } | { what: 'typed' };

/** Tells from within the page how far it is. It looks for little, since what it does is slowed like the page itself. */
function observe(): void {
  const tell = (told: Told) => (window as unknown as { tellBench(told: Told): void }).tellBench(told);
  const isField = (target: EventTarget | null) =>
    target instanceof HTMLElement && target.matches('input, [contenteditable=true]');
  let isThere = false;
  const observer = new MutationObserver(() => {
    const begin = [...document.querySelectorAll('button')].find(({ textContent }) =>
      textContent!.includes('New message'),
    );
    if (!begin) return;
    observer.disconnect();
    requestAnimationFrame(() => {
      const { x, y, width, height } = begin.getBoundingClientRect();
      isThere = true;
      tell({ what: 'desk', x: x + width / 2, y: y + height / 2 });
    });
  });
  observer.observe(document, { childList: true, subtree: true });
  document.addEventListener('focusin', ({ target }) => isThere && isField(target) && tell({ what: 'focus' }));
  // After the next frame it is on the screen.
  document.addEventListener('input', () =>
    requestAnimationFrame(() => requestAnimationFrame(() => tell({ what: 'typed' }))),
  );
}

/** Opens the Desk with nothing in the browser's store, begins a message, and types one letter. */
async function open(
  page: Page,
  session: CDPSession,
  until: <What extends Told['what']>(what: What) => Promise<Told & { what: What }>,
  prepare: () => Promise<unknown>,
): Promise<Opening> {
  await page.goto('about:blank');
  await session.send('Network.clearBrowserCache');
  await prepare();
  const addresses = new Map<string, string>();
  let [bytes, requests, code] = [0, 0, 0];
  const response = ({ requestId, response }: { requestId: string; response: { url: string } }) =>
    addresses.set(requestId, response.url);
  const finished = ({ requestId, encodedDataLength }: { requestId: string; encodedDataLength: number }) => {
    bytes += encodedDataLength;
    requests++;
    if (/\.(js|css)$/.test(addresses.get(requestId) ?? '')) code += encodedDataLength;
  };
  session.on('Network.responseReceived', response);
  session.on('Network.loadingFinished', finished);
  const start = performance.now();
  const [there, focused, typed] = [until('desk'), until('focus'), until('typed')];
  await page.goto('/', { waitUntil: 'commit' });
  const { x, y } = await there;
  const desk = performance.now() - start;
  const deskCode = code;
  await page.mouse.click(x, y);
  await focused;
  await page.keyboard.press('z');
  await typed;
  const ready = performance.now() - start;
  session.off('Network.responseReceived', response);
  session.off('Network.loadingFinished', finished);
  await session.send('Emulation.setCPUThrottlingRate', { rate: 1 });
  await page.getByRole('button', { name: 'Discard' }).click();
  await page.waitForTimeout(500);
  return { ready, desk, bytes, requests, code, deskCode };
}

/** From the address to the first letter typed, with an empty library and with one of 10,000 notes. */
export async function benchFirstScreen(databaseUrl: string): Promise<void> {
  await inBrowser(databaseUrl, 'first', async (page) => {
    const session = await page.context().newCDPSession(page);
    await session.send('Network.enable');
    const waiting = new Map<string, (told: never) => void>();
    await page.exposeFunction('tellBench', (told: Told) => waiting.get(told.what)?.(told as never));
    await page.addInitScript(observe);
    const until = <What extends Told['what']>(what: What) =>
      new Promise<Told & { what: What }>((resolve) => waiting.set(what, resolve));
    const cpu = (rate: number) => session.send('Emulation.setCPUThrottlingRate', { rate });
    const line = (kilobits: number) =>
      session.send('Network.emulateNetworkConditions', {
        offline: false,
        latency: kilobits > 0 ? 150 : 0,
        downloadThroughput: kilobits > 0 ? (kilobits * 1000) / 8 : -1,
        uploadThroughput: kilobits > 0 ? (kilobits * 1000) / 16 : -1,
      });
    const row = async (name: string, size: number, prepare: () => Promise<unknown>) => {
      await open(page, session, until, prepare);
      const openings: Opening[] = [];
      for (let i = 0; i < TIMES; i++) openings.push(await open(page, session, until, prepare));
      await cpu(1);
      await line(-1);
      const { bytes, requests, code, deskCode } = openings.at(-1)!;
      print({
        name: `first screen: ${name}`,
        size,
        desk: spread(openings.map(({ desk }) => desk)).median,
        ...spread(openings.map(({ ready }) => ready)),
        bytes,
        requests,
        code,
        code_until_desk: deskCode,
      });
    };
    await row('as fast as the machine is', 0, () => cpu(1));
    await row('slowed four times', 0, () => cpu(4));
    await row('on a line of 1.6 Mbit/s', 0, () => line(1_600));

    const empty = { type: 'doc', content: [{ type: 'paragraph' }] };
    const sentence = 'The piano keeps its tune best where the room stays as it is through the year. ';
    const body = {
      type: 'doc',
      content: [{ type: 'paragraph', content: [{ type: 'text', text: sentence.repeat(6) }] }],
    };
    const ids: string[] = [];
    for (let i = 0; i < 100; i++) {
      const data = { name: `Note ${i}`, subject: empty, body, pinned: i < 5 };
      ids.push((await (await page.request.post('/api/notes', { data })).json()).id);
    }
    for (let i = 1; i < 100; i++) await page.request.post('/api/notes/copy', { data: { ids } });
    const there = (await (await page.request.get('/api/notes')).json()).length;
    if (there !== 10_000) throw new Error(`${there} notes instead of 10,000.`);
    await row('10,000 notes, slowed four times', 10_000, () => cpu(4));
  });
}
