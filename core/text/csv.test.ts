import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readTable, writeTable } from './csv';

/** Cells of what is awkward in a table: separators, quotes, formulas and the guard against them. */
const cell = fc
  .array(fc.constantFrom('a', '1', ' ', ',', ';', '\t', '|', '"', "'", '=', '+', '-', '@', '\n', 'é', '£'), {
    maxLength: 8,
  })
  .map((signs) => signs.join('').trim());
const lines = fc
  .integer({ min: 1, max: 4 })
  .chain((width) => fc.array(fc.array(cell, { minLength: width, maxLength: width }), { minLength: 1, maxLength: 6 }));

describe('a table of text', () => {
  it('is read again as it was written', () => {
    fc.assert(
      fc.property(lines, (body) => {
        const table = [body[0]!.map((_, i) => `Column ${i}`), ...body];
        const filled = table.filter((line) => line.some(Boolean));
        expect(readTable(writeTable(table)).cells).toEqual(filled);
      }),
      { numRuns: 2_000 },
    );
  });

  it('of one column keeps separators within a cell, and an apostrophe before a formula', () => {
    const table = [['What to bring'], ['keys; codes; a lamp'], ["'=SUM(A1)"], ['=SUM(A1)']];
    expect(readTable(writeTable(table)).cells).toEqual(table);
    expect(writeTable(table)).not.toMatch(/^"?=/m);
  });

  it('with marks that quote nothing keeps them as they stand, and costs no more than any other', () => {
    const many = `${'"a"b,c\n'.repeat(200)}`;
    expect(readTable(many).cells).toHaveLength(200);
    expect(readTable(many).cells[0]).toEqual(['"a"b', 'c']);
    const { cells } = readTable('"'.repeat(3_000_001));
    expect(cells[0]![0]).toHaveLength(3_000_001);
    // One that is not closed is read as before.
    expect(readTable('a,"b\nc,d').cells).toEqual([['a', 'b\nc,d']]);
  });
});
