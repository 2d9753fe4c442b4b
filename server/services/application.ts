import { randomBytes } from 'node:crypto';
import type { Knex } from 'knex';
import { connect } from '../db/connect';
import { newId } from '../db/id';
import { migrate } from '../db/migrations';
import type { MailboxPort, SenderPort } from '../mail/ports';
import { standInMailbox } from '../mail/standin/mailbox';
import { openPostOffice, type PostOffice } from '../mail/standin/postOffice';
import { closePool } from '../work/pool';
import { standInSender } from '../mail/standin/sender';

/** Everything a service needs, handed in: the database, each account's mailbox and sender, and the clock. */
export interface Application {
  db: Knex;
  /** Names this process among several. */
  process: string;
  mailbox(owner: string): MailboxPort;
  sender(owner: string): SenderPort;
  now(): number;
  close(): Promise<void>;
}

/** Opens the database at `url`, brings it up to date and opens the stand-in post office. */
export async function openApplication(url: string, { postOfficePort = 0 } = {}): Promise<Application> {
  const db = connect(url);
  let office: PostOffice;
  const secret = randomBytes(24).toString('hex');
  try {
    await migrate(db);
    office = await openPostOffice(db, secret, postOfficePort);
  } catch (error) {
    await db.destroy();
    throw error;
  }
  return {
    db,
    process: newId(),
    mailbox: (owner) => standInMailbox(db, owner),
    sender: (owner) => standInSender(db, owner, { port: office.port, secret }),
    now: () => Date.now(),
    async close() {
      await office.close();
      await closePool();
      await db.destroy();
    },
  };
}
