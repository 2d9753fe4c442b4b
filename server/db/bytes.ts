import type { Knex } from 'knex';

interface Connection {
  execute(sql: string, values: Value[], done: (error: Error | null) => void): void;
}

type Value = string | number | boolean | Buffer | null;

/** Rows are written together up to so many bytes; more at once would have to stand in memory twice. */
const TOGETHER = 4_000_000;

/** So many rows are written together at most. */
const ROWS = 200;

export type Row = Record<string, Value>;

/** About how many bytes a row is. */
const sizeOf = (row: Row): number =>
  Object.values(row).reduce<number>(
    (sum, value) => sum + (typeof value === 'string' || Buffer.isBuffer(value) ? value.length : 8),
    0,
  );

/**
 * Inserts rows with many bytes as {@link insertBytes} does, several with one statement.
 * @param tables the rows of the later ones belong to rows of the first by a foreign key
 * @param rows what is inserted, a row for each of the tables; those of one table have the same columns
 */
export async function insertAllBytes(trx: Knex.Transaction, tables: string[], rows: Row[][]): Promise<void> {
  let some: Row[][] = [];
  let size = 0;
  const write = async () => {
    const rowsOf = (i: number) => some.map((row) => row[i]!);
    if (some.length)
      await execute(
        trx,
        tables.map((table, i) => statement(table, rowsOf(i))),
      );
    some = [];
    size = 0;
  };
  for (const row of rows) {
    const bytes = row.reduce((sum, one) => sum + sizeOf(one), 0);
    if (size + bytes > TOGETHER || some.length >= ROWS) await write();
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
export async function insertBytes(db: Knex, table: string, row: Row): Promise<void> {
  await execute(db, [statement(table, [row])]);
}

interface Statement {
  sql: string;
  values: Value[];
}

function statement(table: string, rows: Row[]): Statement {
  const names = Object.keys(rows[0]!);
  const gaps = `(${names.map(() => '?').join(', ')})`;
  return {
    sql: `INSERT INTO ${table} (${names.join(', ')}) VALUES ${rows.map(() => gaps).join(', ')}`,
    values: rows.flatMap((row) => names.map((name) => row[name]!)),
  };
}

/**
 * Carries out statements one after the other on one connection, without waiting in between. Where the server gives up the
 * transaction at one of them, those behind it must be such that cannot be carried out without what it took back.
 * @throws what the first that failed did
 */
async function execute(db: Knex, statements: Statement[]): Promise<void> {
  const connection = (await db.client.acquireConnection()) as Connection;
  try {
    const done = await Promise.allSettled(
      statements.map(
        ({ sql, values }) =>
          new Promise<void>((resolve, reject) =>
            connection.execute(sql, values, (error) => (error ? reject(error) : resolve())),
          ),
      ),
    );
    for (const one of done) if (one.status === 'rejected') throw one.reason;
  } finally {
    // Of a transaction this is its own connection, which goes back when the transaction ends.
    await db.client.releaseConnection(connection);
  }
}
