import type { Node } from '@tiptap/pm/model';
import { fold } from '../text/fold';
import { schema } from './schema';
import { toText } from './text';

/**
 * A note's document without the account's own signature at its end, and without the `-- ` line above it
 * (RFC 3676 section 4.3), so that the signature of the message stands once. Only a whole match at the very end is cut;
 * a name alone in the text stays.
 */
export function withoutSignature(doc: Node, signature: Node): Node {
  const wanted = fold(toText(signature));
  if (!wanted) return doc;
  const blocks: Node[] = [];
  doc.forEach((block) => blocks.push(block));
  for (let from = blocks.length - 1; from >= 0; from--) {
    const tail = fold(toText(schema.node('doc', null, blocks.slice(from))));
    if (tail.length > wanted.length + 3) break;
    if (tail === wanted || tail === `-- ${wanted}` || tail === `--${wanted}`) {
      let end = from;
      const isRule = (node: Node) => /^--\s*$/.test(node.textContent);
      while (end > 0 && (blocks[end - 1]!.content.size === 0 || isRule(blocks[end - 1]!))) end--;
      return schema.node('doc', null, end > 0 ? blocks.slice(0, end) : [schema.node('paragraph')]);
    }
  }
  return doc;
}
