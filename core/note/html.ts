import type { Mark, Node } from '@tiptap/pm/model';
import { isSafeLink } from './link';
import { visible } from './visible';

/** Text made safe to stand in HTML, in an element or in a quoted attribute. */
export function escapeHtml(text: string): string {
  if (!/[&<>"']/.test(text)) return text;
  return text
    .replace(/&/g, '&amp;')
    .replace(/</g, '&lt;')
    .replace(/>/g, '&gt;')
    .replace(/"/g, '&quot;')
    .replace(/'/g, '&#39;');
}

const OPEN: Record<string, (mark: Mark) => string> = {
  bold: () => '<strong>',
  italic: () => '<em>',
  underline: () => '<u>',
  link: (mark) => (isSafeLink(mark.attrs.href) ? `<a href="${escapeHtml(mark.attrs.href)}">` : '<span>'),
  filled: () => '',
  stretch: () => '',
};
const CLOSE: Record<string, (mark: Mark) => string> = {
  bold: () => '</strong>',
  italic: () => '</em>',
  underline: () => '</u>',
  link: (mark) => (isSafeLink(mark.attrs.href) ? '</a>' : '</span>'),
  filled: () => '',
  stretch: () => '',
};

/** Spaces survive HTML's folding: of a run every second one does not break, nor does one that begins a line. */
function textHtml(text: string, beginsLine: boolean): string {
  if (!/[&<>"'\t]| {2}|^ /.test(text)) return text;
  const html = escapeHtml(text).replace(/ {2}/g, ' &nbsp;').replace(/\t/g, '&emsp;');
  return beginsLine ? html.replace(/^ /, '&nbsp;') : html;
}

function inlineHtml(parent: Node): string {
  let out = '';
  let open: readonly Mark[] = [];
  let beginsLine = true;
  parent.forEach((child) => {
    let keep = 0;
    while (keep < open.length && keep < child.marks.length && open[keep]!.eq(child.marks[keep]!)) keep++;
    for (let i = open.length - 1; i >= keep; i--) out += CLOSE[open[i]!.type.name]!(open[i]!);
    for (let i = keep; i < child.marks.length; i++) out += OPEN[child.marks[i]!.type.name]!(child.marks[i]!);
    open = child.marks;
    if (child.type.name === 'hardBreak') out += '<br>';
    else if (child.type.name === 'blank') out += escapeHtml(`[${child.attrs.label}]`);
    else out += textHtml(child.text ?? '', beginsLine);
    beginsLine = child.type.name === 'hardBreak';
  });
  for (let i = open.length - 1; i >= 0; i--) out += CLOSE[open[i]!.type.name]!(open[i]!);
  return out;
}

/** Margins are set to none because mail programs differ in theirs, and empty paragraphs already hold the distance. */
function blockHtml(node: Node): string {
  switch (node.type.name) {
    case 'paragraph':
      return `<p style="margin:0">${inlineHtml(node) || '<br>'}</p>`;
    case 'bulletList':
      return `<ul style="margin:0;padding-left:1.5em">${childrenHtml(node)}</ul>`;
    case 'orderedList': {
      const start = Number(node.attrs.start);
      return `<ol${start === 1 ? '' : ` start="${start}"`} style="margin:0;padding-left:1.5em">${childrenHtml(node)}</ol>`;
    }
    case 'listItem':
      return `<li>${childrenHtml(node)}</li>`;
    case 'table':
      return `<table style="border-collapse:collapse;margin:0"><tbody>${childrenHtml(node)}</tbody></table>`;
    case 'tableRow':
      return `<tr>${childrenHtml(node)}</tr>`;
    case 'tableHeader':
      return cellHtml(node, 'th', 'font-weight:bold;');
    case 'tableCell':
      return cellHtml(node, 'td', '');
    default:
      return childrenHtml(node);
  }
}

function cellHtml(node: Node, tag: 'th' | 'td', style: string): string {
  const span = (['colspan', 'rowspan'] as const)
    .filter((name) => Number(node.attrs[name]) > 1)
    .map((name) => ` ${name}="${Number(node.attrs[name])}"`)
    .join('');
  return `<${tag}${span} style="${style}text-align:left;vertical-align:top;padding:3px 16px 3px 0;border-bottom:1px solid #ccc">${childrenHtml(node)}</${tag}>`;
}

function childrenHtml(node: Node): string {
  let out = '';
  node.forEach((child) => (out += blockHtml(child)));
  return out;
}

/**
 * The HTML of a document as mail can carry it: plain elements, style only where mail programs disagree, every text and
 * attribute escaped. Open blanks read `[label]`; what is left out does not show. Needs no DOM.
 */
export function toHtml(doc: Node): string {
  return childrenHtml(visible(doc));
}
