import { simpleParser } from 'mailparser';
import {
  blank,
  bring,
  clientMessage,
  expect,
  expectAccessible,
  hold,
  keepNote,
  paragraph,
  shortcut,
  test,
  text,
} from './desk';
import { answer, insert, keepLookup } from './filling';

test('a letter is formatted in the line above it, and arrives so', async ({ somebody: { page, received } }) => {
  await answer(page);
  const body = page.getByRole('textbox', { name: 'Your reply' });
  const bar = page.getByRole('toolbar', { name: 'Formatting' });
  await page.keyboard.press('Control+b');
  await body.pressSequentially('Ready.');
  await page.keyboard.press('Control+b');
  await page.keyboard.press('Enter');
  await body.pressSequentially('Prices');
  await page.keyboard.press('Shift+Home');
  await page.keyboard.press(shortcut('formatLink'));
  await bar.getByLabel('Leads to').fill('https://halloway.example/prices');
  await page.keyboard.press('Enter');
  await page.keyboard.press('End');
  await page.keyboard.press('Enter');
  await page.keyboard.press(shortcut('formatTable'));
  await expect(body.getByRole('cell')).toHaveCount(6);
  await page.keyboard.type('Tuning');
  await page.keyboard.press(shortcut('send'));
  await expect(page.getByText('Sent.')).toBeVisible();
  const [mail] = await received();
  const raw = mail!.raw.toString().replace(/=\r?\n/g, '');
  expect(raw).toMatch(/<strong>Ready\.<\/strong>/);
  expect(raw).toContain('https://halloway.example/prices');
  expect(raw).toMatch(/<table[\s\S]*Tuning/);
});

test('a key acts where the caret is, however quickly it comes after one that moved it', async ({
  somebody: { page },
}) => {
  const body = await answer(page);
  await page.keyboard.type('Prices');
  await page.keyboard.press('Shift+Home');
  await page.waitForTimeout(200);
  // The browser is kept from telling where the caret went, as a busy one is.
  await page.evaluate(() => window.addEventListener('selectionchange', (e) => e.stopImmediatePropagation(), true));
  await page.keyboard.press('End');
  await page.keyboard.press('Enter');
  await page.keyboard.type('and days');
  await expect(body.locator('p')).toHaveText(['Prices', 'and days']);
});

test('a last look whose reading cannot be fetched keeps no message back', async ({ somebody: { page, received } }) => {
  await page.route(/look\.worker/, (route) =>
    route.fulfill({ status: 200, contentType: 'text/javascript', body: 'throw 1' }),
  );
  await answer(page);
  await page.getByRole('textbox', { name: 'Your reply' }).fill('Dear Ada, yes. Robin');
  await page.keyboard.press(shortcut('send'));
  await expect(page.getByText('Sent.')).toBeVisible();
  expect(await received()).toHaveLength(1);
});

test('a note is read before it goes in, and a selected part of it goes in alone', async ({ somebody: { page } }) => {
  await keepNote(page, {
    name: 'Aftercare',
    body: [paragraph(text('Keep the lid closed.')), paragraph(text('Ring me in '), blank('weeks'), text(' weeks.'))],
  });
  const letter = await answer(page);
  await page.keyboard.type('So: ,,after');
  await expect(page.getByRole('option', { name: /Aftercare/ })).toBeVisible();
  await page.keyboard.press(shortcut('previewNote'));
  const preview = page.getByRole('region', { name: 'The note as it is kept' });
  const wording = preview.getByRole('textbox', { name: 'Aftercare' });
  await expect(wording).toBeFocused();
  await expect(page.getByRole('option', { name: /Aftercare/ })).toBeHidden();
  await expectAccessible(page);
  // It can be read and not changed.
  await page.keyboard.type('xyz');
  await page.keyboard.press('Backspace');
  await expect(wording).toHaveText(/^Keep the lid closed\.\s*Ring me in/);
  await page.keyboard.press('Home');
  await page.keyboard.press('Shift+End');
  await expect(preview.getByRole('button', { name: 'Put the part in' })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(letter).toHaveText('So: Keep the lid closed.');
  await expect(letter).toBeFocused();
  await expect(preview).toBeHidden();
  await expect(page.getByText('Improve the note')).toHaveCount(0);

  // From the search under the letter, whole; and left again without a change.
  const search = page.getByRole('combobox', { name: 'Find a note' });
  await search.fill('lid');
  await expect(page.getByRole('option', { name: /Aftercare/ })).toBeVisible();
  await page.keyboard.press(shortcut('previewNote'));
  await expect(wording).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(letter).toBeFocused();
  await expect(letter).toHaveText('So: Keep the lid closed.');
  await search.fill('lid');
  await expect(page.getByRole('option', { name: /Aftercare/ })).toBeVisible();
  await page.keyboard.press(shortcut('previewNote'));
  await expect(wording).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(letter).toContainText('Ring me in');
  await expect(page.getByRole('textbox', { name: 'weeks' })).toBeFocused();
});

test('what was written before is offered to be kept after Send, and a changed price holds the letter back', async ({
  somebody: { page, received },
}) => {
  const felt =
    'the felt on the hammers has hardened, which is why the treble sounds glassy, so I would voice it in two short visits';
  await answer(page);
  await page.keyboard.type(`Dear Ada, ${felt}. Robin Tester`);
  await page.keyboard.press(shortcut('send'));
  await expect(page.getByText('Sent.')).toBeVisible();
  await answer(page, { id: 'two', subject: 'Again' });
  await page.keyboard.type(`Dear Ada, ${felt}. Robin Tester`);
  await page.keyboard.press(shortcut('send'));
  await expect(page.getByText('Sent. You wrote much of it in a letter before.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Keep it as a note' })).toBeVisible();

  const lookup = await keepLookup(page);
  await keepNote(page, {
    name: 'Price',
    body: [
      paragraph(text('It costs '), blank('price', 'lookup', { lookup, column: 'p', row: 'asked', of: '', hint: '' })),
    ],
  });
  const letter = await answer(page, { id: 'three', subject: 'Price' });
  await page.keyboard.type('Dear Ada, ');
  await insert(page, 'price', /Price/);
  await page.keyboard.type('Tuning');
  await page.keyboard.press('Enter');
  await expect(letter).toContainText('It costs £95');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  const known = await (await page.request.get(`/api/lookups/${lookup}`)).json();
  const rows = known.rows.map((row: { s: string }) => (row.s === 'Tuning' ? { ...row, p: '110' } : row));
  expect((await page.request.put(`/api/lookups/${lookup}`, { data: { ...known, rows } })).status()).toBe(200);
  const before = (await received()).length;
  await page.keyboard.press(shortcut('send'));
  await expect(page.getByText(/“price” was £95.* when it was filled in; the lookup says £110.* now/)).toBeVisible();
  // The letter says what the lookup says now, and goes with one more key.
  await expect(letter).toContainText('It costs £110');
  expect(await received()).toHaveLength(before);
  await page.keyboard.press(shortcut('sendAnyway'));
  await expect(page.getByText('Sent.')).toBeVisible();
  expect((await received()).at(-1)!.raw.toString()).toContain('110');
});

test('what is too long to write on is refused by a blank, and attached to a letter', async ({
  somebody: { page, received },
}) => {
  const paste = (words: string) =>
    page.evaluate((words) => {
      const data = new DataTransfer();
      data.setData('text/plain', words);
      const event = new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true });
      if (document.activeElement!.dispatchEvent(event)) document.execCommand('insertText', false, words);
    }, words);
  const long = 'the felt has hardened '.repeat(5_000);
  await keepNote(page, { name: 'About', body: [paragraph(text('About '), blank('what'), text('.'))] });
  const letter = await answer(page);
  await insert(page, 'about', /About/);
  const field = page.getByRole('textbox', { name: 'what' });
  await expect(field).toBeFocused();
  await paste(long);
  await expect(page.getByText('That is 110,000 characters; a blank takes 20,000 at most.')).toBeVisible();
  await expect(field).toHaveValue('');
  await paste('the felt');
  await expect(letter).toHaveText('About the felt.');
  await expect(page.getByText('a blank takes 20,000 at most')).toHaveCount(0);

  // A file that takes its time is waited for: the letter does not leave without it.
  await page.route('**/api/files?**', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 2_000));
    await route.continue();
  });
  await letter.focus();
  await page.keyboard.press('Control+End');
  await paste(long);
  await expect(page.getByText('One line of it has 110,000 characters')).toBeVisible();
  await expect(page.getByText('pasted.txt')).toBeVisible();
  await expect(letter).toHaveText('About the felt.');
  await page.keyboard.press(shortcut('sendAnyway'));
  await expect(page.getByText('Sent.')).toBeVisible();
  const [one] = await received();
  const mail = await simpleParser(one!.raw);
  expect(mail.attachments.map(({ filename, content }) => [filename, content.toString()])).toEqual([
    ['pasted.txt', long],
  ]);
});

test('one types at once on a slow line; what helps while writing comes a moment later and sees what was typed', async ({
  somebody: { page },
}) => {
  await keepNote(page, { name: 'Gate code', body: [paragraph(text('the gate code is 4417'))] });
  await page.goto('/');
  await page.getByRole('button', { name: 'New message' }).waitFor();
  let isHeld = true;
  const held: (() => void)[] = [];
  await page.route('**/_nuxt/*.js', async (route) => {
    if (isHeld) await new Promise<void>((go) => held.push(go));
    await route.continue();
  });
  await page.getByRole('button', { name: 'New message' }).click();
  const body = page.getByRole('textbox', { name: 'Your reply' });
  await body.pressSequentially('See ,,gate');
  await expect(body).toHaveText('See ,,gate');
  await expect(page.getByRole('option', { name: /Gate code/ })).toBeHidden();
  isHeld = false;
  for (const go of held) go();
  await expect(page.getByRole('option', { name: /Gate code/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(body).toHaveText('See the gate code is 4417');

  await body.press('End');
  await body.pressSequentially(' at example.com ');
  await expect(body.getByRole('link', { name: 'example.com' })).toHaveAttribute('href', 'https://example.com');
  await page.keyboard.press('Enter');
  await page.keyboard.press(shortcut('formatTable'));
  await expect(body.getByRole('cell')).toHaveCount(6);
  await body.pressSequentially('one');
  await page.keyboard.press('Tab');
  await body.pressSequentially('two');
  await expect(body.getByRole('cell').nth(1)).toHaveText('two');
  for (let i = 0; i < 5; i++) await page.keyboard.press('Tab');
  // Behind the last cell a row begins.
  await expect(body.getByRole('cell')).toHaveCount(8);
});

test('what is known of one person never stands in the letter to another, however long it takes to read', async ({
  somebody: { page, received },
}) => {
  const companies = { 'ada@client.example': 'Marsh & Sons', 'bo@harbour.example': 'Harbour Hall' };
  for (const [address, company] of Object.entries(companies)) {
    const person = await (await page.request.post('/api/people', { data: { name: '', address } })).json();
    const known = await page.request.put(`/api/people/${person.id}`, { data: { ...person, company } });
    expect(known.status(), await known.text()).toBe(200);
  }
  await keepNote(page, {
    name: 'Estimate',
    body: [paragraph(text('For '), blank('company', 'person', { field: 'company' }), text('. Robin Tester'))],
  });
  await page.goto('/');
  await bring(page, [
    { name: 'bo.eml', buffer: clientMessage({ from: 'Bo <bo@harbour.example>', subject: 'Hall piano', id: 'two' }) },
    { name: 'ada.eml', buffer: clientMessage({ subject: 'Upright' }) },
  ]);
  const letter = page.getByRole('textbox', { name: 'Your reply' });
  const open = async (subject: string) => {
    await page.getByRole('button', { name: subject }).first().click();
    await expect(page.getByRole('heading', { name: subject })).toBeVisible();
  };
  for (const [subject, company] of [
    ['Hall piano', 'Harbour Hall'],
    ['Upright', 'Marsh & Sons'],
  ] as const) {
    await open(subject);
    await page.keyboard.press(shortcut('reply'));
    await expect(letter).toBeFocused();
    await insert(page, 'estimate', /Estimate/);
    await expect(letter).toHaveText(`For ${company}. Robin Tester`);
    await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  }
  const held = await hold(page, '**/api/people?address=bo*');
  const writes: string[] = [];
  page.on('request', (one) => one.method() === 'PUT' && writes.push(one.url()));
  await open('Hall piano');
  const route = await held();
  await expect(letter).toHaveText('For Harbour Hall. Robin Tester');
  await page.keyboard.press(shortcut('sendAnyway'));
  // Long enough for a letter to be saved, and sent.
  await page.waitForTimeout(1_500);
  await expect(letter).toHaveText('For Harbour Hall. Robin Tester');
  expect(writes).toEqual([]);
  expect(await received()).toHaveLength(0);
  await route.continue();
  await expect(page.getByText('Sent.')).toBeVisible();
  const [mail] = await received();
  expect(mail!.envelopeTo).toEqual(['bo@harbour.example']);
  expect((await simpleParser(mail!.raw)).text).toContain('For Harbour Hall. Robin Tester');
});

test('a fact is kept with whom the letter is for by now, not with whom it was for before', async ({
  somebody: { page },
}) => {
  const meet = async (name: string, address: string) =>
    (await (await page.request.post('/api/people', { data: { name, address } })).json()) as { id: string };
  const ada = await meet('Ada Marsh', 'ada@client.example');
  const bo = await meet('Bo Finch', 'bo@harbour.example');
  await keepNote(page, {
    name: 'Arriving',
    body: [paragraph(text('The code is '), blank('gate code', 'person', { field: 'Gate code' }), text('.'))],
  });
  await page.goto('/');
  await page.getByRole('button', { name: 'New message' }).click();
  const to = page.getByLabel('To', { exact: true });
  await to.fill('Ada Marsh <ada@client.example>, Bo Finch <bo@harbour.example>');
  await page.keyboard.press('Enter');
  await page.getByRole('textbox', { name: 'Your reply' }).focus();
  await insert(page, 'arriving', /Arriving/);
  const code = page.getByLabel('gate code', { exact: true });
  await code.fill('42#');
  await expect(page.getByLabel('keep with Ada')).toBeVisible();
  const held = await hold(page, '**/api/people?address=bo*');
  await to.focus();
  for (const key of ['ArrowLeft', 'ArrowLeft', 'Delete']) await page.keyboard.press(key);
  const route = await held();
  await page.getByLabel('keep with').check();
  await route.continue();
  const fieldsOf = async ({ id }: { id: string }) =>
    ((await (await page.request.get(`/api/people/${id}`)).json()) as { fields: object[] }).fields;
  await expect.poll(() => fieldsOf(bo)).toEqual([{ name: 'Gate code', value: '42#' }]);
  expect(await fieldsOf(ada)).toEqual([]);
});

test('a note put in before it is known whom the letter is for is filled at once, and with them once it is', async ({
  somebody: { page },
}) => {
  const person = await (
    await page.request.post('/api/people', { data: { name: 'Ada Marsh', address: 'ada@client.example' } })
  ).json();
  const known = await page.request.put(`/api/people/${person.id}`, { data: { ...person, company: 'Marsh & Sons' } });
  expect(known.status()).toBe(200);
  await keepNote(page, {
    name: 'Estimate',
    body: [paragraph(blank('company', 'person', { field: 'company' }), text(' pays '), blank('price'), text('.'))],
  });
  const held = await hold(page, '**/api/people?address=ada*');
  const letter = await answer(page);
  const route = await held();
  await insert(page, 'estimate', /Estimate/);
  await page.getByLabel('price', { exact: true }).fill('£95');
  await expect(letter).toContainText('pays £95.');
  await route.continue();
  await expect(letter).toHaveText('Marsh & Sons pays £95.');
});
