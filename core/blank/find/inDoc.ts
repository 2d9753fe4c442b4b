import type { Node } from '@tiptap/pm/model';
import { findCandidates } from './candidates';
import type { Candidate, Origin } from './candidate';

/** A mark made by hand, by its place in a document. */
export interface HandMark {
  from: number;
  to: number;
  text: string;
}

/** What people put by hand where something is to be filled in, in a letter: brackets, gaps, runs of x, fields in capitals. */
export function marksIn(doc: Node): HandMark[] {
  const out: HandMark[] = [];
  doc.descendants((node, pos) => {
    if (!node.isTextblock) return node.type.name !== 'rows';
    for (const mark of marksOfLine(node)) out.push({ ...mark, from: mark.from + pos, to: mark.to + pos });
    return false;
  });
  return out;
}

/** The marks of one paragraph, as if it began at 0. */
function marksOfLine(line: Node): HandMark[] {
  if (!SIGNS.test(line.textContent)) return [];
  const ways = { locale: 'en', today: '2026-01-01' as const, off: { weekdays: [], days: [] } };
  const found = candidatesIn(line.type.schema.node('doc', null, [line]), ways, null);
  return found.map(({ from, to, text }) => ({ from, to, text }));
}

/** Without one of these there is no mark to look for. */
const SIGNS = /[[{<«_?…%【○]|\.{5}|[xX]{2}|\p{Lu}{2}/u;

/**
 * The candidates in a document by its own positions, its paragraphs read as lines. What is a blank already, and what reaches over one, is none.
 */
export function candidatesIn(
  doc: Node,
  ways: Parameters<typeof findCandidates>[1],
  origin: Origin | null,
): Candidate[] {
  let text = '';
  /** Where each line begins, in the text and in the document. */
  const lines: { at: number; pos: number }[] = [];
  doc.descendants((node, pos) => {
    if (!node.isTextblock) return node.type.name !== 'rows';
    lines.push({ at: text.length, pos: pos + 1 });
    node.forEach((child) => (text += child.isText ? child.text! : child.type.name === 'hardBreak' ? '\n' : '\uFFFC'));
    text += '\n';
    return false;
  });
  const posOf = (at: number) => {
    const line = lines.findLast((other) => other.at <= at)!;
    return line.pos + at - line.at;
  };
  return findCandidates(text, ways, origin)
    .filter((candidate) => !candidate.text.includes('\uFFFC') && !candidate.text.includes('\n'))
    .map((candidate) => ({ ...candidate, from: posOf(candidate.from), to: posOf(candidate.to) }));
}
