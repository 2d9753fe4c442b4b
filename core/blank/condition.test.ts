import { describe, expect, it } from 'vitest';
import { docFromText } from '../note/schema';
import { holds, type Condition } from './condition';
import { Evaluation } from './evaluate';
import type { Answers, FillContext } from './kinds/kind';

const context: FillContext = {
  person: null,
  sender: { name: 'Wren', fields: [] },
  lookups: {
    T: {
      id: 'T',
      name: 'Towns',
      keyColumn: 'k',
      columns: [
        { id: 'k', name: 'Town', type: 'text' },
        { id: 'f', name: 'Fee', type: 'money' },
        { id: 'y', name: 'Ferry', type: 'yes/no' },
      ],
      rows: [
        { k: 'Near', y: 'no' },
        { k: 'Far', f: '45', y: 'yes' },
      ],
    },
  },
  now: Date.UTC(2026, 10, 24, 9),
  locale: 'en-GB',
  timeZone: 'UTC',
  currency: 'GBP',
};
const choices = ['one', 'two', 'three'].map((label) => ({ label, wording: docFromText(`wording ${label}`) }));
const blanks = [
  { label: 'words', kind: 'text', options: {} },
  { label: 'maybe', kind: 'text', options: { optional: true } },
  { label: 'pick', kind: 'choice', options: { choices } },
  { label: 'some', kind: 'choice', options: { choices, several: true } },
  { label: 'day', kind: 'date', options: {} },
  { label: 'count', kind: 'number', options: {} },
  { label: 'price', kind: 'money', options: {} },
  { label: 'town', kind: 'lookup', options: { lookup: 'T', column: 'k' } },
  { label: 'fee', kind: 'lookup', options: { lookup: 'T', column: 'f', row: 'same', of: 'town' } },
  { label: 'ferry', kind: 'lookup', options: { lookup: 'T', column: 'y', row: 'same', of: 'town' } },
];
const when = (blank: string, test: Condition['test'], value: string, answers: Answers) =>
  holds({ blank, test, value }, new Evaluation(blanks, context, answers));

describe('a condition', () => {
  it.each<[string, Condition['test'], string, Answers, boolean | null]>([
    ['words', 'is', 'Yes', { words: 'yes ' }, true],
    ['words', 'is not', 'yes', { words: 'no' }, true],
    ['words', 'is', 'yes', {}, null],
    ['words', 'empty', '', {}, null],
    ['words', 'not empty', '', { words: 'x' }, true],
    ['maybe', 'empty', '', {}, true],
    ['maybe', 'not empty', '', { maybe: 'x' }, true],
    ['pick', 'is', 'TWO', { pick: 'two' }, true],
    ['pick', 'is', 'two', { pick: 'three' }, false],
    ['some', 'is', 'three', { some: ['one', 'three'] }, true],
    ['some', 'is not', 'three', { some: ['one', 'two'] }, true],
    ['day', 'before', '1 december 2026', { day: '30 november 2026' }, true],
    ['day', 'after', 'today', { day: '+1d' }, true],
    ['day', 'after', 'today', { day: 'today' }, false],
    ['day', 'is', 'tomorrow', { day: '2026-11-25' }, true],
    ['day', 'before', 'whenever', { day: 'today' }, null],
    ['words', 'before', 'today', { words: 'x' }, null],
    ['count', 'less than', '5', { count: '4.5' }, true],
    ['count', 'more than', '5', { count: '4.5' }, false],
    ['price', 'more than', '£1,000', { price: '1000.01' }, true],
    ['price', 'is', '95', { price: '£95' }, true],
    ['count', 'less than', 'many', { count: '1' }, null],
    ['fee', 'not empty', '', { town: 'Far' }, true],
    ['fee', 'empty', '', { town: 'Near' }, true],
    ['fee', 'empty', '', {}, null],
    ['fee', 'more than', '40', { town: 'Far' }, true],
    ['ferry', 'is', 'yes', { town: 'far' }, true],
    ['gone', 'is', 'x', {}, null],
    ['day', 'is', 'today', { day: '31 june' }, null],
  ])('%s %s %j with %j is %s', (blank, test, value, answers, expected) => {
    expect(when(blank, test, value, answers)).toBe(expected);
  });
});
