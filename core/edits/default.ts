import type { Node } from '@tiptap/pm/model';
import { Transform } from '@tiptap/pm/transform';
import { blankKey } from '../blank/kinds/key';

/** The options of a blank with an answer as its default; null for a kind that has none, or does not know the answer. */
function optionsWith(kind: string, options: Record<string, unknown>, answer: string): Record<string, unknown> | null {
  if (kind === 'text') return { ...options, value: answer };
  const choices = (options.choices ?? []) as { label: string }[];
  if (kind === 'choice' && choices.some(({ label }) => label === answer)) return { ...options, value: answer };
  return null;
}

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
    const options = optionsWith(String(node.attrs.kind), node.attrs.options as Record<string, unknown>, answer);
    if (!options) return;
    isChanged = true;
    tr.setNodeAttribute(pos, 'options', options);
  });
  return isChanged ? tr.doc : null;
}
