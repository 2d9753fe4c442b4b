import type { Page } from '@playwright/test';
import { bring, clientMessage, expect, shortcut } from './desk';

/** A lookup to draw on. */
export const SERVICES = {
  name: 'Services',
  columns: [
    { id: 's', name: 'Service', type: 'text' },
    { id: 'p', name: 'Price', type: 'money' },
    { id: 'n', name: 'Prepare', type: 'text' },
  ],
  keyColumn: 's',
  rows: [
    { s: 'Tuning', p: '95', n: 'a quiet room' },
    { s: 'Voicing', p: '160' },
    { s: 'Cleaning', p: '85' },
  ],
};

/** Keeps a lookup. @returns its id */
export async function keepLookup(page: Page, lookup: object = SERVICES): Promise<string> {
  const response = await page.request.post('/api/lookups', { data: lookup });
  expect(response.status(), await response.text()).toBe(200);
  return (await response.json()).id;
}

/** Opens a reply to a client's message, with the letter ready to be typed in. */
export async function answer(page: Page, message: Parameters<typeof clientMessage>[0] = {}) {
  await page.goto('/');
  await bring(page, [{ name: 'ada.eml', buffer: clientMessage(message) }]);
  await page.getByRole('button', { name: /^Ada Marsh/ }).click();
  await page.keyboard.press(shortcut('reply'));
  const letter = page.getByRole('textbox', { name: 'Your reply' });
  await expect(letter).toBeFocused();
  return letter;
}

/** Puts a note in by the search at the caret. */
export async function insert(page: Page, words: string, name: RegExp) {
  await page.keyboard.type(`,,${words}`);
  await expect(page.getByRole('option', { name })).toBeVisible();
  await page.keyboard.press('Enter');
}
