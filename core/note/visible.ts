import { Fragment, type Node } from '@tiptap/pm/model';
import { eachRunOrBlock } from './plainRun';

/** Whether an inline node is one a reader does not see: a part left out, or a blank filled with nothing. */
function isUnseen(node: Node): boolean {
  return node.type.name === 'stretchOut' || (node.type.name === 'blank' && node.attrs.empty === true);
}

function hasUnseen(node: Node): boolean {
  let found = false;
  eachRunOrBlock(
    node,
    () => {},
    (child) => (found ||= isUnseen(child) || child.type.name === 'passageOut' || (!child.isLeaf && hasUnseen(child))),
  );
  return found;
}

const isEmptyLine = (node: Node | undefined) => node?.type.name === 'paragraph' && node.content.size === 0;

/** A line without what is unseen; of the spaces around it one stays, and none before a stop. Null when nothing else stood there. */
function seenLine(paragraph: Node): Node | null {
  const { schema } = paragraph.type;
  const seen: Node[] = [];
  let cut = false;
  paragraph.forEach((child) => {
    if (isUnseen(child)) {
      cut = true;
      return;
    }
    let node = child;
    const last = seen.at(-1);
    if (cut && node.isText) {
      const before = last?.text ?? '';
      const text = node.text!;
      if (last?.isText && /\s$/.test(before) && /^[,.;:!?]/.test(text)) {
        seen.pop();
        if (before.trimEnd()) seen.push(schema.text(before.trimEnd(), last.marks));
      } else if (/^\s/.test(text) && (!last || /\s$/.test(before) || last.type.name === 'hardBreak')) {
        if (text.length === 1) return;
        node = schema.text(text.slice(1), node.marks);
      }
    }
    cut = false;
    seen.push(node);
  });
  const changed = seen.length !== paragraph.childCount;
  if (changed && seen.every((node) => node.isText && !node.text!.trim())) return null;
  return changed ? paragraph.copy(Fragment.fromArray(seen)) : paragraph;
}

function seenBlocks(parent: Node): Node {
  const blocks: Node[] = [];
  let gone = false;
  parent.forEach((child) => {
    const seen = child.isTextblock ? seenLine(child) : child.type.name === 'passageOut' ? null : seenBlocks(child);
    if (seen?.childCount === 0 && /^table(Cell|Header)$/.test(seen.type.name)) {
      blocks.push(seen.copy(Fragment.from(seen.type.schema.nodes.paragraph!.create())));
      return;
    }
    if (!seen || (seen.childCount === 0 && child.childCount > 0 && !child.isTextblock)) {
      gone = true;
      return;
    }
    // The empty line after what is gone goes with it, where one stands before already.
    if (gone && isEmptyLine(seen) && (!blocks.length || isEmptyLine(blocks.at(-1)))) return;
    gone = false;
    blocks.push(seen);
  });
  return parent.copy(Fragment.fromArray(blocks));
}

/**
 * The document as a reader sees it: passages left out and blanks filled with nothing are gone, and neither a double space
 * nor a second empty line shows where they stood.
 */
export function visible(doc: Node): Node {
  return hasUnseen(doc) ? seenBlocks(doc) : doc;
}
