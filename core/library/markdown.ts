import MarkdownIt from 'markdown-it';
import { defaultMarkdownSerializer, MarkdownSerializer, type MarkdownSerializerState } from 'prosemirror-markdown';
import type { Node } from '@tiptap/pm/model';
import { docOf } from '../reading/block';
import { readHtml } from '../reading/read';
import { docFromText, type DocJson } from '../note/schema';
import { visible } from '../note/visible';

type Write = (state: MarkdownSerializerState, node: Node, parent: Node, index: number) => void;

const inside: Write = (state, node) => state.renderContent(node);

/** A table in the form that most readers of Markdown know (GitHub Flavored Markdown, section 4.10); cells in one line. */
const table: Write = (state, node) => {
  const rows: string[][] = [];
  node.forEach((row) => {
    const cells: string[] = [];
    row.forEach((cell) => {
      const lines: string[] = [];
      cell.forEach((block) => lines.push(toMarkdown(block.type.schema.node('doc', null, [block])).trim()));
      cells.push(lines.join('<br>').replace(/\|/g, '\\|').replace(/\n+/g, '<br>'));
    });
    rows.push(cells);
  });
  const [head = [], ...rest] = rows;
  const line = (cells: string[]) => `| ${cells.join(' | ')} |`;
  for (const text of [line(head), line(head.map(() => '---')), ...rest.map(line)]) {
    state.write(text);
    state.ensureNewLine();
  }
  state.closeBlock(node);
};

const base = defaultMarkdownSerializer.nodes;

const serializer = new MarkdownSerializer(
  {
    text: base.text!,
    paragraph: base.paragraph!,
    heading: base.heading!,
    bulletList: (state, node) => state.renderList(node, '  ', () => '- '),
    orderedList: (state, node) => {
      const start = Number(node.attrs.start);
      state.renderList(node, '   ', (i) => `${start + i}. `);
    },
    listItem: inside,
    hardBreak: (state) => state.write('\\\n'),
    blank: (state, node) => state.write(`[${String(node.attrs.label)}]`),
    picture: (state, node) => state.text(node.attrs.alt ? `(${node.attrs.alt})` : ''),
    passage: inside,
    rows: inside,
    passageOut: () => {},
    stretchOut: () => {},
    table,
    tableRow: inside,
    tableCell: inside,
    tableHeader: inside,
  },
  {
    bold: { open: '**', close: '**', mixable: true, expelEnclosingWhitespace: true },
    italic: { open: '*', close: '*', mixable: true, expelEnclosingWhitespace: true },
    strike: { open: '~~', close: '~~', mixable: true, expelEnclosingWhitespace: true },
    underline: { open: '<u>', close: '</u>', mixable: true, expelEnclosingWhitespace: true },
    link: {
      open: () => '[',
      close: (_state, mark) => `](<${String(mark.attrs.href)}>)`,
    },
    colour: { open: '', close: '' },
    stretch: { open: '', close: '' },
    filled: { open: '', close: '' },
  },
);

/** A document as Markdown (CommonMark, with tables of GitHub Flavored Markdown). Blanks read `[label]`. Empty paragraphs are the distance Markdown has anyway. */
export function toMarkdown(doc: Node): string {
  const seen = visible(doc);
  const blocks: Node[] = [];
  seen.forEach((block) => {
    if (block.type.name !== 'paragraph' || block.content.size) blocks.push(block);
  });
  if (!blocks.length) return '';
  return serializer.serialize(seen.type.schema.node('doc', null, blocks), { tightLists: true }).trimEnd();
}

const parser = new MarkdownIt({ html: true, linkify: false, breaks: false });

/** No note is longer, nor a paragraph of one. What is comes as it is written, since signs in it are looked for again and again. */
const LONGEST = 400_000;
const LONGEST_BLOCK = 10_000;

/** Whether so many characters stand together without an empty line. */
function hasLongBlock(source: string): boolean {
  let block = 0;
  for (const line of source.split('\n')) {
    block = line.trim() ? block + line.length : 0;
    if (block > LONGEST_BLOCK) return true;
  }
  return false;
}

/** Markdown as a document; what of it mail cannot carry is dropped as from HTML. */
export function fromMarkdown(source: string): DocJson {
  if (source.length > LONGEST || hasLongBlock(source)) return docFromText(source.trimEnd());
  return docOf(readHtml(parser.render(source)).blocks);
}
