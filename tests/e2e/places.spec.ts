import type { Request } from '@playwright/test';
import { blank, bring, clientMessage, expect, hold, keepNote, paragraph, test, text, shortcut } from './desk';

/** One transparent pixel. */
const PIXEL = 'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==';

test('a note is written with blanks by keyboard, tried, kept, changed and found', async ({ somebody: { page } }) => {
  await page.goto('/library');
  await page.getByRole('button', { name: 'New note' }).click();
  await expect(page.getByLabel('Name', { exact: true })).toBeFocused();
  await page.keyboard.type('Confirm');
  await page.getByRole('textbox', { name: 'Subject' }).focus();
  await page.keyboard.type('For [which one]');
  await page.keyboard.press('Enter');
  await page.keyboard.type('Dear ');
  await page.getByRole('button', { name: 'About the person' }).press('Enter');
  await expect(page.getByRole('menuitem', { name: 'first name' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('menuitem')).toHaveCount(0);
  await expect(page.getByRole('textbox', { name: 'Body' })).toBeFocused();
  await page.keyboard.type(', see you on [which one] at [place].');
  const bench = page.getByRole('region', { name: 'New note' });
  await expect(bench.getByText('which one · in 2 places')).toBeVisible();
  await bench.getByLabel('which one · in 2 places').fill('Monday');
  await bench.getByLabel('first name').fill('Ada');
  await expect(page.getByRole('region', { name: 'Try the note' })).toContainText('For Monday');
  await expect(page.getByRole('region', { name: 'Try the note' })).toContainText('Dear Ada, see you on Monday at');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('Kept', { exact: true })).toBeVisible();

  // A label changed in one place changes in all.
  await page.getByRole('textbox', { name: 'Body' }).locator('.blank', { hasText: 'which one' }).click();
  await page.getByLabel('Label').fill('weekday');
  await page.getByLabel('Label').press('Enter');
  await expect(page.getByRole('textbox', { name: 'Subject' })).toContainText('weekday');
  await page.keyboard.press(shortcut('keepNote'));
  await expect(page.getByText('Kept', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'Subject' })).toContainText('weekday');
  await page.getByLabel('Find a note').fill('confrim');
  await expect(page.getByRole('button', { name: 'Confirm', exact: true })).toBeVisible();
  await page.getByLabel('Find a note').fill('xylophone');
  await expect(page.getByText('No note here matches.')).toBeVisible();
});

test('a note not kept yet survives a closed window; one changed elsewhere is not overwritten', async ({
  somebody: { page },
}) => {
  await keepNote(page, { name: 'Shared', body: [paragraph(text('First.'))] });
  await page.goto('/library');
  await page.getByRole('button', { name: 'Shared' }).click();
  const body = page.getByRole('textbox', { name: 'Body' });
  await body.fill('Second, not kept.');
  await page.reload();
  await expect(body).toContainText('Second, not kept.');

  const [{ id }] = await (await page.request.get('/api/notes')).json();
  const note = await (await page.request.get(`/api/notes/${id}`)).json();
  await page.request.put(`/api/notes/${id}`, { data: { ...note, name: 'Shared elsewhere' } });
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('both changes are in it')).toBeVisible();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Shared elsewhere');
  const now = async () => (await page.request.get(`/api/notes/${id}`)).json();
  expect(await now()).toMatchObject({ name: 'Shared elsewhere', bodyText: 'Second, not kept.' });

  // The same place written in two ways: both are shown, and the choice is the writer's.
  await body.fill('Third, from here.');
  await page.request.put(`/api/notes/${id}`, {
    data: { ...(await now()), body: { type: 'doc', content: [paragraph(text('Third, from there.'))] } },
  });
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  const merge = page.getByRole('alert', { name: 'Two versions of this note' });
  await expect(merge).toContainText('Third, from here.');
  await expect(merge).toContainText('Third, from there.');
  expect((await now()).bodyText).toBe('Third, from there.');
  await merge.getByRole('button', { name: 'Combine them like this' }).click();
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('Kept', { exact: true })).toBeVisible();
  expect((await now()).bodyText).toBe('Third, from here.\nThird, from there.');
});

test('two blanks of one label that ask different things are refused, with the reason', async ({
  somebody: { page },
}) => {
  await page.goto('/library?note=new');
  await page.getByLabel('Name', { exact: true }).fill('Contradiction');
  await page.getByRole('textbox', { name: 'Body' }).focus();
  await page.keyboard.type('[today or so] and ');
  await page.getByRole('textbox', { name: 'Subject' }).focus();
  await page.getByRole('button', { name: 'Today' }).first().click();
  await page.getByRole('menuitem', { name: 'today' }).click();
  // The palette gives the second one a label of its own; renamed by hand it contradicts.
  await page.getByRole('textbox', { name: 'Subject' }).locator('.blank').click();
  await page.getByLabel('Label').fill('today or so');
  await page.getByLabel('Label').press('Enter');
  await expect(page.getByText('Two blanks are called “today or so”')).toBeVisible();
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('Two blanks are called “today or so”');
});

test('settings: fields fill blanks, the signature stands once, wrong values are named', async ({
  somebody: { page },
}) => {
  await page.goto('/settings');
  await page.getByRole('button', { name: 'Add a field' }).click();
  await page.getByLabel('Name of field 1').fill('telephone');
  await page.getByLabel('Value of telephone').fill('01632 960 000');
  await page.getByRole('button', { name: 'Add a signature' }).click();
  await page.getByRole('textbox', { name: 'Text of the signature “Signature”' }).fill('Robin Tester\nRobin’s Repairs');
  await page.getByLabel('Language and region').fill('nonsense!');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('This is not a language and region').first()).toBeVisible();
  await page.getByLabel('Language and region').fill('en-GB');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Saved.')).toBeVisible();

  await keepNote(page, {
    name: 'Call me',
    pinned: true,
    body: [
      paragraph(text('Call me on '), blank('telephone', 'sender', { field: 'telephone' })),
      paragraph(),
      paragraph(text('Robin Tester')),
      paragraph(text('Robin’s Repairs')),
    ],
  });
  await page.goto('/');
  await bring(page, [{ name: 'ada.eml', buffer: clientMessage() }]);
  await page.getByRole('button', { name: /^Ada Marsh/ }).click();
  await page.getByRole('button', { name: 'Call me' }).click();
  const reply = page.getByRole('region', { name: 'Your reply' });
  await expect(reply).toContainText('Call me on 01632 960 000');
  expect((await reply.innerText()).match(/Robin’s Repairs/g)).toHaveLength(1);
});

test('a hostile message runs nothing and fetches nothing until pictures are asked for', async ({
  somebody: { page },
}) => {
  const asked: string[] = [];
  await page.route(/evil\.example/, (route) => {
    asked.push(route.request().url());
    return route.fulfill({ status: 200, contentType: 'image/png', body: Buffer.from(PIXEL, 'base64') });
  });
  const html = `<p>Dear Robin</p><script>top.document.title='owned'</script><img src="https://evil.example/t.png" onerror="top.document.title='owned'"><a href="javascript:top.document.title='owned'">link</a><style>@import 'https://evil.example/s.css'</style><div style="background:url(https://evil.example/b)">x</div>`;
  const raw = Buffer.from(
    `From: Eve <eve@evil.example>\r\nTo: robin@test.example\r\nSubject: <script>x</script>\r\nDate: Mon, 23 Nov 2026 09:00:00 +0000\r\nContent-Type: text/html; charset=utf-8\r\n\r\n${html}`,
  );
  await bring(page, [{ name: 'eve.eml', buffer: raw }]);
  await page.getByRole('button', { name: /Eve/ }).click();
  // Read from outside: the frame runs no script, the test's included.
  const shown = () => page.evaluate(() => document.querySelector('iframe')?.contentDocument?.body?.innerText ?? '');
  await expect.poll(shown).toContain('Dear Robin');
  await expect(page.getByRole('heading', { name: '<script>x</script>' })).toBeVisible();
  expect(asked).toEqual([]);
  expect(await page.title()).toBe('Desk · Jar Note');
  await page.getByRole('button', { name: 'Show them in this message' }).click();
  await expect.poll(() => asked).toEqual(['https://evil.example/t.png']);
});

test('whether and why a message waits is undone with what was said of it', async ({ somebody: { page } }) => {
  const list = clientMessage({ from: 'News <news@shop.example>', id: 'news', subject: 'Strings in spring' });
  await bring(page, [
    { name: 'ada.eml', buffer: clientMessage() },
    { name: 'news.eml', buffer: Buffer.concat([Buffer.from('List-Id: <news.shop.example>\r\n'), list]) },
  ]);
  const reasons = async () => {
    const { rows } = await (await page.request.get('/api/messages')).json();
    return rows.map(({ subject, reason, waits }: Record<string, unknown>) => `${subject} ${reason} ${waits}`).sort();
  };
  const before = await reasons();
  const undo = async () => {
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByRole('button', { name: 'Undo' })).toBeHidden();
    await expect.poll(reasons).toEqual(before);
  };
  await page.getByRole('button', { name: /Ada Marsh.*Tuning/ }).click();
  await page.getByRole('button', { name: 'Needs no answer' }).click();
  await expect.poll(reasons).not.toEqual(before);
  await undo();
  await page.getByLabel('Which messages').selectOption({ label: 'Inbox' });
  await page.getByRole('button', { name: /News.*Strings/ }).click();
  for (const name of ['Let it wait', 'Whatever they write waits']) {
    await page.getByRole('button', { name, exact: true }).click();
    await expect.poll(reasons).not.toEqual(before);
    await undo();
  }
});

test('many messages are moved with their progress shown, stopped between, and brought back', async ({
  somebody: { page },
}) => {
  const letters = Array.from({ length: 70 }, (_, i) => clientMessage({ id: `many${i}`, subject: `Letter ${i}` }));
  const mbox = letters.map((letter) => `From ada@client.example Mon Nov 23 09:00:00 2026\n${letter}\n`).join('');
  await bring(page, [{ name: 'many.mbox', buffer: Buffer.from(mbox) }]);
  await page.getByRole('checkbox', { name: 'Choose Letter 7', exact: true }).check();
  await page.getByRole('button', { name: 'All shown' }).click();
  const held = await hold(page, '**/api/messages/change');
  await page.getByLabel('Move to …').selectOption({ label: 'Archive' });
  const route = await held();
  const changing = page.getByRole('group', { name: 'Being changed' });
  await expect(changing.getByText('0 of 70')).toBeVisible();
  await changing.getByRole('button', { name: 'Stop' }).click();
  await route.continue();
  await expect(page.getByText('50 messages moved')).toBeVisible();
  await expect(changing).toBeHidden();
  await expect(page.getByRole('checkbox', { name: /^Choose Letter/ })).toHaveCount(20);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('checkbox', { name: /^Choose Letter/ })).toHaveCount(70);

  // What was done before it could not be done any more can be undone all the same.
  await page
    .getByRole('button', { name: /Letter 7\b/ })
    .first()
    .click();
  await page.getByRole('checkbox', { name: 'Choose Letter 7', exact: true }).check();
  await page.getByRole('button', { name: 'All shown' }).click();
  const first = await hold(page, '**/api/messages/change');
  await page.getByLabel('Move to …').selectOption({ label: 'Archive' });
  const begun = await first();
  await page.route('**/api/messages/change', (request) =>
    request.request() === begun.request() ? request.fallback() : request.fulfill({ status: 503, json: {} }),
  );
  await begun.continue();
  await expect(page.getByText('50 messages moved')).toBeVisible();
  await expect(page.getByRole('alert').first()).toBeVisible();
  await page.unroute('**/api/messages/change');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('checkbox', { name: /^Choose Letter/ })).toHaveCount(70);
});

test('an mbox comes in with its broken message marked; the same file twice adds nothing', async ({
  somebody: { page },
}) => {
  const mbox = [1, 2, 3]
    .map(
      (n) =>
        `From a@x.example Mon Nov 23 09:00:00 2026\n${n === 2 ? '' : `From: Person ${n} <p${n}@x.example>\n`}Subject: Number ${n}\nDate: Mon, 23 Nov 2026 0${n}:00:00 +0000\n\nText ${n}\n\n`,
    )
    .join('');
  await bring(page, [
    { name: 'old.mbox', buffer: Buffer.from(mbox) },
    { name: 'picture.png', buffer: Buffer.from('\x89PNG\r\n') },
  ]);
  const panel = page.getByRole('status', { name: 'Bringing messages in' });
  await expect(panel).toContainText('3 messages brought in, 1 read in part.');
  await expect(panel).toContainText('There is no message in this file.');
  await expect(page.getByRole('button', { name: /No sender.*Read in part/ })).toBeVisible();
  await panel.getByRole('button', { name: 'Close' }).click();
  await bring(page, [{ name: 'old.mbox', buffer: Buffer.from(mbox) }]);
  await expect(panel).toContainText('0 messages brought in, 3 already here.');
});

test('files can be dropped anywhere on the Desk', async ({ somebody: { page } }) => {
  await page.goto('/');
  const data = await page.evaluateHandle((content) => {
    const transfer = new DataTransfer();
    transfer.items.add(new File([content], 'ada.eml', { type: 'message/rfc822' }));
    return transfer;
  }, clientMessage().toString());
  await page.dispatchEvent('.desk', 'dragover', { dataTransfer: data });
  await expect(page.getByText('Drop the files to bring their messages in')).toBeVisible();
  await page.dispatchEvent('.desk', 'drop', { dataTransfer: data });
  await expect(page.getByRole('button', { name: /^Ada Marsh/ })).toBeVisible();
  await expect(page.getByText('Drop the files to bring their messages in')).toBeHidden();

  // Beside the letter a file goes with it, and the page is free again wherever it was dropped.
  await page.getByRole('button', { name: /^Ada Marsh/ }).click();
  await expect(page.getByRole('article')).toContainText('December');
  await page.keyboard.press(shortcut('reply'));
  await expect(page.getByRole('textbox', { name: 'Your reply' })).toBeFocused();
  for (const [i, target] of ['.reply .ProseMirror.letter', '.reply .foot'].entries()) {
    const file = await page.evaluateHandle((name) => {
      const transfer = new DataTransfer();
      transfer.items.add(new File(['x'], name, { type: 'application/pdf' }));
      return transfer;
    }, `paper${i}.pdf`);
    await page.dispatchEvent(target, 'dragover', { dataTransfer: file });
    await page.dispatchEvent(target, 'drop', { dataTransfer: file });
    await expect(page.getByText(`paper${i}.pdf`)).toBeVisible();
    await expect(page.locator('.drop')).toHaveCount(0);
  }
});

test('a file dropped where nobody takes it does not take the place of the application', async ({
  somebody: { page },
}) => {
  for (const place of ['/lookups', '/settings', '/hands', '/people']) {
    await page.goto(place);
    await expect(page.getByRole('heading', { level: 1 })).toBeAttached();
    const taken = await page.evaluate(() => {
      const transfer = new DataTransfer();
      transfer.items.add(new File(['x'], 'a.pdf', { type: 'application/pdf' }));
      return ['dragover', 'drop'].map(
        (type) =>
          !document.body.dispatchEvent(
            new DragEvent(type, { dataTransfer: transfer, bubbles: true, cancelable: true }),
          ),
      );
    });
    expect(taken, place).toEqual([true, true]);
  }
});

test('an account is made, and entered again with its password', async ({ page }) => {
  await page.goto('/sign-up');
  await page.getByLabel('Your name, as clients know you').fill('Robin Tester');
  const address = `maker${Date.now()}@test.example`;
  await page.getByLabel('E-mail address').fill(address);
  await page.getByLabel('Password').fill('short');
  await page.getByRole('button', { name: 'Make the account' }).click();
  await expect(page.getByText('A password needs at least 10 characters.')).toBeVisible();
  await page.getByLabel('Password').fill('a long password');
  await page.getByRole('button', { name: 'Make the account' }).click();
  await expect(page.getByText('Nobody waits for an answer.')).toBeVisible();
  expect(await (await page.request.get('/api/settings')).json()).toMatchObject({
    ...{ name: 'Robin Tester', locale: 'en-GB', timeZone: 'Europe/London' },
  });
  await page.context().clearCookies();
  await page.goto('/');
  await page.getByLabel('E-mail address').fill(address);
  await page.getByLabel('Password').fill('another password');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('alert')).toBeVisible();
  await page.getByLabel('Password').fill('a long password');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Nobody waits for an answer.')).toBeVisible();
});

test('the Desk fits without scrolling the page, at 1280 and at 1024 wide', async ({ page }) => {
  await page.goto('/sign-in');
  await page.getByRole('button', { name: /Open the demo/ }).click();
  await page.getByRole('button', { name: /^Lucien Abara/ }).click();
  await expect(page.getByRole('article')).toContainText('seven of my pupils');
  await page.keyboard.press(shortcut('reply'));
  await expect(page.getByRole('textbox', { name: 'Your reply' })).toBeVisible();
  for (const width of [1280, 1024]) {
    await page.setViewportSize({ width, height: 800 });
    expect(
      await page.evaluate(() => [
        document.documentElement.scrollWidth <= innerWidth,
        document.documentElement.scrollHeight <= innerHeight,
      ]),
    ).toEqual([true, true]);
    for (const name of ['Their message', 'Your reply']) {
      const box = (await page.getByLabel(name).first().boundingBox())!;
      expect(box.width).toBeGreaterThan(270);
      expect(box.x + box.width).toBeLessThanOrEqual(width);
    }
    await expect(page.getByRole('button', { name: 'Send', exact: true })).toBeInViewport({ ratio: 1 });
    // Nothing of the list reaches over the message beside it.
    const list = (await page.getByRole('region', { name: 'Messages' }).boundingBox())!;
    for (const part of [
      page.getByRole('button', { name: 'New message' }),
      page.getByRole('button', { name: /^Lucien Abara/ }),
    ]) {
      const box = (await part.boundingBox())!;
      expect(box.x + box.width).toBeLessThanOrEqual(list.x + list.width + 1);
    }
  }
  await page.getByRole('button', { name: 'Discard' }).click();
});

test('the Desk is there with 310 kB of script and style, compressed', async ({ somebody: { page } }) => {
  const code: Request[] = [];
  page.on('requestfinished', (request) => {
    if (/\.(js|css)$/.test(request.url())) code.push(request);
  });
  await page.goto('/');
  await expect(page.getByRole('button', { name: 'New message' })).toBeVisible();
  const until = [...code];
  expect(until.length).toBeGreaterThan(5);
  const sizes = await Promise.all(until.map((request) => request.sizes()));
  const bytes = sizes.reduce(
    (sum, { responseBodySize, responseHeadersSize }) => sum + responseBodySize + responseHeadersSize,
    0,
  );
  expect(bytes).toBeGreaterThan(100_000);
  expect(bytes).toBeLessThanOrEqual(310_000);
});
