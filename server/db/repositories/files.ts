import type { Knex } from 'knex';
import { num } from '../rows';

export interface StoredFile {
  file: string;
  type: string;
  size: number;
  content: Buffer;
}

/** Keeps a file under the digest of its content; one that is there already is left as it is. */
export async function insertFile(db: Knex, owner: string, file: StoredFile, now: number): Promise<void> {
  await db('files')
    .insert({ owner, ...file, created_at: now })
    .onConflict(['owner', 'file'])
    // A file about to be used again is not old any more.
    .merge({ created_at: now });
}

export async function fileByDigest(db: Knex, owner: string, file: string): Promise<StoredFile | null> {
  const row = await db('files').where({ owner, file }).first('file', 'type', 'size', 'content');
  return row ? { ...row, size: num(row.size) } : null;
}

/** What is known of files without their content. */
export async function filesKnown(
  db: Knex,
  owner: string,
  files: string[],
): Promise<Map<string, { type: string; size: number }>> {
  const rows = files.length
    ? await db('files').where({ owner }).whereIn('file', files).select('file', 'type', 'size')
    : [];
  return new Map(rows.map(({ file, type, size }) => [file as string, { type, size: num(size) }]));
}

/** The tables and columns that may name a file. */
const USERS: [string, string[]][] = [
  ['notes', ['body', 'attachments']],
  ['note_versions', ['content']],
  ['drafts', ['body', 'attachments']],
  ['settings', ['signatures']],
  ['import_items', ['content']],
];

/** Drops files that nothing names any more and that were kept before `before`. */
export async function dropUnusedFiles(db: Knex, before: number): Promise<number> {
  let dropped = 0;
  const old = await db('files').where('created_at', '<', before).select('owner', 'file');
  for (const { owner, file } of old) {
    let used = false;
    for (const [table, columns] of USERS) {
      const like = `%${file}%`;
      const row = await db(table)
        .where({ owner })
        .andWhere((q) => columns.forEach((column) => q.orWhere(column, 'like', like)))
        .first('owner');
      if (row) used = true;
      if (used) break;
    }
    if (!used) dropped += await db('files').where({ owner, file }).where('created_at', '<', before).delete();
  }
  return dropped;
}
