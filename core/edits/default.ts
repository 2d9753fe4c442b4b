import type { Node } from '@tiptap/pm/model';
import { Transform } from '@tiptap/pm/transform';
import { blankKey } from '../blank/kinds/key';
import { isKind, kindOf, optionsOf } from '../blank/kinds/registry';

/**
 * A note in which a blank stands as it is always answered unless something else is.
 * @param key the key of the blank
 * @returns the new document; null when the blank is not there or can have no default
 */
export function withDefault(doc: Node, key: string, answer: string): Node | null {
  const tr = new Transform(doc);
  let isChanged = false;
  doc.descendants((node, pos) => {
    if (node.type.name !== 'blank' || blankKey(node.attrs.label) !== key) return;
    const { kind } = node.attrs;
    // What a later version says of its kinds is left as it is.
    const blank = { kind, options: node.attrs.options as Record<string, unknown> };
    const options = isKind(kind) ? kindOf(kind).withDefault?.(optionsOf(blank), answer) : null;
    if (!options) return;
    isChanged = true;
    tr.setNodeAttribute(pos, 'options', options);
  });
  return isChanged ? tr.doc : null;
}
