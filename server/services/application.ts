import { randomBytes } from 'node:crypto';
import type { Knex } from 'knex';
import { connect } from '../db/connect';
import { newId } from '../db/id';
import { migrate } from '../db/migrations';
import { breakShelfRings } from '../db/repositories/shelves';
import { mailboxById, type MailboxRow } from '../db/repositories/mailboxes';
import type { RemoteMailbox, SenderPort } from '../mail/ports';
import { openImap } from '../mail/remote/imap';
import { addressOf, MAIL_PORTS, type Reach } from '../mail/remote/reach';
import { goneSender, ownSender } from '../mail/remote/sender';
import { seal, unseal } from '../mail/seal';
import { passwordsOf } from './passwords';
import { SeenSessions } from './seenSessions';
import { fullDisk } from './room';
import type { Phrase } from '#core/text/phrase';
import { SmtpLines } from '../mail/smtp';
import { mailStore, type MailStore } from '../mail/store/store';
import { openPostOffice, type PostOffice } from '../mail/standin/postOffice';
import { closePool } from '../work/pool';
import { standInSender } from '../mail/standin/sender';

/** Everything a service needs, handed in: the database, each account's mailbox and sender, and the clock. */
export interface Application {
  db: Knex;
  /** Names this process among several. */
  process: string;
  mail(owner: string): MailStore;
  /** What sends for a mailbox; without one, the post office that ships with the application. */
  sender(owner: string, mailboxId: string | null): Promise<SenderPort>;
  /** Seals and opens what must not be read from the database. */
  seal(bound: string, plain: string): Buffer;
  unseal(bound: string, sealed: Buffer): string;
  /** The sessions that were asked about lately. */
  sessions: SeenSessions;
  /** Lines for sending that stay open for a while. */
  lines: SmtpLines;
  /** The address of a server that may be connected to. @throws RemoteError where none may be */
  locate(server: { host: string; port: number }): Promise<string>;
  /** A line to the server of a mailbox. @throws RemoteError */
  openRemote(mailbox: MailboxRow): Promise<RemoteMailbox>;
  /** Says that something is to be done with a mailbox now. */
  wakeMailbox(id: string): void;
  /** Says that something of the outbox is due at a moment, in milliseconds since 1970. */
  wakeOutbox(at: number): void;
  /** Why nothing large may be stored now; null where it may. */
  fullDisk(): Promise<Phrase | null>;
  now(): number;
  close(): Promise<void>;
}

const NOWHERE_PRIVATE: Reach = { private: false, ports: MAIL_PORTS, own: [] };

/** Opens the database at `url`, brings it up to date and opens the stand-in post office. */
export async function openApplication(
  url: string,
  {
    postOfficePort = 0,
    mailKey = '',
    reach = NOWHERE_PRIVATE,
    dataFolder = '',
  }: { postOfficePort?: number; mailKey?: string; reach?: Reach; dataFolder?: string } = {},
): Promise<Application> {
  const db = connect(url);
  let office: PostOffice;
  const secret = randomBytes(24).toString('hex');
  try {
    await migrate(db);
    const rings = await breakShelfRings(db);
    if (rings) console.warn(`Shelves that stood in one another were put at the top: ${rings}.`);
    office = await openPostOffice(db, secret, postOfficePort);
  } catch (error) {
    await db.destroy();
    throw error;
  }
  // Without a key that lasts, passwords are for this run alone.
  const key = mailKey || randomBytes(32).toString('hex');
  const app: Application = {
    db,
    process: newId(),
    mail: (owner) => mailStore(db, owner, (id) => app.wakeMailbox(id)),
    sessions: new SeenSessions(),
    lines: new SmtpLines(),
    async sender(owner, mailboxId) {
      const mailbox = mailboxId ? await mailboxById(db, owner, mailboxId) : null;
      if (mailboxId && !mailbox) return goneSender;
      return mailbox
        ? ownSender(app, mailbox, passwordsOf(app, mailbox).sending)
        : standInSender(app, owner, { port: office.port, secret });
    },
    seal: (bound, plain) => seal(key, bound, plain),
    unseal: (bound, sealed) => unseal(key, bound, sealed),
    locate: (server) =>
      addressOf(server, { ...reach, own: [...reach.own, office.port, Number(new URL(url).port || 3306)] }),
    openRemote: (mailbox) =>
      openImap(mailbox.receiving, passwordsOf(app, mailbox).receiving, () => app.locate(mailbox.receiving)),
    wakeMailbox: () => {},
    wakeOutbox: () => {},
    fullDisk: () => fullDisk(dataFolder),
    now: () => Date.now(),
    async close() {
      app.lines.close();
      await office.close();
      await closePool();
      await db.destroy();
    },
  };
  return app;
}
