import { describe, expect, it } from 'vitest';
import { toHtml } from './html';
import { DocumentError, parseDoc, type DocJson } from './schema';
import { toText } from './text';
import { visible } from './visible';

type Part = string | DocJson;
const p = (...parts: Part[]): DocJson => ({
  type: 'paragraph',
  ...(parts.length && {
    content: parts.map((part) => (typeof part === 'string' ? { type: 'text', text: part } : part)),
  }),
});
const doc = (...content: DocJson[]): DocJson => ({ type: 'doc', content });
const out: DocJson = { type: 'stretchOut', attrs: { label: 'x', content: [{ type: 'text', text: 'SECRET' }] } };
const empty: DocJson = { type: 'blank', attrs: { label: 'x', kind: 'text', empty: true } };
const outBlock: DocJson = { type: 'passageOut', attrs: { label: 'x', content: [p('SECRET')] } };
const text = (...content: DocJson[]) => toText(parseDoc(doc(...content)));

describe('what a reader sees', () => {
  it.each([
    ['between words', p('one ', out, ' two'), 'one two'],
    ['before a stop', p('one ', out, '.'), 'one.'],
    ['before a comma', p('one ', empty, ', two'), 'one, two'],
    ['at the beginning', p(out, ' two'), 'two'],
    ['at the end', p('one ', out), 'one '],
    ['without spaces', p('one', out, 'two'), 'onetwo'],
    ['two beside each other', p('one ', out, empty, ' two'), 'one two'],
    ['after a line break', p('one', { type: 'hardBreak' }, out, ' two'), 'one\ntwo'],
    ['a bracket after it', p('(', out, ') two'), '() two'],
  ])('%s', (_where, line, expected) => {
    expect(text(line)).toBe(expected);
    expect(toHtml(parseDoc(doc(line)))).not.toContain('SECRET');
  });

  it('has no line of its own for what is left out, and one empty line for two', () => {
    expect(text(p('a'), p(), outBlock, p(), p('b'))).toBe('a\n\nb');
    expect(text(outBlock, p(), p('b'))).toBe('b');
    expect(text(p('a'), p(out), p('b'))).toBe('a\nb');
    expect(text(p('a'), p(), outBlock, outBlock, p(), p('b'))).toBe('a\n\nb');
    expect(text(p('a'), outBlock, p('b'))).toBe('a\nb');
    expect(text(outBlock)).toBe('');
  });

  it('has no item, and no list, for what is left out; a table keeps its cells', () => {
    const item = (...content: DocJson[]): DocJson => ({ type: 'listItem', content });
    expect(text({ type: 'bulletList', content: [item(p(out)), item(p('b'))] })).toBe('- b');
    expect(text(p('a'), { type: 'bulletList', content: [item(p(out))] }, p('b'))).toBe('a\nb');
    const cell = (content: DocJson): DocJson => ({ type: 'tableCell', content: [content] });
    const table: DocJson = { type: 'table', content: [{ type: 'tableRow', content: [cell(p(empty)), cell(p('b'))] }] };
    expect(toHtml(parseDoc(doc(table))).match(/<td/g)).toHaveLength(2);
  });

  it('is the same document where nothing is left out', () => {
    const whole = parseDoc(doc(p('one  two'), p(), p('three')));
    expect(visible(whole)).toBe(whole);
  });

  it('keeps the formatting around', () => {
    const bold: DocJson = { type: 'text', text: 'one ', marks: [{ type: 'bold' }] };
    expect(toHtml(parseDoc(doc(p(bold, out, '.'))))).toBe('<p style="margin:0"><strong>one</strong>.</p>');
  });
});

it('what is left out must be as sound as what stands', () => {
  const broken = { ...outBlock, attrs: { label: 'x', content: [{ type: 'video' }] } } as DocJson;
  expect(() => parseDoc(doc(broken))).toThrow(DocumentError);
  const script = { type: 'text', text: 'x', marks: [{ type: 'link', attrs: { href: 'javascript:alert(1)' } }] };
  const hidden: DocJson = { type: 'stretchOut', attrs: { label: 'x', content: [script] } };
  expect(() => parseDoc(doc(p('a', hidden)))).toThrow('document.badLink');
});
