import type { DocJson } from '../note/schema';

/** What a word processor says of a paragraph that is an item of a list: how deep it stands, and the sign before it. */
export interface ListSign {
  /** From 1. */
  level: number;
  sign: string;
}

/** One block of what was read, with what the HTML said about it. */
export interface ReadBlock {
  node: DocJson;
  /** How many block quotations it stands in. */
  quote: number;
  /** What the markup calls it, or something around it: the history of a message, or a signature. */
  hint: 'quote' | 'signature' | null;
  /** A line drawn across; it is no part of the wording. */
  rule: boolean;
  /** The paragraph is an item of a list, as word processors write one. */
  item?: ListSign;
}

/** An empty line between blocks. */
export const isEmpty = ({ node, rule }: ReadBlock) => !rule && node.type === 'paragraph' && !node.content?.length;

/** Without empty lines at the ends, and with one where there were several. */
export function tidy(blocks: ReadBlock[]): ReadBlock[] {
  const out = blocks.filter((block, i) => !(isEmpty(block) && (i === 0 || isEmpty(blocks[i - 1]!))));
  while (out.length && isEmpty(out.at(-1)!)) out.pop();
  return out;
}

/** Blocks as a document. */
export function docOf(blocks: ReadBlock[]): DocJson {
  const nodes = tidy(blocks.filter(({ rule }) => !rule)).map(({ node }) => node);
  return { type: 'doc', content: nodes.length ? nodes : [{ type: 'paragraph' }] };
}

/** Lines of plain text as blocks; those that begin with `>` are quotations (RFC 3676 4.5). */
export function readText(text: string): ReadBlock[] {
  return text
    .replace(/\r\n?/g, '\n')
    .split('\n')
    .map((line) => {
      const [marks = ''] = /^(>[ ]?)*/.exec(line)!;
      const quote = marks.replace(/[^>]/g, '').length;
      const node = line ? { type: 'paragraph', content: [{ type: 'text', text: line }] } : { type: 'paragraph' };
      return { node, quote, hint: null, rule: false };
    });
}

/** The text of a block as far as it tells what the block is: cells and items one after another. */
export function blockText(node: DocJson): string {
  if (node.type === 'text') return node.text ?? '';
  if (node.type === 'hardBreak') return ' ';
  if (node.type === 'blank') return `[${String(node.attrs?.label ?? '')}]`;
  const inline = node.type === 'paragraph' || node.type === 'heading';
  return (node.content ?? []).map(blockText).join(inline ? '' : ' ');
}
