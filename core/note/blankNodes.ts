import type { Node } from '@tiptap/pm/model';
import { eachRunOrBlock } from './plainRun';

const known = new WeakMap<Node, readonly { node: Node; pos: number }[]>();

/** The blanks that stand in a document, in reading order, each with its position. Found once for each state of it. */
export function blankNodes(doc: Node): readonly { node: Node; pos: number }[] {
  let found = known.get(doc);
  if (!found) known.set(doc, (found = find(doc)));
  return found;
}

function find(doc: Node): { node: Node; pos: number }[] {
  const found: { node: Node; pos: number }[] = [];
  const walk = (parent: Node, start: number) => {
    let pos = start;
    eachRunOrBlock(
      parent,
      (run) => (pos += run.size),
      (node) => {
        if (node.type.name === 'blank') found.push({ node, pos });
        else if (!node.isLeaf) walk(node, pos + 1);
        pos += node.nodeSize;
      },
    );
  };
  walk(doc, 0);
  return found;
}
