import { simpleParser } from 'mailparser';
import { bring, clientMessage, expect, expectAccessible, shortcut, test } from './desk';

test('a question with options goes out, is answered from any mail program, counted, and reminded of', async ({
  somebody: { page, received },
}) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New message' }).click();
  await page.getByRole('combobox', { name: 'To' }).fill('ada@client.example, bo@client.example, clara@client.example');
  await page.keyboard.press('Enter');
  await page.getByRole('textbox', { name: 'Subject' }).fill('Your visit');
  const letter = page.getByRole('textbox', { name: 'Your reply' });
  await letter.fill('Dear all, Robin Tester');
  await page.keyboard.press('End');
  await page.keyboard.press('Enter');
  await page.keyboard.press(shortcut('askHands'));
  const form = page.getByRole('form', { name: 'Show of hands' });
  await form.getByRole('button', { name: 'Put it into the letter' }).click();
  await expect(form).toContainText('Write the question.');
  await form.getByLabel('Question').fill('Which day suits you?');
  await form.getByRole('textbox', { name: 'Option 1' }).fill('Tuesday');
  await page.keyboard.press('Enter');
  await page.keyboard.type('Tuesday');
  await form.getByLabel('Last day to answer').fill('the day after never');
  await expect(form).toContainText('“the day after never” is not a day.');
  await form.getByLabel('Last day to answer').fill('+1w');
  // What was written is there again when the form was closed.
  await page.keyboard.press('Escape');
  await expect(form).toBeHidden();
  await page.keyboard.press(shortcut('askHands'));
  await expect(form.getByLabel('Question')).toHaveValue('Which day suits you?');
  await form.getByRole('button', { name: 'Put it into the letter' }).click();
  await expect(form).toContainText('Two options are the same.');
  await form.getByRole('textbox', { name: 'Option 2' }).fill('Friday');
  await form.getByRole('textbox', { name: 'Option 2' }).press('Enter');
  await page.keyboard.type('Neither & none');
  await expectAccessible(page);
  await form.getByRole('button', { name: 'Put it into the letter' }).click();
  await expect(letter.getByRole('link', { name: 'Friday' })).toBeVisible();
  await page.keyboard.press(shortcut('sendAnyway'));
  await expect(page.getByText('Sent.')).toBeVisible();

  // What is behind the links of the letter that left is what their mail program opens.
  const html = String((await simpleParser((await received())[0]!.raw)).html);
  const links = [...html.matchAll(/href="(mailto:[^"]+)"/g)].map(([, link]) => new URL(link!.replace(/&amp;/g, '&')));
  expect(links).toHaveLength(3);
  const field = (link: URL, name: string) =>
    decodeURIComponent(new RegExp(`[?&]${name}=([^&]*)`).exec(link.search)![1]!);
  const answer = (who: string, text: string) => ({
    name: `${who}.eml`,
    buffer: clientMessage({
      from: `${who} <${who.toLowerCase()}@client.example>`,
      id: who,
      subject: field(links[0]!, 'subject'),
      text,
    }),
  });
  await bring(page, [
    answer('Ada', field(links[1]!, 'body')),
    answer('Bo', 'Hello Robin,\n\nthe first one suits me.\n\nBo'),
  ]);
  // What only says the choice waits for nothing.
  await expect(page.getByRole('button', { name: /Bo.*Which day suits you/s })).toBeVisible();
  await expect(page.getByRole('button', { name: /Ada.*Which day suits you/s })).toBeHidden();
  await page.getByLabel('Which messages').selectOption({ label: 'Inbox' });
  await page.getByRole('button', { name: /Ada.*Which day suits you/s }).click();
  await expect(page.getByText('it answers a show of hands')).toBeVisible();
  await page.getByRole('link', { name: 'Show of hands: Which day suits you?' }).click();

  const hands = page.getByRole('article', { name: 'Which day suits you?' });
  await expect(hands).toContainText('1 of 3 answered');
  await expect(hands.getByRole('img', { name: /Tuesday 0; Friday 1; Neither & none 0/ })).toBeVisible();
  const proposed = hands.getByRole('region', { name: 'To confirm' });
  await expect(proposed.getByRole('radio', { name: 'Tuesday' })).toBeChecked();
  await expectAccessible(page);
  await proposed.getByRole('radio', { name: 'Friday' }).check();
  await proposed.getByRole('button', { name: 'Yes, count it' }).click();
  await expect(hands).toContainText('2 of 3 answered');
  await expect(hands.getByRole('row', { name: /Bo.*Friday/ })).toBeVisible();
  await expect(hands.getByRole('region', { name: 'Not answered yet' })).toContainText('clara@client.example');

  await hands.getByRole('button', { name: 'Remind just them' }).click();
  await expect(page.getByRole('textbox', { name: 'Subject' })).toHaveText('Reminder: Which day suits you?');
  await expect(letter.getByRole('link', { name: 'Friday' })).toBeVisible();
  await page.getByRole('button', { name: 'Discard' }).click();
  await page.getByRole('link', { name: 'Shows of hands' }).click();
  await hands.getByRole('combobox', { name: 'Choice of clara@client.example' }).selectOption('none of them');
  await expect(hands).toContainText('3 of 3 answered');
  await hands.getByRole('button', { name: 'Write the result' }).click();
  await expect(letter).toContainText('Friday: 2 (Ada, Bo)');
  await expect(letter).toContainText('None of these: clara@client.example');

  await page.getByRole('link', { name: 'Shows of hands' }).click();
  await hands.getByRole('button', { name: 'Delete' }).click();
  await expect(page.getByText('None yet.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(hands).toContainText('3 of 3 answered');
  const other = await page.context().newPage();
  await other.goto('/hands');
  await expect(other.getByText('3 of 3 answered')).toBeVisible();

  await hands.getByRole('button', { name: 'Delete' }).click();
  await expect(other.getByText('This show of hands is not there any more.')).toBeVisible();
  await expect(other.getByText('3 of 3 answered')).toHaveCount(0);
  await other.close();
  // Pressed twice, and nothing written: no message is left behind.
  const drafts = async () => (await (await page.request.get('/api/drafts')).json()).length;
  const before = await drafts();
  await page.getByRole('button', { name: 'New message' }).dblclick();
  await expect(letter).toBeVisible();
  expect(await drafts()).toBe(before);
});
