import { simpleParser } from 'mailparser';
import { COMMANDS } from '../../shared/utils/commands';
import { blank, bring, clientMessage, expect, keepNote, paragraph, test, text, shortcut } from './desk';

test.use({ contextOptions: { reducedMotion: 'no-preference' } });

/** Presses Tab until something with this name has the focus. */
async function tabTo(page: import('@playwright/test').Page, name: RegExp, most = 40) {
  for (let i = 0; i < most; i++) {
    const focused = await page.evaluate(() => {
      const at = document.activeElement;
      return at && at !== document.body ? at.getAttribute('aria-label') || at.textContent || '' : '';
    });
    if (name.test(focused)) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`Tab did not reach ${name}`);
}

test('the main job by keyboard alone, on a message of one’s own', async ({ somebody: { page, address, received } }) => {
  await keepNote(page, {
    name: 'Offer two days',
    subject: [text('Tuning')],
    body: [
      paragraph(text('Dear '), blank('first name', 'person', { field: 'firstName' }), text(',')),
      paragraph(),
      paragraph(
        text('I can come on '),
        blank('day'),
        text(' at '),
        blank('time'),
        text('. Is '),
        blank('day'),
        text(' good?'),
      ),
    ],
  });
  await keepNote(page, { name: 'Gate code', body: [paragraph(text('Is there a gate code?'))] });
  await page.goto('/');
  await bring(page, [{ name: 'ada.eml', buffer: clientMessage() }]);

  // From here on no pointer.
  await tabTo(page, /Ada Marsh/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('article', { name: 'Their message' })).toContainText('could you come in December?');
  await page.keyboard.press(shortcut('reply'));
  const letter = page.getByRole('textbox', { name: 'Your reply' });
  await expect(letter).toBeFocused();

  await page.keyboard.type(',,days off');
  await expect(page.getByRole('option', { name: /Offer two days/ })).toHaveAttribute('aria-selected', 'true');
  await page.keyboard.press('Enter');
  await expect(letter).toContainText('Dear Ada,');
  await expect(page.getByText('3 blanks are open')).toBeVisible();

  await expect(page.getByLabel('day · in 2 places')).toBeFocused();
  await page.keyboard.type('Tuesday');
  await expect(letter).toContainText('I can come on Tuesday at');
  await expect(letter).toContainText('Is Tuesday good?');
  await page.keyboard.press('Tab');
  await page.keyboard.type('half past nine');
  await page.keyboard.press('Shift+Tab');
  await expect(page.getByLabel('day · in 2 places')).toBeFocused();
  await page.keyboard.type(' week');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Tab');
  await expect(letter).toBeFocused();

  // A sentence of one's own, then a second note.
  await page.keyboard.press('Enter');
  await page.keyboard.type('One more thing. ,,gate');
  await expect(page.getByRole('option', { name: /Gate code/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(letter).toContainText('One more thing. Is there a gate code?');
  await expect(page.getByText(/blanks? (is|are) open/)).toBeHidden();

  await page.keyboard.press(shortcut('send'));
  await expect(page.getByText('Sent.')).toBeVisible();
  await expect(page.getByText('Nobody waits for an answer.')).toBeVisible();

  const deliveries = await received();
  expect(deliveries).toHaveLength(1);
  expect(deliveries[0]!.envelopeTo).toEqual(['ada@client.example']);
  const mail = await simpleParser(deliveries[0]!.raw);
  expect(mail.subject).toBe('Re: Tuning in December');
  expect(mail.from!.value).toEqual([{ name: 'Robin Tester', address }]);
  expect(mail.inReplyTo).toBe('<one@client.example>');
  expect(mail.text).toContain(
    'Dear Ada,\n\nI can come on Tuesday week at half past nine. Is Tuesday week good?\nOne more thing. Is there a gate code?',
  );
  expect(mail.text).toContain('> could you come in December?');
  expect(mail.html).not.toContain('data-');

  await page.getByRole('combobox', { name: 'Which messages' }).selectOption('Sent');
  await expect(page.getByRole('button', { name: /Re: Tuning in December/ })).toBeVisible();
});

test('a search marks what it found by, wherever it stands; holding Alt shows the keys', async ({
  somebody: { page },
}) => {
  const shelf = await (
    await page.request.post('/api/shelves', { data: { name: 'Winter care', parentId: null } })
  ).json();
  await keepNote(page, {
    name: 'Humidity',
    cue: 'moist',
    description: 'For the heating season',
    shelfId: shelf.id,
    body: [paragraph(text('Keep the room at 45 per cent.'))],
  });
  await page.goto('/');
  const found = page.getByRole('option', { name: /Humidity/ });
  const search = page.getByLabel('Find a note');
  await page.getByRole('button', { name: 'New message' }).click();
  for (const [typed, marked] of [
    ['humidty', 'Humidity'],
    ['moist', 'moist'],
    ['heatin', 'heating'],
    ['winter', 'Winter'],
    ['per cent', 'per'],
  ] as const) {
    await search.fill(typed);
    await expect(found.locator('mark').first(), typed).toHaveText(marked);
  }
  await search.fill('');
  await page.keyboard.down('Alt');
  await expect(page.locator('.keys-shown')).toBeVisible();
  for (const name of ['newMessage', 'send', 'findNote'] as const)
    await expect(page.locator(`[aria-keyshortcuts="${COMMANDS[name].key}"]`).first(), name).toBeVisible();
  await page.keyboard.up('Alt');
  await expect(page.locator('.keys-shown')).toHaveCount(0);
});

test('inserting is one step of undo, and Escape leaves a blank for later', async ({ somebody: { page } }) => {
  await keepNote(page, {
    name: 'Two blanks',
    body: [paragraph(text('On '), blank('day'), text(' or '), blank('other day'))],
  });
  await page.goto('/');
  await bring(page, [{ name: 'ada.eml', buffer: clientMessage() }]);
  await page.getByRole('button', { name: /^Ada Marsh/ }).click();
  await page.keyboard.press(shortcut('reply'));
  const letter = page.getByRole('textbox', { name: 'Your reply' });
  await expect(letter).toBeFocused();
  await page.keyboard.type('Before. ,,two bl');
  await expect(page.getByRole('option', { name: /Two blanks/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await page.keyboard.type('Monday');
  await expect(letter).toContainText('Before. On Monday or');
  await page.keyboard.press('Escape');
  await expect(letter).toBeFocused();
  // At once: letters typed half a second apart are steps of their own.
  await page.keyboard.insertText(' After.');
  await expect(letter).toContainText('After.');
  await page.keyboard.press('Control+z');
  await expect(letter).not.toContainText('After.');
  await expect(letter).toContainText('On Monday or');
  await page.keyboard.press('Control+z');
  await expect(letter).not.toContainText('On Monday');
  await expect(letter).toContainText('Before.');
  await page.keyboard.press('Control+Shift+z');
  await expect(letter).toContainText('On Monday or');

  // Open, it survives a reload and holds the message back.
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(letter).toContainText('On Monday or');
  await expect(page.getByText('1 blank is open')).toBeVisible();
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(page.getByLabel('other day')).toBeFocused();
  await expect(page.getByText('Sent.')).toBeHidden();
});

test('a new message takes the subject of the note; a reply keeps its own', async ({ somebody: { page, received } }) => {
  await keepNote(page, {
    name: 'Booking',
    pinned: true,
    subject: [text('Your booking, '), blank('day')],
    body: [paragraph(text('It is booked.'))],
  });
  await page.goto('/');
  await page.getByRole('button', { name: 'New message' }).click();
  await page.getByLabel('To', { exact: true }).fill('Bo Finch <bo@client.example>');
  await page.getByRole('button', { name: 'Booking' }).click();
  await page.getByLabel('day', { exact: true }).fill('Friday');
  await expect(page.getByRole('textbox', { name: 'Subject' })).toContainText('Your booking, Friday');
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(page.getByText('Sent.')).toBeVisible();
  const mail = await simpleParser((await received())[0]!.raw);
  expect(mail.subject).toBe('Your booking, Friday');

  await bring(page, [{ name: 'ada.eml', buffer: clientMessage() }]);
  await page.getByRole('button', { name: /^Ada Marsh/ }).click();
  await page.getByRole('button', { name: 'Booking' }).click();
  await expect(page.getByRole('textbox', { name: 'Your reply' })).toContainText('It is booked.');
  await expect(page.getByRole('region', { name: 'Your reply' })).toContainText('Re: Tuning in December');
});

test('a refusal shows the reason and the draft stays; put right, it goes', async ({ somebody: { page, received } }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New message' }).click();
  await page.getByLabel('To', { exact: true }).fill('who@nowhere.invalid');
  await page.getByRole('textbox', { name: 'Subject' }).fill('Hello');
  await page.getByRole('textbox', { name: 'Your reply' }).fill('The text that must stay.');
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('There is no such place as "nowhere.invalid".');
  await expect(page.getByRole('textbox', { name: 'Your reply' })).toContainText('The text that must stay.');
  await page.getByRole('button', { name: 'Take who@nowhere.invalid out' }).click();
  await page.getByLabel('To', { exact: true }).fill('who@client.example');
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(page.getByText('Sent.')).toBeVisible();
  expect(await received()).toHaveLength(1);
});

test('a message without a recipient or with an impossible address is held back, with the place shown', async ({
  somebody: { page, received },
}) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New message' }).click();
  await page.getByRole('textbox', { name: 'Your reply' }).fill('Text.');
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(page.getByLabel('To', { exact: true })).toBeFocused();
  await expect(page.getByRole('button', { name: 'Add a recipient' })).toBeVisible();
  await page.getByLabel('To', { exact: true }).fill('nonsense');
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(page.getByText('“nonsense” cannot be an address: there is no @ in it')).toBeVisible();
  expect(await received()).toHaveLength(0);
});

test('two windows on one draft: nothing is overwritten in silence', async ({ somebody: { page }, context }) => {
  await bring(page, [{ name: 'ada.eml', buffer: clientMessage() }]);
  await page.getByRole('button', { name: /^Ada Marsh/ }).click();
  await page.keyboard.press(shortcut('reply'));
  await page.getByRole('textbox', { name: 'Your reply' }).fill('First words.');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  // Another browser profile would have a journal of its own; a second tab must not see this one's.
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(other.getByRole('textbox', { name: 'Your reply' })).toContainText('First words.');
  await other.getByRole('textbox', { name: 'Your reply' }).fill('Words of the other window.');
  await expect(other.getByText('Saved', { exact: true })).toBeVisible();
  await page.getByRole('textbox', { name: 'Your reply' }).fill('My own words.');
  await expect(page.getByRole('alert')).toContainText('changed in another window');
  await expect(page.getByRole('textbox', { name: 'Your reply' })).toContainText('My own words.');
  await page.getByRole('button', { name: 'Take the other one' }).click();
  await expect(page.getByRole('textbox', { name: 'Your reply' })).toContainText('Words of the other window.');
});

test('what was typed survives a server that does not answer and a closed window', async ({ somebody: { page } }) => {
  await bring(page, [{ name: 'ada.eml', buffer: clientMessage() }]);
  await page.getByRole('button', { name: /^Ada Marsh/ }).click();
  await page.keyboard.press(shortcut('reply'));
  const letter = page.getByRole('textbox', { name: 'Your reply' });
  await expect(letter).toBeFocused();
  await page.route('**/api/drafts/*', (route) =>
    route.request().method() === 'PUT'
      ? route.fulfill({ status: 503, json: { data: { code: 'database', words: { code: 'error.database' } } } })
      : route.continue(),
  );
  await page.keyboard.type('Typed into a silence');
  await expect(page.getByText('Not saved yet')).toBeVisible();
  await page.unroute('**/api/drafts/*');
  await page.reload();
  await expect(letter).toContainText('Typed into a silence');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
});

test('discarding a draft and deleting a note can be undone', async ({ somebody: { page } }) => {
  await keepNote(page, { name: 'Short lived', body: [paragraph(text('Words.'))] });
  await bring(page, [{ name: 'ada.eml', buffer: clientMessage() }]);
  await page.getByRole('button', { name: /^Ada Marsh/ }).click();
  await page.keyboard.press(shortcut('reply'));
  await page.getByRole('textbox', { name: 'Your reply' }).fill('Half a reply.');
  await page.getByRole('button', { name: 'Discard' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('textbox', { name: 'Your reply' })).toContainText('Half a reply.');

  await page.goto('/library');
  await page.getByRole('button', { name: 'Short lived' }).click();
  await page.getByRole('button', { name: 'Delete' }).click();
  await expect(page.getByText('“Short lived” is in the bin.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Short lived');
});
