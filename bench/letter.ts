import type { CDPSession } from '@playwright/test';
import { inBrowser } from './browser';
import { print, spread } from './measure';

const BLANKS = 200;
const ROWS = 500;
const KEYS = 60;

const text = (words: string) => ({ type: 'text', text: words });
const blank = (label: string, kind: string, options: object) => ({ type: 'blank', attrs: { label, kind, options } });
const paragraph = (...content: object[]) => ({ type: 'paragraph', content });

/** Milliseconds of script so far, in the page. */
async function scriptTime(session: CDPSession): Promise<number> {
  const { metrics } = await session.send('Performance.getMetrics');
  return metrics.find(({ name }) => name === 'ScriptDuration')!.value * 1000;
}

/**
 * The script that runs in the browser for each key typed into the fill list, while the letter holds 200 blanks and a
 * table of 500 rows: from the key until the letter shows it, saving and writing down left to run as they do.
 */
export async function benchLetter(databaseUrl: string): Promise<void> {
  await inBrowser(databaseUrl, 'letter', async (page) => {
    const rows = Array.from({ length: ROWS }, (_, i) => ({ k: `Item ${i}`, p: String(i), n: `Words about item ${i}` }));
    const columns = [
      { id: 'k', name: 'Item', type: 'text' },
      { id: 'p', name: 'Price', type: 'money' },
      { id: 'n', name: 'About', type: 'text' },
    ];
    const lookup = await (
      await page.request.post('/api/lookups', { data: { name: 'Items', columns, keyColumn: 'k', rows } })
    ).json();
    const cell = (column: string) => ({
      type: 'doc',
      content: [paragraph(blank(column, 'lookup', { lookup: lookup.id, column, row: 'entry' }))],
    });
    const body = {
      type: 'doc',
      content: [
        ...Array.from({ length: BLANKS / 2 }, (_, i) =>
          paragraph(
            text('Thank you for the words about '),
            blank(`one ${i}`, 'text', {}),
            text(' and also for '),
            blank(`two ${i}`, 'text', {}),
            text(', which I read.'),
          ),
        ),
        paragraph(
          blank('items', 'rows', {
            lookup: lookup.id,
            form: 'table',
            titles: true,
            columns: columns.map(({ id, name }) => ({ title: name, wording: cell(id) })),
          }),
        ),
        paragraph(
          text('Together '),
          blank('sum', 'reckoned', { operation: 'sum', operands: [{ blank: 'items', column: 'p', number: 0 }] }),
        ),
      ],
    };
    const empty = { type: 'doc', content: [{ type: 'paragraph' }] };
    await page.request.post('/api/notes', { data: { name: 'Large', subject: empty, body, pinned: true } });

    await page.goto('/');
    await page.getByRole('button', { name: 'New message' }).click();
    await page.getByRole('button', { name: 'Large' }).click();
    await page.getByLabel('one 0', { exact: true }).waitFor();
    await page.getByText('Saved', { exact: true }).waitFor();
    // Every row is chosen where the draft is kept, as five hundred picks would have.
    const id = new URL(page.url()).searchParams.get('draft');
    const draft = await (await page.request.get(`/api/drafts/${id}`)).json();
    const [insertion] = Object.keys(draft.fills);
    draft.fills[insertion!].answers.items = rows.map(({ k }) => k);
    await page.request.put(`/api/drafts/${id}`, { data: draft });
    await page.reload();
    await page.getByRole('textbox', { name: 'Your reply' }).getByText('Words about item 499').waitFor();
    await page.getByText('Saved', { exact: true }).waitFor();

    const session = await page.context().newCDPSession(page);
    await session.send('Performance.enable');
    const measure = async (typed: () => Promise<unknown>) => {
      const times: number[] = [];
      for (let i = 0; i < KEYS; i++) {
        const before = await scriptTime(session);
        await typed();
        await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
        times.push((await scriptTime(session)) - before);
        await page.waitForTimeout(30);
      }
      return spread(times);
    };
    await page.getByLabel('one 50', { exact: true }).focus();
    const size = BLANKS;
    print({
      name: 'letter: script for a key in the fill list',
      size,
      rows: ROWS,
      ...(await measure(() => page.keyboard.press('a'))),
    });
    // What was measured was the letter following, not an empty key.
    await page.getByRole('textbox', { name: 'Your reply' }).getByText('a'.repeat(KEYS)).waitFor();
    await page.getByRole('textbox', { name: 'Your reply' }).press('Control+Home');
    print({
      name: 'letter: script for a key in the letter',
      size,
      rows: ROWS,
      ...(await measure(() => page.keyboard.press('a'))),
    });
  });
}
