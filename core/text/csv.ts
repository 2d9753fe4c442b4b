import Papa from 'papaparse';
import { phrase, type Phrase } from './phrase';

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
const unguarded = (cell: string) => (/^'+[=+\-@\t\r]/.test(cell) ? cell.slice(1) : cell);

/** No table of facts is wider, or has more cells; what is behind is not read. */
const WIDEST = 1_000;
const CELLS = 3_000_000;

/** No cell is longer than this, and in no table stand more quotation marks where none may be. */
const LONGEST_CELL = 1_000_000;
const STRAY_MARKS = 100;

/**
 * How much of a table is read, and whether its quotation marks are those of RFC 4180. The package notes each one that is not,
 * and looks through the rest of the text for it again.
 */
function boundsOf(text: string): { end: number; isQuoted: boolean } {
  let cells = 0;
  let stray = 0;
  /** Where the quoted cell begins that is being read; -1 outside of one. */
  let begun = -1;
  let isStart = true;
  for (let i = 0; i < text.length; i++) {
    const sign = text[i]!;
    if (begun >= 0) {
      if (sign === '"' && text[i + 1] === '"') i++;
      else if (sign === '"') {
        if (i + 1 < text.length && !ENDS_CELL.includes(text[i + 1]!)) stray++;
        begun = -1;
      }
      if (stray > STRAY_MARKS || (begun >= 0 && i - begun > LONGEST_CELL)) return { end: text.length, isQuoted: false };
      continue;
    }
    if (sign === '"' && isStart) begun = i;
    isStart = ENDS_CELL.includes(sign);
    if (isStart && ++cells > CELLS) return { end: i, isQuoted: true };
  }
  return { end: text.length, isQuoted: true };
}
const ENDS_CELL = '\t\r\n,;|';

/** Reads CSV (RFC 4180) or what was copied from a spreadsheet; the separator is found out. Empty lines are passed over. */
export function readTable(text: string): TextTable {
  const whole = text.replace(/^\uFEFF/, '');
  const { end, isQuoted } = boundsOf(whole);
  const { data, meta } = Papa.parse<string[]>(whole.slice(0, end), {
    skipEmptyLines: 'greedy',
    // A sign that is in no text (Unicode 15, 23.7): each mark stands for itself then.
    ...(!isQuoted && { quoteChar: '\uFFFF' }),
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

/** Guards a cell that a spreadsheet would run as a formula (common practice: an apostrophe before it). */
const guarded = (cell: string) => (/^'*[=+\-@\t\r]/.test(cell) && !/^-?\d+([.,]\d+)?$/.test(cell) ? `'${cell}` : cell);

/** What a spreadsheet might take for the end of a cell; quoted, it is not guessed to be when the table is read again. */
const OTHER_SEPARATORS = /[\t;|]/;

/** Lines of cells as CSV (RFC 4180, UTF-8 with its mark, so that spreadsheets take it as such). {@link readTable} gives back the same. */
export function writeTable(lines: string[][]): string {
  const csv = Papa.unparse(
    lines.map((line) => line.map(guarded)),
    { newline: '\r\n', quotes: (cell) => OTHER_SEPARATORS.test(String(cell)) },
  );
  return `\uFEFF${csv}\r\n`;
}
