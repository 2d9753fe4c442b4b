import { bring, clientMessage, expect, hold, test } from './desk';

test('what cannot be read is said where it would stand, not taken for nothing', async ({ somebody: { page } }) => {
  const away = async (pattern: string) => {
    await page.route(pattern, (route) => route.fulfill({ status: 503 }));
    return () => page.unroute(pattern);
  };
  const answer = clientMessage({ id: 'two', subject: 'Re: Tuning in December' })
    .toString()
    .replace('Message-ID', 'In-Reply-To: <one@client.example>\r\nMessage-ID');
  await page.goto('/');
  await bring(page, [
    { name: 'one.eml', buffer: clientMessage() },
    { name: 'two.eml', buffer: Buffer.from(answer) },
  ]);
  const said = page.getByRole('alert');

  let back = await away('**/thread');
  await page.getByRole('button', { name: /^Ada/ }).first().click();
  await page.getByRole('button', { name: '1 more in this conversation' }).click();
  await expect(said).toBeVisible();
  await back();
  const held = await hold(page, '**/thread');
  await said.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByText('Fetching them …')).toBeVisible();
  await (await held()).continue();
  await expect(page.getByRole('list', { name: 'Earlier in this conversation' }).getByRole('listitem')).toHaveCount(1);
  await expect(said).toHaveCount(0);

  const routine = { name: 'File it', answer: 'none', filed: 'archive' };
  expect((await page.request.post('/api/routines', { data: routine })).status()).toBe(200);
  back = await away('**/api/routines');
  await page.reload();
  await page.getByRole('button', { name: /^Ada/ }).first().click();
  await expect(said).toBeVisible();
  await back();
  await said.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByRole('button', { name: 'File it' })).toBeVisible();
  await expect(said).toHaveCount(0);

  await page.getByRole('link', { name: 'People' }).click();
  await expect(page).toHaveURL(/people/);
  await page.getByRole('button', { name: /Ada Marsh/ }).click();
  await page.getByRole('button', { name: 'Put together with another person' }).click();
  back = await away('**/people/list?find=*');
  await page.keyboard.type('bo');
  await expect(said).toBeVisible();
  await expect(page.getByText('Nobody with these words.')).toHaveCount(0);
  await back();
  await page.keyboard.type('b');
  await expect(page.getByText('Nobody with these words.')).toBeVisible();
  await expect(said).toHaveCount(0);

  back = await away('**/api/sessions');
  await page.getByRole('link', { name: 'Settings' }).click();
  await expect(said).toBeVisible();
  await back();
  await said.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByText(/this browser, since/)).toBeVisible();
});
