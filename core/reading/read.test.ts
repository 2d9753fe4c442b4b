import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { toHtml } from '../note/html';
import { docOf } from './block';
import { readHtml } from './read';
import { readColour } from './styles';
import { plainDoc } from '../note/plain';
import { parseDoc } from '../note/schema';
import { toText } from '../note/text';

const FILE = 'a'.repeat(64);
const read = (html: string) =>
  parseDoc(docOf(readHtml(html, (src) => (src === 'cid:one' ? { file: FILE } : null)).blocks));
const html = (source: string) => toHtml(read(source), () => 'P');
const text = (source: string) => toText(read(source));

describe('reading HTML', () => {
  it('keeps what mail can carry', () => {
    expect(
      html(`<h2 align="center">Prices</h2><p style="margin:0">A <b>bold</b>, <i>slanted</i>, <u>underlined</u> word and
        <span style="color:#c00">red</span>, a <a href="https://x.example/a?b=1&c=2" onclick="alert(1)">link</a>.</p>
        <ul style="margin:0"><li>one<ul><li>inner</li></ul></li><li>two</li></ul><ol start="3"><li>three</li></ol>`),
    ).toBe(
      '<h2 style="margin:0;font-size:1.2em;text-align:center">Prices</h2>' +
        '<p style="margin:0">A <strong>bold</strong>, <em>slanted</em>, <u>underlined</u> word and <span style="color:#cc0000">red</span>, a <a href="https://x.example/a?b=1&amp;c=2">link</a>.</p>' +
        '<ul style="margin:0;padding-left:1.5em"><li><p style="margin:0">one</p><ul style="margin:0;padding-left:1.5em"><li><p style="margin:0">inner</p></li></ul></li><li><p style="margin:0">two</p></li></ul>' +
        '<ol start="3" style="margin:0;padding-left:1.5em"><li><p style="margin:0">three</p></li></ol>',
    );
  });

  it('keeps tables of data and opens tables that only lay out', () => {
    const data = read('<table><tr><th>Work</th><th>Price</th></tr><tr><td colspan="2">Tuning<br>120</td></tr></table>');
    expect(data.firstChild!.type.name).toBe('table');
    expect(data.firstChild!.child(1).firstChild!.attrs.colspan).toBe(2);
    expect(data.firstChild!.child(1).firstChild!.childCount).toBe(2);
    const frame = read('<table><tr><td><table><tr><td>Dear Ada</td></tr></table></td></tr></table>');
    expect(frame.toJSON().content).toEqual([
      { type: 'paragraph', attrs: { align: null }, content: [{ type: 'text', text: 'Dear Ada' }] },
    ]);
  });

  it('keeps pictures it is given a file for, counts the others, and passes over tracking dots', () => {
    const { blocks, picturesLeft } = readHtml(
      '<p>x <img src="cid:one" alt="The soundboard" width="200"> <img src="https://x.example/a.png"> <img src="https://x.example/dot" width="1" height="1"></p>',
      (src) => (src === 'cid:one' ? { file: FILE } : null),
    );
    expect(picturesLeft).toBe(1);
    expect(blocks[0]!.node.content![1]).toEqual({
      type: 'picture',
      attrs: { file: FILE, alt: 'The soundboard', width: 200 },
    });
  });

  it('makes a list of the bullets and numbers a word processor writes into its text', () => {
    const page = (sign: string) =>
      `<style>p.Text {margin:0cm;font-size:11pt}</style>
       <p class="Text">First line<o:p></o:p></p>
       <p class="Text" style="text-indent:-18pt"><!--[if !lists]--><span>${sign}<span>&nbsp;&nbsp;&nbsp;&nbsp; </span></span><!--[endif]-->One</p>
       <p class="Text" style="text-indent:-18pt"><span>${sign}<span>&nbsp;&nbsp;&nbsp;&nbsp; </span></span>Two</p>`;
    expect(text(page('·'))).toBe('First line\n- One\n- Two');
    expect(text(page('7.'))).toBe('First line\n7. One\n8. Two');
  });

  it('makes one list of a word processor’s list paragraphs, by the level and the sign they are marked with', () => {
    const item = (level: number, sign: string, words: string) =>
      `<p class="ListParagraph" style="margin-left:${level * 36}pt;text-indent:-18pt;mso-list:l0 level${level} lfo1"><![if !supportLists]><span style="mso-list:Ignore">${sign}<span style="font:7pt">&nbsp;</span></span><![endif]>${words}<o:p></o:p></p>\n`;
    expect(
      text(
        `<p>Before</p>${item(1, '·', 'One')}${item(2, 'a.', 'inner')}${item(2, 'b.', 'inner too')}${item(1, '·', 'Two')}<p>After</p>`,
      ),
    ).toBe('Before\n\n- One\n  1. inner\n  2. inner too\n- Two\n\nAfter');
    expect(text(item(1, '1.', 'One') + item(1, '2.', 'Two'))).toBe('1. One\n2. Two');
    expect(text(item(1, '1.', 'One') + item(1, '·', 'Other'))).toBe('1. One\n- Other');
    // Signs of a picture face are letters without a stop; numbers of an outline have several.
    expect(text(item(1, 'v', 'One') + item(1, 'v', 'Two'))).toBe('- One\n- Two');
    expect(text(item(1, '2.1.', 'One') + item(1, '2.2.', 'Two'))).toBe('1. One\n2. Two');
    // A list that begins further in than it should still holds together.
    expect(text(item(3, 'o', 'Deep') + item(1, 'o', 'Less'))).toBe('- Deep\n- Less');
  });

  it('keeps a table of one row when lines are drawn around its cells', () => {
    const row = '<tr><td>a</td><td>b</td></tr>';
    const isTable = (source: string) => read(source).firstChild!.type.name === 'table';
    expect(isTable(`<table border="1">${row}</table>`)).toBe(true);
    expect(isTable(`<table><tr><td style="border-left:solid #000 1pt">a</td><td>b</td></tr></table>`)).toBe(true);
    expect(isTable(`<table border="0">${row}</table>`)).toBe(false);
    expect(isTable(`<table border="1"><tr><td>alone</td></tr></table>`)).toBe(false);
  });

  it('keeps the distance between paragraphs, and none where there was none', () => {
    expect(text('<p>one</p><p>two</p>')).toBe('one\n\ntwo');
    expect(text('<p style="margin:0">one</p><p style="margin:0">two</p>')).toBe('one\ntwo');
    expect(text('<div>one</div><div><br></div><div>two<br>three</div>')).toBe('one\n\ntwo\nthree');
    expect(text('one<br><br><br><br>two<br>')).toBe('one\n\ntwo');
  });

  it('drops what is not text, and nothing runs', () => {
    const hostile = `<script>alert(1)</script><style>p{}</style><p onclick="x()">Hi <a href="javascript:alert(1)">there</a>
      <iframe src="https://x.example"></iframe><svg><text>no</text></svg><span style="display:none">hidden</span></p>
      <form><input value="x"></form><a href=" JaVaScRiPt:alert(1)">y</a>`;
    expect(html(hostile)).not.toMatch(/script|onclick|iframe|svg|hidden|input/i);
    expect(text(hostile)).toBe('Hi there\ny');
  });

  it('folds white space as a browser does, and hard spaces between words', () => {
    expect(text('<p>  a\n   b <b> c</b>&nbsp;d  </p>')).toBe('a b c d');
    expect(text('<pre>a  b\n  c</pre>')).toBe('a  b\nc');
  });

  it('takes the ink of a page and white for no colour', () => {
    expect(['#000', 'rgb(34, 34, 34)', 'black', 'windowtext', '#fff', 'inherit'].map(readColour)).toEqual(
      Array(6).fill(null),
    );
    expect(readColour('rgb(204,0,0)')).toBe('#cc0000');
    expect(readColour('Navy')).toBe('#000080');
  });

  it('gives back what our own letters say', () => {
    const source = read(
      '<h1>Prices</h1><p style="margin:0;text-align:right">a <b>b <u>c</u></b></p><p style="margin:0"><br></p><ul><li>x</li></ul>',
    );
    expect(read(toHtml(source)).eq(source)).toBe(true);
  });

  it('makes a sound document of whatever it is given', () => {
    const tags = [
      'div',
      'p',
      'b',
      'table',
      'tr',
      'td',
      'ul',
      'li',
      'ol',
      'h1',
      'blockquote',
      'br',
      'img',
      'a',
      'span',
      'pre',
    ];
    const piece = fc.oneof(
      fc
        .constantFrom(...tags)
        .map((tag) => `<${tag} style="color:red;text-align:center" href="https://x.example" src="cid:one">`),
      fc.constantFrom(...tags).map((tag) => `</${tag}>`),
      fc.constantFrom('word', ' ', '\n', '&nbsp;', '&lt;', '<', '<!--', '-->', '· ', '1.   x'),
    );
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 40 }), (pieces) => {
        const source = pieces.join('');
        expect(() => read(source)).not.toThrow();
      }),
      { numRuns: 400 },
    );
  });
});

describe('a document without formatting', () => {
  it('keeps words, blanks and what is optional, and nothing else', () => {
    const formatted = read(
      '<h1>Prices</h1><ul><li>one <b>bold</b></li><li>two</li></ul><ol start="4"><li>four</li></ol><table><tr><td>a</td><td>b</td></tr><tr><td>c</td><td><a href="https://x.example">d</a></td></tr></table><p style="text-align:center">x <img src="cid:one"></p>',
    );
    const plain = plainDoc(formatted);
    expect(toText(plain)).toBe('Prices\n\n- one bold\n- two\n\n4. four\na  b\nc  d\nx ');
    expect(JSON.stringify(plain.toJSON())).not.toMatch(/"(bold|link|heading|table|picture|center)"/);
    plain.check();
  });
});
