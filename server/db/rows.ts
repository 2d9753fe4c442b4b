import type { Knex } from 'knex';

/** JSON columns come back as text from MariaDB. */
export function json<T>(value: unknown): T {
  return (typeof value === 'string' ? JSON.parse(value) : value) as T;
}

/** Numbers that fit: BIGINT columns hold milliseconds and come back as numbers. */
export function num(value: unknown): number {
  return Number(value ?? 0);
}

/** So many ids or names are asked for with one statement, so that none grows without end. */
export const PORTION = 1_000;
export function portions<T>(list: T[]): T[][] {
  return Array.from({ length: Math.ceil(list.length / PORTION) }, (_, i) => list.slice(i * PORTION, (i + 1) * PORTION));
}

/** SQL that gives each row its own number, by id; for one update of many rows. @param numbers at most {@link PORTION} of them */
export const numberById = (db: Knex, numbers: { id: string; number: number }[]): Knex.Raw =>
  db.raw(
    `CASE id ${numbers.map(() => 'WHEN ? THEN ?').join(' ')} END`,
    numbers.flatMap(({ id, number }) => [id, number]),
  );

/** Rows by what they have in common, in the order they came in. */
export function groupedBy<T>(rows: T[], of: (row: T) => string): Map<string, T[]> {
  const groups = new Map<string, T[]>();
  for (const row of rows) {
    const group = groups.get(of(row));
    if (group) group.push(row);
    else groups.set(of(row), [row]);
  }
  return groups;
}
