import { blank, bring, clientMessage, expect, hold, keepNote, paragraph, test, text, shortcut } from './desk';

test('the bench shows and writes the note that is named, however one goes from one to the next', async ({
  somebody: { page },
}) => {
  for (const name of ['First', 'Second', 'Third'])
    await keepNote(page, { name, body: [paragraph(text(`${name} wording.`))] });
  const rows = await (await page.request.get('/api/notes')).json();
  const idOf = (name: string) => rows.find((row: { name: string }) => row.name === name).id;
  const stored = async (name: string) => (await page.request.get(`/api/notes/${idOf(name)}`)).json();
  await page.goto('/library');
  await page.getByRole('button', { name: 'First', exact: true }).click();
  const body = page.getByRole('textbox', { name: 'Body' });
  await expect(body).toHaveText('First wording.');
  await page.getByRole('button', { name: 'Second', exact: true }).click();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Second');
  await expect(body).toHaveText('Second wording.');
  await body.fill('Second, changed.');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('Kept', { exact: true })).toBeVisible();
  expect((await stored('First')).bodyText).toBe('First wording.');
  expect((await stored('Second')).bodyText).toBe('Second, changed.');

  // With a slow server, and pressed faster than it answers: what comes late is shown under no other name.
  await page.route(/\/api\/notes\/[0-9a-z]{26}$/, async (route) => {
    await new Promise((resolve) => setTimeout(resolve, route.request().url().includes(idOf('Third')) ? 900 : 100));
    await route.continue();
  });
  await page.reload();
  await expect(body).toHaveText('Second, changed.');
  await page.getByRole('button', { name: 'Third', exact: true }).click();
  await page.getByRole('button', { name: 'First', exact: true }).click();
  await expect(body).toHaveText('First wording.');
  await page.waitForTimeout(1_200);
  await expect(body).toHaveText('First wording.');
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await expect(page.getByRole('button', { name: 'First', exact: true })).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Third', exact: true })).toBeVisible();
});

test('nothing is lost on leaving: settings, a lookup that cannot be saved yet, wording from a file', async ({
  somebody: { page },
}) => {
  await page.goto('/settings');
  await page.getByLabel('Your name, as clients know you').fill('Robin Changed');
  await page.getByRole('link', { name: 'Lookups' }).click();
  await expect(page).toHaveURL(/\/lookups/);
  await page.getByRole('link', { name: 'Settings' }).click();
  await expect(page.getByLabel('Your name, as clients know you')).toHaveValue('Robin Changed');
  await expect(page.getByText('You changed settings here and did not save them.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo the changes' }).click();
  await expect(page.getByLabel('Your name, as clients know you')).toHaveValue('Robin Tester');
  // What is wrong may stand far from the button; it is said beside it and gone to.
  await page.getByLabel('Language and region').fill('nonsense!');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Not saved: This is not a language' })).toBeVisible();
  await expect(page.getByLabel('Language and region')).toBeFocused();
  await page.getByLabel('Language and region').fill('en-GB');

  const table = (name: string) => ({
    name,
    columns: [
      { id: 'c1', name: 'Key', type: 'text' },
      { id: 'c2', name: 'Fact', type: 'text' },
    ],
    keyColumn: 'c1',
    rows: [{ c1: 'a', c2: `${name} fact` }],
  });
  for (const name of ['One', 'Two']) await page.request.post('/api/lookups', { data: table(name) });
  await page.goto('/lookups');
  await page.getByRole('button', { name: /^One/ }).click();
  await page.getByLabel('Fact, row 1', { exact: true }).fill('One changed');
  await page.getByLabel('Key, row 1', { exact: true }).fill('');
  await page.getByLabel('Key, row 1', { exact: true }).press('Tab');
  await expect(page.getByText('A row has no key')).toBeVisible();
  await page.getByRole('button', { name: /^Two/ }).click();
  await expect(page.getByLabel('Fact, row 1', { exact: true })).toHaveValue('Two fact');
  await page.getByRole('button', { name: /^One/ }).click();
  await expect(page.getByLabel('Fact, row 1', { exact: true })).toHaveValue('One changed');
  await page.getByLabel('Key, row 1', { exact: true }).fill('a');
  await page.getByLabel('Key, row 1', { exact: true }).press('Tab');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();

  await page.goto('/library');
  await page
    .getByLabel('Files with notes')
    .setInputFiles([
      { name: 'brought.eml', mimeType: 'message/rfc822', buffer: clientMessage({ subject: 'Brought wording' }) },
    ]);
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Brought wording');
  await page.getByRole('link', { name: 'Desk' }).click();
  await expect(page).not.toHaveURL(/\/library/);
  await page.getByRole('link', { name: 'Library' }).click();
  await expect(page.getByText('“Brought wording” is not kept yet.')).toBeVisible();
  await page.getByRole('button', { name: 'Go on with it' }).click();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Brought wording');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('Kept', { exact: true })).toBeVisible();
  await page.goto('/library');
  await expect(page.getByText('is not kept yet')).toHaveCount(0);
});

test('every part of the Desk is reached by keyboard, and the focus goes to the next thing after each act', async ({
  somebody: { page },
}) => {
  await keepNote(page, { name: 'Pinned one', pinned: true, body: [paragraph(text('On '), blank('day'), text('.'))] });
  await page.goto('/');
  await bring(page, [
    { name: 'ada.eml', buffer: clientMessage() },
    { name: 'bo.eml', buffer: clientMessage({ from: 'Bo Lind <bo@client.example>', id: 'two', subject: 'Second' }) },
    { name: 'cy.eml', buffer: clientMessage({ from: 'Cy Park <cy@client.example>', id: 'three', subject: 'Third' }) },
  ]);
  await page.getByRole('status', { name: 'Bringing messages in' }).getByRole('button', { name: 'Close' }).click();
  await page.getByRole('button', { name: /^Ada Marsh/ }).click();
  await expect(page.getByRole('article')).toContainText('December');
  await page.keyboard.press(shortcut('reply'));
  const letter = page.getByRole('textbox', { name: 'Your reply' });
  await expect(letter).toBeFocused();
  await page.keyboard.type(',,pinned');
  await expect(page.getByRole('option', { name: /Pinned one/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('day')).toBeFocused();
  await page.keyboard.type('Monday');
  await page.keyboard.press('Tab');
  await expect(letter).toBeFocused();
  // From the letter Tab goes on to Discard and Send, through what stands between.
  const passed: string[] = [];
  for (let i = 0; i < 25 && !passed.includes('Send'); i++) {
    await page.keyboard.press('Tab');
    passed.push(
      await page.evaluate(
        () => document.activeElement?.textContent?.trim() || (document.activeElement?.getAttribute('aria-label') ?? ''),
      ),
    );
  }
  expect(passed).toContain('Discard');
  expect(passed).toContain('Send');

  const part = () => page.evaluate(() => document.activeElement?.closest('[data-part]')?.getAttribute('data-part'));
  const parts: (string | null | undefined)[] = [];
  for (let i = 0; i < 7; i++) {
    await page.keyboard.press(shortcut('nextPart'));
    parts.push(await part());
  }
  expect(new Set(parts)).toEqual(new Set(['messages', 'message', 'addressing', 'letter', 'fill list', 'tray', 'foot']));
  await page.keyboard.press(shortcut('partBefore'));
  expect(await part()).toBe(parts.at(-2));

  // Keep, and Escape out of it, go back to the letter.
  await letter.focus();
  await page.keyboard.press(shortcut('keepWording'));
  await expect(page.getByRole('region', { name: 'Keep as a note' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(letter).toBeFocused();
  // Alt+R with an answer begun goes to it.
  await page.getByLabel('Find a note').focus();
  await page.keyboard.press(shortcut('reply'));
  await expect(letter).toBeFocused();
  // After Send the next message is at hand.
  await page.keyboard.press(shortcut('send'));
  await expect(page.getByText('Sent.')).toBeVisible();
  const current = page.locator('.row[aria-current=true]');
  const heading = page.getByRole('article').getByRole('heading');
  await expect(heading).toHaveText(/^(Second|Third)$/);
  const [first, then] = (await heading.innerText()) === 'Second' ? ['Second', 'Third'] : ['Third', 'Second'];
  await expect(current).toContainText(first!);
  await expect(current).toBeFocused();
  await page.getByRole('button', { name: 'Archive' }).press('Enter');
  await expect(page.getByText('Archived.')).toBeVisible();
  await expect(heading).toHaveText(then!);
  await expect(current).toContainText(then!);
  await expect(current).toBeFocused();
  await page.getByRole('button', { name: 'Delete' }).press('Enter');
  await expect(page.getByText('Moved to the trash.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('article')).toContainText('December');
});

test('marks left by hand hold a message back until they are filled or said to be meant', async ({
  somebody: { page, received },
}) => {
  await bring(page, [{ name: 'ada.eml', buffer: clientMessage() }]);
  await page.getByRole('button', { name: /^Ada Marsh/ }).click();
  await expect(page.getByRole('article')).toContainText('December');
  await page.keyboard.press(shortcut('reply'));
  const letter = page.getByRole('textbox', { name: 'Your reply' });
  await expect(letter).toBeFocused();
  await page.keyboard.type('Dear [NAME], it is [sic] 14.');
  await expect(page.getByRole('button', { name: '“[NAME]” looks unfinished' })).toBeVisible();
  await page.keyboard.press(shortcut('send'));
  await page.waitForTimeout(600);
  expect(await received()).toEqual([]);
  await page.getByRole('button', { name: 'It is intended' }).click();
  await page.keyboard.press(shortcut('send'));
  await expect(page.getByText('Sent.')).toBeVisible();
  expect(await received()).toHaveLength(1);
});

test('the only person a half-typed name can be is taken; an untouched new message leaves nothing behind', async ({
  somebody: { page },
}) => {
  await bring(page, [{ name: 'ada.eml', buffer: clientMessage() }]);
  await expect(page.getByRole('button', { name: /^Ada Marsh/ })).toBeVisible();
  for (let i = 0; i < 3; i++) {
    await page.getByRole('button', { name: 'New message' }).click();
    await expect(page.getByLabel('To', { exact: true })).toBeFocused();
  }
  expect(await (await page.request.get('/api/drafts')).json()).toEqual([]);
  await page.keyboard.type('ada m');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('button', { name: 'Ada Marsh <ada@client.example>' })).toBeVisible();
});

test('a link leads where it says, also over the sign-in; what is not there is said in our words', async ({
  somebody: { page },
  browser,
  baseURL,
}) => {
  await keepNote(page, { name: 'Deep', body: [paragraph(text('Deep wording.'))] });
  const [{ id }] = await (await page.request.get('/api/notes')).json();
  const { account } = await (await page.request.get('/api/account')).json();
  const other = await (await browser.newContext({ baseURL })).newPage();
  await other.goto(`/library?note=${id}`);
  await other.getByLabel('E-mail address').fill('a@b');
  await other.getByRole('button', { name: 'Sign in' }).click();
  await expect(other.getByText(/cannot be an address/)).toBeVisible();
  await other.getByLabel('E-mail address').fill(account.address);
  // What was said of a field goes as soon as it is changed.
  await expect(other.getByText(/cannot be an address/)).toHaveCount(0);
  await other.getByLabel('Password').fill('a long password');
  await other.getByRole('button', { name: 'Sign in' }).click();
  await expect(other.getByRole('textbox', { name: 'Body' })).toHaveText('Deep wording.');
  await other.goto('/no/such/page');
  await expect(other.getByText('There is no page at this address.')).toBeVisible();
  await other.close();
});

test('names in other scripts stand in shipped faces', async ({ somebody: { page } }) => {
  await bring(page, [
    { name: 'ja.eml', buffer: clientMessage({ from: '=?UTF-8?B?5qOa6YOo44KG44GN?= <yuki@client.example>', id: 'ja' }) },
    { name: 'he.eml', buffer: clientMessage({ from: '=?UTF-8?B?16jXldea?= <ruth@client.example>', id: 'he' }) },
    { name: 'ar.eml', buffer: clientMessage({ from: '=?UTF-8?B?2YTZitmE2Yk=?= <layla@client.example>', id: 'ar' }) },
    { name: 'ko.eml', buffer: clientMessage({ from: '=?UTF-8?B?7KeA7Zi4?= <jiho@client.example>', id: 'ko' }) },
  ]);
  await expect(page.getByRole('button', { name: /棚部ゆき/ })).toBeVisible();
  const loaded = () =>
    page.evaluate(() => [
      ...new Set(
        [...document.fonts].filter(({ status }) => status === 'loaded').map(({ family }) => family.replace(/"/g, '')),
      ),
    ]);
  for (const family of ['JP', 'Hebrew', 'Arabic', 'KR'])
    await expect.poll(loaded).toContain(`Noto Sans ${family} Variable`);
});

test('marks typed on the bench get their kind, Keep asks once about open ones, and a kept part of a list is a list', async ({
  somebody: { page },
}) => {
  await page.goto('/library?note=new');
  await page.getByRole('textbox', { name: 'Body' }).focus();
  await page.keyboard.type('On [day] with [first name].');
  const bench = page.getByRole('region', { name: 'New note' });
  await expect(bench.getByRole('button', { name: 'Calendar' })).toBeVisible();

  await page.goto('/');
  const html =
    '<p>Please bring</p><ul><li>the strings</li><li>the hammer</li><li>the lamp</li></ul><p>On ____ please.</p>';
  const raw = `From: Ada <ada@client.example>\r\nSubject: List\r\nDate: Mon, 23 Nov 2026 09:00:00 +0000\r\nContent-Type: text/html\r\n\r\n${html}`;
  await bring(page, [{ name: 'list.eml', buffer: Buffer.from(raw) }]);
  await page.getByRole('button', { name: /^Ada/ }).click();
  await expect
    .poll(() => page.evaluate(() => document.querySelector('iframe')?.contentDocument?.querySelectorAll('li').length))
    .toBe(3);
  await page.evaluate(() => {
    const inside = document.querySelector('iframe')!.contentDocument!;
    const [first, second] = inside.querySelectorAll('li');
    inside.getSelection()!.setBaseAndExtent(first!.firstChild!, 0, second!.firstChild!, 10);
  });
  await page.keyboard.press(shortcut('keepWording'));
  const panel = page.getByRole('region', { name: 'Keep as a note' });
  await expect(panel.locator('.letter ul li')).toHaveText(['the strings', 'the hammer']);
  await page.keyboard.press('Escape');

  await page.evaluate(() => document.querySelector('iframe')!.contentDocument!.getSelection()!.removeAllRanges());
  await page.keyboard.press(shortcut('keepWording'));
  await expect(panel.locator('.letter')).toContainText('please.');
  await panel.getByLabel('Name').press('Enter');
  await expect(panel.getByRole('alert')).toContainText('press Enter again to keep the wording as it stands');
  expect(await (await page.request.get('/api/notes')).json()).toEqual([]);
  await panel.getByLabel('Name').press('Enter');
  await expect(page.getByText('Kept as “List”.')).toBeVisible();
});

test('a message put away with a slow server takes nobody from the one they went on to', async ({
  somebody: { page },
}) => {
  await page.goto('/');
  await bring(
    page,
    ['Ada', 'Bo', 'Cleo'].map((name) => ({
      name: `${name}.eml`,
      buffer: clientMessage({ from: `${name} <${name}@client.example>`, id: name, subject: `From ${name}` }),
    })),
  );
  const inList = (name: string) => page.getByRole('button', { name: new RegExp(`^${name}`) });
  await expect(inList('Cleo')).toBeVisible();
  const rows = await page.getByRole('button', { name: /^(Ada|Bo|Cleo)/ }).allInnerTexts();
  const [first, , third] = rows.map((row) => /Ada|Bo|Cleo/.exec(row)![0]) as [string, string, string];
  await inList(first).click();
  await expect(page.getByRole('heading', { name: `From ${first}` })).toBeVisible();
  const held = await hold(page, '**/api/messages/*', /archive/);
  await page.getByRole('button', { name: 'Archive' }).click();
  const route = await held();
  await inList(third).click();
  await expect(page.getByRole('heading', { name: `From ${third}` })).toBeVisible();
  await route.continue();
  await expect(page.getByText('Archived.')).toBeVisible();
  await expect(page.getByRole('heading', { name: `From ${third}` })).toBeVisible();
  await expect(inList(first)).toHaveCount(0);
});

test('what is typed while a letter is still on its way stands in it', async ({ somebody: { page } }) => {
  await page.goto('/');
  await bring(page, [{ name: 'a.eml', buffer: clientMessage({ id: 'a', subject: 'From Ada' }) }]);
  await page.getByRole('button', { name: /^Ada/ }).click();
  await expect(page.getByRole('heading', { name: 'From Ada' })).toBeVisible();
  await page.route('**/api/drafts', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 700));
    await route.continue();
  });
  // Pressed twice, the key that begins it is none of its text.
  await page.getByRole('button', { name: 'Reply', exact: true }).last().focus();
  for (let i = 0; i < 2; i++) await page.keyboard.press('Enter');
  await page.keyboard.type('Deer');
  for (let i = 0; i < 2; i++) await page.keyboard.press('Backspace');
  await page.keyboard.type('ar Ada,');
  await page.keyboard.press('Enter');
  await page.keyboard.type('yes.', { delay: 150 });
  const letter = page.getByRole('textbox', { name: 'Your reply' });
  await expect(letter.locator('p').nth(0)).toHaveText('Dear Ada,');
  await expect(letter.locator('p').nth(1)).toHaveText('yes.');

  await page.getByRole('button', { name: 'New message' }).click();
  await page.keyboard.type('bo@client.example,', { delay: 60 });
  await expect(page.getByRole('button', { name: 'bo@client.example' }).first()).toBeVisible();
});

test('what is typed after a note that begins the answer fills its question, and stands behind it', async ({
  somebody: { page },
}) => {
  await keepNote(page, { name: 'Visit', pinned: true, body: [paragraph(text('I come on '), blank('Day'), text('.'))] });
  await page.goto('/');
  await bring(page, [{ name: 'a.eml', buffer: clientMessage({ id: 'a', subject: 'From Ada' }) }]);
  await page.getByRole('button', { name: /^Ada/ }).click();
  await expect(page.getByRole('heading', { name: 'From Ada' })).toBeVisible();
  await expect(
    page.getByRole('region', { name: 'Notes' }).getByRole('button', { name: 'Visit', exact: true }),
  ).toBeVisible();
  for (const url of ['**/api/drafts', '**/api/notes/*'])
    await page.route(url, async (route) => {
      await new Promise((resolve) => setTimeout(resolve, 600));
      await route.continue();
    });
  // Where none could be begun, the next letter is typed in at once.
  const json = { data: { code: 'database', words: { code: 'error.database', params: {} } } };
  await page.route('**/api/drafts', (route) => route.fulfill({ status: 503, json }), { times: 1 });
  await page.keyboard.press('Alt+1');
  await expect(page.getByRole('alert')).toBeVisible();
  await page.getByRole('button', { name: 'New message' }).click();
  await page.getByRole('textbox', { name: 'Subject' }).fill('Winter');
  await page.keyboard.type(' visits');
  await expect(page.getByRole('textbox', { name: 'Subject' })).toHaveText('Winter visits', { timeout: 2_000 });
  await page.goBack();
  await expect(page.getByRole('heading', { name: 'From Ada' })).toBeVisible();

  await page.keyboard.press('Alt+1');
  await page.keyboard.type('Monday', { delay: 120 });
  await page.keyboard.press('Enter');
  await page.keyboard.type(' See you then, Robin', { delay: 120 });
  await expect(page.getByRole('textbox', { name: 'Your reply' })).toHaveText('I come on Monday. See you then, Robin');
});
