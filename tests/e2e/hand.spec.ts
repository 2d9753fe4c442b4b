import { simpleParser } from 'mailparser';
import { blank, expect, expectAccessible, keepNote, paragraph, shortcut, test, text } from './desk';
import { answer, insert, keepLookup } from './filling';

test('a cue turns into its note as one types; one undo gives the characters back, and they stay', async ({
  somebody: { page },
}) => {
  await keepNote(page, { name: 'Gate code', cue: 'gc', body: [paragraph(text('the gate code is 4417'))] });
  await keepNote(page, {
    name: 'Visit',
    cue: 'vis',
    body: [paragraph(text('I come on '), blank('Day'), text('.')), paragraph(text('Until then!'))],
  });
  await answer(page);
  const body = page.getByRole('textbox', { name: 'Your reply' });
  await body.pressSequentially('For you, gc. ');
  await expect(body).toHaveText('For you, the gate code is 4417. ');
  await body.pressSequentially('Gc,');
  await expect(body).toHaveText('For you, the gate code is 4417. The gate code is 4417,');
  await page.keyboard.press('Control+z');
  await expect(body).toHaveText('For you, the gate code is 4417. Gc,');
  await body.pressSequentially(' robin@gc. ');
  await expect(body).toContainText('Gc, robin@gc. ');
  await page.keyboard.press('Enter');
  // A longer one asks for its blanks, and what is typed meanwhile goes to the first.
  await body.pressSequentially('vis');
  await page.keyboard.press('Tab');
  await expect(page.getByLabel('Day', { exact: true })).toBeFocused();
  await page.keyboard.type('Tuesday');
  await page.keyboard.press('Escape');
  await expect(body).toContainText('I come on Tuesday.');
  await expect(body).toContainText('Until then!');
});

test('a cue in the subject of a new message stands there; in the search it is only a word', async ({
  somebody: { page },
}) => {
  await keepNote(page, { name: 'Gate code', cue: 'gc', body: [paragraph(text('the gate code'))] });
  await page.goto('/');
  await page.getByRole('button', { name: 'New message' }).click();
  const subject = page.getByRole('textbox', { name: 'Subject' });
  await subject.pressSequentially('About gc, please');
  await expect(subject).toHaveText('About the gate code, please');
  const body = page.getByRole('textbox', { name: 'Your reply' });
  await body.pressSequentially(',,my gc x');
  await expect(body).toHaveText(',,my gc x');
});

test('slips are put right at the end of the word, one undo keeps them, and repeated corrections are offered', async ({
  somebody: { page },
}) => {
  await page.goto('/settings');
  await page.getByRole('button', { name: 'Add a slip' }).click();
  await page.getByLabel('Slip 1', { exact: true }).fill('form');
  await page.getByLabel('What is meant by slip 1').fill('from');
  await expect(page.getByText('“form” is a word of its own')).toBeVisible();
  await page.getByRole('button', { name: 'Add a slip' }).click();
  await page.getByLabel('Slip 2', { exact: true }).fill('pinao');
  await page.getByLabel('What is meant by slip 2').fill('piano');
  await page.getByText('Put common misspellings of English right too').click();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Saved.')).toBeVisible();

  await answer(page);
  const body = page.getByRole('textbox', { name: 'Your reply' });
  await body.pressSequentially('The form of Pinao, ');
  await expect(body).toHaveText('The form of Piano, ');
  await expect(async () => {
    await body.fill('');
    await body.pressSequentially('I recieve ');
    await expect(body).toHaveText('I receive ', { timeout: 500 });
  }).toPass();
  await page.keyboard.press('Control+z');
  await expect(body).toHaveText('I recieve ');
  await body.pressSequentially('it. ');
  await expect(body).toHaveText('I recieve it. ');

  for (let i = 0; i < 3; i++) {
    await page.keyboard.press('Enter');
    await body.pressSequentially('tunning ');
    for (let back = 0; back < 8; back++) await page.keyboard.press('Backspace');
    await body.pressSequentially('tuning ');
  }
  await expect(page.getByText('You changed “tunning” to “tuning” three times.')).toBeVisible();
  await page.getByRole('button', { name: 'Put it right from now on' }).click();
  await expect(page.getByText('You changed “tunning”')).toHaveCount(0);
  await body.pressSequentially('Tunning. ');
  await expect(body).toContainText('Tuning. ');
});

test('a cue that is chosen is told what it stands in the way of, and free ones are proposed', async ({
  somebody: { page },
}) => {
  await keepNote(page, { name: 'Gates', cue: 'gates', body: [paragraph(text('x'))] });
  await page.goto('/library');
  await page.getByRole('button', { name: 'New note' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Gate code');
  const cue = page.getByLabel('Cue', { exact: true });
  await cue.fill('gate');
  await expect(page.getByText('Longer cues begin with it: gates (Gates).')).toBeVisible();
  await expect(page.getByText('It is an ordinary word.')).toBeVisible();
  await page.getByRole('button', { name: 'gc', exact: true }).click();
  await expect(cue).toHaveValue('gc');
  await expect(page.getByText('Longer cues begin with it')).toHaveCount(0);
});

test('the last look says one thing at a time, puts right with one key, is silenced, and holds only what is marked', async ({
  somebody: { page, received },
}) => {
  await answer(page);
  const body = page.getByRole('textbox', { name: 'Your reply' });
  await body.fill('Dear Tomas, I come on Tuesday 3 December 2026, with the the strings.');
  await expect(page.getByRole('button', { name: /The greeting says Tomas/ })).toBeVisible();
  await page.getByRole('button', { name: /and \d more/ }).click();
  const list = page.getByRole('region', { name: 'Last look' });
  await expect(list.getByRole('button', { name: '3 December 2026 is a Thursday' })).toBeVisible();
  await list.getByRole('button', { name: 'Write “Thursday”' }).click();
  await expect(body).toContainText('Thursday 3 December 2026');
  await page.keyboard.press(shortcut('mendFirst'));
  await expect(body).toContainText('with the strings');
  await list
    .getByRole('listitem')
    .filter({ hasText: 'The greeting says Tomas' })
    .getByRole('button', { name: 'here', exact: true })
    .click();
  await expect(page.getByText('The greeting says Tomas')).toHaveCount(0);
  // It says so of a reload too.
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(body).toContainText('with the strings');
  await page.waitForTimeout(800);
  await expect(page.getByText('The greeting says Tomas')).toHaveCount(0);

  // What the settings mark holds it back, and one more key sends it all the same.
  await body.fill('Dear Ada, please find the list attached.');
  await page.goto('/settings');
  await page.getByText('A file is spoken of and none is attached').click();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  await page.getByRole('link', { name: 'Desk' }).click();
  await expect(body).toContainText('please find');
  await page.keyboard.press(shortcut('send'));
  await expect(page.getByRole('button', { name: 'Send all the same' })).toBeVisible();
  expect(await received()).toHaveLength(0);
  await page.keyboard.press(shortcut('sendAnyway'));
  await expect(page.getByText('Sent.')).toBeVisible();
  expect(await received()).toHaveLength(1);
});

test('after Send a message can be taken back whole, and leaves by itself when its time is over', async ({
  somebody: { page, received },
}) => {
  const settings = await (await page.request.get('/api/settings')).json();
  await page.request.put('/api/settings', { data: { ...settings, sendDelay: 4 } });
  await answer(page);
  const body = page.getByRole('textbox', { name: 'Your reply' });
  await body.fill('Dear Ada, I can come in December. Robin');
  await page.keyboard.press(shortcut('send'));
  await expect(page.getByText(/Your message leaves in \d seconds?\./)).toBeVisible();
  // It waits no longer, and the Desk goes to nothing by itself while it rests.
  await expect(page.getByText('Nobody waits for an answer.')).toBeVisible();
  const asked: string[] = [];
  page.on('request', (request) => asked.push(`${request.method()} ${new URL(request.url()).pathname}`));
  await page.waitForTimeout(1_500);
  expect(asked.filter((one) => /\/(?:send|answer)$/.test(one))).toEqual([]);
  await page.keyboard.press(shortcut('undoDone'));
  await expect(body).toHaveText('Dear Ada, I can come in December. Robin');
  expect(await received()).toHaveLength(0);
  // The same where answering does not make it done, and the message that is answered stays open.
  await body.fill('Dear Ada, I can come in January. Robin');
  await page.getByRole('button', { name: 'After sending' }).click();
  await page.getByLabel('counts as answered').uncheck();
  await page.keyboard.press(shortcut('send'));
  await expect(page.getByText(/Your message leaves in \d seconds?\./)).toBeVisible();
  await expect(page.getByText('could you come in December?')).toBeVisible();
  await expect(body).toBeHidden();
  await page.keyboard.press(shortcut('reply'));
  await expect(page.getByText(/Your message leaves in \d seconds?\./)).toHaveCount(1);
  await expect(page.getByText('Sent.')).toBeVisible({ timeout: 20_000 });
  expect(await received()).toHaveLength(1);
});

test('several signatures: one for answers, another by key, offered again for whom it was chosen, none of them twice', async ({
  somebody: { page, received },
}) => {
  const body = (words: string) => ({
    type: 'doc',
    content: [paragraph(text('Robin Tester')), paragraph(text(words))],
  });
  const settings = await (await page.request.get('/api/settings')).json();
  const signatures = [
    { id: 'shop', name: 'The workshop', body: body('Net Loft Yard') },
    { id: 'hire', name: 'Concert hire', body: body('Grands for the stage') },
  ];
  await page.request.put('/api/settings', {
    data: { ...settings, signatures, signatureNew: 'shop', signatureAnswer: 'shop' },
  });
  await keepNote(page, {
    name: 'With another signature',
    cue: 'was',
    body: [
      paragraph(text('I shall be there.')),
      paragraph(),
      paragraph(text('Robin Tester')),
      paragraph(text('Grands for the stage')),
    ],
  });
  for (const number of [1, 2, 3]) {
    await answer(page, { id: `message-${number}`, subject: `Question ${number}` });
    const reply = page.getByRole('region', { name: 'Your reply' });
    await expect(reply.getByLabel('Your signature')).toContainText('Net Loft Yard');
    await page.getByRole('textbox', { name: 'Your reply' }).pressSequentially('Dear Ada, was ');
    await expect(reply).toContainText('I shall be there.');
    if (number < 3) {
      await expect(page.getByText('You signed as “Concert hire”')).toHaveCount(0);
      await page.keyboard.press(shortcut('nextSignature'));
    } else await page.getByRole('button', { name: 'Do so again' }).click();
    await expect(reply.getByLabel('Your signature')).toContainText('Grands for the stage');
    expect((await reply.innerText()).match(/Grands for the stage/g)).toHaveLength(1);
    if (number === 3) await reply.getByRole('button', { name: 'Leave it out' }).click();
    await page.keyboard.press(shortcut('send'));
    await expect(page.getByText('Sent.')).toBeVisible();
  }
  const [, , last] = await received();
  const raw = last!.raw.toString();
  // RFC 3676 4.3; the space at the end of a line is written as RFC 2045 6.7 has it.
  expect(raw).toMatch(/^--(?: |=20)\r?$/m);
  expect(raw).not.toContain('Net Loft Yard');
});

test('notes go in by the first letters of their names, and pinned ones by number', async ({ somebody: { page } }) => {
  await keepNote(page, { name: 'Gate code', body: [paragraph(text('the code is 4417'))] });
  await keepNote(page, { name: 'Gift voucher', pinned: true, body: [paragraph(text('a voucher for a tuning'))] });
  await answer(page);
  const body = page.getByRole('textbox', { name: 'Your reply' });
  await body.pressSequentially('Here, gat');
  await page.keyboard.press(shortcut('putByName'));
  await expect(body).toHaveText('Here, the code is 4417');
  await body.pressSequentially(' and g');
  await page.keyboard.press(shortcut('putByName'));
  await expect(page.getByRole('option', { name: /Gift voucher/ })).toBeVisible();
  await page.keyboard.press('Escape');
  await body.fill('So: ');
  await page.keyboard.press('Alt+1');
  await expect(body).toHaveText('So: a voucher for a tuning');
});

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
