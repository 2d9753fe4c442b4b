import { describe, expect, it } from 'vitest';
import { docFromText, parseDoc, type DocJson } from '../note/schema';
import { checkNote } from '../note/check';
import { toHtml } from '../note/html';
import { toText } from '../note/text';
import type { Lookup } from '../lookup/lookup';
import { Evaluation } from './evaluate';
import { fill } from './fill';
import { isValue, type Answers, type FillContext } from './kind';
import { KINDS } from './registry';

const services: Lookup = {
  id: 'S',
  name: 'Services',
  keyColumn: 's',
  columns: [
    { id: 's', name: 'Service', type: 'text' },
    { id: 'p', name: 'Price', type: 'money' },
    { id: 'n', name: 'Note', type: 'text' },
    { id: 'd', name: 'From', type: 'date' },
    { id: 'l', name: 'Page', type: 'link' },
  ],
  rows: [
    { s: 'Tuning', p: '95', n: 'quiet room', d: '2027-01-12', l: 'https://x.example/tuning' },
    { s: 'Voicing', p: '160.5' },
    { s: 'Repair <b>', p: '18', n: 'a & b' },
  ],
};

const context: FillContext = {
  person: {
    firstName: 'Ines',
    lastName: 'Calloway',
    fullName: 'Ines Calloway',
    address: 'ines@client.example',
    company: '',
    fields: [{ name: 'Instrument', value: 'Marlow 112' }],
  },
  sender: { name: 'Wren Halloway', fields: [] },
  message: {
    subject: 'Re: Booking TB-4471',
    sentAt: Date.UTC(2026, 10, 23, 9),
    text: 'Dear Wren,\n\ncould you come on 8 December or on Thursday? You said £240, later £260.\nThe order number is A-9921.\n\nInes',
  },
  lookups: { S: services },
  now: Date.UTC(2026, 10, 24, 9),
  locale: 'en-GB',
  timeZone: 'Europe/London',
  currency: 'GBP',
  daysOff: { weekdays: [6, 7], days: ['2026-12-25'] },
};

/** CLDR changes the comma after the weekday from one edition to the next. */
const full = (day: string) =>
  new Intl.DateTimeFormat('en-GB', { dateStyle: 'full', timeZone: 'UTC' }).format(new Date(day));

type Part = string | DocJson;
const blank = (label: string, kind: string, options: object = {}): DocJson => ({
  type: 'blank',
  attrs: { label, kind, options },
});
const inline = (parts: Part[]) => parts.map((part) => (typeof part === 'string' ? { type: 'text', text: part } : part));
const p = (...parts: Part[]): DocJson => ({ type: 'paragraph', content: inline(parts) });
const doc = (...blocks: DocJson[]): DocJson => ({ type: 'doc', content: blocks });
const wording = (...parts: Part[]) => doc(p(...parts));
const empty = parseDoc(docFromText(''));

const filled = (body: DocJson, answers: Answers = {}, ctx = context) =>
  fill({ subject: empty, body: parseDoc(body) }, ctx, answers, 'i').body;
const text = (body: DocJson, answers: Answers = {}, ctx = context) => toText(filled(body, answers, ctx));
const one = (kind: string, options: object, answer?: string | string[], ctx = context) =>
  text(doc(p(blank('x', kind, options))), answer === undefined ? {} : { x: answer }, ctx);
const why = (kind: string, options: object, answer?: string | string[], ctx = context) => {
  const outcome = new Evaluation(
    [{ label: 'x', kind, options: options as never }],
    ctx,
    answer === undefined ? {} : { x: answer },
  ).outcome('x');
  return outcome && !isValue(outcome) ? outcome.problem : '';
};
const control = (kind: string, options: object, ctx = context) =>
  new Evaluation([{ label: 'x', kind, options: options as never }], ctx, {}).control('x');
const wrong = (...blanks: DocJson[]) =>
  checkNote(empty, parseDoc(doc(p(...blanks))), { S: services }).map(({ message }) => message);

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
    expect(why('choice', { choices }, 'keys')).toBe('Choose one of the list.');
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
    expect(why('date', {}, '31 june')).toContain('"31 june" is no day that exists');
    expect(one('date', {}, '31 june')).toBe('[x]');
    expect(why('time', {}, 'lunch')).toContain('no time of day');
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
    expect(why('number', { least: 1, most: 5 }, '6')).toBe('It is at most 5.');
    expect(why('money', { least: 10 }, '9')).toBe('It is at least £10.');
    expect(why('number', {}, 'a few')).toBe('"a few" is no number.');
    expect(wrong(blank('x', 'number', { least: 5, most: 1 }))[0]).toContain('above its most');
    expect(wrong(blank('x', 'money', { currency: 'XYZ' }))[0]).toContain('no currency');
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
    expect(evaluation.outcome('deposit')).toMatchObject({ working: '30 % of £240 = £72.00, rounded up to 5' });
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
    ).toContain('no number or date');
    expect(
      wrong(
        blank('s', 'lookup', { lookup: 'S', column: 'n' }),
        blank('r', 'reckoned', { operation: 'sum', operands: [of('s')] }),
      )[0],
    ).toContain('holds no numbers');
    const zero = new Evaluation(
      [
        { label: 'n', kind: 'number', options: {} },
        { label: 'r', kind: 'reckoned', options: { operation: 'quotient', operands: [figure(1), of('n')] } },
      ],
      context,
      { n: '0' },
    );
    expect(zero.outcome('r')).toMatchObject({ problem: expect.stringContaining('divided by nothing') });
    expect(wrong(blank('d', 'date', { from: 'd', count: 1, unit: 'day' }))[0]).toContain('circle');
  });
});

describe('person, today, message', () => {
  it('takes fields of one’s own, and offers to keep what is missing', () => {
    expect(one('person', { field: 'instrument' })).toBe('Marlow 112');
    expect(control('person', { field: 'street' })).toMatchObject({ personField: 'street' });
    expect(control('person', { field: 'firstName' }).personField).toBeUndefined();
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

describe('lookup', () => {
  const cell = (label: string, column: string, more: object = {}) =>
    blank(label, 'lookup', { lookup: 'S', column, ...more });
  it('takes a row asked for, and further columns of the same row', () => {
    const note = doc(
      p(
        cell('service', 's'),
        ' ',
        cell('price', 'p', { row: 'same', of: 'service' }),
        ' ',
        cell('from', 'd', { row: 'same', of: 'price' }),
      ),
    );
    expect(text(note)).toBe('[service] [price] [from]');
    expect(text(note, { service: 'tuning' })).toBe('Tuning £95 12 January 2027');
    expect(text(note, { service: 'Voicing' })).toBe('Voicing £160.50 [from]');
    expect(text(note, { service: 'Voicing', from: '1 march 2027' })).toBe('Voicing £160.50 1 March 2027');
  });
  it('takes a fixed row, and links as links', () => {
    expect(one('lookup', { lookup: 'S', column: 'p', row: 'fixed', of: 'Voicing' })).toBe('£160.50');
    expect(toHtml(filled(doc(p(cell('page', 'l', { row: 'fixed', of: 'Tuning' })))))).toContain(
      '<a href="https://x.example/tuning">',
    );
    expect(toHtml(filled(doc(p(cell('x', 's', { row: 'fixed', of: 'Repair <b>' })))))).toContain('Repair &lt;b&gt;');
  });
  it('takes a cell that is no link as words, so that the letter can be kept', () => {
    const table = { ...services, rows: [{ s: 'Odd', l: 'javascript:alert(1)' }] };
    const odd = filled(
      doc(p(cell('page', 'l', { row: 'fixed', of: 'Odd' }))),
      {},
      { ...context, lookups: { S: table } },
    );
    expect(() => parseDoc(odd.toJSON())).not.toThrow();
    expect(toText(odd)).toBe('javascript:alert(1)');
    expect(toHtml(odd)).not.toContain('<a');
  });
  it('says when lookup, row or cell is not there', () => {
    expect(why('lookup', { lookup: 'gone', column: 'p' })).toContain('is gone');
    expect(why('lookup', { lookup: 'S', column: 'p' }, 'Nothing')).toContain('has no row "Nothing"');
    expect(why('lookup', { lookup: 'S', column: 'n', row: 'fixed', of: 'Voicing' })).toBe(
      'Voicing has no Note in "Services".',
    );
    expect(wrong(cell('x', 'z'))[0]).toContain('no such column');
    expect(wrong(cell('x', 'p', { row: 'fixed', of: 'Moving' }))[0]).toContain('no row "Moving"');
    expect(wrong(cell('x', 'p', { row: 'same', of: 'y' }))[0]).toContain('no such blank');
  });
});

describe('rows', () => {
  const cell = (column: string) => blank(column, 'lookup', { lookup: 'S', column, row: 'entry' });
  const entry = wording(cell('s'), ' for ', { ...cell('p'), marks: [{ type: 'bold' }] });
  const columns = [
    { title: 'Service', wording: wording(cell('s')) },
    { title: 'Price', wording: wording('only ', cell('p')) },
  ];
  it('stand as a table, a list or a sentence', () => {
    const table = doc(p('Before ', blank('x', 'rows', { lookup: 'S', form: 'table', columns }), ' after'));
    expect(text(table, { x: ['Voicing', 'Tuning'] })).toBe(
      'Before \nService  Price\nTuning   only £95\nVoicing  only £160.50\n after',
    );
    expect(toHtml(filled(table, { x: ['Tuning'] }))).toMatch(/<table.*<th.*Service.*<td.*only £95/);
    expect(one('rows', { lookup: 'S', form: 'list', entry }, ['Tuning', 'Voicing'])).toBe(
      '- Tuning for £95\n- Voicing for £160.50',
    );
    expect(
      toHtml(filled(doc(p(blank('x', 'rows', { lookup: 'S', form: 'list', entry }))), { x: ['Tuning'] })),
    ).toContain('<strong>£95</strong>');
    expect(one('rows', { lookup: 'S', form: 'sentence', entry, order: 'picked' }, ['Voicing', 'Tuning'])).toBe(
      'Voicing for £160.50 and Tuning for £95',
    );
    expect(one('rows', { lookup: 'S', form: 'table', columns })).toBe('[x]');
  });
  it('are checked', () => {
    expect(wrong(blank('x', 'rows', { lookup: 'S', form: 'table', columns: [] }))[0]).toContain('needs a column');
    expect(
      wrong(
        blank('x', 'rows', {
          lookup: 'S',
          form: 'list',
          entry: wording(blank('z', 'lookup', { lookup: 'S', column: 'z', row: 'entry' })),
        }),
      )[0],
    ).toContain('no column');
    expect(why('rows', { lookup: 'S', form: 'table', columns }, ['Moving'])).toContain('has no row "Moving"');
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
