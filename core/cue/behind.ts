import { Fragment, type Node } from '@tiptap/pm/model';

const CLOSED = /[\s.,;:!?…。、，．！？：；]$/u;

/**
 * A note with the sign that ended its cue behind it, where it is one line and does not end with such a sign itself. Behind
 * a longer one there is no place for it.
 */
export function withBehind(doc: Node, sign: string): Node {
  const line = doc.firstChild!;
  if (!sign || doc.childCount !== 1 || line.type.name !== 'paragraph') return doc;
  if (!/\s/.test(sign) && CLOSED.test(line.textContent)) return doc;
  const content = line.content.append(Fragment.from(line.type.schema.text(sign)));
  return doc.copy(Fragment.from(line.copy(content)));
}
