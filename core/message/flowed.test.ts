import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { toFlowed } from './flowed';

/** As RFC 3676 4.1 and 4.2 have a reader do it, for text without quotations. */
function read(flowed: string): string {
  const out: string[] = [];
  let open = false;
  for (const line of flowed.split('\n')) {
    const bare = line.startsWith(' ') ? line.slice(1) : line;
    if (open) out[out.length - 1] += bare;
    else out.push(bare);
    open = bare.endsWith(' ') && bare !== '-- ';
  }
  return out.join('\n');
}

describe('text that flows', () => {
  it('is broken where it is long, and never within a word', () => {
    const flowed = toFlowed('word '.repeat(60).trim());
    for (const line of flowed.split('\n')) expect(line.length).toBeLessThanOrEqual(72);
    expect(flowed.split('\n')).toHaveLength(5);
    const link = `https://example.com/${'x'.repeat(200)}`;
    expect(toFlowed(`See ${link} there`)).toBe(`See \n${link} \nthere`);
  });
  it('says of lines that look like something else that they are not', () => {
    expect(toFlowed('> not a quote\nFrom here\n  two spaces\n-- \nRobin')).toBe(
      ' > not a quote\n From here\n   two spaces\n-- \nRobin',
    );
  });
  it('is read back as it was, but for spaces at the ends of lines', () => {
    const words = fc.string({
      unit: fc.constantFrom(' ', 'a', 'b', '>', '-', 'é', '棚', '\n', 'F', 'From '),
      maxLength: 400,
    });
    fc.assert(
      fc.property(words, (text) => {
        const trimmed = text.replace(/(?<=^|\n)-- (?=\n|$)/g, 'x').replace(/ +(?=\n|$)/g, '');
        expect(read(toFlowed(trimmed))).toBe(trimmed);
      }),
    );
  });
});
