import type { Node } from '@tiptap/pm/model';
import { findCandidates, type Candidate, type Origin } from './candidates';

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
