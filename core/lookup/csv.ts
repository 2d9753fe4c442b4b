import Papa from 'papaparse';
import { fold } from '../text/fold';
import { isDay } from '../calendar/day';
import { shownCell, storedCell, type Ways } from './cell';
import { type Column, type ColumnType, type Lookup, type Row } from './lookup';
import { phrase, type Phrase } from '../text/phrase';

/** A table of text as it was read. */
export interface TextTable {
  cells: string[][];
  /** How it was read, in words for the user. */
  read: Phrase;
}

/**
 * Text from bytes: by its byte order mark, else UTF-8, else, when it cannot be that, Windows-1252, which spreadsheets of
 * western languages write (common practice).
 */
export function decode(bytes: Uint8Array): { text: string; encoding: string } {
  const marked =
    bytes[0] === 0xff && bytes[1] === 0xfe ? 'utf-16le' : bytes[0] === 0xfe && bytes[1] === 0xff ? 'utf-16be' : '';
  if (marked) return { text: new TextDecoder(marked).decode(bytes), encoding: 'UTF-16' };
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), encoding: 'UTF-8' };
  } catch {
    // Every other byte empty: UTF-16 without its mark.
    const even = bytes.filter((byte, i) => i % 2 === 1 && byte === 0).length;
    if (even > bytes.length / 4) return { text: new TextDecoder('utf-16le').decode(bytes), encoding: 'UTF-16' };
    return { text: new TextDecoder('windows-1252').decode(bytes), encoding: 'Windows-1252' };
  }
}

const SEPARATORS: Record<string, Phrase> = {
  ',': phrase('table.commas'),
  ';': phrase('table.semicolons'),
  '\t': phrase('table.tabs'),
  '|': phrase('table.bars'),
};

/** A cell that was guarded against being run as a formula gets its own words back. */
const unguarded = (cell: string) => (/^'[=+\-@\t\r]/.test(cell) ? cell.slice(1) : cell);

/** No table of facts is wider, or has more cells; what is behind is not read. */
const WIDEST = 1_000;
const CELLS = 3_000_000;

/** Reads CSV (RFC 4180) or what was copied from a spreadsheet; the separator is found out. Empty lines are passed over. */
export function readTable(text: string): TextTable {
  const { data, meta } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), {
    skipEmptyLines: 'greedy',
    delimitersToGuess: ['\t', ',', ';', '|'],
  });
  const width = Math.min(
    WIDEST,
    data.reduce((most, line) => Math.max(most, line.length), 0),
  );
  const lines = data.slice(0, Math.ceil(CELLS / Math.max(1, width)));
  const cells = lines.map((line) => Array.from({ length: width }, (_, i) => unguarded((line[i] ?? '').trim())));
  return { cells, read: SEPARATORS[meta.delimiter] ?? phrase('table.separated', { sign: meta.delimiter }) };
}

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

/** Guards a cell that a spreadsheet would run as a formula (common practice: an apostrophe before it). */
const guarded = (cell: string) => (/^[=+\-@\t\r]/.test(cell) && !/^-?\d+([.,]\d+)?$/.test(cell) ? `'${cell}` : cell);

/**
 * A lookup as CSV (RFC 4180, UTF-8 with its mark, so that spreadsheets take it as such). Reading it again gives the same
 * lookup: amounts carry their currency, dates are ISO 8601.
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
  return `\uFEFF${Papa.unparse(
    lines.map((line) => line.map(guarded)),
    { newline: '\r\n' },
  )}\r\n`;
}
