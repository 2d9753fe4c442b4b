import type { DocJson } from '../note/schema';
import { BRACKETED } from '../text/brackets';

/** A blank as it reads in plain text. A remark in brackets longer than a label is none, nor is the text of a link. */
const BRACKETS = new RegExp(String.raw`${BRACKETED}(?!\()`, 'g');

/** A document in which `[label]` in its text is a blank for asked text, with the formatting it stood in. */
export function blanksFromBrackets(doc: DocJson): DocJson {
  const one = (node: DocJson): DocJson[] => {
    if (node.type !== 'text') return [{ ...node, ...(node.content && { content: node.content.flatMap(one) }) }];
    const out: DocJson[] = [];
    let at = 0;
    const text = node.text!;
    const add = (part: string) => part && out.push({ ...node, text: part });
    for (const match of text.matchAll(BRACKETS)) {
      const label = match[1]!.trim();
      if (!/[\p{L}]/u.test(label)) continue;
      add(text.slice(at, match.index));
      out.push({
        type: 'blank',
        // The place of the caret reads like a blank in plain text, and is one again.
        attrs:
          label === 'caret' ? { label, kind: 'caret', options: {} } : { label, kind: 'text', options: { hint: '' } },
        ...(node.marks && { marks: node.marks.filter(({ type }) => type !== 'link') }),
      });
      at = match.index + match[0].length;
    }
    add(text.slice(at));
    return out;
  };
  return one(doc)[0]!;
}
