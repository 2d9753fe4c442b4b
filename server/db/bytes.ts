import type { Knex } from 'knex';

interface Connection {
  execute(sql: string, values: Value[], done: (error: Error | null) => void): void;
}

type Value = string | number | boolean | Buffer | null;

/** Rows are written together up to so many bytes; more at once would have to stand in memory twice. */
const TOGETHER = 4_000_000;

/** About how many bytes a row is. */
const sizeOf = (row: Record<string, Value>): number =>
  Object.values(row).reduce<number>(
    (sum, value) => sum + (typeof value === 'string' || Buffer.isBuffer(value) ? value.length : 8),
    0,
  );

/** Inserts rows with many bytes as {@link insertBytes} does, several with one statement. @param rows all with the same columns */
export async function insertAllBytes(
  trx: Knex.Transaction,
  table: string,
  rows: Record<string, Value>[],
): Promise<void> {
  let some: Record<string, Value>[] = [];
  let size = 0;
  const write = async () => {
    if (some.length) await execute(trx, table, some);
    some = [];
    size = 0;
  };
  for (const row of rows) {
    const bytes = sizeOf(row);
    if (size + bytes > TOGETHER || some.length >= 100) await write();
    some.push(row);
    size += bytes;
  }
  await write();
}

/**
 * Inserts a row with many bytes through a prepared statement, whose values travel as they are. An ordinary statement is
 * written out as text, which takes twice the bytes and seconds of this thread.
 * @param db the transaction the row belongs to, or none
 */
export async function insertBytes(db: Knex, table: string, row: Record<string, Value>): Promise<void> {
  await execute(db, table, [row]);
}

async function execute(db: Knex, table: string, rows: Record<string, Value>[]): Promise<void> {
  const names = Object.keys(rows[0]!);
  const gaps = `(${names.map(() => '?').join(', ')})`;
  const sql = `INSERT INTO ${table} (${names.join(', ')}) VALUES ${rows.map(() => gaps).join(', ')}`;
  const connection = (await db.client.acquireConnection()) as Connection;
  try {
    await new Promise<void>((resolve, reject) =>
      connection.execute(
        sql,
        rows.flatMap((row) => names.map((name) => row[name]!)),
        (error) => (error ? reject(error) : resolve()),
      ),
    );
  } finally {
    // Of a transaction this is its own connection, which goes back when the transaction ends.
    await db.client.releaseConnection(connection);
  }
}
