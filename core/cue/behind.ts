import { Fragment, type Node } from '@tiptap/pm/model';

const STOP = /^[.。．]$/u;
const STOPPED = /[.!?…。！？．]\s*$/u;

/**
 * A note with the sign that ended its cue behind it, at the end of its last line. Only a full stop behind a sentence that
 * has ended already goes, and a space behind a note of several lines.
 */
export function withBehind(doc: Node, sign: string): Node {
  const line = doc.lastChild!;
  const isSpace = /^\s*$/.test(sign);
  if (!sign || !line.isTextblock || (isSpace && (doc.childCount > 1 || /\s$/.test(line.textContent)))) return doc;
  if (STOP.test(sign) && STOPPED.test(line.textContent)) return doc;
  const content = line.content.append(Fragment.from(line.type.schema.text(sign)));
  return doc.copy(doc.content.replaceChild(doc.childCount - 1, line.copy(content)));
}
