import { readFileSync } from 'node:fs';
import { clientMessage, expect, expectAccessible, largePicture, paragraph, test, text } from './desk';

const PNG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);

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
  await expect(page.getByText('A picture on another server could not be copied.')).toBeVisible();
  await page.getByLabel('Files to attach').setInputFiles([
    { name: 'prices.txt', mimeType: 'text/plain', buffer: Buffer.from('120') },
    { name: 'too large.bin', mimeType: 'application/octet-stream', buffer: Buffer.alloc(11_000_000) },
  ]);
  await expect(page.getByRole('list', { name: 'Attachments' })).toContainText('prices.txt');
  await expect(
    page.getByText('“too large.bin” is 11 MB; an attachment can have at most 10 MB (Settings).'),
  ).toBeVisible();
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
  await expect(page.getByText(/“soundboard.png” is .*; a picture can have at most 60 kB/)).toBeVisible({
    timeout: 15_000,
  });
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
  await expect(page.getByText(/“A picture in the text” is .*; a picture can have at most 60 kB/)).toBeVisible();
  const before = await kept();
  await page.getByRole('button', { name: 'Leave it as it is' }).click();
  await expect(page.getByText(/a picture can have at most 60 kB/)).toHaveCount(0);
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
  await shown.getByRole('button', { name: 'Leave it out again' }).click();
  await expect(shown).not.toContainText('Ada Marsh');
  await shown.getByRole('button', { name: 'Put it back' }).click();
  await expect(shown).toContainText('Ada Marsh');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Add them' }).click();
  await expect(page.getByText('2 notes were added.')).toBeVisible();
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
  await page.getByRole('button', { name: 'Add them' }).click();
  await expect(page.getByText('12 notes were added.')).toBeVisible();
  await page.getByRole('button', { name: 'Close' }).click();

  await page.getByRole('button', { name: 'Take out' }).click();
  for (const mine of ['My settings', 'People', 'How often each'])
    await page.getByRole('region', { name: 'Take out' }).getByText(mine).click();
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
  await expect(page.getByRole('tab', { name: /Same name/ })).toContainText('1');
  await expect(page.getByRole('tab', { name: /New/ })).toContainText('2');
  await page.getByRole('button', { name: 'Show the difference' }).click();
  await expect(page.locator('ins')).toContainText('Quite another wording');
  await expectAccessible(page);
  await page.getByRole('tab', { name: /Could not be read/ }).click();
  await expect(page.getByText('This bundle is cut off or damaged')).toBeVisible();
  await page.getByRole('tab', { name: /Same name/ }).click();
  await page.getByRole('combobox', { name: /What to do with/ }).press('Enter');
  await page.getByRole('option', { name: 'Replace mine' }).click();
  await expect(page.getByText('2 to add, 1 to replace yours')).toBeVisible();
  await page.getByRole('button', { name: 'Add them' }).click();
  await expect(page.getByText('2 notes were added, 1 replaced yours')).toBeVisible();
  const notes = await (await page.request.get('/api/notes')).json();
  expect(notes).toHaveLength(14);
  expect(notes.find(({ name }: { name: string }) => name === 'plain')).toMatchObject({ blanks: 1 });
  await expect(page.getByRole('tab', { name: /Worth a look/ })).toContainText('1');
  await expect(page.getByText(/The cue .* belongs to .*; it comes without one/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo it all' }).click();
  await expect(
    page.getByText('Undone: 2 added notes are in the bin; 1 of yours has its earlier wording again.'),
  ).toBeVisible();
  const after = await (await page.request.get('/api/notes')).json();
  expect(after).toHaveLength(12);
  expect(after.every(({ bodyText }: { bodyText: string }) => !bodyText.includes('Quite another wording'))).toBe(true);
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
