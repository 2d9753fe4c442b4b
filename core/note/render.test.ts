import type { Node } from '@tiptap/pm/model';
import { htmlToText } from 'html-to-text';
import { isSafeLink, linkTo } from './link';
import { describe, expect, it } from 'vitest';
import { docFromText, DocumentError, emptyDoc, isEmptyDoc, parseDoc, type DocJson } from './schema';
import { escapeHtml } from './escape';
import { toHtml } from './html';
import { toLine, toText } from './text';
import { withoutSignatures, type Signature } from './signature';

const withoutSignature = (doc: Node, ...bodies: Node[]) =>
  withoutSignatures(doc, {
    signatures: bodies.map((body, i): Signature => ({ id: `${i}`, name: '', body: body.toJSON() })),
  });
import { checkNote } from '../blank/check';
import { said } from '../../tests/words';

const t = (text: string, ...marks: object[]): DocJson =>
  ({ type: 'text', text, ...(marks.length && { marks }) }) as DocJson;
const p = (...content: DocJson[]): DocJson => ({ type: 'paragraph', ...(content.length && { content }) });
const doc = (...content: DocJson[]): DocJson => ({ type: 'doc', content });
const blank = (label: string, kind = 'text', options = {}): DocJson => ({
  type: 'blank',
  attrs: { label, kind, options },
});
const list = (type: string, ...texts: string[]): DocJson => ({
  type,
  content: texts.map((text) => ({ type: 'listItem', content: [p(t(text))] })),
});
const link = (href: string) => ({ type: 'link', attrs: { href } });

describe('reading a stored document', () => {
  it.each([
    ['nothing', null],
    ['text', 'hello'],
    ['an unknown node', doc({ type: 'video' })],
    ['text where a block belongs', doc(t('loose'))],
    ['an empty document', { type: 'doc', content: [] }],
    ['a node that is no document', p(t('x'))],
    [
      'an attribute of the wrong type',
      doc(p({ type: 'blank', attrs: { label: 7, kind: 'text' } } as unknown as DocJson)),
    ],
    ['an unknown mark', doc(p(t('x', { type: 'blink' })))],
    ['a link that runs a script', doc(p(t('x', link('javascript:alert(1)'))))],
    ['a link to data', doc(p(t('x', link('data:text/html,x'))))],
  ])('refuses %s in words', (_name, json) => {
    expect(() => parseDoc(json)).toThrow(DocumentError);
  });

  it('gives back what it was given', () => {
    const written = doc(p(t('Dear ', { type: 'bold' }), blank('name')), p(), list('bulletList', 'a', 'b'));
    expect(parseDoc(parseDoc(written).toJSON()).toJSON()).toEqual(parseDoc(written).toJSON());
  });

  it('knows what is empty', () => {
    expect(isEmptyDoc(emptyDoc())).toBe(true);
    expect(isEmptyDoc(docFromText(' \n\n'))).toBe(true);
    expect(isEmptyDoc(doc(p(blank('x'))))).toBe(false);
    expect(isEmptyDoc(list('bulletList', 'x'))).toBe(false);
  });
});

describe('plain text', () => {
  it('has a line for each paragraph, marks lists, and names blanks in brackets', () => {
    const note = doc(
      p(t('Dear '), blank('name'), t(',')),
      p(),
      list('bulletList', 'one', 'two'),
      list('orderedList', 'first', 'second'),
    );
    expect(toText(parseDoc(note))).toBe('Dear [name],\n\n- one\n- two\n1. first\n2. second');
  });

  it('follows a link with its address, unless the text says it', () => {
    expect(toText(parseDoc(doc(p(t('the page', link('https://x.example/a')), t('.')))))).toBe(
      'the page <https://x.example/a>.',
    );
    expect(toText(parseDoc(doc(p(t('https://x.example/a', link('https://x.example/a'))))))).toBe('https://x.example/a');
    expect(toText(parseDoc(doc(p(t('a@x.example', link('mailto:a@x.example'))))))).toBe('a@x.example');
    const bold = { type: 'bold' };
    expect(
      toText(parseDoc(doc(p(t('the ', link('https://x.example')), t('page', bold, link('https://x.example')))))),
    ).toBe('the page <https://x.example>');
  });

  it('indents a list in a list', () => {
    const inner = list('bulletList', 'b');
    const outer: DocJson = {
      type: 'orderedList',
      attrs: { start: 3 },
      content: [{ type: 'listItem', content: [p(t('a')), inner] }],
    };
    expect(toText(parseDoc(doc(outer)))).toBe('3. a\n   - b');
  });

  it('makes one line of a subject', () => {
    expect(toLine(parseDoc(doc(p(t('  a'), { type: 'hardBreak' }, t('b\tc ')))))).toBe('a b c');
  });
});

describe('HTML', () => {
  it('escapes text and attributes', () => {
    const nasty = `<script>alert("1")</script> & 'x'`;
    expect(toHtml(parseDoc(doc(p(t(nasty)))))).toBe(`<p style="margin:0">${escapeHtml(nasty)}</p>`);
    expect(toHtml(parseDoc(doc(p(t('x', link('https://x.example/?a="b"&c'))))))).toContain(
      'href="https://x.example/?a=&quot;b&quot;&amp;c"',
    );
    expect(toHtml(parseDoc(doc(p(blank('<b>')))))).toContain('[&lt;b&gt;]');
  });

  it('closes and opens marks in order', () => {
    const bold = { type: 'bold' };
    const italic = { type: 'italic' };
    expect(toHtml(parseDoc(doc(p(t('a', bold), t('b', bold, italic), t('c', italic)))))).toBe(
      '<p style="margin:0"><strong>a<em>b</em></strong><em>c</em></p>',
    );
  });

  it('keeps spaces that HTML would fold, and leaves the others to break lines', () => {
    const bold = { type: 'bold' };
    expect(toHtml(parseDoc(doc(p(t(' a  b'), t(' c', bold)))))).toBe(
      '<p style="margin:0">&nbsp;a &nbsp;b<strong> c</strong></p>',
    );
  });

  it('leaves no trace of filled blanks', () => {
    const filled = {
      type: 'filled',
      attrs: { insertion: 'a', place: '0', label: 'x', value: 'v' },
    };
    expect(toHtml(parseDoc(doc(p(t('v', filled)))))).toBe('<p style="margin:0">v</p>');
  });

  it('says the same as the plain text, read by an independent converter', () => {
    const written = doc(
      p(t('Dear Ada,')),
      p(),
      p(t('two'), { type: 'hardBreak' }, t('lines & <signs>')),
      list('bulletList', 'one', 'two'),
      p(t('the end')),
    );
    const words = (text: string) => text.replace(/[-*\s]+/g, ' ').trim();
    expect(words(htmlToText(toHtml(parseDoc(written)), { wordwrap: false }))).toBe(words(toText(parseDoc(written))));
  });
});

describe('a note that ends with the signature', () => {
  const signature = parseDoc(doc(p(t('Wren Halloway', { type: 'bold' })), p(t('01632 960 418'))));
  const cut = (text: string) => toText(withoutSignature(parseDoc(docFromText(text)), signature));

  it.each([
    ['at its end', 'Hello.\n\nWren Halloway\n01632 960 418', 'Hello.'],
    ['below the signature line of RFC 3676 4.3', 'Hello.\n-- \nWren Halloway\n01632 960 418', 'Hello.'],
    ['in other spacing', 'Hello.\n\nwren  halloway\n\n01632 960 418\n', 'Hello.'],
  ])('loses it %s', (_where, before, after) => expect(cut(before)).toBe(after));

  it.each([
    ['a name alone', 'Hello.\n\nWren Halloway'],
    ['the same lines in the middle', 'Wren Halloway\n01632 960 418\nis my name.'],
    ['a sentence that ends like it', 'Call Wren Halloway\n01632 960 418'],
  ])('keeps %s', (_what, text) => expect(cut(text)).toBe(text));

  it('keeps everything when there is no signature', () => {
    const note = parseDoc(docFromText('Hello.'));
    expect(withoutSignature(note, parseDoc(emptyDoc()))).toBe(note);
    // Whichever of one's own it is, and one above another.
    const hire = parseDoc(docFromText('Wren, concert hire'));
    const both = parseDoc(docFromText(`Text.\n\nWren, concert hire\n\n${toText(signature)}`));
    expect(toText(withoutSignature(both, signature, hire))).toBe('Text.');
  });
});

describe('checking a note', () => {
  const check = (...content: DocJson[]) =>
    checkNote(parseDoc(emptyDoc()), parseDoc(doc(p(...content)))).map(({ problem }) => said(problem));

  it('finds nothing wrong with the same blank twice', () => {
    expect(check(blank('Day', 'text', { hint: '' }), blank('day ', 'text', { hint: '' }))).toEqual([]);
  });
  it('names two blanks of one label that ask different things, with both places', () => {
    const [problem] = checkNote(
      parseDoc(doc(p(blank('day', 'today', { part: 'date' })))),
      parseDoc(doc(p(t('x'), blank('Day')))),
    );
    expect(said(problem!.problem)).toContain('“Day”');
    expect(problem!.places).toEqual([
      { part: 'subject', pos: 1 },
      { part: 'body', pos: 2 },
    ]);
  });
  it('names a blank without a label, of an unknown kind, or with options that do not fit', () => {
    expect(check(blank(' '))[0]).toContain('no label');
    expect(check(blank('x', 'oracle'))[0]).toContain('kind that this version does not know');
    expect(check(blank('x', 'person', { field: '' }))[0]).toContain('field of the person');
    expect(check(blank('x', 'today', { part: 'tide' }))[0]).toContain('what of today');
    expect(check(blank('x', 'sender', { field: ' ' }))[0]).toContain('which of your fields');
  });
});

describe('where a link may lead', () => {
  it.each([
    ['https://x.example/a', 'https://x.example/a'],
    ['www.x.example', 'https://www.x.example'],
    ['x.example/prices?a=1', 'https://x.example/prices?a=1'],
    ['ada@client.example', 'mailto:ada@client.example'],
    ['tel:01632960418', 'tel:01632960418'],
  ])('%s leads to %s', (typed, href) => {
    expect(linkTo(typed)).toBe(href);
    expect(isSafeLink(href)).toBe(true);
  });

  it.each([
    '/wiki',
    '#top',
    'ms-word:abc',
    'java\tscript:alert(1)',
    'javascript:alert(1)',
    'data:text/html,x',
    '',
    'two words',
  ])('%j leads nowhere', (typed) => expect(linkTo(typed)).toBeNull());
});

describe('text that runs from right to left', () => {
  it('says so in the HTML, and other text does not', () => {
    expect(toHtml(parseDoc(docFromText('שלום Ada')))).toContain('<p dir="rtl"');
    expect(toHtml(parseDoc(docFromText('– مرحبا')))).toContain('<p dir="rtl"');
    expect(toHtml(parseDoc(docFromText('Dear רות')))).not.toContain('dir=');
  });
});
