import type { CDPSession, Page } from '@playwright/test';
import { inBrowser } from './browser';
import { print, spread } from './measure';

const TIMES = 5;

interface Opening {
  /** Milliseconds from the navigation until a letter typed into the reply stands there. */
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

/** Opens the Desk with nothing in the browser's store, answers anew, and types one letter. */
async function open(page: Page, session: CDPSession, prepare: () => Promise<unknown>): Promise<Opening> {
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
  await page.goto('/', { waitUntil: 'commit' });
  const begin = page.getByRole('button', { name: 'New message' });
  await begin.waitFor();
  const desk = performance.now() - start;
  const deskCode = code;
  await begin.click();
  const letter = page.getByRole('textbox', { name: 'Your reply' });
  await letter.pressSequentially('z');
  await letter.getByText('z').waitFor();
  const ready = performance.now() - start;
  session.off('Network.responseReceived', response);
  session.off('Network.loadingFinished', finished);
  await page.getByRole('button', { name: 'Discard' }).click();
  return { ready, desk, bytes, requests, code, deskCode };
}

/** From the address to the first letter typed, with an empty library and with one of 10,000 notes. */
export async function benchFirstScreen(databaseUrl: string): Promise<void> {
  await inBrowser(databaseUrl, 'first', async (page) => {
    const session = await page.context().newCDPSession(page);
    await session.send('Network.enable');
    const cpu = (rate: number) => session.send('Emulation.setCPUThrottlingRate', { rate });
    const line = (kilobits: number) =>
      session.send('Network.emulateNetworkConditions', {
        offline: false,
        latency: kilobits > 0 ? 150 : 0,
        downloadThroughput: kilobits > 0 ? (kilobits * 1000) / 8 : -1,
        uploadThroughput: kilobits > 0 ? (kilobits * 1000) / 16 : -1,
      });
    const row = async (name: string, size: number, prepare: () => Promise<unknown>) => {
      await open(page, session, prepare);
      const openings: Opening[] = [];
      for (let i = 0; i < TIMES; i++) openings.push(await open(page, session, prepare));
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
