import { PASSWORD, startDovecot, type Dovecot } from '../dovecot';
import { openSubmission, type Submission } from '../submission';
import { expectAccessible, expect, shortcut, test, type Somebody } from './desk';

let dovecot: Dovecot;
let office: Submission;
test.beforeAll(async () => {
  dovecot = await startDovecot();
  office = await openSubmission({ ...dovecot, password: PASSWORD });
});
test.afterAll(async () => {
  await office?.close();
  await dovecot?.stop();
});

const letter = (subject: string, to: string, { from = 'Ines Calloway <ines@client.example>', more = '' } = {}) =>
  `From: ${from}\r\nTo: ${to}\r\nSubject: ${subject}\r\nMessage-ID: <${subject.replace(/\W/g, '')}-${Math.random()}@client.example>\r\n${more}Date: ${new Date().toUTCString()}\r\n\r\nCould you come in December?\r\n`;

/** How both servers are reached. */
const reached = (address: string) => {
  const at = (port: number) => ({
    ...{ host: '127.0.0.1', port, security: 'tls', user: address, certificate: dovecot.certificate },
  });
  return { address, password: PASSWORD, receiving: at(dovecot.tlsPort), sending: at(office.port) };
};
async function connected({ page }: Somebody, name: string, folder = '') {
  const address = dovecot.user(`${name}${Date.now()}`);
  const client = await dovecot.client(address);
  if (folder) await client.mailboxCreate(folder);
  expect((await page.request.post('/api/mailboxes', { data: reached(address) })).status()).toBe(200);
  return { address, client };
}

test('a mailbox is connected in the settings: what is wrong is said, a certificate is looked at, and its mail comes', async ({
  somebody: { page },
}) => {
  const address = dovecot.user(`robin${Date.now()}`);
  const client = await dovecot.client(address);
  await client.append('INBOX', letter('First question', address));
  // An empty Desk says what to do next.
  await page.goto('/');
  await expect(page.getByText('This list is empty.')).toBeVisible();
  await page.getByRole('link', { name: 'connect your mailbox' }).click();
  const connectOne = page.getByRole('button', { name: 'Connect a mailbox' });
  await connectOne.click();
  await expect(page.getByLabel('Address', { exact: true })).toBeFocused();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(connectOne).toBeFocused();
  await connectOne.press('Enter');
  await page.getByLabel('Address', { exact: true }).fill(address);
  await page.getByLabel('Password', { exact: true }).fill('not this one');
  await page.getByRole('button', { name: 'Find the servers' }).click();
  // Nobody answers for a domain that is there for examples; the usual names are proposed.
  await expect(page.getByText('No server answered under the usual names.')).toBeVisible({ timeout: 20_000 });
  await expect(page.getByLabel('Receiving (IMAP): server')).toHaveValue('imap.mail.test.example');
  for (const [side, port] of [
    ['Receiving (IMAP)', dovecot.tlsPort],
    ['Sending (SMTP)', office.port],
  ] as const) {
    await page.getByLabel(`${side}: server`).fill('127.0.0.1');
    await page.getByLabel(`${side}: port`).fill(String(port));
  }
  // Left half filled it is here again, but for the password.
  await page.getByRole('link', { name: 'Library' }).click();
  await expect(page).toHaveURL(/library/);
  await page.goBack();
  await connectOne.click();
  await expect(page.getByLabel('Address', { exact: true })).toHaveValue(address);
  await expect(page.getByLabel('Receiving (IMAP): port')).toHaveValue(String(dovecot.tlsPort));
  await expect(page.getByLabel('Password', { exact: true })).toHaveValue('');
  await page.getByLabel('Password', { exact: true }).fill('not this one');
  await page.getByRole('combobox', { name: 'Messages that wait for an answer' }).click({ force: true });
  await page.getByRole('option', { name: 'also those of the last week' }).click();
  const connect = page.getByRole('button', { name: 'Connect', exact: true });
  await connect.click();
  await expect(page.getByText('The certificate is for mail.test.example')).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Do you trust the server for receiving?' })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Trust this certificate' }).click();
  await expect(page.getByRole('alert')).toContainText('does not accept this user and password');
  await page.getByLabel('Password', { exact: true }).fill(PASSWORD);
  await connect.click();
  // The post office has the same certificate, which is looked at for itself.
  await expect(page.getByRole('heading', { name: 'Do you trust the server for sending?' })).toBeVisible();
  await page.getByRole('button', { name: 'Trust this certificate' }).click();
  await expect(page.getByText(`${address} is connected.`)).toBeVisible();
  await expect(page.getByRole('status', { name: address })).toContainText('In step.');
  await page.getByRole('button', { name: `Folders of ${address}` }).click();
  await expect(page.getByRole('combobox', { name: 'What INBOX is for' })).toBeVisible();
  await expectAccessible(page);
  // A change left half made is here again too.
  await page.getByRole('button', { name: `Change ${address}` }).click();
  await page.getByLabel('Name of the mailbox').fill('Workshop');
  await page.getByRole('link', { name: 'Desk' }).click();
  await page.getByRole('link', { name: 'Settings' }).click();
  await page.getByRole('button', { name: `Change ${address}` }).click();
  await expect(page.getByLabel('Name of the mailbox')).toHaveValue('Workshop');
  await page.getByRole('button', { name: 'Save the mailbox' }).click();
  await expect(page.getByRole('status', { name: 'Workshop' })).toContainText('In step.');
  await page.getByRole('link', { name: 'Desk' }).click();
  await expect(page.getByRole('button', { name: /First question/ })).toBeVisible();
  await client.logout();
});

test('new mail comes by itself and is answered from the mailbox it came to', async ({ somebody }) => {
  const { page } = somebody;
  const other = await connected(somebody, 'other');
  const { address, client } = await connected(somebody, 'answers');
  await page.goto('/');
  await expect(page.getByText('Nobody waits for an answer.')).toBeVisible();
  await client.append('INBOX', letter('News', address, { more: 'List-Id: <news.example>\r\n' }));
  await client.append('INBOX', letter('Tuning', address));
  await page.getByRole('button', { name: /Tuning/ }).click({ timeout: 20_000 });
  await expect(page.getByRole('button', { name: /News/ })).toHaveCount(0);
  // With several mailboxes it is said to which it came.
  await expect(page.getByRole('article', { name: 'Their message' }).getByText(`To ${address}`)).toBeVisible();
  await page.keyboard.press(shortcut('reply'));
  await page.getByRole('textbox', { name: 'Your reply' }).pressSequentially('Dear Ines, on Monday.');
  await page.keyboard.press(shortcut('send'));
  await expect(page.getByRole('status').filter({ hasText: 'Sent' })).toBeVisible();
  const handed = office.handed.filter(({ from }) => from === address);
  expect(handed).toMatchObject([{ to: ['ines@client.example'] }]);
  await expect
    .poll(async () => ((await client.status('Sent', { messages: true })) as { messages?: number }).messages)
    .toBe(1);
  // Why the other one does not wait is said, and it is let wait all the same.
  await page.getByLabel('Which messages').selectOption('inbox');
  await page.getByRole('button', { name: /News/ }).click();
  await expect(page.getByText('It does not wait: it comes from a list.')).toBeVisible();
  await page.getByRole('button', { name: 'Whatever they write waits' }).click();
  await page.getByLabel('Which messages').selectOption('waiting');
  await expect(page.getByRole('button', { name: /News/ })).toBeVisible();
  await other.client.logout();
  await client.logout();
});

test('what was answered is seen in its folder; a mailbox that cannot be reached is named on the Desk', async ({
  somebody,
}) => {
  const { page } = somebody;
  const { address, client } = await connected(somebody, 'seen');
  for (const subject of ['Tuning', 'Voicing']) await client.append('INBOX', letter(subject, address));
  await page.goto('/');
  await expect(page.getByRole('button', { name: /Voicing/ })).toBeVisible({ timeout: 20_000 });
  await page.getByLabel('Which messages').selectOption('inbox');
  await page.getByRole('button', { name: /Tuning/ }).click();
  await expect(page.getByRole('heading', { name: 'Tuning' })).toBeVisible();
  await page.keyboard.press(shortcut('reply'));
  await page.getByRole('textbox', { name: 'Your reply' }).pressSequentially('Dear Ines, on Monday.');
  await page.keyboard.press(shortcut('send'));
  // The message stays open, and shows what has become of it.
  const theirs = page.getByRole('article', { name: 'Their message' });
  await expect(theirs.getByText('Answered')).toBeVisible();
  await expect(theirs.getByRole('button', { name: '1 more in this conversation' })).toBeVisible();
  await expect(page.getByRole('button', { name: /Ines Calloway Answered.*Tuning/ })).toBeVisible();
  // What was done with it in another mail program is seen as well.
  await client.mailboxOpen('INBOX');
  await client.messageFlagsAdd('2', ['$Forwarded']);
  await expect(page.getByRole('button', { name: /Forwarded.*Voicing/ })).toBeVisible({ timeout: 30_000 });
  await client.logout();

  await dovecot.pause();
  const trouble = page.getByRole('status').filter({ hasText: address });
  await expect(trouble).toContainText('Nothing listens', { timeout: 45_000 });
  await expectAccessible(page);
  await dovecot.restart();
  await trouble.getByRole('link', { name: 'Settings' }).click();
  await expect(page.getByRole('status', { name: address })).toContainText('In step.', { timeout: 45_000 });
  await page.getByRole('link', { name: 'Desk' }).click();
  await expect(page.getByRole('button', { name: /Voicing/ })).toBeVisible();
  await expect(trouble).toHaveCount(0);
});

test('mail is searched, several messages are moved to a folder and back, and a conversation is followed', async ({
  somebody,
}) => {
  const { page } = somebody;
  const { address, client } = await connected(somebody, 'many', 'Schools');
  for (const subject of ['Grand piano', 'Upright', 'Harpsichord'])
    await client.append('INBOX', letter(subject, address));
  const later = (seconds: number) => new Date(Date.now() + seconds * 1000);
  await client.append('INBOX', letter('Re: Grand piano', address), [], later(30));
  await client.append('INBOX', letter('Grand hall', address, { from: 'Bo Lund <bo@client.example>' }), [], later(60));
  await page.goto('/');
  await expect(page.getByRole('button', { name: /Grand hall/ })).toBeVisible({ timeout: 20_000 });
  await page.keyboard.press(shortcut('searchMail'));
  await page.keyboard.type('gra pia');
  const found = page.getByRole('list', { name: 'Messages found' });
  await expect(found.getByRole('button')).toHaveCount(2);
  await expect(found.locator('mark').first()).toHaveText('Grand');
  await expectAccessible(page);
  await page.getByRole('searchbox', { name: 'Search mail' }).fill('gra');
  await expect(found.getByRole('button')).toHaveCount(3);
  await found.getByRole('button', { name: /Re: Grand piano/ }).click();
  await expect(page.getByRole('heading', { name: 'Re: Grand piano' })).toBeVisible();
  await page.getByLabel('Only with Ines Calloway').check();
  await expect(found.getByRole('button')).toHaveCount(2);
  // Who is chosen stays chosen, whosever message is opened meanwhile.
  await page.keyboard.press(shortcut('nextMessage'));
  await expect(page.getByRole('heading', { name: 'Grand hall' })).toBeVisible();
  await expect(page.getByLabel('Only with Ines Calloway')).toBeChecked();
  await expect(found.getByRole('button')).toHaveCount(2);
  await page.getByLabel('Since').fill('2999-01-01');
  await expect(found.getByRole('button')).toHaveCount(0);
  await page.getByLabel('Since').fill('2026-01-01');
  await found.getByRole('button', { name: /Re: Grand piano/ }).click();
  await page.getByRole('button', { name: '1 more in this conversation' }).click();
  await page.getByRole('list', { name: 'Earlier in this conversation' }).getByRole('button').click();
  await expect(page.getByRole('heading', { name: 'Grand piano', exact: true })).toBeVisible();
  await page.getByRole('searchbox', { name: 'Search mail' }).press('Escape');
  for (const subject of ['Upright', 'Harpsichord']) await page.getByLabel(`Choose ${subject}`).check();
  await expect(page.getByText('2 messages chosen')).toBeVisible();
  await page.getByLabel('Move to …').selectOption({ label: 'Schools' });
  await expect(page.getByText('2 messages moved')).toBeVisible();
  await page.getByLabel('Which messages').selectOption({ label: 'Schools' });
  await expect(page.getByRole('button', { name: /Harpsichord/ })).toBeVisible();
  await expect
    .poll(async () => ((await client.status('Schools', { messages: true })) as { messages?: number }).messages)
    .toBe(2);
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByLabel('Which messages').selectOption('waiting');
  await expect(page.getByRole('button', { name: /Harpsichord/ })).toBeVisible();
  await expect
    .poll(async () => ((await client.status('Schools', { messages: true })) as { messages?: number }).messages)
    .toBe(0);
  await client.logout();
});
