import { readFileSync } from 'node:fs';
import {
  blank,
  bring,
  clientMessage,
  expect,
  expectAccessible,
  keepNote,
  largePicture,
  paragraph,
  test,
  text,
} from './desk';

const PNG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);

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
  await expect(page.getByText('2 notes stand on “Care” now.')).toBeVisible();
  await page.getByRole('treeitem', { name: /Care/ }).click();
  await expect(page.getByRole('table', { name: 'Notes' }).getByRole('row')).toHaveCount(3);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Nothing stands here yet.')).toBeVisible();

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
  await page.getByRole('button', { name: 'Put Beta back' }).click();
  await expect(page.getByRole('button', { name: 'Put Beta back' })).toHaveCount(0);
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Put all back' }).click();
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
  await page.getByRole('button', { name: 'Take away' }).click();
  await expect(page.getByText('The shelf “Winter” is taken away')).toBeVisible();
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
  await page.keyboard.press('Alt+k');
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
    const line = [...document.querySelectorAll('.letter.text')][0]!.firstChild!;
    const at = line.textContent!.indexOf('the gate');
    const range = document.createRange();
    range.setStart(line, at);
    range.setEnd(line, at + 'the gate opens'.length);
    getSelection()!.removeAllRanges();
    getSelection()!.addRange(range);
  });
  await page.keyboard.press('Alt+k');
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
  await page.keyboard.press('Alt+r');
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
  await page.keyboard.press('Alt+u');
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
  await page.keyboard.press('Alt+k');
  const keep = page.getByRole('region', { name: 'Keep as a note' });
  await expect(keep.getByRole('region', { name: 'Notes nearly the same' })).toContainText(
    'Confirm says nearly the same',
  );
  await expect(keep.locator('ins').last()).toContainText('Thank you.');
  await page.keyboard.press('Alt+i');
  await expect(page.getByText('“Confirm” is improved.')).toBeVisible();
  expect(await (await page.request.get('/api/notes')).json()).toHaveLength(1);
  expect((await now()).bodyText).toContain('Thank you.');

  // The history has both former wordings; the first is taken again.
  await page.goto('/library');
  await page.getByRole('button', { name: 'Confirm', exact: true }).click();
  await page.getByRole('tab', { name: 'History' }).click();
  await expect(page.getByRole('list', { name: 'Former wordings' }).getByRole('listitem')).toHaveCount(3);
  await page.getByRole('list', { name: 'Former wordings' }).getByRole('button').last().click();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Take this wording again' }).click();
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('Kept', { exact: true })).toBeVisible();
  expect((await now()).bodyText).not.toContain('warm');
});

test('pictures and attachments are kept with the note, travel with it, and arrive', async ({
  somebody: { page, received },
}) => {
  await page.goto('/library?note=new');
  await page.getByLabel('Name', { exact: true }).fill('Price list');
  const body = page.getByRole('textbox', { name: 'Body' });
  await body.click();
  // What comes from a web page or a word processor is what mail can carry.
  await page.evaluate(
    ([png]) => {
      const data = new DataTransfer();
      data.setData(
        'text/html',
        `<h2>Prices</h2><p style="color:#c00">Tuning <b>120</b></p><script>alert(1)</script><img src="data:image/png;base64,${png}" alt="stamp"><img src="https://elsewhere.example/x.png">`,
      );
      document.activeElement!.dispatchEvent(
        new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
      );
    },
    [PNG.toString('base64')],
  );
  await expect(body.locator('h2')).toHaveText('Prices');
  await expect(body.locator('strong')).toHaveText('120');
  await expect(body.locator('img[data-picture]')).toHaveCount(1);
  await expect(page.getByText('A picture that stands elsewhere could not be taken along.')).toBeVisible();
  await page.getByLabel('Files to attach').setInputFiles([
    { name: 'prices.txt', mimeType: 'text/plain', buffer: Buffer.from('120') },
    { name: 'too large.bin', mimeType: 'application/octet-stream', buffer: Buffer.alloc(11_000_000) },
  ]);
  await expect(page.getByRole('list', { name: 'Attachments' })).toContainText('prices.txt');
  await expect(page.getByText('“too large.bin” is 11 MB; an attachment has at most 10 MB (Settings).')).toBeVisible();
  await page.getByText('Recipients').click();
  await page.getByLabel('Cc', { exact: true }).fill('office@client.example');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('Kept', { exact: true })).toBeVisible();

  await page.getByText('HTML', { exact: true }).click();
  await expect(page.locator('.source')).toContainText('<h2 style=');

  await page.goto('/');
  await page.getByRole('button', { name: 'New message' }).click();
  await page.getByLabel('To', { exact: true }).fill('ada@client.example');
  await page.getByRole('textbox', { name: 'Your reply' }).click();
  await page.keyboard.type(',,price');
  await expect(page.getByRole('option', { name: /Price list/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('list', { name: 'Attachments' })).toContainText('prices.txt');
  await page.getByRole('textbox', { name: 'Subject' }).fill('Prices');
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(page.getByText('Sent.')).toBeVisible();
  const [delivery] = await received();
  const raw = delivery!.raw.toString('latin1');
  expect(delivery!.envelopeTo).toEqual(['ada@client.example', 'office@client.example']);
  expect(raw).toMatch(/multipart\/mixed[\s\S]*multipart\/related/);
  expect(raw).toMatch(/filename=prices\.txt/);
  expect(raw.replace(/\r\n/g, '')).toContain(PNG.toString('base64'));
});

test('a picture over the limit is offered scaled down before anything is lost', async ({ somebody: { page } }) => {
  const settings = await (await page.request.get('/api/settings')).json();
  await page.request.put('/api/settings', { data: { ...settings, pictureLimit: 60_000 } });
  await page.goto('/library?note=new');
  await page.getByLabel('Name', { exact: true }).fill('Photograph');
  const body = page.getByRole('textbox', { name: 'Body' });
  await body.click();
  const picture = await largePicture(page);
  await page.evaluate((base64) => {
    const blob = new Blob([Uint8Array.from(atob(base64), (sign) => sign.charCodeAt(0))], { type: 'image/png' });
    const data = new DataTransfer();
    data.items.add(new File([blob], 'soundboard.png', { type: 'image/png' }));
    document.activeElement!.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    );
  }, picture);
  await expect(page.getByText(/“soundboard.png” is .*; a picture may have 60 kB/)).toBeVisible({ timeout: 15_000 });
  await page.getByRole('button', { name: /Put it in scaled down/ }).click();
  await expect(body.locator('img[data-picture]')).toHaveCount(1);
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('Kept', { exact: true })).toBeVisible();
});

test('a large picture that came with a message is offered smaller, and may stay as it is', async ({
  somebody: { page },
}) => {
  const settings = await (await page.request.get('/api/settings')).json();
  await page.request.put('/api/settings', { data: { ...settings, pictureLimit: 60_000 } });
  await page.goto('/library');
  const noise = await largePicture(page);
  const lines = [
    'From: Ada Marsh <ada@x.example>',
    'Subject: The soundboard',
    'Date: Mon, 23 Nov 2026 09:00:00 +0000',
    'MIME-Version: 1.0',
    'Content-Type: multipart/related; boundary=b',
    '',
    '--b',
    'Content-Type: text/html; charset=utf-8',
    '',
    '<p>Look at the crack: <img src="cid:one"></p>',
    '--b',
    'Content-Type: image/png; name="crack.png"',
    'Content-ID: <one>',
    'Content-Transfer-Encoding: base64',
    '',
    noise.replace(/.{76}/g, '$&\r\n'),
    '--b--',
    '',
  ];
  const file = { name: 'crack.eml', mimeType: 'message/rfc822', buffer: Buffer.from(lines.join('\r\n')) };
  const picture = page.getByRole('textbox', { name: 'Body' }).locator('img[data-picture]');
  const kept = () => picture.getAttribute('src');

  await page.getByLabel('Files with notes').setInputFiles([file]);
  await expect(page.getByText(/“A picture in the text” is .*; a picture may have 60 kB/)).toBeVisible();
  const before = await kept();
  await page.getByRole('button', { name: 'Leave it as it is' }).click();
  await expect(page.getByText(/a picture may have 60 kB/)).toHaveCount(0);
  expect(await kept()).toBe(before);

  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await page.getByLabel('Files with notes').setInputFiles([file]);
  await page.getByRole('button', { name: /Scale it down to/ }).click();
  await expect.poll(kept).not.toBe(before);
  const size = (await (await page.request.get((await kept())!)).body()).length;
  expect(size).toBeLessThanOrEqual(60_000);
});

test('messages brought in together say what was left out of each, and take it back', async ({ somebody: { page } }) => {
  await page.goto('/library');
  const message = (subject: string) => ({
    name: `${subject}.eml`,
    mimeType: 'message/rfc822',
    buffer: clientMessage({ subject, text: 'The gate is open.\r\n\r\n-- \r\nAda Marsh' }),
  });
  await page.getByLabel('Files with notes').setInputFiles([message('One'), message('Two')]);
  await page.getByRole('button', { name: 'Show', exact: true }).first().click();
  const shown = page.getByRole('region', { name: 'Wording of One' });
  await expect(shown).toContainText('The signature (2 lines) was left out.');
  await shown.getByRole('button', { name: 'Put it back' }).click();
  await expect(shown).toContainText('Ada Marsh');
  await shown.getByRole('button', { name: 'Leave it out after all' }).click();
  await expect(shown).not.toContainText('Ada Marsh');
  await shown.getByRole('button', { name: 'Put it back' }).click();
  await expect(shown).toContainText('Ada Marsh');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Bring them in' }).click();
  await expect(page.getByText('2 notes were taken.')).toBeVisible();
  const notes = await (await page.request.get('/api/notes')).json();
  expect(notes.map(({ name, bodyText }: { name: string; bodyText: string }) => [name, bodyText]).sort()).toEqual([
    ['One', 'The gate is open.\n\n-- \nAda Marsh'],
    ['Two', 'The gate is open.'],
  ]);
});

test('a library is taken out and brought in again, looked over first; a starter set may be taken or left', async ({
  somebody: { page },
}) => {
  await page.goto('/library');
  await page.getByRole('button', { name: 'Look at the starter set' }).click();
  await expect(page.getByRole('tab', { name: /New/ })).toContainText('16');
  await page.getByRole('button', { name: 'Bring them in' }).click();
  await expect(page.getByText('12 notes were taken.')).toBeVisible();
  await page.getByRole('button', { name: 'Close' }).click();

  await page.getByRole('button', { name: 'Take out' }).click();
  for (const mine of ['My own fields', 'People', 'How often each']) await page.getByText(mine).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Make a bundle' }).click();
  const bundle = JSON.parse(readFileSync(await (await download).path(), 'utf8'));
  expect(bundle.notes).toHaveLength(12);
  expect(Object.keys(bundle)).toEqual(['format', 'version', 'made', 'shelves', 'lookups', 'notes', 'files']);
  expect(bundle.notes[0]).not.toHaveProperty('former');
  await page.getByRole('region', { name: 'Take out' }).getByRole('button', { name: 'Close' }).click();

  bundle.notes[0].body = { type: 'doc', content: [paragraph(text('Quite another wording.'))] };
  bundle.notes.push({
    ...bundle.notes[1],
    name: 'One more',
    cue: bundle.notes.find(({ cue }: { cue: string }) => cue).cue,
  });
  await page.getByLabel('Files with notes').setInputFiles([
    { name: 'bundle.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(bundle)) },
    { name: 'cut.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(bundle).slice(0, 500)) },
    { name: 'plain.txt', mimeType: 'text/plain', buffer: Buffer.from('Some [kind] of words.') },
  ]);
  await expect(page.getByRole('tab', { name: /Of the same name/ })).toContainText('1');
  await expect(page.getByRole('tab', { name: /New/ })).toContainText('2');
  await page.getByRole('button', { name: 'Show the difference' }).click();
  await expect(page.locator('ins')).toContainText('Quite another wording');
  await expectAccessible(page);
  await page.getByRole('tab', { name: /Could not be read/ }).click();
  await expect(page.getByText('This bundle is cut off or damaged')).toBeVisible();
  await page.getByRole('tab', { name: /Of the same name/ }).click();
  await page.getByRole('combobox', { name: /What to do with/ }).press('Enter');
  await page.getByRole('option', { name: 'Put in place of mine' }).click();
  await expect(page.getByText('2 to take, 1 in place of yours')).toBeVisible();
  await page.getByRole('button', { name: 'Bring them in' }).click();
  await expect(page.getByText('2 notes were taken, 1 put in place of yours')).toBeVisible();
  const notes = await (await page.request.get('/api/notes')).json();
  expect(notes).toHaveLength(14);
  expect(notes.find(({ name }: { name: string }) => name === 'plain')).toMatchObject({ blanks: 1 });
  await expect(page.getByRole('tab', { name: /Worth a look/ })).toContainText('1');
  await expect(page.getByText(/The cue .* is that of .*; it comes without one/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo it all' }).click();
  await expect(
    page.getByText('Undone: 2 notes that came are in the bin; 1 of yours has its former wording again.'),
  ).toBeVisible();
  const after = await (await page.request.get('/api/notes')).json();
  expect(after).toHaveLength(12);
  expect(after.every(({ bodyText }: { bodyText: string }) => !bodyText.includes('Quite another wording'))).toBe(true);
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
  await page.keyboard.press('Alt+f');
  await expect(page.getByRole('textbox', { name: 'Body' })).toHaveText('I work in Tern Bay.');
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

test('a message as a file, or pasted, comes to the bench without signature and history, which can be put back', async ({
  somebody: { page },
}) => {
  await page.goto('/library');
  const text =
    'Dear Robin,\r\n\r\nthe piano is in the hall.\r\n\r\n-- \r\nAda Marsh\r\n\r\nOn 22 Nov 2026, Robin wrote:\r\n> Where is it?';
  await page
    .getByLabel('Files with notes')
    .setInputFiles([
      { name: 'one.eml', mimeType: 'message/rfc822', buffer: clientMessage({ subject: 'AW: Where it is', text }) },
    ]);
  const body = page.getByRole('textbox', { name: 'Body' });
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Where it is');
  await expect(body).toContainText('the piano is in the hall.');
  await expect(body).not.toContainText('Ada Marsh');
  await expect(page.getByText('The quoted history (2 lines) was left out.')).toBeVisible();
  await page.getByRole('button', { name: 'Put it back' }).first().click();
  await expect(body).toContainText('Ada Marsh');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('Kept', { exact: true })).toBeVisible();

  await page.getByRole('button', { name: 'New note' }).click();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('');
  await body.click();
  await page.evaluate(
    (pasted) => {
      const data = new DataTransfer();
      data.setData('text/plain', pasted);
      document.activeElement!.dispatchEvent(
        new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
      );
    },
    text.replace('hall', 'church'),
  );
  await expect(body).toContainText('the piano is in the church.');
  await expect(body).not.toContainText('Where is it?');
  await expect(page.getByText('The quoted history (2 lines) was left out.')).toBeVisible();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('The piano is in the church');
});
