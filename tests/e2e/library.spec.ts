import {
  blank,
  bring,
  clientMessage,
  expect,
  expectAccessible,
  keepNote,
  paragraph,
  test,
  text,
  shortcut,
} from './desk';

test('many notes at once: moved, pinned, deleted and copied, each act undone; the bin gives back', async ({
  somebody: { page },
}) => {
  for (const name of ['Alpha', 'Beta', 'Gamma'])
    await keepNote(page, { name, body: [paragraph(text(`Words of ${name}.`))] });
  await page.goto('/library');
  await page.getByRole('button', { name: 'New shelf' }).click();
  await page.getByLabel('Name of the shelf').fill('Care');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('treeitem', { name: /Care/ })).toBeVisible();
  await page.getByRole('button', { name: /^All notes/ }).click();

  // By keyboard: the arrows go from row to row, Shift takes them along, Space chooses one.
  await page.getByRole('button', { name: 'Alpha' }).focus();
  await page.keyboard.press('Shift+ArrowDown');
  const acts = page.getByRole('toolbar', { name: 'The notes chosen' });
  await expect(acts).toContainText('2 chosen');
  await acts.getByRole('combobox', { name: 'Move to shelf' }).press('Enter');
  await page.getByRole('option', { name: 'Care' }).click();
  await expect(page.getByText('2 notes are on “Care” now.')).toBeVisible();
  await page.getByRole('treeitem', { name: /Care/ }).click();
  await expect(page.getByRole('table', { name: 'Notes' }).getByRole('row')).toHaveCount(3);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Nothing is here yet.')).toBeVisible();

  await page.getByRole('button', { name: /^All notes/ }).click();
  await page.getByLabel('Choose all notes shown').check();
  await acts.getByRole('button', { name: 'Pin', exact: true }).click();
  await expect(page.getByText('3 notes pinned.')).toBeVisible();
  await page.getByRole('button', { name: /^Pinned/ }).click();
  await page.getByRole('button', { name: 'Gamma', exact: true }).focus();
  await page.keyboard.press('Alt+ArrowUp');
  await expect(page.getByRole('table', { name: 'Notes' }).getByRole('row').nth(2)).toContainText('Gamma');
  const pins = async () =>
    ((await (await page.request.get('/api/notes')).json()) as { name: string; pinOrder: number }[])
      .sort((a, b) => a.pinOrder - b.pinOrder)
      .map(({ name }) => name);
  await expect.poll(pins).toEqual(['Alpha', 'Gamma', 'Beta']);

  await page.getByLabel('Choose all notes shown').check();
  await acts.getByRole('button', { name: 'Delete' }).click();
  await expect(page.getByText('3 notes are in the bin.')).toBeVisible();
  await page.getByRole('button', { name: /^Bin/ }).click();
  await page.getByRole('button', { name: 'Restore Beta' }).click();
  await expect(page.getByRole('button', { name: 'Restore Beta' })).toHaveCount(0);
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Restore all' }).click();
  await expect(page.getByText('The bin is empty.')).toBeVisible();
  expect((await pins()).sort()).toEqual(['Alpha', 'Beta', 'Gamma']);
});

test('shelves stand inside one another, are moved by keyboard, taken away and brought back', async ({
  somebody: { page },
}) => {
  const make = async (name: string, parentId: string | null = null) =>
    (await (await page.request.post('/api/shelves', { data: { name, parentId } })).json()).id as string;
  const care = await make('Care');
  await make('Money');
  const winter = await make('Winter');
  await keepNote(page, { name: 'Humidity', body: [paragraph(text('Keep the room moist.'))] });
  const [note] = await (await page.request.get('/api/notes')).json();
  await page.request.post('/api/notes/move', { data: { places: [{ id: note.id, shelfId: winter }] } });
  await page.goto('/library');
  const tree = page.getByRole('tree');
  await tree.getByRole('treeitem', { name: /Winter/ }).click();
  // Faster than the server answers: up, up, down, and into the one before.
  for (const key of ['ArrowUp', 'ArrowUp', 'ArrowDown', 'ArrowRight']) await page.keyboard.press(`Alt+${key}`);
  await expect
    .poll(
      async () =>
        (await (await page.request.get('/api/shelves')).json()).find(({ id }: { id: string }) => id === winter)
          .parentId,
    )
    .toBe(care);
  await expect(page.getByRole('alert')).toHaveCount(0);
  // A search finds a note by the name of its shelf, and of the one around.
  await page.getByRole('button', { name: /^All notes/ }).click();
  await page.getByLabel('Find a note').fill('care wintr');
  await expect(page.getByRole('button', { name: 'Humidity' })).toBeVisible();
  await page.getByLabel('Find a note').fill('');
  await tree.getByText('Winter', { exact: true }).click();
  await page.getByRole('button', { name: 'Remove' }).click();
  await expect(page.getByText('The shelf “Winter” was removed')).toBeVisible();
  expect((await (await page.request.get('/api/notes')).json())[0].shelfId).toBe(care);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(tree.getByText('Winter', { exact: true })).toBeVisible();
});

test('wording is kept from a message and from a part of one, without signature and history', async ({
  somebody: { page },
}) => {
  await bring(page, [
    {
      name: 'a.eml',
      buffer: clientMessage({
        subject: 'Re: Gate code',
        text: 'Dear Robin,\r\n\r\nthe gate opens with 4711.\r\n\r\nAda\r\n\r\n-- \r\nAda Marsh\r\nPort Lune\r\n\r\nOn 22 Nov 2026 at 10:00, Robin wrote:\r\n> What is the code?',
      }),
    },
  ]);
  await page.getByRole('button', { name: 'Close' }).last().click();
  await page.getByRole('button', { name: /^Ada Marsh/ }).click();
  await expect(page.getByRole('article')).toContainText('4711');
  await page.keyboard.press(shortcut('keepWording'));
  const panel = page.getByRole('region', { name: 'Keep as a note' });
  await expect(panel.getByLabel('Name', { exact: true })).toHaveValue('Gate code');
  const body = panel.getByRole('textbox', { name: 'Body' });
  await expect(body).toContainText('the gate opens with 4711.');
  await expect(body).not.toContainText('Port Lune');
  await expect(panel).toContainText('The signature (3 lines) was left out.');
  await expect(panel).toContainText('The quoted history (2 lines) was left out.');
  await expectAccessible(page);
  await panel.getByRole('button', { name: 'Put it back' }).last().click();
  await expect(body).toContainText('What is the code?');
  await page.keyboard.press('Escape');
  await expect(panel).toHaveCount(0);

  // Only what is selected.
  await page.getByText('the gate opens with 4711.').first().selectText();
  await page.evaluate(() => {
    const letter = [...document.querySelectorAll('.letter.text')][0]!;
    const line = [...letter.childNodes].find((node) => node.textContent!.includes('the gate'))!;
    const at = line.textContent!.indexOf('the gate');
    const range = document.createRange();
    range.setStart(line, at);
    range.setEnd(line, at + 'the gate opens'.length);
    getSelection()!.removeAllRanges();
    getSelection()!.addRange(range);
  });
  await page.keyboard.press(shortcut('keepWording'));
  await expect(body).toHaveText('the gate opens');
  await panel.getByLabel('Name', { exact: true }).fill('Gate');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Kept as “Gate”.')).toBeVisible();
  expect((await (await page.request.get('/api/notes')).json())[0]).toMatchObject({
    name: 'Gate',
    bodyText: 'the gate opens',
  });
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await (await page.request.get('/api/notes')).json()).length).toBe(0);
});

test('a note is improved from the letter it was edited in, and a second of the same is not kept', async ({
  somebody: { page },
}) => {
  await keepNote(page, {
    name: 'Confirm',
    body: [
      paragraph(text('Dear '), blank('first name', 'person', { field: 'firstName' }), text(',')),
      paragraph(text('this is to confirm our appointment on '), blank('day'), text(' at nine in the morning.')),
      paragraph(text('Please leave the lid of the piano open for me.')),
    ],
  });
  await page.goto('/');
  await bring(page, [{ name: 'a.eml', buffer: clientMessage() }]);
  await page.getByRole('button', { name: 'Close' }).last().click();
  await page.getByRole('button', { name: /^Ada Marsh/ }).click();
  await page.keyboard.press(shortcut('reply'));
  const letter = page.getByRole('textbox', { name: 'Your reply' });
  await expect(letter).toBeFocused();
  await page.keyboard.type(',,confirm');
  await expect(page.getByRole('option', { name: /Confirm/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await page.keyboard.type('Monday');
  await page.keyboard.press('Enter');
  // The note gets better elsewhere meanwhile: that is no edit of this letter, and is not lost.
  const [{ id }] = await (await page.request.get('/api/notes')).json();
  const stored = await (await page.request.get(`/api/notes/${id}`)).json();
  stored.body.content[0].content[0].text = 'Good morning ';
  await page.request.put(`/api/notes/${id}`, { data: stored });
  await page.reload();
  await expect(letter).toContainText('Monday');
  await page.waitForTimeout(1_500);
  await expect(page.getByText('“Confirm” was edited here.')).toHaveCount(0);
  await letter.getByText('Please leave the lid').click();
  await page.keyboard.press('End');
  await page.keyboard.type(' The room should be warm.');
  await expect(page.getByText('“Confirm” was edited here.')).toBeVisible();
  await page.keyboard.press(shortcut('improveUsed'));
  const panel = page.getByRole('region', { name: 'Improve Confirm' });
  await expect(panel.locator('ins')).toContainText('The room should be warm.');
  await expect(panel.locator('del')).toHaveCount(0);
  await expectAccessible(page);
  await page.keyboard.press('Enter');
  await expect(page.getByText('“Confirm” is improved.')).toBeVisible();
  const now = async () => (await (await page.request.get('/api/notes')).json())[0];
  expect(await now()).toMatchObject({
    bodyText:
      'Good morning [first name],\nthis is to confirm our appointment on [day] at nine in the morning.\nPlease leave the lid of the piano open for me. The room should be warm.',
  });

  // Kept again from the draft, it is seen that there is one already; one key improves that one.
  await letter.getByText('The room should be warm.').click();
  await page.keyboard.press('End');
  await page.keyboard.type(' Thank you.');
  await page.keyboard.press(shortcut('keepWording'));
  const keep = page.getByRole('region', { name: 'Keep as a note' });
  await expect(keep.getByRole('region', { name: 'Similar notes' })).toContainText('Confirm says nearly the same');
  await expect(keep.locator('ins').last()).toContainText('Thank you.');
  await page.keyboard.press(shortcut('improveNear'));
  // The same was said of the first time, and may still stand there.
  await expect.poll(async () => (await now()).bodyText).toContain('Thank you.');
  await expect(page.getByText('“Confirm” is improved.')).toBeVisible();
  expect(await (await page.request.get('/api/notes')).json()).toHaveLength(1);

  // The history has both former wordings; the first is taken again.
  await page.goto('/library');
  await page.getByRole('button', { name: 'Confirm', exact: true }).click();
  await page.getByRole('tab', { name: 'History' }).click();
  await expect(page.getByRole('list', { name: 'Earlier wording' }).getByRole('listitem')).toHaveCount(3);
  await page.getByRole('list', { name: 'Earlier wording' }).getByRole('button').last().click();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Use this wording again' }).click();
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('Kept', { exact: true })).toBeVisible();
  expect((await now()).bodyText).not.toContain('warm');
});

test('a blank that is always filled alike is pointed out, and made fixed text with one key', async ({
  somebody: { page },
}) => {
  await keepNote(page, { name: 'Where', body: [paragraph(text('I work in '), blank('town'), text('.'))] });
  for (let i = 0; i < 4; i++) {
    const draft = await (await page.request.post('/api/drafts', { data: { mode: 'new', originalId: null } })).json();
    const [note] = await (await page.request.get('/api/notes')).json();
    const saved = await (
      await page.request.put(`/api/drafts/${draft.id}`, {
        data: {
          ...draft,
          to: [{ name: '', address: 'ada@client.example' }],
          subject: { type: 'doc', content: [paragraph(text('x'))] },
          body: { type: 'doc', content: [paragraph(text('I work in Tern Bay.'))] },
          fills: {
            i: {
              note: note.id,
              blanks: [{ label: 'town', kind: 'text', options: { hint: '' } }],
              answers: { town: 'Tern Bay' },
              passages: {},
            },
          },
        },
      })
    ).json();
    const sent = await page.request.post(`/api/drafts/${draft.id}/send`, {
      data: { version: saved.version, key: `always-the-same-${i}` },
    });
    expect(sent.status(), await sent.text()).toBe(200);
  }
  await page.goto('/library');
  await page.getByRole('button', { name: 'Where' }).click();
  await expect(page.getByText('[town] was “Tern Bay” all 4 times.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Body' }).click();
  await page.keyboard.press(shortcut('makeFixed'));
  await expect(page.getByRole('textbox', { name: 'Body' })).toHaveText('I work in Tern Bay.');
});

test('the label of a blank that is still being typed counts when one leaves, or keeps the note', async ({
  somebody: { page },
}) => {
  await keepNote(page, { name: 'Codes', body: [paragraph(text('The code is '), blank('code'), text('.'))] });
  await page.goto('/library');
  await page.getByText('Codes', { exact: true }).click();
  const label = page.getByLabel('Label');
  const choose = () => page.getByRole('textbox', { name: 'Body' }).locator('.blank').click();
  await choose();
  await label.fill('gate code');
  await page.goBack();
  await expect(page).toHaveURL(/library$/);
  await page.goForward();
  await choose();
  await expect(label).toHaveValue('gate code');
  await label.fill('code of the gate');
  await page.keyboard.press(shortcut('keepNote'));
  await expect(page.getByText('Kept', { exact: true })).toBeVisible();
  await expect(label).toBeFocused();
  expect((await (await page.request.get('/api/notes')).json())[0]).toMatchObject({
    bodyText: 'The code is [code of the gate].',
  });
});

test('ten thousand notes: the library opens, is searched and sorted without waiting', async ({
  somebody: { page },
}) => {
  test.setTimeout(180_000);
  const notes = Array.from({ length: 10_000 }, (_, i) => ({
    name: `Note ${i}`,
    subject: { type: 'doc', content: [{ type: 'paragraph' }] },
    body: {
      type: 'doc',
      content: [
        paragraph(
          text(`Wording number ${i} about ${i % 7 ? 'tuning' : 'walnut'} and ${i % 11 ? 'strings' : 'pedals'}.`),
        ),
      ],
    },
  }));
  const bundle = { format: 'jar-note-bundle', version: 1, notes };
  const { id } = await (await page.request.post('/api/imports', { data: {} })).json();
  const read = await page.request.post(`/api/imports/${id}/files?name=many.json`, {
    data: Buffer.from(JSON.stringify(bundle)),
    headers: { 'content-type': 'application/octet-stream' },
    timeout: 120_000,
  });
  expect(read.status()).toBe(200);
  expect(
    (await (await page.request.post(`/api/imports/${id}/run`, { timeout: 120_000 })).text()).trim().split('\n').at(-1),
  ).toContain('"finished":true');
  await page.goto('/library');
  const rows = page.getByRole('table', { name: 'Notes' });
  await expect(page.getByRole('button', { name: 'Note 0', exact: true })).toBeVisible({ timeout: 20_000 });
  await expect(rows).toHaveAttribute('aria-rowcount', '10001');
  await page.getByLabel('Find a note').fill('walnut pedals 9702');
  await expect(rows.getByRole('row').nth(1)).toContainText('Note 9702');
  await page.getByLabel('Find a note').fill('');
  await page.getByRole('button', { name: 'Name', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Note 9999', exact: true })).toBeVisible();
});
