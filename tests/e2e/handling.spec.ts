import { simpleParser } from 'mailparser';
import {
  blank,
  bring,
  clientMessage,
  expect,
  expectAccessible,
  keepNote,
  paragraph,
  shortcut,
  test,
  text,
} from './desk';
import { answer } from './filling';

test('what is in the trash is deleted for good, one and several, and comes back with Undo', async ({
  somebody: { page },
}) => {
  await bring(page, [
    { name: 'ada.eml', buffer: clientMessage() },
    { name: 'bo.eml', buffer: clientMessage({ from: 'Bo Finch <bo@harbour.example>', id: 'two', subject: 'Piano' }) },
  ]);
  const bo = page.getByRole('button', { name: /Bo Finch.*Piano/ });
  const ada = page.getByRole('button', { name: /Ada Marsh.*Tuning/ });
  await bo.click();
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await expect(page.getByText('Moved to the trash.')).toBeVisible();
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await page.getByLabel('Which messages').selectOption({ label: 'Trash' });
  await bo.click();
  const forGood = page.getByRole('button', { name: 'Delete for good' });
  await forGood.click();
  await expect(page.getByText('Deleted from your mailbox.')).toBeVisible();
  await expect(bo).toBeHidden();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(bo).toBeVisible();
  await page.getByRole('checkbox', { name: 'Choose Piano' }).check();
  await page.getByRole('button', { name: 'All shown' }).click();
  await page.getByRole('group', { name: '2 messages chosen' }).getByRole('button', { name: 'Delete for good' }).click();
  await expect(page.getByText('2 messages deleted from your mailbox')).toBeVisible();
  await expect(page.getByText('The trash is empty.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).last().click();
  await expect(ada).toBeVisible();
  await expect(bo).toBeVisible();
});

test('recipients are taken out, moved between the fields and completed by keyboard alone', async ({
  somebody: { page, received },
}) => {
  await bring(page, [
    { name: 'ada.eml', buffer: clientMessage() },
    { name: 'bo.eml', buffer: clientMessage({ from: 'Bo Finch <bo@harbour.example>', id: 'two', subject: 'Piano' }) },
  ]);
  await expect(page.getByRole('button', { name: /Bo Finch/ })).toBeVisible();
  await page.keyboard.press(shortcut('newMessage'));
  const to = page.getByLabel('To', { exact: true });
  await expect(to).toBeFocused();
  // Any part of the address will do.
  await page.keyboard.type('harbour');
  await expect(page.getByRole('option', { name: /Bo Finch/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await page.keyboard.type('ada@client.example, clara@client.example ');
  const inField = (name: string) => page.getByRole('group', { name: `Recipients in ${name}` }).getByRole('button');
  await expect(inField('To').filter({ hasText: /\w/ })).toHaveCount(3);
  await page.keyboard.press('ArrowLeft');
  await expect(page.getByRole('button', { name: 'clara@client.example', exact: true })).toBeFocused();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await expect(inField('Bcc').filter({ hasText: 'clara@client.example' })).toBeVisible();
  await to.focus();
  await page.keyboard.press('Backspace');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowDown');
  await expect(inField('Cc').filter({ hasText: 'Bo Finch' })).toBeVisible();
  await to.focus();
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('Delete');
  await expect(inField('To').filter({ hasText: /\w/ })).toHaveCount(0);
  await to.fill('ada@client.example');
  // Whoever stands there twice gets it once; a list that is pasted becomes recipients.
  await page.keyboard.press('Enter');
  await page.keyboard.type('ADA@client.example ');
  await expect(inField('To').filter({ hasText: /\w/ })).toHaveCount(1);
  await expectAccessible(page);
  await page.getByRole('textbox', { name: 'Subject' }).fill('Hello');
  await page.getByRole('textbox', { name: 'Your reply' }).fill('Hello all. Robin Tester');
  await page.keyboard.press(shortcut('sendAnyway'));
  await expect(page.getByText('Sent.')).toBeVisible();
  const [one] = await received();
  expect(one!.envelopeTo.sort()).toEqual(['ada@client.example', 'bo@harbour.example', 'clara@client.example']);
  const mail = await simpleParser(one!.raw);
  expect(mail.cc).toMatchObject({ value: [{ address: 'bo@harbour.example', name: 'Bo Finch' }] });
  expect(one!.raw.toString()).not.toContain('clara@client.example');
});

test('whom a note copies is shown before it goes into an answer', async ({ somebody: { page } }) => {
  await keepNote(page, {
    name: 'Estimate',
    cc: [{ name: 'The office', address: 'office@client.example' }],
    body: [paragraph(text('It costs £95.'))],
  });
  await answer(page);
  await page.keyboard.type(',,estimate');
  await page.getByRole('option', { name: /Estimate/ }).click();
  await expect(page.getByText('“Estimate” also goes to The office (Cc).')).toBeVisible();
  await expect(page.getByText('and The office')).toBeHidden();
  await page.getByRole('button', { name: 'Add them' }).click();
  await expect(page.getByText('and The office')).toBeVisible();
});

test('a message is forwarded beside its answer, as text or as a file', async ({ somebody: { page, received } }) => {
  await answer(page);
  await page.keyboard.type('My answer is begun.');
  await page.keyboard.press(shortcut('passOn'));
  await expect(page.getByText('Their message stands below, with its files.')).toBeVisible();
  await expect(page.getByRole('article', { name: 'Their message' })).toContainText('could you come in December?');
  // The answer is one key away, and what is passed on is found among the drafts.
  await page.keyboard.press(shortcut('reply'));
  await expect(page.getByRole('textbox', { name: 'Your reply' })).toHaveText('My answer is begun.');
  await page.getByLabel('Which messages').selectOption({ label: 'Drafts' });
  await page.getByRole('button', { name: /Fwd: Tuning in December.*nobody to send it to/s }).click();
  await expect(page.getByText('Their message stands below, with its files.')).toBeVisible();
  // A key pressed twice begins nothing twice.
  await page.keyboard.press(shortcut('passOn'));
  await page.keyboard.press(shortcut('passOn'));
  expect(await (await page.request.get('/api/drafts')).json()).toHaveLength(2);
  await page.getByRole('button', { name: 'Send it as a file' }).click();
  await page.keyboard.press(shortcut('send'));
  await expect(page.getByLabel('To', { exact: true })).toBeFocused();
  await page.keyboard.type('office@client.example');
  await page.getByRole('textbox', { name: 'Your reply' }).fill('For you. Robin Tester');
  await page.keyboard.press(shortcut('sendAnyway'));
  await expect(page.getByText('Sent.')).toBeVisible();
  const [one] = await received();
  expect(one!.raw.toString()).toContain('Content-Type: message/rfc822');
  expect((await simpleParser(one!.raw)).subject).toBe('Fwd: Tuning in December');
  // Theirs still waits, with the answer that was begun.
  await expect(page.getByRole('textbox', { name: 'Your reply' })).toHaveText('My answer is begun.');
});

test('how it will arrive is seen beside the letter, and follows it', async ({ somebody: { page } }) => {
  const letter = await answer(page);
  await page.keyboard.press('Control+b');
  await page.keyboard.type('Ready');
  await page.keyboard.press('Control+b');
  await page.keyboard.press(shortcut('showArrival'));
  const panel = page.getByRole('region', { name: 'How it will arrive' });
  const shown = panel.frameLocator('iframe').locator('body');
  await expect(shown.locator('strong')).toHaveText('Ready');
  await expect(shown).toContainText('Ada Marsh wrote:');
  await letter.press('End');
  await page.keyboard.type(' on Monday');
  await expect(shown).toContainText('Ready on Monday');
  await panel.getByLabel('plain text').check();
  await expect(panel).toContainText('> could you come in December?');
  await expectAccessible(page);
  await page.keyboard.press(shortcut('showArrival'));
  await expect(panel).toBeHidden();
  await expect(page.getByRole('article', { name: 'Their message' })).toBeVisible();
});

test('a message is set aside until a day, and an answer comes back if nothing came', async ({ somebody: { page } }) => {
  await bring(page, [{ name: 'ada.eml', buffer: clientMessage() }]);
  await page.getByRole('button', { name: /^Ada Marsh/ }).click();
  await expect(page.getByRole('article', { name: 'Their message' })).toBeVisible();
  await page.keyboard.press(shortcut('lookAgain'));
  const picker = page.getByRole('form', { name: 'Look again' });
  await expect(picker.getByLabel('On', { exact: true })).toBeFocused();
  await page.keyboard.type('the day after never');
  await expect(picker).toContainText('“the day after never” is not a day.');
  await page.keyboard.press('Control+a');
  await page.keyboard.type('+3d');
  await page.keyboard.press('Tab');
  await picker.getByLabel('Why').fill('the part is ordered');
  await expectAccessible(page);
  await page.keyboard.press('Enter');
  await expect(page.getByText(/It comes back on/)).toBeVisible();
  await expect(page.getByText('Nobody waits for an answer.')).toBeVisible();
  await page.getByLabel('Which messages').selectOption({ label: 'Look again' });
  await expect(page.getByRole('button', { name: /^Ada Marsh.*the part is ordered/s })).toBeVisible();
  await page.keyboard.press(shortcut('undoDone'));
  await page.getByLabel('Which messages').selectOption({ label: 'Waiting' });
  await expect(page.getByRole('button', { name: /^Ada Marsh/ })).toBeVisible();

  await page.getByRole('button', { name: /^Ada Marsh/ }).click();
  await page.keyboard.press(shortcut('reply'));
  await page.getByRole('textbox', { name: 'Your reply' }).fill('Which day suits you? Robin Tester');
  await page.keyboard.press(shortcut('lookAgain'));
  await page.getByRole('button', { name: 'In a week' }).click();
  await expect(page.getByText(/It comes back on .* if nothing came\./)).toBeVisible();
  await page.keyboard.press(shortcut('sendAnyway'));
  await expect(page.getByText('Sent.')).toBeVisible();
  await page.getByLabel('Which messages').selectOption({ label: 'Look again' });
  await expect(page.getByRole('button', { name: /^Ada Marsh.*No answer yet/s })).toBeVisible();
});

test('a message is flagged, seen as such in the list, and the same press takes the flag off', async ({
  somebody: { page },
}) => {
  await bring(page, [{ name: 'ada.eml', buffer: clientMessage() }]);
  await page.getByRole('button', { name: /^Ada Marsh.*Tuning/s }).click();
  // The list shows it before the server has it.
  const saved = page.waitForResponse((answer) => answer.request().method() === 'PATCH');
  await page.getByRole('button', { name: 'Flag', exact: true }).click();
  await expect(page.getByRole('button', { name: /^Ada Marsh.*Flagged/s })).toBeVisible();
  await saved;
  await page.reload();
  await page.getByRole('button', { name: 'Flagged: take it off' }).click();
  await expect(page.getByRole('button', { name: 'Flag', exact: true })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Ada Marsh.*Flagged/s })).toBeHidden();
});

test('a letter of one’s own words is kept right after it was sent; a new one begins with it', async ({
  somebody: { page },
}) => {
  await answer(page);
  await page.keyboard.type(
    'Your piano needs new felt on the hammers, two strings want changing, and the pedals squeak because the leather has dried out; I would do all of it in one visit before Christmas. Robin Tester',
  );
  await page.keyboard.press(shortcut('sendAnyway'));
  await expect(page.getByText('Sent.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Keep it as a note' })).toBeVisible();
  await page.keyboard.press(shortcut('keepSent'));
  await expect(page.getByRole('textbox', { name: 'Body' })).toContainText('Your piano needs new felt');
  await page.keyboard.press('Escape');
  await page.getByLabel('Which messages').selectOption({ label: 'Sent' });
  await page.getByRole('button', { name: /Re: Tuning in December/ }).click();
  await page.getByRole('button', { name: 'New from this' }).click();
  await expect(page.getByRole('textbox', { name: 'Your reply' })).toContainText('Your piano needs new felt');
  await expect(page.getByRole('textbox', { name: 'Subject' })).toHaveText('Tuning in December');
  await page.getByLabel('Which messages').selectOption({ label: 'Drafts' });
  await expect(page.getByRole('button', { name: /nobody to send it to/ })).toBeVisible();
});

test('a routine is made of what was done, said in a sentence, and run on several in turn', async ({
  somebody: { page, received },
}) => {
  await keepNote(page, {
    name: 'Offer',
    body: [paragraph(text('I can come on '), blank('Day'), text('. Robin Tester'))],
  });
  await answer(page);
  await page.keyboard.type(',,offer');
  await page.getByRole('option', { name: /Offer/ }).click();
  await page.getByLabel('Day', { exact: true }).fill('Monday');
  await page.getByRole('button', { name: 'After sending' }).click();
  await page.getByRole('combobox', { name: 'Their message' }).selectOption('archive');
  await expect(page.getByText('Theirs then goes to the archive.')).toBeVisible();
  await page.keyboard.press(shortcut('sendAnyway'));
  await expect(page.getByText('Sent.')).toBeVisible();
  await page.getByRole('button', { name: 'Make this a routine' }).click();
  const form = page.getByRole('form', { name: 'New routine' });
  await expect(form).toContainText('Reply; put in “Offer”; their message goes to the archive; it counts as answered.');
  await expectAccessible(page);
  await form.getByRole('button', { name: 'Keep' }).click();
  await expect(form).toContainText('Give the routine a name.');
  await form.getByLabel('Name').fill('Offer and file');
  await page.keyboard.press('Enter');
  await expect(page.getByText('“Offer and file” is kept as a routine.')).toBeVisible();

  await page.goto('/');
  const from = (name: string, id: string) =>
    clientMessage({ from: `${name} <${id}@client.example>`, id, subject: `From ${name}` });
  await bring(page, [
    { name: 'b.eml', buffer: from('Bo Finch', 'bo') },
    { name: 'c.eml', buffer: from('Clara Dean', 'clara') },
  ]);
  await page.getByRole('checkbox', { name: 'Choose From Bo Finch' }).check();
  await page.getByRole('checkbox', { name: 'Choose From Clara Dean' }).check();
  await page.getByLabel('Choose a routine').selectOption({ label: 'Offer and file' });
  const opened = new Set<string>();
  for (let i = 0; i < 2; i++) {
    await expect(page.getByText(`“Offer and file”: ${i + 1} of 2`)).toBeVisible();
    // Each has to be opened; they came at the same moment, so either may be the first.
    const subject = page.getByRole('article', { name: 'Their message' }).getByRole('heading');
    await expect(subject).not.toHaveText([...opened][0] ?? 'Tuning in December');
    opened.add(await subject.innerText());
    await page.getByLabel('Day', { exact: true }).fill('Tuesday');
    await expect(page.getByText('Theirs then goes to the archive.')).toBeVisible();
    // Nothing leaves unseen.
    expect(await received()).toHaveLength(1 + i);
    await page.keyboard.press(shortcut('sendAnyway'));
    await expect.poll(async () => (await received()).length).toBe(2 + i);
  }
  expect([...opened].sort()).toEqual(['From Bo Finch', 'From Clara Dean']);
  await expect(page.getByText('Nobody waits for an answer.')).toBeVisible();
  await page.getByLabel('Which messages').selectOption({ label: 'Archive' });
  await expect(page.getByRole('list').getByRole('listitem').filter({ hasText: 'Bo Finch' })).toBeVisible();

  // What it names and is gone is said, and the rest is done.
  const [note] = await (await page.request.get('/api/notes')).json();
  await page.request.post('/api/notes/delete', { data: { ids: [note.id] } });
  await page.goto('/settings');
  await expect(page.getByText('A note it puts in is gone.')).toBeVisible();
});

test('a routine left half changed is here again, and is put together with what was changed elsewhere', async ({
  somebody: { page },
}) => {
  const made = await page.request.post('/api/routines', { data: { name: 'Offer', cc: [] } });
  const routine = await made.json();
  await page.request.post('/api/routines', { data: { name: 'Decline' } });
  const stored = async () => (await (await page.request.get('/api/routines')).json())[0];
  await page.goto('/settings');
  await page.getByRole('button', { name: 'Change: Offer' }).click();
  const form = page.getByRole('form', { name: 'Offer' });
  await form.getByLabel('Name').fill('Offer two days');
  // Going on with another one, and to another place, takes nothing along.
  await page.getByRole('button', { name: 'Change: Decline' }).click();
  await page.getByRole('link', { name: 'Lookups' }).click();
  await expect(page).toHaveURL(/lookups/);
  await page.request.put(`/api/routines/${routine.id}`, { data: { ...routine, filed: 'archive' } });
  await page.getByRole('link', { name: 'Settings' }).click();
  await page.getByRole('button', { name: 'Change: Offer' }).click();
  await expect(form).toContainText('You changed this and did not keep it.');
  await expect(form.getByLabel('Name')).toHaveValue('Offer two days');
  await expect(form.getByLabel('Their message')).toHaveValue('archive');
  await form.getByLabel('Cc', { exact: true }).fill('office@client.example');
  await page.keyboard.press('Enter');
  await expect(page.getByText('“Offer two days” is kept as a routine.')).toBeVisible();
  expect(await stored()).toMatchObject({ name: 'Offer two days', filed: 'archive', version: 3 });
  expect((await stored()).cc).toMatchObject([{ address: 'office@client.example' }]);

  await page.getByRole('button', { name: 'Change: Offer two days' }).click();
  const again = page.getByRole('form', { name: 'Offer two days' });
  await expect(again).not.toContainText('You changed this');
  await again.getByLabel('Name').fill('Mine');
  await page.request.put(`/api/routines/${routine.id}`, { data: { ...(await stored()), name: 'Theirs', done: false } });
  await page.keyboard.press('Enter');
  await again.getByRole('button', { name: 'Keep mine' }).click();
  await expect(page.getByText('“Mine” is kept as a routine.')).toBeVisible();
  expect(await stored()).toMatchObject({ name: 'Mine', done: false });
});

test('keys are changed in the settings; none is shared or taken from the browser', async ({ somebody: { page } }) => {
  await page.goto('/settings');
  const key = page.getByRole('button', { name: /^Reply: Alt R\. Change the key$/ });
  await key.click();
  await page.keyboard.press('Control+t');
  await expect(page.getByText('This key belongs to the browser')).toBeVisible();
  await page.keyboard.press('Alt+l');
  await expect(page.getByText('This key is taken: Reply to all.')).toBeVisible();
  await page.keyboard.press('Alt+Shift+Y');
  await expect(page.getByRole('button', { name: /^Reply: Alt Shift Y\. Change the key$/ })).toBeVisible();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  await page.goto('/');
  await bring(page, [{ name: 'ada.eml', buffer: clientMessage() }]);
  await page.getByRole('button', { name: /^Ada Marsh/ }).click();
  await expect(page.getByRole('article', { name: 'Their message' })).toBeVisible();
  await page.keyboard.press('Alt+r');
  // What the next key does is there, so whatever the one before did would be too.
  await page.keyboard.press(shortcut('lookAgain'));
  await expect(page.getByRole('form', { name: 'Look again' })).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Your reply' })).toBeHidden();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Alt+Shift+Y');
  await expect(page.getByRole('textbox', { name: 'Your reply' })).toBeFocused();
});

test('a filled note is copied without a message, whole and line by line', async ({ somebody: { page } }) => {
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  await keepNote(page, {
    name: 'Task',
    body: [paragraph(text('Call '), blank('whom')), paragraph(text('Bring the small hammer.'))],
  });
  const [{ id }] = await (await page.request.get('/api/notes')).json();
  await page.goto(`/library?note=${id}`);
  await page.getByRole('region', { name: 'Try the note' }).getByLabel('whom', { exact: true }).fill('Ada');
  await page.keyboard.press(shortcut('copyFilled'));
  await expect(page.getByText('Copied.', { exact: true })).toBeVisible();
  const clip = (type: string) =>
    page.evaluate(async (wanted) => {
      const [item] = await navigator.clipboard.read();
      return (await item!.getType(wanted)).text();
    }, type);
  expect(await clip('text/plain')).toContain('Call Ada');
  expect(await clip('text/html')).toContain('<p');
  await page.keyboard.press(shortcut('copyLine'));
  await expect(page.getByText('Line 1 of 2 copied: Call Ada')).toBeVisible();
  await page.keyboard.press(shortcut('copyLine'));
  await expect(page.getByText('Line 2 of 2 copied')).toBeVisible();
  expect(await clip('text/plain')).toBe('Bring the small hammer.');
});
