import type { Page } from '@playwright/test';
import { blank, bring, clientMessage, expect, keepNote, paragraph, shortcut, test, text } from './desk';
import { answer, insert } from './filling';

test('what is kept, changed and deleted in one window is so in another one at once', async ({ somebody: { page } }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New message' }).click();
  const letter = page.getByRole('textbox', { name: 'Your reply' });
  await letter.focus();
  await page.keyboard.type('Dear Ada, ');
  const offered = (name: RegExp) => page.getByRole('option', { name });

  const other = await page.context().newPage();
  const body = other.getByRole('textbox', { name: 'Body' });
  const keep = async (wording: string) => {
    await body.fill(wording);
    await other.getByRole('button', { name: 'Keep', exact: true }).click();
    await expect(other.getByText('Kept', { exact: true })).toBeVisible();
  };
  await other.goto('/library?note=new');
  await other.getByLabel('Name', { exact: true }).fill('Winter visits');
  await keep('In winter I come on Mondays.');
  await page.bringToFront();
  await letter.press('End');
  await page.keyboard.type(',,winter');
  await expect(offered(/Winter visits/)).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(letter).toHaveText('Dear Ada, In winter I come on Mondays.');

  // What was read before is not put in once it says something else.
  await other.bringToFront();
  await keep('In winter I come on Tuesdays.');
  await page.bringToFront();
  await page.keyboard.type(' ,,winter');
  await expect(offered(/Tuesdays/)).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(letter).toHaveText('Dear Ada, In winter I come on Mondays. In winter I come on Tuesdays.');

  // A search that is open follows.
  await page.getByLabel('Find a note').fill('winter');
  await expect(offered(/Tuesdays/)).toBeVisible();
  await other.bringToFront();
  await keep('In winter I come on Wednesdays.');
  await page.bringToFront();
  await expect(offered(/Wednesdays/)).toBeVisible();
  await page.getByLabel('Find a note').fill('');
  await letter.press('End');

  await other.bringToFront();
  await other.getByRole('button', { name: 'Delete', exact: true }).click();
  await expect(other.getByRole('button', { name: 'Undo' })).toBeVisible();
  await page.bringToFront();
  await page.keyboard.type(' ,,winter');
  await expect(page.getByText('No note holds “winter”.')).toBeVisible();
});

test('the bench follows what another window keeps, and brings back what that one deleted', async ({
  somebody: { page },
}) => {
  await keepNote(page, { name: 'Winter visits', body: [paragraph(text('On Mondays.'))] });
  const other = await page.context().newPage();
  for (const window of [page, other]) {
    await window.goto('/library');
    await window.getByRole('button', { name: 'Winter visits' }).click();
    await expect(window.getByRole('textbox', { name: 'Body' })).toHaveText('On Mondays.');
  }
  await other.getByRole('textbox', { name: 'Body' }).fill('On Tuesdays.');
  await other.getByRole('button', { name: 'Keep', exact: true }).click();
  const body = page.getByRole('textbox', { name: 'Body' });
  await expect(body).toHaveText('On Tuesdays.');
  await expect(page.getByText('Kept', { exact: true })).toBeVisible();
  await other.getByRole('button', { name: 'Delete', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Winter visits' })).toBeHidden();
  await body.press('Control+End');
  await page.keyboard.type(' At nine.');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('it is back, with your changes')).toBeVisible();
  for (const window of [page, other]) await expect(window.getByRole('button', { name: 'Winter visits' })).toBeVisible();
});

test('a window is of whoever is signed in by now, not of who was when it was opened', async ({
  somebody: { page },
}) => {
  await keepNote(page, { name: 'Winter visits', body: [paragraph(text('On Mondays.'))] });
  await page.goto('/library');
  await expect(page.getByRole('button', { name: 'Winter visits' })).toBeVisible();
  const other = await page.context().newPage();
  await other.goto('/');
  await other.getByRole('banner').getByRole('button', { name: 'Sign out' }).click();
  await other.getByRole('button', { name: /Open the demo/ }).click();
  await expect(page.getByRole('banner')).not.toContainText('Robin Tester');
  await page.getByRole('navigation').getByRole('link', { name: 'Library' }).click();
  await expect(page.getByLabel(/^Choose /).first()).toBeVisible();
  await expect(page.getByRole('button', { name: 'Winter visits' })).toHaveCount(0);
});

test('signing out in one window leaves nothing to read in another, and what was written there is there again', async ({
  somebody: { page, address },
}) => {
  await bring(page, [{ name: 'ada.eml', buffer: clientMessage() }]);
  await page.getByRole('button', { name: /^Ada Marsh/ }).click();
  await expect(page.getByRole('heading', { name: 'Tuning in December' })).toBeVisible();
  await page.keyboard.press(shortcut('reply'));
  const letter = page.getByRole('textbox', { name: 'Your reply' });
  await expect(letter).toBeFocused();
  const other = await page.context().newPage();
  await other.goto('/library');
  await page.bringToFront();
  await page.keyboard.type('Dear Ada, on Tuesday.');
  await other.getByRole('banner').getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByLabel('Password')).toBeVisible();
  await expect(page.getByText('could you come in December?')).toHaveCount(0);
  await other.getByRole('link', { name: 'Make one' }).click();
  await expect(other).toHaveURL(/sign-up/);
  await page.bringToFront();
  await page.getByLabel('E-mail address').fill(address);
  await page.getByLabel('Password').fill('a long password');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(letter).toHaveText('Dear Ada, on Tuesday.');
  await expect(other.getByRole('link', { name: 'Library' })).toBeVisible();
});

test('what is changed of a person in one window is so in another, in the letter to them too', async ({
  somebody: { page },
}) => {
  const company = blank('company', 'person', { field: 'company' });
  await keepNote(page, { name: 'For the books', body: [paragraph(text('I write to '), company, text('.'))] });
  const letter = await answer(page);
  const [{ id, ...ada }] = await (await page.request.get('/api/people?address=ada@client.example')).json();
  await page.request.put(`/api/people/${id}`, { data: { ...ada, company: 'Harbour Hall' } });
  await page.reload();
  await letter.focus();
  await insert(page, 'books', /For the books/);
  await expect(letter).toHaveText('I write to Harbour Hall.');

  const windows = [await page.context().newPage(), await page.context().newPage()];
  for (const window of windows) {
    await window.goto(`/people?person=${id}`);
    await expect(window.getByLabel('Company')).toHaveValue('Harbour Hall');
  }
  const [one, two] = windows as [Page, Page];
  await one.getByLabel('Company').fill('Tern Choir');
  await expect(two.getByLabel('Company')).toHaveValue('Tern Choir');
  await expect(letter).toHaveText('I write to Tern Choir.');
  await two.getByLabel('First name').fill('Adah');
  await expect(one.getByLabel('First name')).toHaveValue('Adah');

  await one.getByRole('button', { name: 'Delete', exact: true }).click();
  await one.getByRole('button', { name: /^Delete Ada/ }).click();
  await expect(two.getByText('This person is not there any more.')).toBeVisible();
});
