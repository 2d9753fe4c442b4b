import { DomHandler, type ChildNode } from 'domhandler';
import { Parser, Tokenizer } from 'htmlparser2';

/** So many characters of an HTML text are looked at; a letter of a thousand pages has less. */
export const HTML_LIMIT = 1_000_000;
/** So deep may elements stand in one another. Letters stay far below (common practice, no source). */
export const NESTING_LIMIT = 200;

/** HTML as a tree, and what of it had to be cut. */
export interface HtmlTree {
  nodes: ChildNode[];
  /** What could not be shown as it was: all behind the limit (`long`), or how elements stand in one another (`deep`). */
  cut: 'long' | 'deep' | null;
}

/** So many elements of an HTML text are looked at, and so many pieces of text between signs. */
export const ELEMENT_LIMIT = 15_000;
const PIECE_LIMIT = 150_000;

/**
 * How much of an HTML text is looked at: up to `end`, where it is too long or has too many elements; nothing of its
 * structure when elements stand too deep in one another.
 */
export function boundsOf(html: string): { end: number; deep: boolean } {
  let depth = 0;
  let elements = 0;
  let pieces = 0;
  let end = Math.min(html.length, HTML_LIMIT);
  const parser = new Parser({
    onopentagname() {
      if (++elements > ELEMENT_LIMIT) end = parser.startIndex;
      if (++depth > NESTING_LIMIT || elements > ELEMENT_LIMIT) parser.pause();
    },
    onclosetag: () => void depth--,
    ontext() {
      if (++pieces <= PIECE_LIMIT) return;
      end = parser.startIndex;
      parser.pause();
    },
  });
  parser.write(html.slice(0, end));
  return { end, deep: depth > NESTING_LIMIT };
}

/**
 * The tree of an HTML text, in time that grows with its length. What is nested too deeply comes as its bare text, a line
 * for each block.
 */
export function parseHtml(html: string): HtmlTree {
  const { end, deep } = boundsOf(html);
  const handler = new DomHandler();
  if (deep) {
    new Parser(handler).end(textFromHtml(html).split('\n').slice(0, ELEMENT_LIMIT).map(paragraph).join(''));
    return { nodes: handler.dom, cut: 'deep' };
  }
  new Parser(handler).end(html.slice(0, end));
  return { nodes: handler.dom, cut: end < html.length ? 'long' : null };
}

const paragraph = (line: string) => `<div>${line.replace(/&/g, '&amp;').replace(/</g, '&lt;')}</div>`;

const UNSEEN = new Set(['style', 'script', 'title', 'noscript', 'template']);
const LINES = new Set(
  'address article blockquote br dd div dt footer h1 h2 h3 h4 h5 h6 header hr li p pre section table tr'.split(' '),
);

/** The text of HTML for a reader: enough for a preview, for search and where nothing else can be shown. */
export function textFromHtml(html: string): string {
  const source = html.slice(0, HTML_LIMIT);
  const out: string[] = [];
  let unseen = '';
  const nameAt = (start: number, end: number) => source.slice(start, Math.min(end, start + 20)).toLowerCase();
  const endLine = () => void (out.length && out.at(-1) !== '\n' && out.push('\n'));
  const nothing = () => {};
  const tokenizer = new Tokenizer(
    {},
    {
      ontext: (start, end) => void (unseen || out.push(source.slice(start, end))),
      ontextentity: (code) => void (unseen || out.push(String.fromCodePoint(code))),
      onopentagname(start, end) {
        const name = nameAt(start, end);
        if (UNSEEN.has(name)) unseen ||= name;
        else if (name === 'br') out.push('\n');
        else if (LINES.has(name)) endLine();
        else if (name === 'td' || name === 'th') out.push(' ');
      },
      onclosetag(start, end) {
        const name = nameAt(start, end);
        if (name === unseen) unseen = '';
        else if (LINES.has(name)) endLine();
      },
      isInForeignContext: () => false,
      onattribdata: nothing,
      onattribend: nothing,
      onattribentity: nothing,
      onattribname: nothing,
      oncdata: nothing,
      oncomment: nothing,
      ondeclaration: nothing,
      onend: nothing,
      onopentagend: nothing,
      onprocessinginstruction: nothing,
      onselfclosingtag: nothing,
    },
  );
  tokenizer.write(source);
  tokenizer.end();
  return out
    .join('')
    .split('\n')
    .map((line) => line.replace(/[ \t\r\f\u00a0]+/g, ' ').trim())
    .filter((line, i, lines) => line || (lines[i - 1] && lines[i + 1]))
    .join('\n')
    .trim();
}
