import { updateFolder, type FolderRow } from '../../db/repositories/folders';
import type { MailboxRow } from '../../db/repositories/mailboxes';
import { forgetUids } from '../../db/repositories/places';
import { inTransaction } from '../../db/transaction';
import type { OpenFolder, RemoteMailbox } from '../../mail/ports';
import type { Application } from '../application';

/** A mailbox while it is connected: the line to its server, and which folder is open there. */
export interface SyncSession {
  app: Application;
  owner: string;
  mailbox: MailboxRow;
  remote: RemoteMailbox;
  /** Opens a folder. Where its server has numbered it anew, the UIDs known of it are forgotten. */
  open(folder: FolderRow): Promise<OpenFolder>;
  /** Opens a folder unless it is open, so that its UIDs can be used. */
  enter(folder: FolderRow): Promise<void>;
}

export function syncSession(app: Application, mailbox: MailboxRow, remote: RemoteMailbox): SyncSession {
  const { owner } = mailbox;
  let current = '';
  const session: SyncSession = {
    app,
    owner,
    mailbox,
    remote,
    async open(folder) {
      current = '';
      const opened = await remote.open(folder.path);
      if (opened.uidValidity !== folder.uidValidity) {
        await inTransaction(app.db, async (trx) => {
          await forgetUids(trx, owner, folder.id);
          await updateFolder(trx, owner, folder.id, { uidValidity: opened.uidValidity, modseq: '' });
        });
        Object.assign(folder, { uidValidity: opened.uidValidity, modseq: '' });
      }
      current = folder.id;
      return opened;
    },
    async enter(folder) {
      if (current !== folder.id) await session.open(folder);
    },
  };
  return session;
}
