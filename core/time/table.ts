import { writeTable } from '../text/csv';

/** Time back as a table that a spreadsheet reads. */
export const timeTable = (head: string[], rows: (string | number)[][]): string =>
  writeTable([head, ...rows.map((row) => row.map(String))]);
