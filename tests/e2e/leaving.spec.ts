import type { Page, Route } from '@playwright/test';
import { bring, clientMessage, expect, hold, shortcut, test } from './desk';

test.use({ contextOptions: { reducedMotion: 'no-preference' } });

test('a letter left while it is being sent: what became of it is said where one is by then, and nobody is taken away', async ({
  somebody: { page, received },
}) => {
  await page.goto('/');
  const from = (name: string) =>
    clientMessage({ from: `${name} <${name}@client.example>`, id: name, subject: `From ${name}` });
  await bring(
    page,
    ['Ada', 'Bo', 'Cleo'].map((name) => ({ name: `${name}.eml`, buffer: from(name) })),
  );
  const letter = page.getByRole('textbox', { name: 'Your reply' });
  const theirs = (name: string) => page.getByRole('heading', { name: `From ${name}` });
  const inList = (name: string) => page.getByRole('button', { name: new RegExp(`^${name}`) });
  /** Answers, and goes on to another message before the server has said anything. */
  async function sendAndGoOn(name: string, next: string, answer: (route: Route) => Promise<void>) {
    await inList(name).click();
    await expect(theirs(name)).toBeVisible();
    await page.keyboard.press(shortcut('reply'));
    await expect(letter).toBeFocused();
    await page.keyboard.type(`Dear ${name}, yes. Robin Tester`);
    const held = await hold(page, '**/send');
    await page.keyboard.press(shortcut('sendAnyway'));
    const route = await held();
    await inList(next).click();
    await expect(theirs(next)).toBeVisible();
    await answer(route);
  }
  await sendAndGoOn('Ada', 'Cleo', (route) => route.continue());
  await expect(page.getByText('Sent.')).toBeVisible();
  await expect(theirs('Cleo')).toBeVisible();
  await expect(inList('Ada')).toHaveCount(0);
  expect(await received()).toHaveLength(1);

  const json = { data: { code: 'database', words: { code: 'error.database', params: {} } } };
  await sendAndGoOn('Bo', 'Cleo', (route) => route.fulfill({ status: 503, json }));
  await expect(page.getByText('Not sent: The database does not answer')).toBeVisible();
  await expect(theirs('Cleo')).toBeVisible();
  await page.getByRole('button', { name: 'Open', exact: true }).click();
  await expect(theirs('Bo')).toBeVisible();
  await expect(letter).toContainText('Dear Bo, yes.');
  await page.keyboard.press(shortcut('sendAnyway'));
  await expect.poll(async () => (await received()).length).toBe(2);
});

/** Answers a message, and presses Send; what the server is asked then waits. */
async function sendSlowly(page: Page) {
  await page.goto('/');
  await bring(page, [{ name: 'a.eml', buffer: clientMessage({ id: 'a', subject: 'From Ada' }) }]);
  const letter = page.getByRole('textbox', { name: 'Your reply' });
  await page.getByRole('button', { name: /^Ada/ }).click();
  await expect(page.getByRole('heading', { name: 'From Ada' })).toBeVisible();
  await page.keyboard.press(shortcut('reply'));
  await expect(letter).toBeFocused();
  await page.keyboard.type('Dear Ada, yes. Robin Tester');
  const held = await hold(page, '**/send');
  await page.keyboard.press(shortcut('sendAnyway'));
  const route = await held();
  return { letter, route };
}

test('a page left while a letter is being sent: what became of it is said on the next, with the way back', async ({
  somebody: { page, received },
}) => {
  const { letter, route } = await sendSlowly(page);
  const goTo = (place: string) => page.getByRole('navigation').getByRole('link', { name: place }).click();
  await goTo('Lookups');
  await expect(page.getByRole('button', { name: 'From a table' })).toBeVisible();
  const json = { data: { code: 'database', words: { code: 'error.database', params: {} } } };
  await route.fulfill({ status: 503, json });
  await expect(page.getByText('Not sent: The database does not answer')).toBeVisible();
  await page.getByRole('button', { name: 'Open', exact: true }).click();
  await expect(letter).toContainText('Dear Ada, yes.');
  await expect(page.getByText('Not sent: The database does not answer')).toBeHidden();

  const settings = await (await page.request.get('/api/settings')).json();
  await page.request.put('/api/settings', { data: { ...settings, sendDelay: 20 } });
  await page.keyboard.press(shortcut('sendAnyway'));
  await expect(page.getByText(/Your message leaves in \d+ seconds\./)).toBeVisible();
  await goTo('People');
  await expect(page).toHaveURL(/people/);
  await page.getByRole('status').getByRole('button', { name: 'Undo' }).click();
  await expect(letter).toContainText('Dear Ada, yes.');
  expect(await received()).toEqual([]);
});

test('while it is being sent a letter stays as it is sent; it is written on when it could not be', async ({
  somebody: { page, received },
}) => {
  const { letter, route } = await sendSlowly(page);
  await page.keyboard.type(' Too late');
  await expect(letter).toHaveText('Dear Ada, yes. Robin Tester');
  const json = { data: { code: 'database', words: { code: 'error.database', params: {} } } };
  await route.fulfill({ status: 503, json });
  await expect(page.getByRole('alert').filter({ hasText: 'The database does not answer' })).toBeVisible();
  await expect(letter).toBeFocused();
  await page.keyboard.press('Control+End');
  await page.keyboard.type(', in December');
  await expect(letter).toHaveText('Dear Ada, yes. Robin Tester, in December');
  await page.keyboard.press(shortcut('sendAnyway'));
  await expect.poll(async () => (await received()).length).toBe(1);
  expect((await received())[0]!.raw.toString()).toContain('in December');
});

test('a note that is being made beside a letter stays when one goes on, and is gone on with in the library', async ({
  somebody: { page },
}) => {
  await page.goto('/');
  await bring(
    page,
    ['Ada', 'Nils'].map((name) => ({
      name: `${name}.eml`,
      buffer: clientMessage({ from: `${name} <${name}@client.example>`, id: name, subject: `From ${name}` }),
    })),
  );
  const inList = (name: string) => page.getByRole('button', { name: new RegExp(`^${name}`) });
  const panel = page.getByRole('region', { name: 'Keep as a note' });
  const body = panel.getByRole('textbox', { name: 'Body' });
  const notKept = page.getByText('The note is not kept yet.');
  await inList('Ada').click();
  await expect(page.getByRole('heading', { name: 'From Ada' })).toBeVisible();
  // Nothing changed, nothing is said.
  await page.keyboard.press(shortcut('keepWording'));
  await expect(body).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(panel).toBeHidden();
  await page.waitForTimeout(300);
  await expect(notKept).toHaveCount(0);

  await page.keyboard.press(shortcut('keepWording'));
  await panel.getByLabel('Name', { exact: true }).fill('Winter visits');
  await body.press('Control+End');
  await page.keyboard.type(' In winter too.');
  // A reply that is begun beside it takes nothing of it away.
  await page.keyboard.press(shortcut('reply'));
  await expect(page.getByRole('textbox', { name: 'Your reply' })).toBeFocused();
  await expect(panel.getByLabel('Name', { exact: true })).toHaveValue('Winter visits');
  await expect(body).toContainText('In winter too.');
  await expect(notKept).toHaveCount(0);
  await inList('Nils').click();
  await expect(page.getByRole('heading', { name: 'From Nils' })).toBeVisible();
  await expect(notKept).toBeVisible();
  await page.getByRole('button', { name: 'Open', exact: true }).click();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Winter visits');
  await expect(page.getByRole('textbox', { name: 'Body' })).toContainText('In winter too.');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('Kept', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByText('is not kept yet')).toHaveCount(0);

  // Kept at once, nothing of it is left over.
  await page.getByRole('navigation').getByRole('link', { name: 'Desk' }).click();
  await inList('Nils').click();
  await expect(page.getByRole('heading', { name: 'From Nils' })).toBeVisible();
  await page.keyboard.press(shortcut('keepWording'));
  await panel.getByLabel('Name', { exact: true }).fill('Another');
  await page.keyboard.press(shortcut('keepWording'));
  await expect(page.getByText('Kept as “Another”.')).toBeVisible();
  await expect(notKept).toHaveCount(0);
  // Nor while it is on its way.
  await page.keyboard.press(shortcut('keepWording'));
  await panel.getByLabel('Name', { exact: true }).fill('A third');
  const held = await hold(page, '**/api/notes', /A third/);
  await page.keyboard.press(shortcut('keepWording'));
  const route = await held();
  await page.keyboard.press('Escape');
  await expect(panel).toBeHidden();
  await page.waitForTimeout(300);
  await expect(notKept).toHaveCount(0);
  await route.continue();
  await page.getByRole('navigation').getByRole('link', { name: 'Library' }).click();
  await expect(page.getByRole('button', { name: 'Another', exact: true })).toBeVisible();
  await expect(page.getByRole('button', { name: 'A third', exact: true })).toBeVisible();
  await expect(page.getByText('is not kept yet')).toHaveCount(0);
});
