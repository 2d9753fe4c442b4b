import Papa from 'papaparse';

/**
 * Rows as a table that a spreadsheet reads (RFC 4180), with a mark at its beginning that says it is UTF-8. What a spreadsheet would take for a
 * formula is written so that it stays text.
 */
export const timeTable = (head: string[], rows: (string | number)[][]): string =>
  `\ufeff${Papa.unparse({ fields: head, data: rows }, { newline: '\r\n', escapeFormulae: true })}`;
