import {
  dropFolder,
  foldersOf,
  insertFolder,
  updateFolder,
  type FolderRole,
  type FolderRow,
} from '../../db/repositories/folders';
import { messagesIn, settleFolders } from '../../db/repositories/places';
import { settleWaiting } from '../../db/repositories/waiting';
import { inTransaction } from '../../db/transaction';
import type { RemoteFolder } from '../../mail/ports';
import type { SyncSession } from './session';

/** What each folder of a server is for. One of each kind counts; the archive may be the folder that has everything. */
export function rolesOf(folders: RemoteFolder[]): Map<string, FolderRole> {
  const taken = new Set<string>();
  const roles = new Map<string, FolderRole>();
  for (const { path, role } of folders) {
    const known = role === 'inbox' || role === 'sent' || role === 'archive' || role === 'trash' || role === 'junk';
    const first = known && !taken.has(role) ? role : null;
    if (first) taken.add(first);
    roles.set(path, first ?? (role && !known ? 'none' : 'own'));
  }
  const all = folders.find(({ role }) => role === 'all');
  if (all && !taken.has('archive')) roles.set(all.path, 'archive');
  return roles;
}

/**
 * Brings the folders known of a mailbox in line with those its server has. One that was renamed there is recognised by its
 * UIDVALIDITY; what lay in one that is gone stays known. What the user said a folder is for stays.
 * @returns the folders as they are now
 */
export async function alignFolders({ app, owner, mailbox, remote }: SyncSession): Promise<FolderRow[]> {
  const there = await remote.folders();
  const roles = rolesOf(there);
  const known = await foldersOf(app.db, owner, mailbox.id);
  const paths = new Set(there.map(({ path }) => path));
  const knownPaths = new Map(known.map((folder) => [folder.path, folder]));
  // What was never seen on the server is still to be made there.
  const gone = known.filter(({ path, uidValidity }) => !paths.has(path) && uidValidity > 0);
  const fresh = there.filter(({ path }) => !knownPaths.has(path));

  for (const { path, name } of fresh) {
    const role = roles.get(path)!;
    const renamed = gone.length ? await renamedFrom(path) : undefined;
    if (renamed) {
      gone.splice(gone.indexOf(renamed), 1);
      await updateFolder(app.db, owner, renamed.id, { path, name });
    } else await insertFolder(app.db, owner, { mailboxId: mailbox.id, path, name, role });
  }
  for (const folder of gone)
    await inTransaction(app.db, async (trx) => {
      const messages = await dropFolder(trx, owner, folder.id);
      await settleWaiting(trx, owner, await settleFolders(trx, owner, messages));
    });
  for (const { path } of there) {
    const folder = knownPaths.get(path);
    if (!folder || folder.chosen || folder.role === roles.get(path)) continue;
    await inTransaction(app.db, async (trx) => {
      await updateFolder(trx, owner, folder.id, { role: roles.get(path)! });
      await settleWaiting(trx, owner, await settleFolders(trx, owner, await messagesIn(trx, owner, folder.id)));
    });
  }
  return foldersOf(app.db, owner, mailbox.id);

  async function renamedFrom(path: string): Promise<FolderRow | undefined> {
    const { uidValidity } = await remote.status(path);
    return gone.find((folder) => folder.uidValidity === uidValidity);
  }
}
