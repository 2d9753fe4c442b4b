import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ImapFlow } from 'imapflow';
import { newAccount, openTestApplication } from '../../../tests/application';
import { PASSWORD, startDovecot, type Dovecot } from '../../../tests/dovecot';
import { newId } from '../../db/id';
import { insertMailbox, mailboxById } from '../../db/repositories/mailboxes';
import type { Folder } from '#shared/schemas/message';
import type { Application } from '../application';
import { sealPasswords } from '../passwords';
import { syncSession } from './session';
import { Syncer } from './syncer';

let app: Application;
let dovecot: Dovecot;
beforeAll(async () => {
  app = await openTestApplication();
  dovecot = await startDovecot();
});
afterAll(() => dovecot?.stop());

let users = 0;

/** An account with a mailbox on the server that is not connected yet, and a client of somebody else's at the same mailbox. */
async function mailboxOf(part: { connectedAt?: number; keepDays?: number } = {}) {
  const { id: owner } = await newAccount(app);
  const address = dovecot.user(`wren${++users}`);
  const id = newId();
  const server = { host: '127.0.0.1', certificate: dovecot.certificate, user: address, port: dovecot.tlsPort, security: 'tls' as const };
  const secrets = sealPasswords(app, { owner, id }, { receiving: PASSWORD, sending: PASSWORD });
  const { connectedAt = app.now(), keepDays = 0 } = part;
  await insertMailbox(app.db, owner, id, { name: 'Mine', address, receiving: server, sending: server, secrets, keepDays }, connectedAt);
  const other = new ImapFlow({
    ...{ host: '127.0.0.1', port: dovecot.tlsPort, secure: true, tls: { rejectUnauthorized: false } },
    ...{ auth: { user: address, pass: PASSWORD }, logger: false, disableAutoIdle: true },
  });
  await other.connect();
  return { owner, id, address, other };
}

/** Brings a mailbox into step, as one that connects for the first time does. */
async function sync(owner: string, id: string): Promise<void> {
  const mailbox = (await mailboxById(app.db, owner, id))!;
  const remote = await app.openRemote(mailbox);
  try {
    const syncer = new Syncer(syncSession(app, mailbox, remote));
    while (await syncer.step());
  } finally {
    await remote.close();
  }
}

const list = async (owner: string, folder: Folder, waiting = false) =>
  (await app.mail(owner).list({ folder, waiting, limit: 200, today: '2026-11-27' })).rows;
const subjects = async (owner: string, folder: Folder, waiting = false) =>
  (await list(owner, folder, waiting)).map(({ subject }) => subject);

let letters = 0;
const letter = (subject: string, to: string, { from = 'Ines <ines@client.example>', more = '' } = {}) =>
  `From: ${from}\r\nTo: ${to}\r\nSubject: ${subject}\r\nMessage-ID: <${++letters}@client.example>\r\n${more}Date: Fri, 27 Nov 2026 09:00:00 +0000\r\n\r\n${subject}.\r\n`;

describe('a mailbox on another server', () => {
  it('comes here with its folders, its flags and its bytes', async () => {
    const { owner, id, address, other } = await mailboxOf({ connectedAt: 0 });
    const raw = letter('One', address);
    await other.append('INBOX', raw, [], new Date('2026-11-26T08:00:00Z'));
    await other.append('INBOX', letter('Two', address), ['\\Seen', '\\Answered', '\\Flagged', '$Forwarded']);
    await other.append('Sent', letter('Mine', 'ines@client.example', { from: address }), ['\\Seen']);
    await other.mailboxCreate('Clients/Schools');
    await other.append('Clients/Schools', letter('School', address));
    await sync(owner, id);
    const rows = await list(owner, 'inbox');
    expect(rows.map(({ subject }) => subject)).toEqual(['Two', 'One']);
    expect(rows[0]).toMatchObject({ seen: true, replied: true, answered: true, flagged: true, forwarded: true, waits: false });
    expect(rows[1]).toMatchObject({ seen: false, replied: false, waits: true, receivedAt: Date.parse('2026-11-26T08:00:00Z') });
    expect((await app.mail(owner).get(rows[1]!.id)).raw.toString()).toBe(raw);
    expect(await subjects(owner, 'sent')).toEqual(['Mine']);
    await other.logout();
  });
});
