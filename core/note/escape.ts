import type { Node } from '@tiptap/pm/model';

/** The ampersand first, since the others put some in. */
const ENTITIES = [
  ['&', '&amp;'],
  ['<', '&lt;'],
  ['>', '&gt;'],
  ['"', '&quot;'],
  ["'", '&#39;'],
] as const;

/** Text made safe to stand in HTML, in an element or in a quoted attribute. */
export function escapeHtml(text: string): string {
  // Looking for one sign after the other is many times quicker than for a set of them, and most texts have none.
  let out = text;
  for (const [sign, entity] of ENTITIES) if (out.includes(sign)) out = out.replaceAll(sign, entity);
  return out;
}

const known = new WeakMap<Node, string>();

/** The text of a node as HTML. It is worked out once: when a document is read, long before it is filled and shown. */
export function prepareText(node: Node): string {
  let html = known.get(node);
  if (html === undefined) {
    html = escapeHtml(node.text ?? '');
    // Spaces survive HTML's folding: of a run every second one does not break.
    if (html.includes('  ')) html = html.replaceAll('  ', ' &nbsp;');
    if (html.includes('\t')) html = html.replaceAll('\t', '&emsp;');
    known.set(node, html);
  }
  return html;
}

/** The same where it stands: a space that begins a line does not break. */
export function textHtml(node: Node, beginsLine: boolean): string {
  const html = prepareText(node);
  return beginsLine && html.startsWith(' ') ? `&nbsp;${html.slice(1)}` : html;
}

const lines = new WeakMap<Node, string>();
/** Before the text of an ordinary paragraph, and behind it. Margins are none because mail programs differ in theirs. */
const PARAGRAPH = ['<p style="margin:0">', '</p>'] as const;

/** Makes an ordinary paragraph ready: one text without formatting that begins with a Latin letter. */
export function prepareLine(line: Node): void {
  const only = line.childCount === 1 && line.type.name === 'paragraph' && !line.attrs.align ? line.firstChild! : null;
  if (only?.isText && !only.marks.length && /^[a-z]/i.test(only.text!))
    lines.set(line, PARAGRAPH[0] + prepareText(only) + PARAGRAPH[1]);
}

/** The HTML of a paragraph that was made ready: in it is nothing to fill and nothing to leave out. */
export const preparedLine = (line: Node): string | undefined => lines.get(line);
