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
/** In which order their rows are read. */
const KEYS: Record<string, string[]> = {
  notes: ['id'],
  note_versions: ['note_id', 'version'],
  drafts: ['id'],
  settings: ['owner'],
  import_items: ['import_id', 'position'],
};

/** So many files are looked for at once, and in so many of an account's rows. */
const FILES_AT_ONCE = 100;
const ROWS_AT_ONCE = 200;
const DIGEST = /[0-9a-f]{64}/g;

/** Which of some files anything of their owner names. */
async function filesNamed(db: Knex, owner: string, files: string[]): Promise<Set<string>> {
  const wanted = new Set(files);
  const named = new Set<string>();
  for (const [table, columns] of USERS) {
    const holds = columns.map((column) => `${column} REGEXP ?`).join(' OR ');
    const rows = db(table)
      .where({ owner })
      .whereRaw(`(${holds})`, Array(columns.length).fill(files.join('|')))
      .select(columns);
    for (let from = 0; ; from += ROWS_AT_ONCE) {
      const some = await rows.clone().orderBy(KEYS[table]!).limit(ROWS_AT_ONCE).offset(from);
      for (const row of some)
        for (const column of columns)
          for (const [digest] of String(row[column]).matchAll(DIGEST)) if (wanted.has(digest)) named.add(digest);
      if (some.length < ROWS_AT_ONCE) break;
    }
  }
  return named;
}

/**
 * Drops some of the files that were kept before `before` and that nothing names any more. Those that are named count as
 * kept now, so that they are looked for again only after as long a time.
 * @returns how many were looked for; 0 when there is nothing left to do
 */
export async function dropUnusedFiles(db: Knex, before: number, now: number): Promise<number> {
  const old = () => db('files').where('created_at', '<', before);
  const first = await old().orderBy('owner').first('owner');
  if (!first) return 0;
  const { owner } = first;
  const files = await old().where({ owner }).limit(FILES_AT_ONCE).pluck<string[]>('file');
  const named = await filesNamed(db, owner, files);
  await old()
    .where({ owner })
    .whereIn('file', [...named])
    .update({ created_at: now });
  await old()
    .where({ owner })
    .whereIn(
      'file',
      files.filter((file) => !named.has(file)),
    )
    .delete();
  return files.length;
}
