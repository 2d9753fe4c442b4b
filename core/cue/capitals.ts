import type { Node } from '@tiptap/pm/model';
import { withCapitals, type Capitals } from '../text/case';

const PLAIN_WORD = /^[\p{Ll}][\p{Ll}\p{M}'’-]*[,;.!?…:]?(?=\s|$)/u;

/** Text of the note's own: not a link, and not what a blank became. */
const isOwn = (node: Node) =>
  node.isText && !node.marks.some(({ type }) => type.name === 'filled' || type.name === 'link');
const isReference = (text: string) => /[@\d]|:\/\//.test(text);

/**
 * A note with the capitals its cue was typed with, where it allows them: a capital first where it begins with a plain word
 * in small letters, all capitals where it is one line of text. Links, addresses, numbers and what blanks became stay.
 */
export function capitalised(doc: Node, capitals: Capitals): Node {
  const line = doc.firstChild!;
  if (capitals === 'none' || line.type.name !== 'paragraph') return doc;
  const isAll = capitals === 'all' && doc.childCount === 1;
  const opening = line.firstChild;
  if (!isAll && !(opening && isOwn(opening) && PLAIN_WORD.test(opening.text!))) return doc;
  const parts: Node[] = [];
  line.forEach((node, _at, i) => {
    const changes = isOwn(node) && (isAll ? !isReference(node.text!) : i === 0);
    const text = changes ? withCapitals(node.text!, isAll ? 'all' : 'first') : '';
    parts.push(text ? node.type.schema.text(text, node.marks) : node);
  });
  return doc.copy(doc.content.replaceChild(0, line.type.create(line.attrs, parts)));
}
