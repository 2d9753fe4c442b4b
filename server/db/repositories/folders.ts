import type { Knex } from 'knex';
import { newId } from '../id';
import { num } from '../rows';
import { idKey } from './threads';

/** What a folder is for (RFC 6154); `own` is one the user made, `none` one that is not read: drafts, views of others. */
export const FOLDER_ROLES = ['inbox', 'sent', 'archive', 'trash', 'junk', 'own', 'none'] as const;
export type FolderRole = (typeof FOLDER_ROLES)[number];

/** A folder of a mailbox, and how far it is known. */
export interface FolderRow {
  id: string;
  mailboxId: string;
  /** What the server calls it. */
  path: string;
  name: string;
  role: FolderRole;
  /** Whether the user said what it is for. */
  chosen: boolean;
  uidValidity: number;
  /** The number of the newest change that is known (RFC 7162); '' where the server does not count them. */
  modseq: string;
  /** How many messages the server has in it. */
  total: number;
}

const toFolder = (row: Record<string, unknown>): FolderRow => ({
  id: String(row.id),
  mailboxId: String(row.mailbox_id),
  path: String(row.path),
  name: String(row.name),
  role: row.role as FolderRole,
  chosen: Boolean(row.chosen),
  uidValidity: num(row.uid_validity),
  modseq: String(row.modseq),
  total: num(row.total),
});

export async function foldersOf(db: Knex, owner: string, mailboxId?: string): Promise<FolderRow[]> {
  const rows = await db('folders')
    .where({ owner, ...(mailboxId && { mailbox_id: mailboxId }) })
    .orderBy('path');
  return rows.map(toFolder);
}

/** The folder a mailbox has for something; null when it has none. */
export async function folderFor(
  db: Knex,
  owner: string,
  mailboxId: string,
  role: FolderRole,
): Promise<FolderRow | null> {
  const row = await db('folders').where({ owner, mailbox_id: mailboxId, role }).orderBy('path').first();
  return row ? toFolder(row) : null;
}

export async function folderById(db: Knex, owner: string, id: string): Promise<FolderRow | null> {
  const row = await db('folders').where({ owner, id }).first();
  return row ? toFolder(row) : null;
}

export async function insertFolder(
  db: Knex,
  owner: string,
  folder: Pick<FolderRow, 'mailboxId' | 'path' | 'name' | 'role'> & { chosen?: boolean },
): Promise<FolderRow> {
  const id = newId();
  await db('folders')
    .insert({
      ...{ id, owner, mailbox_id: folder.mailboxId, path: folder.path, path_key: idKey(folder.path) },
      ...{ name: folder.name.slice(0, 500), role: folder.role, chosen: folder.chosen ?? false },
    })
    .onConflict(['mailbox_id', 'path_key'])
    .ignore();
  const row = await db('folders')
    .where({ owner, mailbox_id: folder.mailboxId, path_key: idKey(folder.path) })
    .first();
  return toFolder(row);
}

/** Changes what is known of a folder; a new path renames it. */
export async function updateFolder(
  db: Knex,
  owner: string,
  id: string,
  change: Partial<Pick<FolderRow, 'path' | 'name' | 'role' | 'chosen' | 'uidValidity' | 'modseq' | 'total'>>,
): Promise<void> {
  const { path, name, role, chosen, uidValidity, modseq, total } = change;
  const set = {
    ...(path !== undefined && { path, path_key: idKey(path) }),
    ...(name !== undefined && { name: name.slice(0, 500) }),
    ...(role && { role }),
    ...(chosen !== undefined && { chosen }),
    ...(uidValidity !== undefined && { uid_validity: uidValidity }),
    ...(modseq !== undefined && { modseq }),
    ...(total !== undefined && { total }),
  };
  if (Object.keys(set).length) await db('folders').where({ owner, id }).update(set);
}

/** Drops a folder that is gone from the server. @returns the messages that lay in it */
export async function dropFolder(trx: Knex, owner: string, id: string): Promise<string[]> {
  const rows = await trx('places').where({ owner, folder_id: id }).distinct('message_id');
  await trx('folders').where({ owner, id }).delete();
  return rows.map(({ message_id: message }) => String(message));
}
