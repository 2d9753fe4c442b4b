import { simpleParser } from 'mailparser';
import { blank, expect, expectAccessible, hold, keepNote, paragraph, test, text, shortcut } from './desk';
import { answer, insert, keepLookup, SERVICES } from './filling';

test('one chosen row fills every place; rows become a table; what is found in their message is confirmed', async ({
  somebody: { page, received },
}) => {
  const lookup = await keepLookup(page);
  const cell = (label: string, column: string, more: object = {}) =>
    blank(label, 'lookup', { lookup, column, row: 'asked', ...more });
  await keepNote(page, {
    name: 'One service',
    body: [
      paragraph(
        text('About '),
        blank('order', 'message', { part: 'a reference' }),
        text(': '),
        cell('service', 's'),
        text(' costs '),
        cell('price', 'p', { row: 'same', of: 'service' }),
        text('.'),
        {
          ...text(' Please prepare '),
          marks: [
            {
              type: 'stretch',
              attrs: { label: 'prepare', on: true, when: { blank: 'prepare', test: 'not empty', value: '' } },
            },
          ],
        },
        {
          ...cell('prepare', 'n', { row: 'same', of: 'service' }),
          marks: [
            {
              type: 'stretch',
              attrs: { label: 'prepare', on: true, when: { blank: 'prepare', test: 'not empty', value: '' } },
            },
          ],
        },
      ),
    ],
  });
  const entry = (column: string) => ({ type: 'doc', content: [paragraph(cell(column, column, { row: 'entry' }))] });
  await keepNote(page, {
    name: 'Price table',
    body: [
      paragraph(
        blank('services', 'rows', {
          lookup,
          form: 'table',
          titles: true,
          columns: [
            { title: 'Service', wording: entry('s') },
            { title: 'Price', wording: entry('p') },
          ],
        }),
      ),
      paragraph(
        text('Together '),
        blank('together', 'reckoned', { operation: 'sum', operands: [{ blank: 'services', column: 'p', number: 0 }] }),
      ),
    ],
  });
  const letter = await answer(page, {
    text: 'Dear Robin,\r\n\r\nabout order number TB-4471: could you come?\r\n\r\nAda',
  });
  await insert(page, 'one service', /One service/);
  await expect(page.getByLabel('order', { exact: true })).toBeFocused();
  await expect(page.getByLabel('order', { exact: true })).toHaveValue('TB-4471');
  await expect(letter).not.toContainText('TB-4471');
  await page.keyboard.press('Tab');
  await expect(letter).toContainText('About TB-4471:');
  await page.keyboard.type('tun');
  await page.keyboard.press('Enter');
  await expect(letter).toContainText('Tuning costs £95. Please prepare a quiet room');
  await page.keyboard.press('Control+a');
  await page.keyboard.type('voi');
  await page.keyboard.press('Tab');
  await expect(letter).toContainText('Voicing costs £160.');
  await expect(letter).not.toContainText('Please prepare');

  await page.keyboard.press('Escape');
  await expect(letter).toBeFocused();
  await page.keyboard.press('Control+End');
  await page.keyboard.press('Enter');
  await insert(page, 'price table', /Price table/);
  await page.keyboard.type('tun');
  await page.keyboard.press('Enter');
  await page.keyboard.type('clea');
  await page.keyboard.press('Enter');
  await expect(letter.getByRole('table')).toContainText('Cleaning');
  await expect(letter).toContainText('Together £180');
  await page.keyboard.press('Backspace');
  await expect(letter.getByRole('table')).not.toContainText('Cleaning');
  await expect(letter).toContainText('Together £95');
  await expectAccessible(page);
  await page.keyboard.press(shortcut('send'));
  await expect(page.getByText('Sent.')).toBeVisible();
  const mail = await simpleParser((await received())[0]!.raw);
  expect(mail.text).toContain('About TB-4471: Voicing costs £160.');
  expect(mail.text).toContain('Service  Price\nTuning   £95\nTogether £95');
  expect(mail.html).toMatch(/<table[^>]*>.*Tuning.*£95/s);
});

test('a lookup is made, pasted into, checked, exported, and its changed key carried through', async ({
  somebody: { page },
}) => {
  await page.goto('/lookups');
  await expect(page.getByText('A lookup is a table of facts')).toBeVisible();
  await page.getByRole('button', { name: 'New lookup' }).click();
  const cell = (name: string, row: number) => page.getByLabel(`${name}, row ${row}`, { exact: true });
  await cell('Name', 1).fill('Tuning');
  await cell('Price', 1).fill('£95');
  await cell('Price', 1).press('Enter');
  await expect(cell('Price', 2)).toBeFocused();
  await cell('Name', 2).focus();
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.setData('text/plain', 'Voicing\t160\nCleaning\tmany\n');
    document.activeElement!.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    );
  });
  await expect(cell('Price', 2)).toHaveValue('£160');
  // What does not fit its column is kept and shown.
  await expect(cell('Price', 3)).toHaveValue('many');
  await expect(cell('Price', 3)).toHaveAttribute('aria-invalid', 'true');
  await cell('Price', 3).fill('85');
  await cell('Name', 3).fill('Tuning');
  await cell('Name', 3).blur();
  await expect(page.getByText('“Tuning” is there twice')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(cell('Name', 3)).toHaveValue('Cleaning');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await expectAccessible(page);

  const [{ id }] = await (await page.request.get('/api/lookups')).json();
  await keepNote(page, {
    name: 'Fixed',
    body: [paragraph(blank('price', 'lookup', { lookup: id, column: 'c2', row: 'fixed', of: 'Tuning' }))],
  });
  await page.reload();
  await expect(page.getByText('Used in “Fixed”')).toBeVisible();
  await cell('Name', 1).fill('Tuning, upright');
  await cell('Name', 1).press('Tab');
  await page.getByRole('button', { name: 'Put “Tuning, upright” there too' }).click();
  await expect
    .poll(async () => JSON.stringify(await (await page.request.get(`/api/lookups/${id}/uses`)).json()))
    .toContain('Tuning, upright');
  await page.getByRole('button', { name: 'Remove column Price' }).click();
  await expect(page.getByText('“Fixed” draws on the column “Price”')).toBeVisible();
  await page.getByRole('button', { name: 'Keep it' }).click();

  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export CSV' }).click(),
  ]);
  const csv = (await (await download.createReadStream()).toArray()).join('');
  expect(csv).toContain('"Tuning, upright",£95');

  await page.getByRole('button', { name: 'From a table' }).click();
  await page.getByLabel('Cells from a spreadsheet').fill('Town\tFee\nTern Bay\t\nNetherby\t15\nTern Bay\t9');
  await expect(page.getByText('“Tern Bay” is in lines 2, 4')).toBeVisible();
  // Left before it was kept, it is here again.
  await page.getByRole('navigation').getByRole('link', { name: 'People' }).click();
  await expect(page).toHaveURL(/people/);
  await page.getByRole('navigation').getByRole('link', { name: 'Lookups' }).click();
  await page.getByRole('button', { name: 'From a table' }).click();
  await expect(page.getByLabel('Cells from a spreadsheet')).toHaveValue(/Netherby\t15/);
  await expect(page.getByText('“Tern Bay” is in lines 2, 4')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Keep as a lookup' })).toBeDisabled();
  await page.getByLabel('CSV file').setInputFiles({
    name: 'Towns.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('Town;Fee\nF\xe6r\xf8g\xe5de;8\nNetherby;15', 'latin1'),
  });
  await expect(page.getByText('Windows-1252, separated by semicolons')).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Keep as a lookup' }).click();
  await expect(cell('Town', 1)).toHaveValue('Færøgåde');
  await page.getByRole('button', { name: 'Delete' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(cell('Town', 1)).toHaveValue('Færøgåde');

  // A row or a whole lookup that notes draw on is not removed in silence.
  await page.getByRole('button', { name: /^New lookup\b.*rows/ }).click();
  await page.getByRole('button', { name: 'Remove row 1' }).click();
  await expect(page.getByText('“Fixed” draws on the row “Tuning, upright”')).toBeVisible();
  await page.getByRole('button', { name: 'Remove it' }).click();
  await expect(cell('Name', 1)).toHaveValue('Voicing');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(cell('Name', 1)).toHaveValue('Tuning, upright');
  await page.getByRole('button', { name: 'Delete' }).click();
  await expect(page.getByText('“Fixed” draws on this lookup')).toBeVisible();
  await page.getByRole('button', { name: 'Keep it' }).click();
});

test('what is still being typed in a lookup counts when one goes elsewhere by the keys', async ({
  somebody: { page },
}) => {
  const id = await keepLookup(page);
  const towns = await keepLookup(page, { ...SERVICES, name: 'Towns' });
  const stored = async (lookup: string) =>
    JSON.stringify(await (await page.request.get(`/api/lookups/${lookup}`)).json());
  const cell = (name: string, row: number) => page.getByLabel(`${name}, row ${row}`, { exact: true });
  await page.goto(`/lookups?lookup=${id}`);
  await expect(cell('Prepare', 2)).toBeVisible();
  await page.getByRole('button', { name: /^Towns/ }).click();
  await expect(page.getByLabel('Name of the lookup')).toHaveValue('Towns');
  await cell('Prepare', 2).pressSequentially('parking');
  await page.goBack();
  await expect(page.getByLabel('Name of the lookup')).toHaveValue('Services');
  await expect.poll(() => stored(towns)).toContain('parking');
  expect(await stored(id)).not.toContain('parking');

  await page.getByRole('link', { name: 'People' }).click();
  await expect(page).toHaveURL(/people/);
  await page.goBack();
  await cell('Prepare', 2).pressSequentially('an hour');
  await page.goForward();
  await expect(page).toHaveURL(/people/);
  await expect.poll(() => stored(id)).toContain('an hour');

  // Nor does a window that is closed take it along unasked.
  await page.goBack();
  await page.getByLabel('Name of the lookup').fill('Prices');
  const asked = page.waitForEvent('dialog');
  void page.close({ runBeforeUnload: true });
  await (await asked).dismiss();
  await expect.poll(() => stored(id)).toContain('Prices');
});

test('a table dropped on the page is looked at and kept; what is none is said', async ({ somebody: { page } }) => {
  await keepLookup(page);
  const drop = async (files: [string, string][]) => {
    const dataTransfer = await page.evaluateHandle((given) => {
      const data = new DataTransfer();
      for (const [name, content] of given) data.items.add(new File([content], name));
      return data;
    }, files);
    for (const type of ['dragover', 'drop']) await page.dispatchEvent('nav', type, { dataTransfer });
  };
  await page.goto('/lookups');
  await expect(page.getByLabel('Name of the lookup')).toBeVisible();
  await drop([['Towns.xlsx', 'PK\0\0']]);
  await expect(page.getByRole('alert')).toHaveText(/“Towns.xlsx” is not a table of text. Save it as CSV/);
  await drop([
    ['Towns.csv', 'Town;Fee\nNetherby;15'],
    ['Others.csv', 'Town;Fee\nTern Bay;9'],
  ]);
  await expect(page.getByText('This is “Towns.csv”; drop the others one by one.')).toBeVisible();
  await drop([['Fees.csv', 'Town;Fee\nNetherby;15']]);
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Fees');
  await page.getByRole('button', { name: 'Keep as a lookup' }).click();
  await expect(page.getByLabel('Town, row 1', { exact: true })).toHaveValue('Netherby');
  await expect(page.getByLabel('Name of the lookup')).toHaveValue('Fees');
  // It stands where its name belongs, not at the end.
  const list = page.getByRole('navigation', { name: 'Your lookups' }).getByRole('button', { name: / rows?$/ });
  await expect(list).toHaveText([/^Fees/, /^Services/]);
  await drop([['Others.csv', 'Town;Fee\nTern Bay;9']]);
  await expect(page.getByRole('cell', { name: 'Tern Bay' })).toBeVisible();
  await page.getByRole('button', { name: 'From a table' }).click();
  await expect(page.getByRole('button', { name: 'Keep as a lookup' })).toBeEnabled();

  // Cells that were pasted are here again once the file is done with.
  await page.getByLabel('Cells from a spreadsheet').fill('Town\tFee\nOld Quay\t12');
  await expect(page.getByRole('cell', { name: 'Old Quay' })).toBeVisible();
  await drop([['Towns.csv', 'Town;Fee\nNetherby;15']]);
  await expect(page.getByRole('cell', { name: 'Netherby' })).toBeVisible();
  await page.getByRole('button', { name: 'Close' }).click();
  await page.getByRole('button', { name: 'From a table' }).click();
  await expect(page.getByLabel('Cells from a spreadsheet')).toHaveValue(/Old Quay/);
  await expect(page.getByRole('cell', { name: 'Old Quay' })).toBeVisible();
});

test('what a slow server answers late is not gone to when one is elsewhere by then', async ({ somebody: { page } }) => {
  await keepLookup(page);
  await page.goto('/time-back');
  let late = () => {};
  await page.route('**/api/lookups', async (route) => {
    await new Promise<void>((resolve) => (late = resolve));
    await route.continue();
  });
  await page.getByRole('link', { name: 'Lookups' }).click();
  await expect(page.getByText('Fetching your lookups')).toBeVisible();
  await page.getByRole('link', { name: 'Settings' }).click();
  await expect(page.getByRole('heading', { name: 'Settings' })).toBeVisible();
  const answered = page.waitForResponse('**/api/lookups');
  late();
  await answered;
  await page.getByRole('link', { name: 'People' }).click();
  await expect(page.getByRole('navigation', { name: 'People' })).toBeVisible();
  await page.goBack();
  await expect(page).toHaveURL(/settings$/);
});

test('a lookup left while its change is being saved is saved once; one that cannot be saved is here again', async ({
  somebody: { page },
  context,
}) => {
  const id = await keepLookup(page);
  await keepLookup(page, { ...SERVICES, name: 'Towns' });
  const stored = async () => JSON.stringify(await (await page.request.get(`/api/lookups/${id}`)).json());
  const cell = (name: string, row: number) => page.getByLabel(`${name}, row ${row}`, { exact: true });
  const name = page.getByLabel('Name of the lookup');
  await page.goto(`/lookups?lookup=${id}`);
  const held = await hold(page, `**/api/lookups/${id}`, /parking/);
  await cell('Prepare', 2).pressSequentially('parking');
  await page.keyboard.press('Enter');
  const route = await held();
  await page.getByRole('button', { name: /^Towns/ }).click();
  await page.waitForTimeout(300);
  // It still stands there and can be written in.
  await cell('Prepare', 1).fill('a piano');
  const answered = page.waitForResponse((response) => response.request() === route.request());
  await route.continue();
  await answered;
  await expect(name).toHaveValue('Towns');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page.getByRole('button', { name: /^Services/ }).click();
  await expect(name).toHaveValue('Services');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await expect(page.getByRole('alert')).toHaveCount(0);
  expect(await stored()).toMatch(/a piano.*parking/);

  // A row without its key is not saved; nor is it gone with the page.
  await cell('Prepare', 3).fill('two hours');
  await page.keyboard.press('Enter');
  await cell('Prepare', 4).fill('without a key');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Show row 4' })).toBeVisible();
  page.on('dialog', (dialog) => void dialog.accept());
  await page.reload();
  await expect(cell('Prepare', 3)).toHaveValue('two hours');
  await expect(cell('Prepare', 4)).toHaveValue('without a key');
  await expect(page.getByText('here again')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(cell('Prepare', 4)).toHaveValue('');
  await cell('Prepare', 3).fill('two hours');
  await cell('Prepare', 4).fill('without a key');
  await cell('Service', 4).fill('Moving');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await expect.poll(stored).toMatch(/two hours.*without a key/);

  // Not even the cell that is being typed in is gone with a window that breaks off.
  await cell('Prepare', 1).fill('a quiet room, please');
  await page.waitForTimeout(500);
  await page.close();
  const again = await context.newPage();
  await again.goto(`/lookups?lookup=${id}`);
  await expect(again.getByLabel('Prepare, row 1', { exact: true })).toHaveValue('a quiet room, please');
  await expect.poll(stored).toContain('a quiet room, please');
});

test('the name of a column is not taken away while it is typed, whatever is saved meanwhile', async ({
  somebody: { page },
}) => {
  const id = await keepLookup(page);
  await page.goto(`/lookups?lookup=${id}`);
  const held = await hold(page, `**/api/lookups/${id}`, /parking/);
  await page.getByLabel('Prepare, row 2', { exact: true }).fill('parking');
  await page.getByLabel('Name of column Price', { exact: true }).fill('Fee');
  const route = await held();
  await page.keyboard.type(' with');
  const answered = page.waitForResponse((response) => response.request() === route.request());
  await route.continue();
  await answered;
  await page.waitForTimeout(200);
  await page.keyboard.type(' tax');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Fee with tax, row 2', { exact: true })).toBeVisible();
  // Emptied, it keeps its name.
  await page.getByLabel('Name of column Fee with tax').fill('');
  await page.keyboard.press('Tab');
  await expect(page.getByLabel('Name of column Fee with tax')).toHaveValue('Fee with tax');
});
