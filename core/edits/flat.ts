import type { Node } from '@tiptap/pm/model';
import { kindOf } from '../blank/kinds/registry';

/** The text of a document, a paragraph a line and each blank `[label]`, with the place in the document of every sign. */
export interface Flat {
  text: string;
  /** Where the sign begins; -1 for the end of a line. */
  from: number[];
  /** Where it ends. */
  to: number[];
}

/** A document as one text. What is no wording (pictures, rows of a lookup) is a single sign. */
export function flat(doc: Node): Flat {
  let text = '';
  const from: number[] = [];
  const to: number[] = [];
  const add = (words: string, at: (i: number) => [number, number]) => {
    for (let i = 0; i < words.length; i++) {
      const [start, end] = at(i);
      from.push(start);
      to.push(end);
    }
    text += words;
  };
  doc.descendants((node, pos) => {
    if (!node.isTextblock) return true;
    if (text) add('\n', () => [-1, -1]);
    node.forEach((child, offset) => {
      const start = pos + 1 + offset;
      const whole = (): [number, number] => [start, start + child.nodeSize];
      if (child.isText) add(child.text!, (i) => [start + i, start + i + 1]);
      else if (child.type.name === 'blank') {
        // Where the caret stands after filling is no wording, and stands in no letter.
        if (!kindOf(child.attrs.kind).isPlace) add(`[${child.attrs.label}]`, whole);
      } else add(child.type.name === 'hardBreak' ? ' ' : '\uFFFC', whole);
    });
    return false;
  });
  return { text, from, to };
}
