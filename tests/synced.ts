import { afterAll, beforeAll } from 'vitest';
import type { Folder } from '#shared/schemas/message';
import { newId } from '../server/db/id';
import { insertMailbox, mailboxById } from '../server/db/repositories/mailboxes';
import type { Application } from '../server/services/application';
import { sealPasswords } from '../server/services/passwords';
import { syncSession } from '../server/services/sync/session';
import { Syncer } from '../server/services/sync/syncer';
import { newAccount, openTestApplication } from './application';
import { PASSWORD, startDovecot, type Dovecot } from './dovecot';

/** The application, and another server whose mailboxes it is brought into step with. */
export let app: Application;
export let dovecot: Dovecot;

/** Both are there for the tests of one file. @param settings more settings of the server */
export function withDovecot(settings = ''): void {
  beforeAll(async () => {
    app = await openTestApplication();
    dovecot = await startDovecot(settings);
  });
  afterAll(() => dovecot?.stop());
}

let users = 0;

/** An account with a mailbox on the server that is not connected yet, and a client of somebody else's at the same mailbox. */
export async function mailboxOf(part: { connectedAt?: number; keepDays?: number } = {}) {
  const { id: owner } = await newAccount(app);
  const address = dovecot.user(`wren${++users}`);
  const id = newId();
  const server = {
    host: '127.0.0.1',
    certificate: dovecot.certificate,
    user: address,
    port: dovecot.tlsPort,
    security: 'tls' as const,
  };
  const secrets = sealPasswords(app, { owner, id }, { receiving: PASSWORD, sending: PASSWORD });
  const { connectedAt = app.now(), keepDays = 0 } = part;
  await insertMailbox(
    app.db,
    owner,
    id,
    { name: 'Mine', address, receiving: server, sending: server, secrets, keepDays },
    connectedAt,
  );
  const other = await dovecot.client(address);
  return { owner, id, address, other };
}

/** Brings a mailbox into step, as one that connects for the first time does. */
export async function sync(owner: string, id: string): Promise<void> {
  const mailbox = (await mailboxById(app.db, owner, id))!;
  const remote = await app.openRemote(mailbox);
  try {
    const syncer = new Syncer(syncSession(app, mailbox, remote));
    while (await syncer.step());
  } finally {
    await remote.close();
  }
}

export const list = async (owner: string, folder: Folder, waiting = false) =>
  (await app.mail(owner).list({ folder, waiting, limit: 200, today: '2026-11-27' })).rows;
export const subjects = async (owner: string, folder: Folder, waiting = false) =>
  (await list(owner, folder, waiting)).map(({ subject }) => subject);

let letters = 0;
export const letter = (subject: string, to: string, { from = 'Ines <ines@client.example>', more = '' } = {}) =>
  `From: ${from}\r\nTo: ${to}\r\nSubject: ${subject}\r\nMessage-ID: <${++letters}@client.example>\r\n${more}Date: Fri, 27 Nov 2026 09:00:00 +0000\r\n\r\n${subject}.\r\n`;
