import { expect, expectAccessibleInBoth, shortcut, test } from './desk';

test('the demo is one click away, and every view meets the access rules in both themes', async ({ page }) => {
  test.setTimeout(180_000);
  await page.emulateMedia({ colorScheme: 'light' });
  await page.goto('/sign-in');
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
  await expectAccessibleInBoth(page);
  await page.getByRole('button', { name: /Open the demo/ }).click();
  await page.getByRole('button', { name: /^Dr Hana Sorensen/ }).click();
  await expect(page.getByRole('article')).toContainText('Concert grand');
  await expectAccessibleInBoth(page);
  await page.getByRole('button', { name: /^Marguerite Oduya/ }).click();
  await expect(page.getByRole('article')).toContainText('vestry');
  await page.keyboard.press(shortcut('reply'));
  const letter = page.getByRole('textbox', { name: 'Your reply' });
  await expect(letter).toBeFocused();
  await page.keyboard.type(',,two appo');
  await expect(page.getByRole('option', { name: /Offer two appointments/ })).toBeVisible();
  await expectAccessibleInBoth(page);
  await page.keyboard.press('Enter');
  await page.keyboard.type('Tuesday');
  await expect(page.getByText('2 blanks are open')).toBeVisible();
  await expectAccessibleInBoth(page);
  await page.getByRole('button', { name: 'Discard' }).click();
  await expect(page.getByText('Draft discarded.')).toBeVisible();
  await page.goto('/library');
  await page.getByLabel('Choose Running late').click();
  await expect(page.getByRole('toolbar', { name: 'The notes chosen' })).toBeVisible();
  await expectAccessibleInBoth(page);
  await page.getByRole('button', { name: 'Confirm an appointment' }).click();
  await expect(page.getByRole('region', { name: 'Try the note' })).toBeVisible();
  await expectAccessibleInBoth(page);
  await page
    .getByRole('textbox', { name: 'Body' })
    .getByText('Thank you for the code')
    .click({ position: { x: 5, y: 5 } });
  await expect(page.getByRole('form', { name: 'The chosen passage' })).toBeVisible();
  await expectAccessibleInBoth(page);
  await page.getByRole('tab', { name: 'History' }).click();
  await expect(page.getByText('This note has not been changed yet.')).toBeVisible();
  await expectAccessibleInBoth(page);
  await page.goto('/lookups');
  await page.getByRole('button', { name: /^Services/ }).click();
  await expect(page.getByLabel('Service, row 1', { exact: true })).toHaveValue('Tuning, upright');
  await expectAccessibleInBoth(page);
  await page.goto('/settings');
  await expect(page.getByRole('heading', { name: 'Settings' })).toBeVisible();
  await expectAccessibleInBoth(page);
  await page.getByRole('banner').getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
});

test('nothing moves for whoever asked their system for less motion', async ({ page }) => {
  await page.goto('/sign-in');
  const button = page.getByRole('button', { name: 'Sign in' });
  const seconds = () => button.evaluate((it) => parseFloat(getComputedStyle(it).transitionDuration));
  await page.emulateMedia({ reducedMotion: 'no-preference' });
  expect(await seconds()).toBeGreaterThan(0.05);
  await page.emulateMedia({ reducedMotion: 'reduce' });
  expect(await seconds()).toBeLessThan(0.001);
});

test('where the text is twice as large the places and the way out stay in sight', async ({ somebody: { page } }) => {
  await page.setViewportSize({ width: 640, height: 400 });
  await page.goto('/settings');
  const bar = page.getByRole('banner');
  await expect(bar.getByRole('link', { name: 'Settings' })).toBeVisible();
  const within = await bar.evaluate((it) => {
    const room = it.getBoundingClientRect();
    return [...it.querySelectorAll('a, button')].map((one) => {
      const { left, right, top, bottom } = one.getBoundingClientRect();
      return left >= 0 && right <= innerWidth && top >= room.top && bottom <= room.bottom + 1;
    });
  });
  expect(within).toEqual(Array(9).fill(true));
});
