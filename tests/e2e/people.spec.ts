import { readFile } from 'node:fs/promises';
import { bring, clientMessage, expect, expectAccessible, hold, shortcut, test } from './desk';

const cards = [
  ['BEGIN:VCARD', 'VERSION:4.0', 'FN:Odile Marchetti', 'EMAIL:odile@noir.example', 'TEL:+44 20 7946 0100', 'END:VCARD'],
  ['BEGIN:VCARD', 'VERSION:4.0', 'FN:Ada M. Marsh', 'EMAIL:ada@client.example', 'ORG:Tern Choir', 'END:VCARD'],
  ['BEGIN:VCARD', 'VERSION:4.0', 'FN:Nobody', 'END:VCARD'],
]
  .map((lines) => `${lines.join('\r\n')}\r\n`)
  .join('');

test('the sender is seen and changed beside the message, and the letter is filled with it', async ({
  somebody: { page },
}) => {
  await bring(page, [{ name: 'ada.eml', buffer: clientMessage() }]);
  await page.getByRole('button', { name: /^Ada Marsh/ }).click();
  await page.getByRole('button', { name: 'About Ada Marsh' }).click();
  const card = page.getByRole('region', { name: 'The person' });
  await card.getByLabel('Company').fill('Tern Choir');
  await card.getByLabel('Form of address').selectOption('familiar');
  await card.getByRole('button', { name: 'Add a field' }).click();
  await page.keyboard.type('Gate code');
  await page.keyboard.press('Tab');
  await page.keyboard.type('42#');
  await expect(card.getByText('Saved')).toBeVisible();
  await expectAccessible(page);
  await card.getByRole('button', { name: 'Close' }).click();
  await expect(page.getByRole('article', { name: 'Their message' })).toBeVisible();
  await page.getByRole('button', { name: 'About Ada Marsh' }).click();
  await expect(card.getByRole('textbox', { name: 'What Gate code is' })).toHaveValue('42#');
  await card.getByRole('link', { name: 'Open in People' }).click();
  const person = page.getByRole('article', { name: 'Ada Marsh' });
  await expect(person.getByLabel('Company')).toHaveValue('Tern Choir');
  await expect(person.getByRole('link', { name: /Tuning in December/ })).toBeVisible();
  await expect(person.getByLabel('Greeting name')).toHaveValue('');

  // What she is greeted by is learnt from the letter.
  await person.getByRole('link', { name: /Tuning in December/ }).click();
  await expect(page.getByRole('article', { name: 'Their message' })).toBeVisible();
  await page.keyboard.press(shortcut('reply'));
  await page.getByRole('textbox', { name: 'Your reply' }).fill('Hello Ada,\nI can come on Monday. Robin Tester');
  await page.keyboard.press(shortcut('sendAnyway'));
  await expect(page.getByText('Sent.')).toBeVisible();
  await page.getByRole('link', { name: 'People' }).click();
  await expect(person.getByLabel('Greeting name')).toHaveValue('Ada');
  await expect(person).toContainText('Learnt from your letter of');
  await expect(person.getByText('you wrote')).toBeVisible();
});

test('people come from files after a look, are put together and taken apart, and go whole', async ({
  somebody: { page },
}) => {
  await bring(page, [
    { name: 'ada.eml', buffer: clientMessage() },
    {
      name: 'bo.eml',
      buffer: clientMessage({ from: 'Ada Marsh <office@client.example>', id: 'bo', subject: 'Another' }),
    },
  ]);
  await page.getByRole('link', { name: 'People' }).click();
  await expect(page.getByText('2 people')).toBeVisible();
  await page
    .getByLabel('Files with people')
    .setInputFiles({ name: 'people.vcf', mimeType: 'text/vcard', buffer: Buffer.from(cards) });
  await expect(page.getByRole('tab', { name: 'Known otherwise 1' })).toBeVisible();
  await expect(page.getByRole('tab', { name: 'Could not be read 1' })).toBeVisible();
  await page.getByRole('button', { name: 'Show the difference' }).click();
  await expect(page.getByRole('region', { name: 'What the file says of Ada M. Marsh' })).toContainText('Tern Choir');
  await expectAccessible(page);
  await page.getByRole('combobox', { name: /Ada M. Marsh/ }).click({ force: true });
  await page.getByRole('option', { name: 'Put in what the file says' }).click();
  await page.getByRole('button', { name: 'Add them' }).click();
  await expect(page.getByText('2 people were added or filled in.')).toBeVisible();
  await page.getByRole('button', { name: 'Close' }).click();

  const list = page.getByRole('navigation', { name: 'Your people' });
  await list.getByRole('searchbox').fill('choir');
  await expect(list.getByRole('listitem')).toHaveCount(1);
  await list.getByRole('button', { name: /Ada M. Marsh/ }).click();
  const person = page.getByRole('article', { name: 'Ada M. Marsh' });
  await expect(person.getByLabel('Company')).toHaveValue('Tern Choir');
  await list.getByRole('searchbox').fill('');
  await person.getByRole('button', { name: 'Put together with another person' }).click();
  await page.keyboard.type('office');
  await person.getByRole('button', { name: /Put together with Ada Marsh/ }).click();
  await expect(person.getByText('are one person now.')).toBeVisible();
  await expect(person.getByText('2 messages, the last')).toBeVisible();
  await expect(person.getByRole('region', { name: 'What passed between you' }).getByRole('listitem')).toHaveCount(2);
  await expect(list.getByRole('listitem')).toHaveCount(2);
  await expectAccessible(page);
  await person.getByRole('button', { name: 'Undo' }).click();
  await expect(list.getByRole('listitem')).toHaveCount(3);

  // Taken out: a card that says what is known.
  const download = page.waitForEvent('download');
  await person.getByRole('link', { name: 'vCard' }).click();
  expect(await readFile(await (await download).path(), 'utf8')).toContain('ORG:Tern Choir');
  const archive = page.waitForEvent('download');
  await person.getByRole('link', { name: 'Take out everything' }).click();
  expect((await archive).suggestedFilename()).toBe('Ada M. Marsh.zip');

  await person.getByRole('button', { name: 'Delete', exact: true }).click();
  await person.getByLabel('Move the messages with them to the trash too').check();
  await person.getByRole('button', { name: 'Delete Ada M. Marsh' }).click();
  await expect(page.getByText('Ada M. Marsh is deleted.')).toBeVisible();
  await expect(list.getByRole('listitem')).toHaveCount(2);
  await page.getByRole('link', { name: 'Desk' }).click();
  await page.getByLabel('Which messages').selectOption({ label: 'Trash' });
  await expect(page.getByRole('button', { name: /Tuning in December/ })).toBeVisible();
});

test('a person changed in two windows, and one left before it was saved, lose nothing', async ({
  somebody: { page },
}) => {
  await bring(page, [{ name: 'ada.eml', buffer: clientMessage() }]);
  await page.goto('/people');
  const person = page.getByRole('article', { name: 'Ada Marsh' });
  await expect(person.getByLabel('Company')).toBeVisible();
  const [{ id, version, ...known }] = await (await page.request.get('/api/people?address=ada@client.example')).json();
  await page.request.put(`/api/people/${id}`, { data: { ...known, version, company: 'Hall' } });
  await person.getByLabel('First name').fill('Adah');
  await expect(person.getByText('This person was changed in another window.')).toBeVisible();
  await person.getByRole('button', { name: 'Keep mine' }).click();
  await expect(person.getByText('Saved')).toBeVisible();

  // Without a server what was typed is written down here.
  await page.route('**/api/people/*', (route) =>
    route.request().method() === 'PUT' ? route.abort() : route.continue(),
  );
  await person.getByLabel('Company').fill('Quay House');
  await page.goto('/lookups');
  await page.unroute('**/api/people/*');
  await page.getByRole('link', { name: 'People' }).click();
  await expect(person.getByLabel('Company')).toHaveValue('Quay House');
  await expect(person.getByText('Changes of yours that were not saved are here again.')).toBeVisible();
  await expect
    .poll(async () => (await (await page.request.get('/api/people?address=ada@client.example')).json())[0].company)
    .toBe('Quay House');

  // A letter to them begins with their address.
  await person.getByRole('button', { name: 'Write to them' }).click();
  await expect(page.getByRole('textbox', { name: 'Your reply' })).toBeVisible();
  await expect(
    page.getByRole('region', { name: 'The person' }).getByRole('heading', { name: 'Ada Marsh' }),
  ).toBeVisible();
});

test('a person left while what was changed is being saved is right in the list, and when one comes back', async ({
  somebody: { page },
}) => {
  for (const name of ['Ada Marsh', 'Bo Finch'])
    await page.request.post('/api/people', { data: { name, address: `${name.slice(0, 2).trim()}@client.example` } });
  await page.goto('/people');
  const list = page.getByRole('navigation', { name: 'Your people' });
  const ada = page.getByRole('article', { name: 'Ada Marsh' });
  await list.getByRole('button', { name: /Ada Marsh/ }).click();
  const held = await hold(page, '**/api/people/*', /Tern Choir/);
  await ada.getByLabel('Company').fill('Tern Choir');
  const route = await held();
  await ada.getByLabel('Company').fill('Tern Choir West');
  await list.getByRole('button', { name: /Bo Finch/ }).click();
  await expect(page.getByRole('article', { name: 'Bo Finch' })).toBeVisible();
  await list.getByRole('button', { name: /Ada Marsh/ }).click();
  await route.continue();
  await expect(ada.getByLabel('Company')).toHaveValue('Tern Choir West');
  await expect(list.getByText('Tern Choir West')).toBeVisible();
  // Longer than it takes until a change is saved.
  await page.waitForTimeout(1_200);
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page.reload();
  await expect(ada.getByLabel('Company')).toHaveValue('Tern Choir West');
});

test('somebody is added by hand; what was typed stays until then, and who is known already is shown', async ({
  somebody: { page },
}) => {
  await page.goto('/people');
  await expect(page.getByText('Nobody here yet.')).toBeVisible();
  await page.getByRole('button', { name: 'Add a person' }).click();
  const name = page.getByLabel('Name', { exact: true });
  const address = page.getByLabel('Address', { exact: true });
  await expect(name).toBeFocused();
  await page.keyboard.type('Živa Novák');
  await page.keyboard.press('Tab');
  await page.keyboard.type('ziva at client.example');
  await page.keyboard.press('Enter');
  await expect(page.getByText('This cannot be an address.')).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('link', { name: 'Desk' }).click();
  await expect(page).not.toHaveURL(/people/);
  await page.getByRole('link', { name: 'People' }).click();
  await page.getByRole('button', { name: 'Add a person' }).click();
  await expect(name).toHaveValue('Živa Novák');
  await address.fill('ziva@client.example');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Živa Novák was added.')).toBeVisible();
  const person = page.getByRole('article', { name: 'Živa Novák' });
  await expect(person.getByText('No messages yet.', { exact: true })).toBeVisible();
  await expect(page.getByRole('navigation', { name: 'Your people' }).getByRole('listitem')).toHaveCount(1);

  await page.getByRole('button', { name: 'Add a person' }).click();
  await expect(name).toHaveValue('');
  await address.fill('Ziva@client.example');
  await page.keyboard.press('Enter');
  await expect(page.getByText('ziva@client.example was here already.')).toBeVisible();
  await expect(person).toBeVisible();
  await page.getByRole('button', { name: 'Add a person' }).click();
  await expect(name).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(person).toBeVisible();

  // What a file brings is looked at meanwhile, and either is left for the other.
  const preview = page.getByRole('tab', { name: /New|Known/ }).first();
  await page.getByRole('button', { name: 'Add a person' }).click();
  await name.fill('Half typed');
  await page
    .getByLabel('Files with people')
    .setInputFiles({ name: 'people.vcf', mimeType: 'text/vcard', buffer: Buffer.from(cards) });
  await expect(preview).toBeVisible();
  await page.getByRole('button', { name: 'Add a person' }).click();
  await expect(name).toHaveValue('Half typed');
  await expect(preview).toBeHidden();
  await name.press('Escape');
  await expect(preview).toBeVisible();

  // So is somebody of the list, again and again.
  for (let i = 0; i < 2; i++) {
    await page.getByRole('navigation', { name: 'Your people' }).getByRole('button', { name: /Živa/ }).click();
    await expect(person).toBeVisible();
    await expect(preview).toBeHidden();
    await page.getByRole('button', { name: 'Back to it' }).click();
    await expect(preview).toBeVisible();
    await expect(person).toBeHidden();
  }
});
