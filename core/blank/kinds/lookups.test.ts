import { describe, expect, it } from 'vitest';
import { parseDoc } from '../../note/schema';
import { toHtml } from '../../note/html';
import { toText } from '../../note/text';

import { services, context, blank, p, doc, wording, filled, text, one, why, wrong } from '../../../tests/kinds';

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
    expect(why('lookup', { lookup: 'gone', column: 'p' })).toContain('was deleted');
    expect(why('lookup', { lookup: 'S', column: 'p' }, 'Nothing')).toContain('has no row “Nothing”');
    expect(why('lookup', { lookup: 'S', column: 'n', row: 'fixed', of: 'Voicing' })).toBe(
      'Voicing has no Note in “Services”.',
    );
    expect(wrong(cell('x', 'z'))[0]).toContain('no such column');
    expect(wrong(cell('x', 'p', { row: 'fixed', of: 'Moving' }))[0]).toContain('no row “Moving”');
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
    ).toContain('not a column');
    expect(why('rows', { lookup: 'S', form: 'table', columns }, ['Moving'])).toContain('has no row “Moving”');
  });
});
