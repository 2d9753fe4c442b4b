import { afterAll, beforeAll, expect, it } from 'vitest';
import { PASSWORD, startDovecot, type Dovecot } from '../../../tests/dovecot';
import { openImap } from './imap';

let dovecot: Dovecot;
beforeAll(async () => {
  // A server that cannot move, and deletes all that is marked or nothing.
  dovecot = await startDovecot('imap_capability = IMAP4rev1 SPECIAL-USE');
});
afterAll(() => dovecot?.stop());

it('leaves alone what another program has marked as deleted, on a server that can only delete all of it', async () => {
  const address = dovecot.user('wren');
  const other = await dovecot.client(address);
  expect(other.capabilities.has('UIDPLUS') || other.capabilities.has('MOVE')).toBe(false);
  const add = async (subject: string, flags: string[] = []) =>
    other.append(
      'INBOX',
      `Subject: ${subject}\r\nMessage-ID: <${subject}@client.example>\r\n\r\n${subject}\r\n`,
      flags,
    );
  await add('Marked', ['\\Deleted', '\\Seen']);
  for (const subject of ['Deleted', 'Moved', 'Kept']) await add(subject);
  const remote = await openImap(
    {
      ...{ host: '127.0.0.1', certificate: dovecot.certificate, user: address },
      ...{ port: dovecot.tlsPort, security: 'tls' },
    },
    PASSWORD,
    async () => '127.0.0.1',
  );
  await remote.open('INBOX');
  const heads = await remote.heads(await remote.uids());
  const uidOf = (subject: string) => heads.find(({ messageId }) => messageId.includes(subject))!.uid;
  await remote.remove(uidOf('Deleted'));
  await remote.move(uidOf('Moved'), 'Trash');
  await remote.close();
  const there = async (path: string) => {
    await other.mailboxOpen(path, { readOnly: true });
    const found: string[] = [];
    for await (const { envelope, flags } of other.fetch('1:*', { envelope: true, flags: true }))
      found.push(`${envelope!.subject} ${[...flags!].filter((flag) => flag !== '\\Recent').sort()}`);
    await other.mailboxClose();
    return found;
  };
  expect(await there('INBOX')).toEqual(['Marked \\Deleted,\\Seen', 'Kept ']);
  expect(await there('Trash')).toEqual(['Moved ']);
  await other.logout();
});

it('is told at once what the server said before anybody waited for it', async () => {
  const address = dovecot.user('ada');
  const other = await dovecot.client(address);
  const at = { host: '127.0.0.1', certificate: dovecot.certificate, user: address };
  const remote = await openImap({ ...at, port: dovecot.tlsPort, security: 'tls' }, PASSWORD, async () => at.host);
  await remote.open('INBOX');
  await other.append('INBOX', 'Subject: New\r\n\r\nHere.\r\n');
  // The server says with this answer that there is one more.
  await remote.changes('');
  const late = new AbortController();
  const timer = setTimeout(() => late.abort(), 8_000);
  await remote.news(60_000, late.signal);
  clearTimeout(timer);
  expect(late.signal.aborted).toBe(false);
  await remote.close();
  await other.logout();
});
