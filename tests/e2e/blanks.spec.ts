import { simpleParser } from 'mailparser';
import { blank, expect, expectAccessible, keepNote, paragraph, test, text, shortcut } from './desk';
import { answer, insert, keepLookup } from './filling';

test('choices, passages, dates, money and reckoning, by keyboard alone', async ({ somebody: { page, received } }) => {
  const wording = (...content: object[]) => ({ type: 'doc', content: [paragraph(...content)] });
  await keepNote(page, {
    name: 'Estimate',
    body: [
      paragraph(
        text('I found '),
        blank('findings', 'choice', {
          several: true,
          joined: 'and',
          choices: [
            { label: 'hammers', wording: wording(text('worn hammers')) },
            {
              label: 'strings',
              wording: wording(text('rust on '), blank('count', 'number', { least: 1 }), text(' strings')),
            },
            { label: 'pins', wording: wording(text('loose pins')) },
          ],
        }),
        text('. It costs '),
        blank('price', 'money'),
        text(', deposit '),
        blank('deposit', 'reckoned', {
          operation: 'percentage',
          operands: [
            { blank: '', column: '', number: 30 },
            { blank: 'price', column: '', number: 0 },
          ],
          rounding: 'up',
          step: 5,
        }),
        text(', on '),
        blank('day', 'date', { weekday: false }),
        text('.'),
      ),
      {
        type: 'passage',
        attrs: { label: 'loan piano', on: false, when: null },
        content: [paragraph(text('A loan piano can stand in.'))],
      },
      paragraph(blank('caret', 'caret', {})),
      paragraph(text('Bye.')),
    ],
  });
  const letter = await answer(page);
  await insert(page, 'estimate', /Estimate/);
  // Figures take choices; the question inside the wording appears at once.
  await expect(page.getByRole('checkbox', { name: /hammers/ })).toBeFocused();
  await page.keyboard.press('1');
  await page.keyboard.press('2');
  await expect(letter).toContainText('I found worn hammers and rust on');
  await page.keyboard.press('Tab');
  await expect(page.getByLabel('count', { exact: true })).toBeFocused();
  await page.keyboard.type('0');
  await expect(page.getByText('It must be at least 1.')).toBeVisible();
  await page.keyboard.press('Backspace');
  await page.keyboard.type('3');
  await page.keyboard.press('Tab');
  await expect(page.getByLabel('price', { exact: true })).toBeFocused();
  await page.keyboard.type('240');
  await expect(letter).toContainText('It costs £240, deposit £75,');
  await page.keyboard.press('Tab');
  await page.keyboard.type('31 june');
  await expect(page.getByText('is not a day')).toBeVisible();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('30 june 2027');
  await expect(letter).toContainText('on 30 June 2027.');
  await page.keyboard.press('Tab');
  const loan = page.getByRole('checkbox', { name: /loan piano/ });
  await expect(loan).toBeFocused();
  await page.keyboard.press('Space');
  await expect(letter).toContainText('A loan piano can stand in.');
  await page.keyboard.press('Space');
  await expect(letter).not.toContainText('A loan piano can stand in.');
  await page.keyboard.press('Tab');
  // The caret goes where the note wants it.
  await expect(letter).toBeFocused();
  await page.keyboard.type('Here.');
  // What is left out cannot be typed over.
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.type(' There.');
  await expect(letter.locator('.passage-out')).toHaveCount(1);
  for (let i = 0; i < 7; i++) await page.keyboard.press('Backspace');
  await expect(letter.locator('.passage-out')).toHaveCount(1);
  await expectAccessible(page);

  // A changed answer changes every place, and leaves alone what was edited by hand.
  await page.getByLabel('price', { exact: true }).fill('100');
  await expect(letter).toContainText('It costs £100, deposit £30,');

  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(letter).toContainText('deposit £30');
  await page.getByLabel('count', { exact: true }).fill('12');
  await expect(letter).toContainText('rust on 12 strings');
  await page.keyboard.press(shortcut('send'));
  await expect(page.getByText('Sent.')).toBeVisible();
  const mail = await simpleParser((await received())[0]!.raw);
  expect(mail.text!.split('\n\nOn ')[0]!.trim()).toBe(
    'I found worn hammers and rust on 12 strings. It costs £100, deposit £30, on 30 June 2027.\nHere.\nBye.',
  );
  expect(mail.html).not.toContain('loan piano');

  // What was answered is offered the next time.
  await page.goto('/');
  await answer(page, { id: 'two', subject: 'Again' });
  await insert(page, 'estimate', /Estimate/);
  await page.keyboard.press('2');
  await page.keyboard.press('Tab');
  await expect(page.getByText('Before:')).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await expect(letter).toContainText('rust on 12 strings');
});

test('a missing fact is asked, and one tick keeps it with the person', async ({ somebody: { page } }) => {
  await keepNote(page, {
    name: 'Visit',
    body: [paragraph(text('I come to '), blank('street', 'person', { field: 'street' }))],
  });
  const letter = await answer(page);
  await insert(page, 'visit', /Visit/);
  await page.keyboard.type('7 Gull Steps');
  await page.keyboard.press('Tab');
  await expect(page.getByLabel('keep with Ada')).toBeFocused();
  // Kept at once, and the way on by keyboard is the same.
  const kept = page.waitForResponse(
    (response) => response.request().method() === 'PUT' && response.url().includes('/api/people/'),
  );
  await page.keyboard.press('Space');
  await kept;
  await expect(page.getByLabel('keep with Ada')).toBeFocused();
  await page.keyboard.press('Tab');
  await expect(letter).toBeFocused();
  await expect(letter).toContainText('I come to 7 Gull Steps');
  await expect
    .poll(async () => (await (await page.request.get('/api/people?address=ada@client.example')).json())[0].fields)
    .toEqual([{ name: 'street', value: '7 Gull Steps' }]);
  await page.getByRole('button', { name: 'Discard' }).click();
  await expect(page.getByText('Draft discarded.')).toBeVisible();
  await page.reload();
  await expect(page.getByRole('article', { name: 'Their message' })).toContainText('could you come');
  await page.keyboard.press(shortcut('reply'));
  await expect(letter).toBeFocused();
  await insert(page, 'visit', /Visit/);
  await expect(letter).toContainText('I come to 7 Gull Steps');
  await expect(page.getByText('Nothing is open.')).toBeVisible();
});

test('a place in the letter leads to its question; a changed recipient changes what depends on them', async ({
  somebody: { page },
}) => {
  await keepNote(page, {
    name: 'Hello',
    body: [
      paragraph(
        text('Dear '),
        blank('first name', 'person', { field: 'firstName' }),
        text(', see you on '),
        blank('day'),
        text('.'),
      ),
    ],
  });
  const letter = await answer(page);
  await insert(page, 'hello', /Hello/);
  await page.keyboard.type('Monday');
  await page.keyboard.press('Escape');
  await letter.getByText('Monday').click();
  await expect(page.getByLabel('day', { exact: true })).toBeFocused();
  await letter.getByText('Ada', { exact: true }).click();
  await expect(page.getByLabel('first name', { exact: true })).toBeFocused();
  // Back to the letter, and by Tab to the next place.
  await page.keyboard.press('Escape');
  await expect(letter).toBeFocused();
  await page.keyboard.press('Tab');
  await expect(page.getByLabel('day', { exact: true })).toBeFocused();
  await page.getByRole('button', { name: /^To Ada Marsh.*Change/ }).click();
  await page.getByRole('button', { name: 'Take Ada Marsh out' }).click();
  await page.getByLabel('To', { exact: true }).fill('Bo Finch <bo@client.example>');
  await page.keyboard.press('Tab');
  await expect(letter).toContainText('Dear Bo, see you on Monday.');
});

test('on the bench: passages, choices and lookups are written, and what looks like a blank is offered', async ({
  somebody: { page },
}) => {
  await keepLookup(page);
  await page.goto('/library?note=new');
  await page.getByLabel('Name', { exact: true }).fill('Bench');
  const body = page.getByRole('textbox', { name: 'Body' });
  await body.fill('Dear NAME, it costs £____ on DATE.');
  const offers = page.getByRole('region', { name: 'What looks like a blank' });
  await expect(offers).toContainText('NAME');
  await offers.getByRole('button', { name: 'Leave “NAME”' }).click();
  await offers.getByRole('button', { name: 'Take all' }).click();
  await expect(body.locator('.blank')).toHaveCount(2);
  await expect(offers).toBeHidden();

  await body.press('Control+End');
  await page.keyboard.press('Enter');
  await page.keyboard.type('Take a loan piano meanwhile.');
  await page.keyboard.press('Shift+Home');
  await page.getByRole('button', { name: 'Optional passage' }).click();
  await page.getByLabel('Passage', { exact: true }).fill('loan');
  await page.getByLabel('Passage', { exact: true }).press('Enter');
  const tried = page.getByRole('region', { name: 'Try the note' });
  await expect(tried).toContainText('Take a loan piano meanwhile.');
  await tried.getByRole('checkbox', { name: /loan/ }).uncheck();
  await expect(tried).not.toContainText('Take a loan piano meanwhile.');

  await body.press('Control+End');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Lookup' }).last().click();
  await page.getByRole('menuitem', { name: 'Services: Service' }).click();
  await expect(page.getByRole('form', { name: 'The chosen blank' })).toBeVisible();
  // What is typed now goes on behind the blank.
  await body.focus();
  await page.keyboard.type(' at ');
  await expect(body.locator('.blank', { hasText: 'Service' })).toBeVisible();
  await page.getByRole('button', { name: 'Lookup' }).last().click();
  await page.getByRole('menuitem', { name: 'Services: Price' }).click();
  await tried.getByRole('combobox', { name: 'Service', exact: true }).fill('voi');
  await page.keyboard.press('Enter');
  await expect(tried).toContainText('Voicing at £160');
  await tried.getByText('Plain text', { exact: true }).click();
  await expect(tried.locator('pre')).toContainText('Voicing at £160');
  await tried.getByText('Narrow mail').click();
  await expect(tried.locator('.sheet')).toHaveCSS('width', '360px');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('Kept', { exact: true })).toBeVisible();

  // A reckoning in a circle is said at once, with the place.
  await body.press('Control+End');
  await page.getByRole('button', { name: 'Calculated' }).click();
  await page.getByRole('menuitem', { name: 'Calculated from other blanks' }).click();
  await expect(page.getByText('The blank “sum”: it needs two values to calculate from.')).toBeVisible();
});

test('a sent message becomes a note, its client’s facts offered as blanks', async ({ somebody: { page } }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New message' }).click();
  await page.getByLabel('To', { exact: true }).fill('Ada Marsh <ada@client.example>');
  await page.getByRole('textbox', { name: 'Subject' }).fill('Your visit');
  await page.getByRole('textbox', { name: 'Your reply' }).fill('Dear Ada, I come on Tuesday 8 December 2026 for £240.');
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(page.getByText('Sent.')).toBeVisible();
  await page.getByRole('combobox', { name: 'Which messages' }).selectOption('Sent');
  await page.getByRole('button', { name: /Your visit/ }).click();
  await page.getByRole('button', { name: 'Keep as a note' }).click();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Your visit');
  const offers = page.getByRole('region', { name: 'What looks like a blank' });
  await expect(offers).toContainText('Ada');
  await expect(offers).toContainText('Tuesday 8 December 2026');
  await expect(offers).toContainText('£240');
  await offers.getByRole('button', { name: 'Take all' }).click();
  await expect(page.getByRole('textbox', { name: 'Body' }).locator('.blank')).toHaveCount(3);
  await page.keyboard.press(shortcut('keepWording'));
  await expect(page.getByText('Kept as “Your visit”.')).toBeVisible();
});

test('the bounds of a number, and the numbers of a calculation, are typed on the bench', async ({
  somebody: { page },
}) => {
  await keepNote(page, {
    name: 'Keys',
    body: [
      paragraph(
        text('It has '),
        blank('keys', 'number', {}),
        text(', which makes '),
        blank('price', 'reckoned', {
          operation: 'product',
          operands: [
            { blank: 'keys', column: '', number: 0 },
            { blank: '', column: '', number: 1 },
          ],
        }),
      ),
    ],
  });
  await page.goto('/library');
  await page.getByRole('button', { name: 'Keys', exact: true }).click();
  const body = page.getByRole('textbox', { name: 'Body' });
  await body.locator('.blank', { hasText: 'keys' }).click();
  for (const [label, words] of [
    ['Least', '12'],
    ['Most', '240'],
    ['Places after the point', '2'],
  ] as const) {
    await page.getByLabel(label, { exact: true }).pressSequentially(words);
    await page.keyboard.press('Tab');
    await expect(page.getByLabel(label, { exact: true })).toHaveValue(words);
  }
  await body.locator('.blank', { hasText: 'price' }).click();
  for (const [typed, written, wrong] of [
    ['about ten', 'about ten', 1],
    ['1,000', '1000', 0],
    // One that is taken out is asked for, not calculated as nought.
    ['', '', 1],
    ['1.19', '1.19', 0],
  ] as const) {
    await page.getByLabel('Number 2', { exact: true }).click();
    await page.keyboard.press('Control+a');
    await page.keyboard.press('Delete');
    await page.keyboard.type(typed);
    await page.keyboard.press('Tab');
    await expect(page.getByLabel('Number 2', { exact: true })).toHaveValue(written);
    await expect(page.getByText('one of its values is neither a blank nor a number')).toHaveCount(wrong);
  }
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('Kept', { exact: true })).toBeVisible();
  const [note] = await (await page.request.get('/api/notes')).json();
  const kept = JSON.stringify((await (await page.request.get(`/api/notes/${note.id}`)).json()).body);
  expect(kept).toMatch(/"least":12,.*"most":240,|"most":240,.*"least":12,/);
  expect(kept).toContain('"decimals":2');
  expect(kept).toContain('"number":1.19');
});
