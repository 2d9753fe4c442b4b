import { fold } from '../text/fold';
import { isDay } from '../calendar/day';
import { shownCell, storedCell, type Ways } from './cell';
import { type Column, type ColumnType, type Lookup, type Row } from './lookup';
import { writeTable } from '../text/csv';

const hasSign = (cell: string) => /\p{Sc}|\b(EUR|USD|GBP|CHF)\b/u.test(cell);

/** The type that every cell of a column fits; text when none does. */
function typeOf(cells: string[], ways: Ways): ColumnType {
  const filled = cells.filter(Boolean);
  if (!filled.length) return 'text';
  const fits = (type: ColumnType) => filled.every((cell) => storedCell(cell, type, ways) !== null);
  if (filled.every((cell) => /^(https?:\/\/|mailto:|www\.)\S+$/i.test(cell))) return 'link';
  // Codes and telephone numbers begin with a nought; they are no numbers.
  if (filled.every((cell) => /\d/.test(cell) && !/^0\d/.test(cell) && !/\d\s+\d{4,}/.test(cell)) && fits('number'))
    return filled.every(hasSign) ? 'money' : 'number';
  if (filled.every((cell) => isDay(cell) || /\d/.test(cell)) && fits('date')) return 'date';
  if (filled.every((cell) => /^(yes|no|y|n|true|false|ja|nein|oui|non)$/i.test(cell))) return 'yes/no';
  return 'text';
}

/** A table made ready to become a lookup: named and typed columns, and the one that can name the rows. */
export interface Proposal {
  columns: Column[];
  keyColumn: string;
  /** Whether the first line holds the names of the columns. */
  named: boolean;
}

/** Whether the first line names the columns: every cell a word, none like the cells under it. */
export function looksNamed([first, ...rest]: string[][], ways: Ways): boolean {
  if (!first || !rest.length) return Boolean(first?.every((cell) => cell && !/^[\d\p{Sc}]/u.test(cell)));
  const keys = first.map(fold);
  if (keys.some((key) => !key) || new Set(keys).size < keys.length || first.some((cell) => /^[\p{Sc}\d]/u.test(cell)))
    return false;
  const columns = first.map((_, i) => rest.map((row) => row[i] ?? ''));
  if (columns.some((cells, i) => typeOf(cells, ways) !== 'text' && typeOf([first[i]!], ways) === 'text')) return true;
  return columns.every((cells, i) => !cells.some((cell) => fold(cell) === fold(first[i]!)));
}

/** Proposes columns, types and key for a table of text. @param unnamed what a column is called that has no name, by its number from 1 */
export function propose(
  cells: string[][],
  ways: Ways,
  unnamed: (number: number) => string,
  named = looksNamed(cells, ways),
): Proposal {
  const rows = named ? cells.slice(1) : cells;
  const taken = new Set<string>();
  const columns = (cells[0] ?? []).map((head, i): Column => {
    const own = (named && head) || unnamed(i + 1);
    let name = own;
    for (let n = 2; taken.has(fold(name)); n++) name = `${own} ${n}`;
    taken.add(fold(name));
    return {
      id: `c${i + 1}`,
      name: name.slice(0, 100),
      type: typeOf(
        rows.map((row) => row[i] ?? ''),
        ways,
      ),
    };
  });
  // Words name rows; a date or an amount that happens to stand once does not.
  const unique = columns.find(({ type }, i) => {
    const keys = rows.map((row) => fold(row[i] ?? ''));
    return type === 'text' && keys.every(Boolean) && new Set(keys).size === keys.length;
  });
  return { columns, keyColumn: (unique ?? columns[0])?.id ?? '', named };
}

/** The rows of a table by its columns. Cells that do not fit their column's type are kept as they were written. */
export function rowsOf(cells: string[][], { columns, named }: Proposal, ways: Ways): Row[] {
  return (named ? cells.slice(1) : cells).map((line) => {
    const row: Row = {};
    columns.forEach(({ id, type }, i) => {
      const cell = line[i] ?? '';
      if (cell) row[id] = storedCell(cell, type, ways) ?? cell;
    });
    return row;
  });
}

/**
 * A lookup as CSV. Reading it again gives the same lookup: amounts carry their currency, dates are ISO 8601.
 */
export function writeCsv({ columns, rows }: Lookup, { locale, currency }: Pick<Ways, 'locale' | 'currency'>): string {
  const cellOf = (stored: string, { type }: Column) =>
    type === 'money' && stored && !Number.isNaN(Number(stored))
      ? shownCell(stored, type, { locale, currency }).replace(/[\u00a0\u202f]/g, ' ')
      : stored;
  const lines = [
    columns.map(({ name }) => name),
    ...rows.map((row) => columns.map((column) => cellOf(row[column.id] ?? '', column))),
  ];
  return writeTable(lines);
}
