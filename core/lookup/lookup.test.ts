import { describe, expect, it } from 'vitest';
import { parseDoc } from '../note/schema';
import { shownCell, storedCell, type Ways } from './cell';
import { decode, readTable } from '../text/csv';
import { looksNamed, propose, rowsOf, writeCsv } from './csv';
import { findRows } from './find';
import { keyProblems, rowOf, type Lookup, type Row } from './lookup';
import { usesInNote, withKeyChanged } from './uses';

const ways: Ways = { locale: 'en-GB', currency: 'GBP', today: '2026-11-24', off: { weekdays: [6, 7], days: [] } };
const german: Ways = { ...ways, locale: 'de-DE', currency: 'EUR' };

const read = (text: string, how = ways): Omit<Lookup, 'id' | 'name'> => {
  const { cells } = readTable(text);
  const proposal = propose(cells, how, (number) => `Column ${number}`);
  return { ...proposal, rows: rowsOf(cells, proposal, how) };
};

describe('cells', () => {
  it.each([
    ['£1,234.50', 'money', '1234.5', '£1,234.50'],
    ['85', 'money', '85', '£85'],
    ['1,5', 'number', '1.5', '1.5'],
    ['30 june 2027', 'date', '2027-06-30', '30 June 2027'],
    ['y', 'yes/no', 'yes', 'yes'],
    ['No', 'yes/no', 'no', 'no'],
    ['halloway.example/care', 'link', 'https://halloway.example/care', 'halloway.example/care'],
    ['a@x.example', 'link', 'mailto:a@x.example', 'a@x.example'],
    [' two words ', 'text', 'two words', 'two words'],
    ['', 'number', '', ''],
  ] as const)('%j as %s', (typed, type, stored, shown) => {
    expect(storedCell(typed, type, ways)).toBe(stored);
    expect(shownCell(stored, type, ways)).toBe(shown);
  });

  it('says when words do not fit, and shows such a cell as it stands', () => {
    expect(storedCell('soon', 'date', ways)).toBeNull();
    expect(storedCell('31 june', 'date', ways)).toBeNull();
    expect(storedCell('many', 'number', ways)).toBeNull();
    expect(storedCell('perhaps', 'yes/no', ways)).toBeNull();
    expect(storedCell('javascript:alert(1)', 'link', ways)).toBeNull();
    expect(shownCell('many', 'number', ways)).toBe('many');
  });
});

describe('tables of text', () => {
  it('tells separators, encodings and quotes (RFC 4180)', () => {
    expect(readTable('a,b\r\n"x, y","say ""so"""\r\n').cells).toEqual([
      ['a', 'b'],
      ['x, y', 'say "so"'],
    ]);
    expect(readTable('a;b\n1,5;2').cells).toEqual([
      ['a', 'b'],
      ['1,5', '2'],
    ]);
    expect(readTable('a\tb\n"two\nlines"\t2').cells[1]).toEqual(['two\nlines', '2']);
    expect(readTable('a,b\n\n1\n').cells).toEqual([
      ['a', 'b'],
      ['1', ''],
    ]);
    expect(readTable('').cells).toEqual([]);
  });

  it.each([
    ['UTF-8', new TextEncoder().encode('Müller')],
    ['UTF-8', Uint8Array.of(0xef, 0xbb, 0xbf, ...new TextEncoder().encode('Müller'))],
    ['Windows-1252', Uint8Array.of(0x4d, 0xfc, 0x6c, 0x6c, 0x65, 0x72)],
    ['UTF-16', Uint8Array.of(0xff, 0xfe, ...[...'Müller'].flatMap((c) => [c.charCodeAt(0), 0]))],
    ['UTF-16', Uint8Array.of(...[...'Müller'].flatMap((c) => [c.charCodeAt(0), 0]))],
  ])('decodes %s', (encoding, bytes) => {
    const decoded = decode(bytes);
    expect(decoded.encoding).toBe(encoding);
    expect(readTable(decoded.text).cells).toEqual([['Müller']]);
  });

  it('guesses names, types and the key', () => {
    const table = read(
      'Service,Price,Since,Open,Page,Code\nTuning,£85,2026-01-02,yes,https://x.example,0123\nVoicing,£160,2026-03-04,no,https://y.example,0456',
    );
    expect(table.columns.map(({ name, type }) => [name, type])).toEqual([
      ['Service', 'text'],
      ['Price', 'money'],
      ['Since', 'date'],
      ['Open', 'yes/no'],
      ['Page', 'link'],
      ['Code', 'text'],
    ]);
    expect(table.keyColumn).toBe('c1');
    expect(read('Town,Next\nA,2027-01-12\nA,2027-01-13').keyColumn).toBe('c1');
    expect(read('Town,Code\nA,X1\nA,X2').keyColumn).toBe('c2');
    expect(table.rows[0]).toMatchObject({ c1: 'Tuning', c2: '85', c3: '2026-01-02' });
    expect(read('Name;Preis\nA;1.234,50\nB;2', german).rows[0]!.c2).toBe('1234.5');
    expect(
      looksNamed(
        [
          ['Tuning', '85'],
          ['Voicing', '160'],
        ],
        ways,
      ),
    ).toBe(false);
  });

  it('shows where keys are empty or repeated', () => {
    const rows: Row[] = [{ k: 'A' }, { k: '', x: '1' }, { k: ' a ' }, { k: 'B' }, {}];
    expect(keyProblems(rows, 'k')).toEqual([
      { kind: 'repeated', key: 'A', rows: [0, 2] },
      { kind: 'empty', key: '', rows: [1] },
    ]);
  });

  it('gives back what came in, and nothing a spreadsheet would run', () => {
    const lookup: Lookup = {
      id: 'l',
      name: 'x',
      columns: [
        { id: 'c1', name: 'Key', type: 'text' },
        { id: 'c2', name: 'Price', type: 'money' },
        { id: 'c3', name: 'Day', type: 'date' },
      ],
      keyColumn: 'c1',
      rows: [
        { c1: '=HYPERLINK("https://x.example")', c2: '85.5', c3: '2026-11-24' },
        { c1: '@SUM(A1)', c2: '-5' },
        { c1: '+44 1632 960418', c3: '2027-01-01' },
        { c1: '-dash, and "quotes"\nand a line', c2: '1234' },
        { c1: 'Größe 日本', c2: '7' },
      ],
    };
    const csv = writeCsv(lookup, ways);
    for (const line of csv.slice(1).split(/\r\n/)) expect(line).not.toMatch(/^"?[=+@\t]|,"?[=+@\t]/);
    const back = read(csv);
    expect(back.rows).toEqual(lookup.rows);
    expect(back.columns).toEqual(lookup.columns);
    expect(writeCsv({ ...lookup, ...back }, ways)).toBe(csv);
  });
});

describe('rows', () => {
  const lookup: Lookup = {
    id: 'l',
    name: 'Towns',
    columns: [{ id: 'k', name: 'Town', type: 'text' }],
    keyColumn: 'k',
    rows: [{ k: 'Færøgade Quay', n: 'by ferry' }, { k: 'Upper Lanning' }, { k: 'Lanning Ferry' }],
  };

  it('are found by key, however it is written', () => {
    expect(rowOf(lookup, ' upper  LANNING ')).toBe(lookup.rows[1]);
    expect(rowOf(lookup, 'Nowhere')).toBeNull();
  });

  it('are found by any words, keys first, accents aside', () => {
    expect(findRows(lookup, 'lann', 9).map(({ k }) => k)).toEqual(['Lanning Ferry', 'Upper Lanning']);
    expect(findRows(lookup, 'ferry', 9).map(({ k }) => k)).toEqual(['Lanning Ferry', 'Færøgade Quay']);
    expect(findRows(lookup, '', 2)).toHaveLength(2);
  });

  it('stay quick by the ten thousand', () => {
    const rows = Array.from({ length: 10_000 }, (_, i) => ({ k: `Row ${i}`, x: `words ${i % 97}` }));
    const large = { ...lookup, rows };
    expect(rowOf(large, 'row 9999')).toBe(rows[9999]);
    expect(findRows(large, 'words 96', 5)).toHaveLength(5);
  });
});

it('knows what notes take of a lookup, and carries a changed key through', () => {
  const cell = (options: object) => ({ type: 'blank', attrs: { label: 'x', kind: 'lookup', options } });
  const doc = {
    type: 'doc',
    content: [
      {
        type: 'paragraph',
        content: [
          cell({ lookup: 'L', column: 'price', row: 'fixed', of: 'Tuning' }),
          cell({ lookup: 'M', column: 'z', row: 'fixed', of: 'Tuning' }),
          {
            type: 'blank',
            attrs: {
              label: 'c',
              kind: 'choice',
              options: {
                choices: [
                  {
                    label: 'a',
                    wording: {
                      type: 'doc',
                      content: [{ type: 'paragraph', content: [cell({ lookup: 'L', column: 'fee', row: 'asked' })] }],
                    },
                  },
                ],
              },
            },
          },
        ],
      },
    ],
  };
  expect(usesInNote([parseDoc(doc)], 'L')).toEqual({ columns: ['price', 'fee'], keys: ['Tuning'] });
  expect(usesInNote([parseDoc(doc)], 'N')).toBeNull();
  const changed = withKeyChanged(doc, 'L', 'tuning', 'Tuning, upright');
  expect(usesInNote([parseDoc(changed)], 'L')!.keys).toEqual(['Tuning, upright']);
  expect(usesInNote([parseDoc(changed)], 'M')!.keys).toEqual(['Tuning']);
  expect(withKeyChanged(doc, 'N', 'x', 'y')).toBe(doc);
});
