import { Fragment, type Node } from '@tiptap/pm/model';
import { schema } from './schema';

/** A document as one line: its lines of text one after the other, with a space between. Pictures and line breaks are left out. */
export function oneLine(doc: Node): Node {
  let line: Node[] = [];
  doc.descendants((node) => {
    if (!node.isTextblock) return true;
    const parts: Node[] = [];
    node.forEach((child) => {
      if (child.type.name === 'hardBreak') parts.push(schema.text(' '));
      else if (child.type.name !== 'picture') parts.push(child);
    });
    if (parts.length) line = [...line, ...(line.length ? [schema.text(' ')] : []), ...parts];
    return false;
  });
  return schema.node('doc', null, [schema.node('paragraph', null, Fragment.fromArray(line))]);
}
