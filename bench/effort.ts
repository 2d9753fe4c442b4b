import type { Page } from '@playwright/test';
import { inBrowser } from './browser';
import { print } from './measure';

/** Operators of the keystroke-level model, in seconds (Card, Moran and Newell 1980): pointing, homing, mental preparation. */
const POINT = 1.1;
const HOME = 0.4;
const MENTAL = 1.35;
/** A key of somebody who types 52 words a minute, five characters to the word (Dhakal and others 2018). */
const KEY = 60 / (52 * 5);

const text = (words: string) => ({ type: 'text', text: words });
const blank = (label: string, kind: string, options: object) => ({ type: 'blank', attrs: { label, kind, options } });
const paragraph = (...content: object[]) => ({ type: 'paragraph', ...(content.length && { content }) });
const EMPTY = { type: 'doc', content: [{ type: 'paragraph' }] };

/** Counts in the page what the hand does: keys that are pressed, and acts of the pointer. */
const COUNT = `
  window.acts = { keys: 0, modifiers: 0, pointer: 0 };
  addEventListener('keydown', ({ key, repeat }) => {
    if (!repeat) window.acts[/^(Alt|Control|Shift|Meta)$/.test(key) ? 'modifiers' : 'keys']++;
  }, true);
  addEventListener('pointerdown', () => window.acts.pointer++, true);
`;

const MESSAGE = [
  'From: Ada Marsh <ada@client.example>',
  'To: bench@test.example',
  'Subject: Tuning',
  'Message-ID: <effort@client.example>',
  'Date: Mon, 23 Nov 2026 09:00:00 +0000',
  '',
  'Dear Robin, what does a tuning cost, and when could you come? Ada',
].join('\r\n');

async function furnish(page: Page): Promise<void> {
  const send = async (path: string, data: object | Buffer, type = 'application/json') => {
    const answer = await page.request.post(`/api${path}`, { data, headers: { 'content-type': type } });
    if (!answer.ok()) throw new Error(`${path}: ${await answer.text()}`);
    return answer.json().catch(() => null);
  };
  const columns = [
    { id: 's', name: 'Service', type: 'text' },
    { id: 'p', name: 'Price', type: 'money' },
  ];
  const rows = [
    { s: 'Tuning', p: '95' },
    { s: 'Voicing', p: '160' },
  ];
  const { id } = await send('/lookups', { name: 'Services', columns, keyColumn: 's', rows });
  const file = await send('/files?use=attachment&name=prices.pdf', Buffer.from('prices'), 'application/pdf');
  const body = [
    paragraph(
      text('Thank you for your message. A '),
      blank('service', 'lookup', { lookup: id, column: 's', row: 'asked' }),
      text(' costs '),
      blank('price', 'lookup', { lookup: id, column: 'p', row: 'same', of: 'service' }),
      text('. I could come on '),
      blank('day', 'text', {}),
      text(' at '),
      blank('time', 'text', {}),
      text('. The prices of everything else are in the attached list.'),
    ),
  ];
  const note = { subject: EMPTY, body: { type: 'doc', content: body } };
  await send('/notes', { ...note, name: 'Price and visit', cue: 'pv', attachments: [file] });
  const bye = { type: 'doc', content: [paragraph(text('With kind regards, Bench'))] };
  await send('/notes', { name: 'Regards', cue: 'rg', subject: EMPTY, body: bye });
  await send('/messages/import', Buffer.from(MESSAGE), 'application/octet-stream');
}

/**
 * The reference reply: the first waiting message, a note with three blanks of which one is a lookup, a second short one,
 * the file that belongs to it, sent. What the hand does is counted in the page, the values of the blanks apart, and set
 * against typing the same by hand by the keystroke-level model.
 */
export async function benchEffort(databaseUrl: string): Promise<void> {
  await inBrowser(databaseUrl, 'effort', async (page) => {
    await furnish(page);
    await page.goto('/');
    await page.getByText('what does a tuning cost').last().waitFor();
    await page.waitForTimeout(1_000);
    await page.evaluate(COUNT);
    let values = 0;
    const value = async (typed: string) => {
      values += typed.length;
      await page.keyboard.type(typed);
    };
    const letter = page.getByRole('textbox', { name: 'Your reply' });

    // The note is offered for the message; where it is not, it is begun and put in by its cue.
    const offer = page.getByRole('group', { name: 'Offered' }).getByRole('button', { name: /^1 Price and visit/ });
    const isOffered = await offer.waitFor({ timeout: 5_000 }).then(
      () => true,
      () => false,
    );
    if (isOffered) await page.keyboard.press('1');
    else {
      await page.keyboard.press('Alt+r');
      await letter.and(page.locator(':focus')).waitFor();
      await page.keyboard.type('pv ');
    }
    await page.getByLabel('service', { exact: true }).and(page.locator(':focus')).waitFor();
    await value('tun');
    await page.getByRole('option', { name: /Tuning/ }).waitFor();
    await page.keyboard.press('Tab');
    await page.getByLabel('day', { exact: true }).and(page.locator(':focus')).waitFor();
    await value('Tuesday');
    await page.keyboard.press('Tab');
    await value('half past nine');
    await page.keyboard.press('Tab');
    await letter.and(page.locator(':focus')).waitFor();
    await page.keyboard.press('Enter');
    await page.keyboard.type('rg ');
    await letter.getByText('With kind regards').waitFor();
    const written = (await letter.innerText()).trim();
    await page.keyboard.press('Alt+Enter');
    await page.getByText(/It leaves in|Sent\./).waitFor();

    const want = 'A Tuning costs £95. I could come on Tuesday at half past nine.';
    if (!written.replace(/\s+/g, ' ').includes(want)) throw new Error(`The letter reads: ${written}`);
    const acts = (await page.evaluate('window.acts')) as { keys: number; modifiers: number; pointer: number };
    const presses = acts.keys - values;
    const seconds = (keys: number, pointer: number, mental: number) =>
      Number((keys * KEY + pointer * (POINT + HOME) + mental * MENTAL).toFixed(1));
    // The mind prepares for each value, for each note and for sending.
    const ours = seconds(acts.keys + acts.modifiers, acts.pointer, 6);
    // By hand: open the answer, type it, attach the file by pointer (button, file, open), send by pointer.
    const byHand = { keys: written.length, pointer: 5 };
    const theirs = seconds(byHand.keys, byHand.pointer, 2 + Math.ceil(written.split(/[.!?]/).length));
    print({
      name: 'effort: key presses beside the values',
      offered: isOffered,
      size: written.length,
      median: presses,
      p95: presses,
      with_modifiers: presses + acts.modifiers,
      values,
      pointer: acts.pointer,
      seconds: ours,
      ratio: Number((ours / theirs).toFixed(2)),
    });
    print({
      name: 'effort: the same typed by hand (keystroke-level model)',
      size: written.length,
      median: byHand.keys,
      p95: byHand.keys,
      pointer: byHand.pointer,
      seconds: theirs,
      yardstick: true,
    });
  });
}
