import AxeBuilder from '@axe-core/playwright';
import { test as base, expect, type Page, type Route } from '@playwright/test';
import { COMMANDS, type CommandName } from '../../shared/utils/commands';
import type { NoteInput } from '../../shared/schemas/note';
import { connect } from '../../server/db/connect';
import { listDeliveries, type Delivery } from '../../server/db/repositories/deliveries';

/** The key of a command, as it is pressed. */
export const shortcut = (name: CommandName): string =>
  COMMANDS[name].key.replace(/\b[A-Z]$/, (letter) => letter.toLowerCase());

let people = 0;

/** Somebody with an account of their own, signed in, as the tests need them; nothing of the application is open yet. */
export interface Somebody {
  page: Page;
  address: string;
  /** What the post office received from this account, oldest first. */
  received(): Promise<Delivery[]>;
}

interface Fixtures {
  /** Fails the test when the console shows an error or a warning. */
  quiet: void;
  somebody: Somebody;
}

export const test = base.extend<Fixtures>({
  baseURL: async ({}, use) => use(process.env.JAR_NOTE_URL!),
  quiet: [
    async ({ page }, use) => {
      const said: string[] = [];
      page.on('console', (message) => {
        if (['error', 'warning'].includes(message.type())) said.push(`${message.type()}: ${message.text()}`);
      });
      page.on('pageerror', (error) => said.push(`error: ${error.message}`));
      await use();
      // A refusal the test asked for is a failed request in the console, not a fault of the page.
      expect(said.filter((line) => !/status of (4\d\d|503)/.test(line))).toEqual([]);
    },
    { auto: true },
  ],
  somebody: async ({ page }, use, info) => {
    // All tools are shown, as for somebody who writes notes all day.
    await page.addInitScript(() => localStorage.setItem('jar-note:more-tools', 'true'));
    const address = `person${++people}-${info.workerIndex}-${Date.now()}@test.example`;
    await page.request.post('/api/account/sign-up', {
      data: {
        ...{ name: 'Robin Tester', address, password: 'a long password' },
        ...{ locale: 'en-GB', timeZone: 'Europe/London' },
      },
    });
    // Messages leave at once, but where a test is about their rest.
    const settings = await (await page.request.get('/api/settings')).json();
    await page.request.put('/api/settings', { data: { ...settings, sendDelay: 0 } });
    const db = connect(process.env.JAR_NOTE_DATABASE!);
    await use({
      page,
      address,
      async received() {
        const account = await db('accounts').where({ address }).first('id');
        return listDeliveries(db, account.id);
      },
    });
    await db.destroy();
  },
});

/** A message of a client, as bytes. */
export function clientMessage({
  from = 'Ada Marsh <ada@client.example>',
  to = 'robin@test.example',
  subject = 'Tuning in December',
  id = 'one',
  text = 'Dear Robin,\r\n\r\ncould you come in December?\r\n\r\nAda',
} = {}): Buffer {
  return Buffer.from(
    `From: ${from}\r\nTo: ${to}\r\nSubject: ${subject}\r\nMessage-ID: <${id}@client.example>\r\nDate: Mon, 23 Nov 2026 09:00:00 +0000\r\n\r\n${text}\r\n`,
  );
}

/** Chooses files to bring in on the Desk, which is opened where nothing is, and waits until they are there. */
export async function bring(page: Page, files: { name: string; buffer: Buffer }[]): Promise<void> {
  if (page.url() === 'about:blank') await page.goto('/');
  await page
    .getByLabel('Files with messages')
    .setInputFiles(files.map((file) => ({ ...file, mimeType: 'message/rfc822' })));
  await expect(page.getByRole('button', { name: 'Close' }).last()).toBeVisible();
}

/** Writes a note through the server, for tests that are about something else than writing notes. */
export async function keepNote(
  page: Page,
  {
    subject,
    body,
    ...rest
  }: { name: string; subject?: object[]; body: object[] } & Partial<
    Pick<NoteInput, 'cue' | 'description' | 'shelfId' | 'pinned' | 'cc'>
  >,
): Promise<void> {
  const paragraph = (content: object[]) => ({ type: 'paragraph', ...(content.length && { content }) });
  const response = await page.request.post('/api/notes', {
    data: {
      ...rest,
      subject: { type: 'doc', content: [paragraph(subject ?? [])] },
      body: { type: 'doc', content: body },
    },
  });
  expect(response.status(), await response.text()).toBe(200);
}

/** A PNG (base64) that is no smaller than about half a megabyte, and much smaller as a JPEG. */
export function largePicture(page: Page): Promise<string> {
  return page.evaluate(() => {
    const canvas = Object.assign(document.createElement('canvas'), { width: 900, height: 600 });
    const context = canvas.getContext('2d')!;
    const noise = context.createImageData(900, 600);
    // Chance by a fixed rule, which no compression makes small, and then out of focus.
    let seed = 1;
    for (let i = 0; i < noise.data.length; i++) {
      seed = (Math.imul(seed, 1103515245) + 12345) & 0x7fffffff;
      noise.data[i] = i % 4 === 3 ? 255 : (seed >> 16) & 255;
    }
    context.putImageData(noise, 0, 0);
    context.filter = 'blur(4px)';
    context.drawImage(canvas, 0, 0);
    return canvas.toDataURL('image/png').split(',')[1]!;
  });
}

export const text = (words: string) => ({ type: 'text', text: words });
export const blank = (label: string, kind = 'text', options: object = { hint: '' }) => ({
  type: 'blank',
  attrs: { label, kind, options },
});
export const paragraph = (...content: object[]) => ({ type: 'paragraph', ...(content.length && { content }) });

/**
 * No violation of the access rules on the page as it stands (axe-core: WCAG 2.2 A and AA). Frames are left out: they
 * show somebody else's HTML, and run no script, axe-core's included.
 * @param rules these alone; all of them without
 */
export async function expectAccessible(page: Page, rules: string[] = []): Promise<void> {
  const look = new AxeBuilder({ page }).setLegacyMode(true).options({ iframes: false });
  if (rules.length) look.withRules(rules);
  else look.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice']);
  const { violations } = await look.analyze();
  expect(
    violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.html.slice(0, 160)).join(' | ')}`),
  ).toEqual([]);
}

/** The same in the light theme and in the dark one, of which only the colours are looked at: all else is the same page. */
export async function expectAccessibleInBoth(page: Page): Promise<void> {
  await expectAccessible(page);
  await page.emulateMedia({ colorScheme: 'dark' });
  await expect(page.locator('html')).toHaveClass(/dark/);
  // Colours that fade from one theme to the other have arrived.
  await page.evaluate(() => Promise.allSettled(document.getAnimations().map(({ finished }) => finished)));
  await expectAccessible(page, ['color-contrast', 'link-in-text-block']);
  await page.emulateMedia({ colorScheme: 'light' });
}

export { expect };

/** The faces that text in a frame is shown in, of those that came with the application. */
export const loadedFaces = (frame: Element): string[] =>
  [...(frame as HTMLIFrameElement).contentDocument!.fonts]
    .filter(({ status }) => status === 'loaded')
    .map(({ family }) => family);

/** Holds back the first request like this that is made from now on. @returns what waits until it is asked, and gives it */
export async function hold(page: Page, url: string, body = /^/): Promise<() => Promise<Route>> {
  let give: (route: Route) => void;
  const asked = new Promise<Route>((resolve) => (give = resolve));
  let isHeld = false;
  await page.route(url, (route) => {
    if (isHeld || !body.test(route.request().postData() ?? '')) return route.fallback();
    isHeld = true;
    return give(route);
  });
  return () => asked;
}
