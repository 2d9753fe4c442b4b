import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import {
  blank,
  bring,
  clientMessage,
  expect,
  expectAccessible,
  keepNote,
  loadedFaces,
  paragraph,
  shortcut,
  test,
  text,
} from './desk';

const PRICE = 'A tuning costs eighty-five pounds, and a repair is counted by the hour.';
const MOVING = 'Please leave moving the piano to people who carry pianos every day.';

test('the right note is offered and put in with one key, questions are numbered, and what was taken is learnt', async ({
  somebody: { page, received },
}) => {
  await keepNote(page, { name: 'Prices', body: [paragraph(text(PRICE))] });
  await keepNote(page, { name: 'Moving a piano', body: [paragraph(text(MOVING))] });
  await keepNote(page, {
    name: 'Opening hours',
    body: [paragraph(text('We are open on weekdays from nine to five.'))],
  });
  await page.goto('/');
  const asking = 'Dear Robin,\r\n\r\nwhat does a tuning cost? And can you help us moving the piano?\r\n\r\nAda';
  await bring(page, [{ name: 'ada.eml', buffer: clientMessage({ text: asking }) }]);
  const row = page.getByRole('button', { name: /^Ada Marsh/ });
  await row.click();
  const question = (number: number, state: string) => page.getByRole('img', { name: `Question ${number}, ${state}` });
  await expect(question(1, 'Not answered yet')).toBeVisible();
  await expect(question(2, 'Not answered yet')).toBeVisible();
  const offered = page.getByRole('group', { name: 'Offered' });
  await expect(offered.getByRole('button', { name: /Prices/ })).toBeVisible();
  await expect(offered.getByRole('button', { name: /Moving a piano/ })).toBeVisible();
  await expect(offered.getByText(/speaks of .*“tuning”/)).toBeVisible();
  await expectAccessible(page);

  // One key while nothing is being typed shows the whole letter.
  const key = /Prices/.test((await offered.getByRole('button').first().textContent())!) ? '1' : '2';
  // Pressed twice, it is begun once.
  await page.keyboard.press(key);
  await page.keyboard.press(key);
  const letter = page.getByRole('textbox', { name: 'Your reply' });
  await expect(letter).toContainText(PRICE);
  expect((await letter.innerText()).split(PRICE)).toHaveLength(2);
  await expect(question(1, 'Answered')).toBeVisible();
  await expect(question(2, 'Not answered yet')).toBeVisible();
  await expect(page.getByText(/Question 2, “And can you help us moving the piano\?”, does not seem/)).toBeVisible();
  // In the letter the same key types a figure; the search at the caret begins with what is offered.
  await letter.press('End');
  await page.keyboard.type(' 1 ,,');
  await expect(page.getByRole('option', { name: /Moving a piano/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(letter).toContainText(MOVING);
  await expect(letter).toContainText('hour. 1');
  await expect(question(2, 'Answered')).toBeVisible();
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(page.getByText('Sent.')).toBeVisible();
  expect((await received()).length).toBe(1);

  // In another window it is known, and the list names what is likely.
  await page.reload();
  const again = 'Hello Robin,\r\n\r\nwhat does a tuning cost?\r\n\r\nBo';
  await bring(page, [
    { name: 'bo.eml', buffer: clientMessage({ from: 'Bo Finch <bo@harbour.example>', id: 'two', text: again }) },
  ]);
  await expect(page.getByRole('button', { name: /^Bo Finch.*Likely: Prices/s })).toBeVisible();
  await page.getByRole('button', { name: /^Bo Finch/ }).click();
  await expect(offered.getByRole('button', { name: /Prices.*answered one like it/s })).toBeVisible();

  // What is not wanted is not said, and what was learnt is forgotten.
  await page.goto('/settings');
  await page.getByRole('button', { name: 'Forget what was learnt from answers' }).click();
  await page.getByRole('button', { name: 'Forget it' }).click();
  await expect(page.getByText('Forgotten: 2 entries.')).toBeVisible();
  await page.getByText(/^Offer the notes that answer/).click();
  await page.getByText(/^Number what a message asks/).click();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Saved').first()).toBeVisible();
  await page.goto('/');
  await page.getByRole('button', { name: /^Bo Finch/ }).click();
  await expect(page.getByRole('article').getByText('what does a tuning cost?')).toBeVisible();
  await expect(offered).toHaveCount(0);
  await expect(page.getByRole('img', { name: /^Question/ })).toHaveCount(0);
});

test('a message of HTML has its questions numbered, and a key pressed in it takes an offer', async ({
  somebody: { page },
}) => {
  await keepNote(page, { name: 'Prices', body: [paragraph(text(PRICE))] });
  await keepNote(page, { name: 'Moving a piano', body: [paragraph(text(MOVING))] });
  await keepNote(page, { name: 'Hours', body: [paragraph(text('We are open on weekdays from nine to five.'))] });
  await page.goto('/');
  const html = Buffer.from(
    'From: Ada Marsh <ada@client.example>\r\nTo: robin@test.example\r\nSubject: A tuning\r\nMessage-ID: <html@client.example>\r\nDate: Mon, 23 Nov 2026 09:00:00 +0000\r\nContent-Type: text/html; charset=utf-8\r\n\r\n<p>Hello,</p><p>how much <b>does a tuning</b> cost?</p><p>Ada</p>\r\n',
  );
  await bring(page, [{ name: 'ada.eml', buffer: html }]);
  await page.getByRole('button', { name: /^Ada Marsh/ }).click();
  const inside = page.frameLocator('iframe[title="The text of the message"]');
  await expect.poll(() => page.locator('iframe').evaluate(loadedFaces)).toContain('Literata Variable');
  await expect(inside.locator('[data-ask="1"]')).toHaveCount(1);
  await expect(page.getByRole('group', { name: 'Offered' }).getByRole('button', { name: /Prices/ })).toBeVisible();
  await inside.getByText('Hello,').click();
  await page.keyboard.press('1');
  await expect(page.getByRole('textbox', { name: 'Your reply' })).toContainText(PRICE);
});

test('time back shows its working, follows the rule, and is taken out as a table', async ({ somebody: { page } }) => {
  await page.goto('/time-back');
  await expect(page.getByText('Nothing has been counted yet.')).toBeVisible();
  await keepNote(page, { name: 'Prices', body: [paragraph(text(PRICE))] });
  const [note] = await (await page.request.get('/api/notes')).json();
  for (let i = 0; i < 10; i++)
    await page.request.post(`/api/notes/${note.id}/used`, { data: { person: 'ada@client.example', words: [] } });
  await page.request.post('/api/time-back/measured', { data: { kind: 'library', milliseconds: 120_000 } });
  await page.reload();
  await expect(page.getByText(`10 notes put ${PRICE.length * 10} characters`)).toBeVisible();
  await expect(page.getByText('Your own speed is not known yet', { exact: false })).toBeVisible();
  await expect(page.getByRole('img', { name: /^Minutes saved and spent by week/ })).toBeVisible();
  await expect(page.getByRole('row', { name: /^Prices 10/ })).toBeVisible();
  await expectAccessible(page);

  // 10 uses: 71 signs are 14.2 words; at 1 word a minute 142 minutes, and 10 times 60 s to find less 30 s to put in.
  const rule = page.getByRole('form', { name: 'The rule' });
  await rule.getByLabel('Words a minute; empty for as measured').fill('1');
  await rule.getByLabel('Seconds to find the wording by hand').fill('60');
  await rule.getByLabel('Seconds to put a note in').fill('30');
  await rule.getByRole('button', { name: 'Save the rule' }).click();
  await expect(page.getByText('The rule is saved.')).toBeVisible();
  const minutes = Math.round((PRICE.length * 10) / 5 + 5);
  const said = `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
  await expect(page.getByRole('definition').filter({ hasText: said })).toBeVisible();
  await rule.getByLabel('Seconds to put a note in').fill('a lot');
  await rule.getByRole('button', { name: 'Save the rule' }).click();
  await expect(rule.getByRole('alert')).toBeVisible();

  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Take it out as a table (CSV)' }).click(),
  ]);
  const table = (await readFile((await file.path())!, 'utf8')).trimEnd().split('\r\n');
  expect(table).toHaveLength(13);
  expect(table.at(-1)).toContain(
    `,10,${PRICE.length * 10},${((PRICE.length * 10) / 5 + 5).toFixed(1).replace('.0', '')}`,
  );
});

test('tending says what wants attention, and each is done with one key and undone', async ({ somebody: { page } }) => {
  await keepNote(page, { name: 'Closed in spring', body: [paragraph(text('We are closed until 3 January 2021.'))] });
  await keepNote(page, { name: 'Closed in summer', body: [paragraph(text('We are closed until 3 July 2021.'))] });
  await page.goto('/library');
  await page.getByRole('link', { name: 'What wants attention' }).click();
  const spring = page.getByRole('listitem', { name: /^Closed in spring: .*3 January 2021/ });
  const summer = page.getByRole('listitem', { name: /^Closed in summer/ });
  await expect(summer).toBeVisible();
  // The arrow keys work from the start.
  await expect(spring).toBeFocused();
  await page.keyboard.press('ArrowDown');
  await expect(summer).toBeFocused();
  await expectAccessible(page);
  await spring.focus();
  await page.keyboard.down('l');
  await expect(spring).toHaveCount(0);
  await expect(summer).toBeFocused();
  // Held down, it does it once.
  await page.keyboard.down('l');
  await page.keyboard.up('l');
  await page.keyboard.press('ArrowDown');
  await expect(summer).toBeFocused();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(spring).toBeFocused();
  await summer.focus();
  await page.keyboard.press('Delete');
  await expect(page.getByText('“Closed in summer” is deleted.')).toBeVisible();
  await expect(summer).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(summer).toBeVisible();
  await summer.focus();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/library\?note=/);
});

const CARE = (weeks: string) =>
  `If a key sticks within the next ${weeks} weeks, please tell me at once; putting it right costs you nothing at all.`;

/** Sends a new letter of one paragraph. */
async function sendLetter(page: Page, words: string, fills: object = {}): Promise<void> {
  const { request } = page;
  const draft = await (await request.post('/api/drafts', { data: { mode: 'new' } })).json();
  const body = { type: 'doc', content: [paragraph(text(words))] };
  const subject = { type: 'doc', content: [paragraph(text('After the visit'))] };
  const to = [{ name: 'Ada Marsh', address: 'ada@client.example' }];
  const content = { to, cc: [], bcc: [], subject, body, fills, quote: false, version: draft.version };
  const saved = await (await request.put(`/api/drafts/${draft.id}`, { data: content })).json();
  const key = crypto.randomUUID();
  const sent = await request.post(`/api/drafts/${draft.id}/send`, { data: { version: saved.version, key } });
  expect(sent.status()).toBe(200);
}

test('what is often written by hand is shown with what changes in it, kept with one key, or never asked about again', async ({
  somebody: { page },
}) => {
  for (const weeks of ['two', 'three', 'four']) await sendLetter(page, CARE(weeks));
  const way = (day: string) => `You find me behind the church on ${day}; please ring twice and wait a little for me.`;
  for (const day of ['Monday', 'Tuesday', 'Friday']) await sendLetter(page, way(day));
  await page.goto('/library');
  await page.getByRole('link', { name: 'Often written by hand' }).click();
  const care = page.getByRole('listitem', { name: /^If a key sticks within the next \[\w+\] weeks/ });
  const church = page.getByRole('listitem', { name: /^You find me behind the church on \[/ });
  await expect(care).toBeVisible({ timeout: 15_000 });
  await expect(church).toBeVisible();
  // The arrow keys work from the start.
  await expect(care.or(church).and(page.locator(':focus'))).toHaveCount(1);
  await expect(care).toContainText('Written 3 times');
  await expectAccessible(page);

  await care.focus();
  await page.keyboard.press('Space');
  const letters = care.getByRole('list', { name: 'Letters it stands in' });
  await expect(letters.getByRole('listitem')).toHaveCount(3);
  await expect(letters).toContainText(CARE('two'));
  await expect(letters.getByRole('link', { name: /^To Ada Marsh/ })).toHaveCount(3);

  await church.focus();
  await page.keyboard.press('l');
  await expect(church).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(church).toBeFocused();

  // Pressed twice while it is kept, it is kept once.
  await page.route('**/api/notes', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 500));
    await route.continue();
  });
  await care.focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/Kept as “If a key sticks/)).toBeVisible();
  await expect(care).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(care).toBeFocused();
  expect(await (await page.request.get('/api/notes')).json()).toEqual([]);
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Open' }).click();
  await expect(page).toHaveURL(/\/library\?note=/);
  const [note] = await (await page.request.get('/api/notes')).json();
  expect(note.bodyText).toMatch(/^If a key sticks within the next \[\w+\] weeks, please/);
});

test('what was written before is told while it is typed, and so is the note that says it', async ({
  somebody: { page },
}) => {
  for (const weeks of ['two', 'three']) await sendLetter(page, CARE(weeks));
  await expect(async () => expect(await (await page.request.get('/api/repeated/typed')).json()).toHaveLength(1)).toPass(
    { timeout: 15_000 },
  );
  await bring(page, [{ name: 'ada.eml', buffer: clientMessage() }]);
  await page.getByRole('button', { name: /^Ada Marsh/ }).click();
  await page.keyboard.press(shortcut('reply'));
  const letter = page.getByRole('textbox', { name: 'Your reply' });
  await letter.press('ControlOrMeta+Home');
  await page.keyboard.type('If a key sticks within the next six weeks, please tell me');
  const said = page.getByRole('status').filter({ hasText: 'You have written this 2 times before.' });
  await expect(said).toBeVisible();
  await expectAccessible(page);
  // It is said of the paragraph at the caret, and of no other.
  await page.keyboard.press('Enter');
  await expect(said).toHaveCount(0);
  await page.keyboard.press('ArrowUp');
  await expect(said).toBeVisible();
  await page.keyboard.press(shortcut('takeKnown'));
  await expect(page.getByText(/Kept as “If a key sticks/)).toBeVisible();
  await expect(said).toHaveCount(0);
  await expect(letter).toContainText('within the next six weeks, please tell me');

  // In the next letter it is a note, which takes the place of what was typed of it.
  await page.getByRole('button', { name: 'Discard' }).click();
  await expect(letter).toHaveCount(0);
  await page.keyboard.press(shortcut('reply'));
  await letter.press('ControlOrMeta+Home');
  await page.keyboard.type('If a key sticks within the next six weeks, please tell me');
  await expect(page.getByText('This is the note “If a key sticks')).toBeVisible();
  await page.keyboard.press(shortcut('takeKnown'));
  await expect(letter).toContainText('putting it right costs you nothing at all.');
  await expect(letter).not.toContainText('six weeks');
});

test('the facts of a message are marked, and one key takes one into a blank, to its sender or to the clipboard', async ({
  somebody: { page },
}) => {
  const body = [
    paragraph(text('I come on '), blank('day', 'date', { style: 'long' }), text('; the fee is '), blank('fee')),
  ];
  await keepNote(page, { name: 'Fixed day', body });
  await page.goto('/');
  const words =
    'Dear Robin,\r\n\r\ncould you come on 14 April 2031? My telephone is 01632 960 777.\r\nWe live at 12 Lamp Lane, Tern Bay.\r\n\r\nAda';
  await bring(page, [{ name: 'ada.eml', buffer: clientMessage({ text: words }) }]);
  await page.getByRole('button', { name: /^Ada Marsh/ }).click();
  const facts = page.getByRole('region', { name: 'In this message' });
  const day = facts.getByRole('button', { name: 'day: 14 April 2031' });
  const telephone = facts.getByRole('button', { name: 'telephone: 01632 960 777' });
  await expect(facts.getByRole('button', { name: 'postal address: 12 Lamp Lane, Tern Bay' })).toBeVisible();
  await expectAccessible(page);
  expect(await page.evaluate(() => CSS.highlights.get('facts')?.size)).toBe(3);
  // To whom it is from, and back.
  await page.keyboard.press(shortcut('showFacts'));
  await expect(day).toBeFocused();
  await page.keyboard.press('ArrowRight');
  await expect(telephone).toBeFocused();
  await page.keyboard.type('pp');
  await expect(page.getByText('Kept with Ada Marsh: telephone, 01632 960 777')).toBeVisible();
  await page.keyboard.press('p');
  await expect(page.getByText('Ada Marsh has it already.')).toBeVisible();
  const fields = async () =>
    (await (await page.request.get('/api/people?address=ada@client.example')).json())[0].fields;
  expect(await fields()).toEqual([{ name: 'telephone', value: '01632 960 777' }]);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('p');
  await expect.poll(async () => (await fields()).length).toBe(2);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(fields).toEqual([{ name: 'telephone', value: '01632 960 777' }]);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(fields).toEqual([]);

  // Into a blank: from the message, or in the fill list.
  await page.keyboard.press(shortcut('reply'));
  const letter = page.getByRole('textbox', { name: 'Your reply' });
  await letter.press('ControlOrMeta+Home');
  await page.keyboard.type(',,fixed');
  await expect(page.getByRole('option', { name: /Fixed day/ })).toBeVisible();
  await page.keyboard.press('Enter');
  const field = page.getByRole('textbox', { name: 'day', exact: true });
  await expect(field).toBeFocused();
  await expect(page.getByText('In their message: 14 April 2031')).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await expect(letter).toContainText('I come on Monday, 14 April 2031');
  await field.fill('');
  await expect(letter).not.toContainText('2031');
  await page.keyboard.press(shortcut('showFacts'));
  await expect(facts.getByText('Put into “day”')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(letter).toContainText('I come on Monday, 14 April 2031');
  await page.keyboard.press('Escape');
  await expect(letter).toBeFocused();
});

test('what is changed again and again in a note is proposed with its letters, made with one key and undone', async ({
  somebody: { page },
}) => {
  const words = 'I come at nine in the morning. Please clear the lid and leave the gate open for me.';
  await keepNote(page, { name: 'Visit', body: [paragraph(text(words))] });
  const [note] = await (await page.request.get('/api/notes')).json();
  const fills = { one: { note: note.id, noteVersion: note.version, blanks: [], answers: {}, passages: {} } };
  for (let i = 0; i < 3; i++) await sendLetter(page, words.replace('nine', 'half past eight'), fills);
  await page.goto('/tending');
  const row = page.getByRole('listitem', { name: /^Visit: .*“nine” became “half past eight” in 3 of 3 letters/ });
  await expect(row).toBeVisible();
  await expect(row.getByRole('link', { name: /^Ada Marsh/ })).toHaveCount(3);
  await expectAccessible(page);
  const body = async () => (await (await page.request.get('/api/notes')).json())[0].bodyText;
  await row.focus();
  await page.keyboard.press('m');
  await page.keyboard.press('m');
  await expect(page.getByText('“Visit” is changed.')).toBeVisible();
  await expect(row).toHaveCount(0);
  expect(await body()).toBe(words.replace('nine', 'half past eight'));
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(row).toBeFocused();
  expect(await body()).toBe(words);
});

test('what is learnt in one window is known in another at once', async ({ somebody: { page }, context }) => {
  await keepNote(page, { name: 'Prices', body: [paragraph(text(PRICE))] });
  await keepNote(page, { name: 'Moving a piano', body: [paragraph(text(MOVING))] });
  await page.goto('/');
  const ask = (from: string, id: string) => ({
    name: `${id}.eml`,
    buffer: clientMessage({ from, id, text: 'Dear Robin,\r\n\r\nwhat does a tuning cost?' }),
  });
  await bring(page, [ask('Ada Marsh <ada@client.example>', 'one'), ask('Bo Finch <bo@harbour.example>', 'two')]);
  const other = await context.newPage();
  await other.goto('/');
  await other.getByRole('button', { name: /^Bo Finch/ }).click();
  const prices = (at: Page) => at.getByRole('group', { name: 'Offered' }).getByRole('button', { name: /Prices/ });
  await expect(prices(other)).toBeVisible();
  await expect(prices(other)).not.toContainText('answered one like it');

  await page.getByRole('button', { name: /^Ada Marsh/ }).click();
  await prices(page).click();
  await expect(page.getByRole('textbox', { name: 'Your reply' })).toContainText(PRICE);
  await other.getByRole('button', { name: /^Ada Marsh/ }).click();
  await other.getByRole('button', { name: /^Bo Finch/ }).click();
  await expect(prices(other)).toContainText('answered one like it');
});
