import { blank, expect, hold, keepNote, paragraph, shortcut, test, text } from './desk';
import { answer } from './filling';

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
  const held = await hold(page, '**/english*.txt');
  await page.goto('/settings');
  await page.getByRole('button', { name: 'Add a slip' }).click();
  await page.getByLabel('Slip 1', { exact: true }).fill('form');
  await page.getByLabel('What is meant by slip 1').fill('from');
  // The list of ordinary words comes when it comes.
  const words = await held();
  await words.continue();
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
