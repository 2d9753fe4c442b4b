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

function htmlOf(text: string): string {
  let html = escapeHtml(text);
  // Spaces survive HTML's folding: of a run every second one does not break.
  if (html.includes('  ')) html = html.replaceAll('  ', ' &nbsp;');
  if (html.includes('\t')) html = html.replaceAll('\t', '&emsp;');
  return html;
}

/** Works out the HTML of a text beforehand: when a document is read, long before it is filled and shown. */
export function prepareText(node: Node): string {
  const html = htmlOf(node.text!);
  known.set(node, html);
  return html;
}

/** The text of a node as HTML where it stands: a space that begins a line does not break. */
export function textHtml(node: Node, beginsLine: boolean): string {
  const html = known.get(node) ?? htmlOf(node.text ?? '');
  return beginsLine && html.startsWith(' ') ? `&nbsp;${html.slice(1)}` : html;
}
