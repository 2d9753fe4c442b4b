import { fold } from '../text/fold';

/** What the cells of a column may be. */
export const COLUMN_TYPES = ['text', 'number', 'money', 'date', 'link', 'yes/no'] as const;
/** One of {@link COLUMN_TYPES}. */
export type ColumnType = (typeof COLUMN_TYPES)[number];

/** One column of a lookup. Cells name it by its id, so that its name can change. */
export interface Column {
  /** Stays the same when the column is renamed; blanks name it. */
  id: string;
  name: string;
  type: ColumnType;
}

/** The cells of a row by column id, as {@link file://./cell.ts} stores them; an absent cell is empty. */
export type Row = Record<string, string>;

/** A table of facts with a key column. */
export interface Lookup {
  id: string;
  name: string;
  columns: Column[];
  /** Id of the column whose cells name the rows. */
  keyColumn: string;
  rows: Row[];
}

const indexes = new WeakMap<Row[], { column: string; byKey: Map<string, Row> }>();

/** The row of this key; null when there is none. The index is made once for each state of the rows. */
export function rowOf({ rows, keyColumn }: Pick<Lookup, 'rows' | 'keyColumn'>, key: string): Row | null {
  let index = indexes.get(rows);
  if (index?.column !== keyColumn) {
    index = { column: keyColumn, byKey: new Map() };
    for (const row of rows) {
      const folded = fold(row[keyColumn] ?? '');
      if (folded && !index.byKey.has(folded)) index.byKey.set(folded, row);
    }
    indexes.set(rows, index);
  }
  return index.byKey.get(fold(key)) ?? null;
}

/** The key of a row: its cell in the key column; empty when it has none. */
export const keyOf = (lookup: Pick<Lookup, 'keyColumn'>, row: Row): string => row[lookup.keyColumn] ?? '';

/** A key that cannot stay, with the rows (counted from 0) it stands in. */
export interface KeyProblem {
  kind: 'empty' | 'repeated';
  key: string;
  rows: number[];
}

/** The empty and repeated keys of a table, in the order of their first row. Wholly empty rows do not count. */
export function keyProblems(rows: Row[], keyColumn: string): KeyProblem[] {
  const byKey = new Map<string, number[]>();
  const empty: number[] = [];
  rows.forEach((row, i) => {
    const folded = fold(row[keyColumn] ?? '');
    if (folded) byKey.set(folded, [...(byKey.get(folded) ?? []), i]);
    else if (Object.values(row).some((cell) => cell.trim())) empty.push(i);
  });
  const repeated = [...byKey.values()].filter((at) => at.length > 1);
  return [
    ...(empty.length ? [{ kind: 'empty' as const, key: '', rows: empty }] : []),
    ...repeated.map((at) => ({ kind: 'repeated' as const, key: rows[at[0]!]![keyColumn]!, rows: at })),
  ].sort((a, b) => a.rows[0]! - b.rows[0]!);
}
