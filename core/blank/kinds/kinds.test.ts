import { describe, expect, it } from 'vitest';
import { parseDoc, type DocJson } from '../../note/schema';
import { checkNote } from '../check';
import { toHtml } from '../../note/html';
import { Evaluation } from '../evaluate';
import { type Answers, type FillValue } from './kind';
import { KINDS } from './registry';
import { said } from '../../../tests/words';

import {
  services,
  context,
  full,
  blank,
  p,
  doc,
  wording,
  empty,
  filled,
  text,
  one,
  why,
  control,
  wrong,
} from '../../../tests/kinds';

describe('text', () => {
  it('has a usual text, may stay empty, keeps its lines', () => {
    expect(one('text', { value: 'two to three' })).toBe('two to three');
    expect(one('text', { value: 'two' }, 'five')).toBe('five');
    expect(one('text', {}, 'a\r\nb')).toBe('a\nb');
    expect(one('text', {})).toBe('[x]');
    expect(
      text(
        doc(
          p(
            'Dear ',
            blank('title', 'text', { optional: true }),
            ' Finch, ',
            blank('b', 'text', { optional: true }),
            '.',
          ),
        ),
      ),
    ).toBe('Dear Finch,.');
  });
});

describe('choice', () => {
  const choices = [
    { label: 'hammers', wording: wording('the hammers ', { type: 'text', text: 'worn', marks: [{ type: 'bold' }] }) },
    { label: 'strings', wording: wording('rust on ', blank('count', 'number'), ' strings') },
    { label: 'pins', wording: wording('loose pins') },
  ];
  it('stands for its wording, with formatting and blanks', () => {
    expect(one('choice', { choices }, 'hammers')).toBe('the hammers worn');
    expect(toHtml(filled(doc(p(blank('x', 'choice', { choices }))), { x: 'hammers' }))).toContain(
      '<strong>worn</strong>',
    );
    expect(text(doc(p(blank('x', 'choice', { choices }))), { x: 'strings', count: '3' })).toBe('rust on 3 strings');
    expect(one('choice', { choices }, 'strings')).toBe('rust on [count] strings');
  });
  it('joins several as the language does, or as a list', () => {
    const all = ['pins', 'hammers', 'strings'];
    expect(one('choice', { choices, several: true, joined: 'and' }, all)).toBe(
      'the hammers worn, rust on [count] strings and loose pins',
    );
    expect(one('choice', { choices, several: true, joined: 'or' }, ['hammers', 'pins'])).toBe(
      'the hammers worn or loose pins',
    );
    expect(one('choice', { choices, several: true, joined: 'list' }, ['hammers', 'pins'])).toBe(
      '- the hammers worn\n- loose pins',
    );
    const swedish = { ...context, locale: 'sv-SE' };
    expect(one('choice', { choices, several: true, joined: 'and' }, ['hammers', 'pins'], swedish)).toBe(
      'the hammers worn och loose pins',
    );
  });
  it('says when it is none of the list, and is checked', () => {
    expect(why('choice', { choices }, 'keys')).toBe('Choose one from the list.');
    expect(one('choice', { choices, value: 'pins' })).toBe('loose pins');
    expect(wrong(blank('x', 'choice', { choices: choices.slice(0, 1) }))[0]).toContain('at least two');
    expect(wrong(blank('x', 'choice', { choices: [choices[0], choices[0]] }))[0]).toContain('same label');
  });
});

describe('date and time', () => {
  it('reads what is typed and writes it in the language', () => {
    expect(one('date', {}, 'next friday')).toBe(full('2026-12-04'));
    expect(one('date', { weekday: false }, '+3d')).toBe('27 November 2026');
    expect(one('date', { pattern: 'EEEE d MMMM' }, 'tue')).toBe('Tuesday 1 December');
    expect(one('date', { weekday: true }, '30. juni', { ...context, locale: 'de-DE' })).toBe('Mittwoch, 30. Juni 2027');
  });
  it('reckons from today or from another blank', () => {
    expect(one('date', { from: 'today', count: 1, unit: 'month', weekday: false })).toBe('24 December 2026');
    expect(one('date', { from: 'today', count: 24, unit: 'working day', weekday: false })).toBe('29 December 2026');
    const from = doc(
      p(
        blank('visit', 'date', { weekday: false }),
        ' / ',
        blank('due', 'date', { from: 'visit', count: 6, unit: 'month', weekday: false }),
      ),
    );
    expect(text(from)).toBe('[visit] / [due]');
    expect(text(from, { visit: '31 august' })).toBe('31 August 2027 / 29 February 2028');
    expect(text(from, { visit: '31 august', due: '1 march 2028' })).toBe('31 August 2027 / 1 March 2028');
  });
  it('says when there is no such day or time', () => {
    expect(why('date', {}, '31 june')).toContain('“31 june” is not a day');
    expect(one('date', {}, '31 june')).toBe('[x]');
    expect(why('time', {}, 'lunch')).toContain('not a time of day');
    expect(one('time', {}, 'half past nine')).toBe('9:30');
    expect(one('time', { asTyped: true }, 'half past nine')).toBe('half past nine');
    expect(one('time', {}, '14.30', { ...context, locale: 'en-US' })).toMatch(/^2:30\sPM$/);
  });
});

describe('number and money', () => {
  it('reads the language’s way and writes it', () => {
    expect(one('number', { unit: 'strings' }, '1234')).toBe('1,234\u00a0strings');
    expect(one('money', {}, '1.234,50', { ...context, locale: 'de-DE' })).toBe('1.234,50\u00a0£');
    expect(one('money', { currency: 'EUR' }, '240')).toBe('€240');
    expect(one('money', { short: false }, '240')).toBe('£240.00');
  });
  it('keeps to its limits', () => {
    expect(why('number', { least: 1, most: 5 }, '6')).toBe('It must be at most 5.');
    expect(why('money', { least: 10 }, '9')).toBe('It must be at least £10.');
    expect(why('number', {}, 'a few')).toBe('“a few” is not a number.');
    expect(wrong(blank('x', 'number', { least: 5, most: 1 }))[0]).toContain('above its most');
    expect(wrong(blank('x', 'money', { currency: 'XYZ' }))[0]).toContain('not a currency');
  });
});

describe('reckoned', () => {
  const of = (label: string, column = '') => ({ blank: label, column, number: 0 });
  const figure = (number: number) => ({ blank: '', column: '', number });
  const deposit = { operation: 'percentage', operands: [figure(30), of('price')], rounding: 'up', step: 5 };
  it('takes a share of a price, rounded up, with its working', () => {
    const note = doc(p(blank('price', 'money'), ' ', blank('deposit', 'reckoned', deposit)));
    expect(text(note, { price: '240' })).toBe('£240 £75');
    expect(text(note)).toBe('[price] [deposit]');
    const evaluation = new Evaluation(
      [
        { label: 'price', kind: 'money', options: {} },
        { label: 'deposit', kind: 'reckoned', options: deposit },
      ],
      context,
      { price: '240' },
    );
    expect(said((evaluation.outcome('deposit') as FillValue).working)).toBe('30 % of £240 = £72.00, rounded up to 5');
  });
  it('adds, multiplies, divides, counts days', () => {
    const reckon = (operation: string, operands: object[], answers: Answers, more: DocJson[] = []) =>
      text(doc(p(blank('r', 'reckoned', { operation, operands }), ...more)), answers).split('|')[0];
    const money = [...['a', 'b'].map((label) => ['|', blank(label, 'money')])].flat() as DocJson[];
    const parts = money.map((part) => (typeof part === 'string' ? { type: 'text', text: part } : part));
    expect(reckon('sum', [of('a'), of('b')], { a: '0.1', b: '0.2' }, parts)).toBe('£0.30');
    expect(reckon('difference', [of('a'), of('b')], { a: '10', b: '12.5' }, parts)).toBe('-£2.50');
    expect(reckon('product', [of('a'), figure(3)], { a: '19.99' }, parts)).toBe('£59.97');
    expect(reckon('quotient', [of('a'), of('b')], { a: '10', b: '4' }, parts)).toBe('2.5');
    const days = ['a', 'b'].flatMap((label) => [{ type: 'text', text: '|' }, blank(label, 'date')]);
    expect(reckon('days between', [of('a'), of('b')], { a: '2026-12-01', b: '2027-03-01' }, days)).toBe('90');
    expect(reckon('days after', [of('a'), figure(30)], { a: '2026-12-01' }, days)).toBe(full('2026-12-31'));
  });
  it('takes columns of a lookup', () => {
    const rows = {
      lookup: 'S',
      form: 'sentence',
      entry: wording(blank('Service', 'lookup', { lookup: 'S', column: 's', row: 'entry' })),
    };
    const note = doc(
      p(
        blank('chosen', 'rows', rows),
        ': ',
        blank('sum', 'reckoned', { operation: 'sum', operands: [of('chosen', 'p')] }),
      ),
    );
    expect(text(note, { chosen: ['Tuning', 'Voicing'] })).toBe('Tuning and Voicing: £255.50');
    const cell = blank('service', 'lookup', { lookup: 'S', column: 'p' });
    expect(
      text(
        doc(p(cell, blank('half', 'reckoned', { operation: 'percentage', operands: [figure(50), of('service')] }))),
        { service: 'tuning' },
      ),
    ).toBe('£95£47.50');
  });
  it('says what is in the way: at the bench what can be known there, later what was typed', () => {
    const circle = [
      blank('a', 'reckoned', { operation: 'sum', operands: [of('b')] }),
      blank('b', 'reckoned', { operation: 'sum', operands: [of('a')] }),
    ];
    expect(wrong(...circle)[0]).toContain('in a circle');
    expect(text(doc(p(...circle)))).toBe('[a][b]');
    expect(wrong(blank('r', 'reckoned', { operation: 'sum', operands: [of('gone')] }))[0]).toContain('no such blank');
    expect(
      wrong(blank('n', 'number'), blank('r', 'reckoned', { operation: 'quotient', operands: [of('n'), figure(0)] }))[0],
    ).toContain('divided by nothing');
    expect(
      wrong(
        blank('n', 'choice', { choices: [] }),
        blank('r', 'reckoned', { operation: 'sum', operands: [of('n')] }),
      ).join(),
    ).toContain('not a number or date');
    expect(
      wrong(
        blank('s', 'lookup', { lookup: 'S', column: 'n' }),
        blank('r', 'reckoned', { operation: 'sum', operands: [of('s')] }),
      )[0],
    ).toContain('holds no numbers');
    const unread = blank('r', 'reckoned', { operation: 'sum', operands: [{ ...figure(1), number: 'about ten' }] });
    expect(wrong(unread)[0]).toContain('neither a blank nor a number');
    expect(text(doc(p(unread)))).toBe('[r]');
    const missing = { operation: 'product', operands: [figure(90), { ...figure(1), number: '' }] };
    expect(wrong(blank('r', 'reckoned', missing))[0]).toContain('neither a blank nor a number');
    expect(new Evaluation([{ label: 'r', kind: 'reckoned', options: missing }], context, {}).outcome('r')).toBeNull();
    const zero = new Evaluation(
      [
        { label: 'n', kind: 'number', options: {} },
        { label: 'r', kind: 'reckoned', options: { operation: 'quotient', operands: [figure(1), of('n')] } },
      ],
      context,
      { n: '0' },
    );
    expect(zero.outcome('r')).toMatchObject({ problem: { code: 'unread.divided', params: { label: 'n' } } });
    expect(wrong(blank('d', 'date', { from: 'd', count: 1, unit: 'day' }))[0]).toContain('circle');
  });
});

describe('person, today, message', () => {
  it('takes fields of one’s own, and offers to keep what is missing', () => {
    expect(one('person', { field: 'instrument' })).toBe('Marlow 112');
    expect(control('person', { field: 'street' })).toMatchObject({ personField: 'street', personHasIt: false });
    expect(control('person', { field: 'firstName' }).personHasIt).toBe(true);
  });
  it('greets by the part of the day', () => {
    expect(one('today', { part: 'part of the day' })).toBe('morning');
  });
  it('finds in their message, to be confirmed', () => {
    const found = (part: string) => control('message', { part }).proposals!.map(({ text }) => text);
    expect(found('subject')).toEqual(['Booking TB-4471']);
    expect(found('first line')).toEqual(['could you come on 8 December or on Thursday? You said £240, later £260.']);
    expect(found('a date')).toEqual([full('2026-12-08'), full('2026-11-26')]);
    expect(found('an amount')).toEqual(['£240', '£260']);
    expect(found('a reference')).toEqual(['TB-4471', 'A-9921']);
    expect(found('date sent')).toEqual([full('2026-11-23')]);
    // Nothing stands in the letter before it was confirmed.
    expect(one('message', { part: 'a reference' })).toBe('[x]');
    expect(one('message', { part: 'a reference' }, 'A-9921')).toBe('A-9921');
    expect(one('message', { part: 'a date' }, '2026-12-08')).toBe(full('2026-12-08'));
    expect(control('message', { part: 'a date' }, { ...context, message: null }).proposals).toEqual([]);
  });
});

describe('whatever is stored', () => {
  const strange = [
    {},
    { choices: null },
    { operands: 'x' },
    { lookup: 5, column: {} },
    { from: 'x', count: 'many' },
    { columns: [1] },
    { part: 'tide' },
    { pattern: '((' },
  ];
  it.each(KINDS.map(({ name }) => name))('%s never throws', (kind) => {
    for (const options of strange) {
      for (const answer of [undefined, '', 'x', '2026-11-24', '9'.repeat(400), ['x', 'y'], '<b>&"\u202E\n棚']) {
        const body = doc(p(blank('x', kind, options)));
        expect(() => text(body, answer === undefined ? {} : { x: answer })).not.toThrow();
        expect(() => checkNote(empty, parseDoc(body), { S: services })).not.toThrow();
      }
    }
  });
});
