import { describe, expect, it } from 'vitest';
import { Corrections, isCorrection, slipDistance } from './correction';
import { isSlipWord, SlipTable } from './table';

const table = new SlipTable([
  { slip: 'teh', meant: 'the' },
  { slip: 'recieve', meant: 'receive' },
  { slip: 'mcd', meant: 'McDermid' },
  { slip: 'strasse', meant: 'Straße' },
  { slip: 'превет', meant: 'привет' },
]);
const right = (before: string, sign = ' ') => {
  const found = table.endedBy(before, sign);
  return found && before.slice(0, before.length - found.typed.length) + found.meant;
};

describe('a slip', () => {
  it.each([
    ['teh', 'the'],
    ['Teh', 'The'],
    ['so TEH', 'so THE'],
    ['(recieve', '(receive'],
    ['mcd', 'McDermid'],
    ['Превет', 'Привет'],
    ['strasse', 'Straße'],
  ])('%j is put right at the end of its word', (before, after) => expect(right(before)).toBe(after));

  it.each(['tehx', 'x-teh', 'robin@teh', 'www.teh', 'https://x/teh', '> teh', 'teh2', "o'teh", ''])(
    '%j stays',
    (before) => expect(right(before)).toBeNull(),
  );

  it('is put right by punctuation, Tab and Enter, and not within a word', () => {
    for (const sign of ['.', '!', '”', 'Tab', 'Enter', '\u00a0']) expect(right('teh', sign)).toBe('the');
    for (const sign of ['x', '-', "'", '@', '1']) expect(right('teh', sign)).toBeNull();
  });

  it('has a later meaning in place of an earlier one, and none when it is what was meant', () => {
    const own = new SlipTable([
      { slip: 'adn', meant: 'and' },
      { slip: 'ADN', meant: 'Adn' },
      { slip: 'ok', meant: 'ok' },
    ]);
    expect(own.endedBy('adn', ' ')?.meant).toBe('Adn');
    expect(own.endedBy('ok', ' ')).toBeNull();
  });

  it('is one word', () => {
    expect(['teh', 'o’clcok', 'Ångtsröm'].every(isSlipWord)).toBe(true);
    expect(['two words', '', '12', 'a@b', '-x'].some(isSlipWord)).toBe(false);
  });
});

describe('a correction', () => {
  // Levenshtein (1966) and Damerau (1964): one change each; the pairs from memory.
  it.each([
    ['teh', 'the', 1],
    ['kitten', 'sitten', 1],
    ['sittin', 'sitting', 1],
    ['recieve', 'receive', 1],
    ['abcd', 'badc', 2],
    ['flaw', 'lawn', 2],
    ['same', 'same', 0],
  ])('%s and %s are %i apart', (a, b, apart) => expect(slipDistance(a, b)).toBe(apart));

  it('is told from another word', () => {
    expect(isCorrection('teh', 'the')).toBe(true);
    expect(isCorrection('definately', 'definitely')).toBe(true);
    expect(isCorrection('Teh', 'teh')).toBe(false);
    expect(isCorrection('Tuesday', 'Friday')).toBe(false);
    expect(isCorrection('at', 'on')).toBe(false);
    expect(isCorrection('gate', 'door')).toBe(false);
  });

  it('is offered the third time, once', () => {
    const seen = new Corrections();
    expect([1, 2, 3, 4].map(() => seen.add('Teh', 'The'))).toEqual([null, null, { slip: 'teh', meant: 'the' }, null]);
    expect(new Corrections({ 'adn→and': 2 }).add('adn', 'and')).toEqual({ slip: 'adn', meant: 'and' });
  });
});
