import type { Page } from '@playwright/test';
import { bring, clientMessage, expect, hold, keepNote, paragraph, shortcut, test, text } from './desk';

const letter = (page: Page) => page.getByRole('textbox', { name: 'Your reply' });

/** A window in which an answer has been begun. */
async function answering(page: Page) {
  await page.goto('/');
  await bring(page, [{ name: 'a.eml', buffer: clientMessage() }]);
  await page.getByRole('button', { name: /^Ada/ }).click();
  await expect(page.getByRole('heading', { name: 'Tuning in December' })).toBeVisible();
  await page.keyboard.press(shortcut('reply'));
  await expect(letter(page)).toBeFocused();
  await page.keyboard.type('Dear Ada, on Monday.');
}

/** From now on the server answers as one of another build does. */
const update = (page: Page) =>
  page.route('**/api/**', async (route) => {
    const response = await route.fetch();
    await route.fulfill({ response, headers: { ...response.headers(), 'x-build': 'another' } });
  });

test('a window that was open while Jar Note was updated says so, and has the next place from the newer one', async ({
  somebody: { page },
}) => {
  await answering(page);
  const notice = page.getByRole('status').filter({ hasText: 'Jar Note was updated.' });
  await page.evaluate(() => Object.assign(window, { isOlder: true }));
  await update(page);
  await page.keyboard.type(' At ten.');
  await expect(notice).toBeVisible();
  // Nothing is taken away from whoever is writing.
  await expect(letter(page)).toBeFocused();
  await page.keyboard.type(' Robin Tester');
  await page.getByRole('link', { name: 'Lookups' }).click();
  await expect(page).toHaveURL(/lookups/);
  await expect(page.getByRole('heading', { name: 'Lookups' })).toBeAttached();
  expect(await page.evaluate(() => 'isOlder' in window)).toBe(false);
  await page.unrouteAll({ behavior: 'wait' });
  await page.goBack();
  await expect(letter(page)).toHaveText('Dear Ada, on Monday. At ten. Robin Tester');
});

test('what is being read in is not broken off by an update', async ({ somebody: { page } }) => {
  await page.goto('/');
  const held = await hold(page, '**/api/messages/import');
  await page
    .getByLabel('Files with messages')
    .setInputFiles([{ name: 'a.eml', mimeType: 'message/rfc822', buffer: clientMessage() }]);
  const route = await held();
  await page.evaluate(() => Object.assign(window, { isOlder: true }));
  await update(page);
  await page.evaluate(() => dispatchEvent(new Event('focus')));
  await expect(page.getByText('Jar Note was updated.')).toBeVisible();
  await page.getByRole('link', { name: 'Lookups' }).click();
  await expect(page).toHaveURL(/lookups/);
  expect(await page.evaluate(() => 'isOlder' in window)).toBe(true);
  const answered = page.waitForResponse('**/api/messages/import');
  await route.continue();
  await (await answered).finished();
  await page.getByRole('link', { name: 'Desk' }).click();
  await expect(page.getByRole('button', { name: /^Ada/ })).toBeVisible();
  expect(await page.evaluate(() => 'isOlder' in window)).toBe(false);
  // What is still being asked of the server ends with the page.
  await page.unrouteAll({ behavior: 'ignoreErrors' });
});

test('what of the application cannot be loaded is said, and one stays where one is with what one wrote', async ({
  somebody: { page },
}) => {
  let isAway = false;
  await page.route('**/_nuxt/**', (route) => (isAway ? route.fulfill({ status: 503 }) : route.continue()));
  await answering(page);
  // What comes a moment after the letter is there.
  await page.waitForLoadState('networkidle');
  isAway = true;
  await page.route('**/api/account', (route) => route.fulfill({ status: 503 }));
  const said = page.getByRole('alert');
  await page.getByRole('link', { name: 'Lookups' }).click();
  await expect(said).toBeVisible();
  await expect(letter(page)).toContainText('Dear Ada, on Monday.');
  isAway = false;
  await page.unroute('**/api/account');
  await page.getByRole('link', { name: 'Lookups' }).click();
  await expect(page).toHaveURL(/lookups/);
});

test('what cannot be loaded is said at the door too, and the next try opens the Desk', async ({
  somebody: { page, address },
}) => {
  await page.context().clearCookies();
  await page.goto('/sign-in');
  const enter = async () => {
    await page.getByLabel('Address').fill(address);
    await page.getByLabel('Password').fill('a long password');
    await page.getByRole('button', { name: 'Sign in' }).click();
  };
  await expect(page.getByLabel('Address')).toBeVisible();
  await page.waitForLoadState('networkidle');
  await page.route('**/_nuxt/**', (route) => route.fulfill({ status: 503 }));
  await enter();
  await expect(page.getByRole('alert')).toBeVisible();
  await page.unroute('**/_nuxt/**');
  await enter();
  await expect(page.getByRole('link', { name: 'Desk' })).toBeVisible();
});

test('what the browser keeps of an older release is not taken for what the page needs now', async ({ page }) => {
  const text = await (await page.request.get('/')).text();
  expect(text).toContain('/_nuxt/');
  // With one, files that list the styles of the start keep their names when those change, and are kept for a year.
  expect(text).not.toContain('importmap');
});

test('a search that could not be loaded is tried again with the next letter', async ({ somebody: { page } }) => {
  await keepNote(page, { name: 'Gate code', body: [paragraph(text('The code of the gate.'))] });
  let isAway = true;
  await page.route('**/search.worker*', (route) => (isAway ? route.fulfill({ status: 503 }) : route.continue()));
  await answering(page);
  const search = page.getByRole('combobox', { name: 'Find a note' });
  await search.pressSequentially('gat');
  await expect(page.getByText('Notes could not be searched.')).toBeVisible();
  isAway = false;
  await search.pressSequentially('e');
  await expect(page.getByRole('option', { name: /^Gate code/ })).toBeVisible();
});
