import type { Node } from '@tiptap/pm/model';
import { eachRunOrBlock } from './plainRun';
import { visible } from './visible';

/** The inline content of a paragraph as text. An open blank reads `[label]`, the way people mark one by hand. */
function inlineText(parent: Node): string {
  const only = parent.childCount === 1 ? parent.firstChild! : null;
  if (only?.isText && !only.marks.length) return only.text!;
  let out = '';
  parent.forEach((child, _offset, index) => {
    if (child.type.name === 'hardBreak') out += '\n';
    else if (child.type.name === 'blank') out += `[${child.attrs.label}]`;
    else if (child.type.name === 'picture') out += child.attrs.alt ? `(${child.attrs.alt})` : '';
    else {
      out += child.text ?? '';
      const link = child.marks.find((mark) => mark.type.name === 'link');
      const next = index + 1 < parent.childCount ? parent.child(index + 1) : null;
      if (link && !(next && link.isInSet(next.marks))) out += linkTarget(out, String(link.attrs.href));
    }
  });
  return out;
}

/** The address behind a link, unless the text before already says it. */
function linkTarget(before: string, href: string): string {
  // A link that writes a message is more than its address.
  const plain = /^mailto:[^?]*\?/i.test(href) ? href : href.replace(/^(mailto:|tel:)/i, '');
  return before.endsWith(href) || before.endsWith(plain) ? '' : ` <${plain}>`;
}

function indent(text: string, first: string): string {
  const rest = ' '.repeat(first.length);
  return text
    .split('\n')
    .map((line, i) => (i === 0 ? first + line : line ? rest + line : line))
    .join('\n');
}

function blockText(node: Node): string {
  switch (node.type.name) {
    case 'paragraph':
    case 'heading':
      return inlineText(node);
    case 'bulletList':
      return items(node)
        .map((item) => indent(item, '- '))
        .join('\n');
    case 'orderedList':
      return items(node)
        .map((item, i) => indent(item, `${Number(node.attrs.start) + i}. `))
        .join('\n');
    case 'table':
      return tableText(node);
    default:
      return items(node).join('\n');
  }
}

/** A wider cell is not waited for by the columns after it. */
const WIDEST = 40;

/** Columns side by side, two spaces apart; a long cell pushes the rest of its row. */
function tableText(table: Node): string {
  const rows: string[][] = [];
  table.forEach((row) => rows.push(items(row).map((cell) => cell.replace(/\s*\n\s*/g, ' '))));
  const widths: number[] = [];
  for (const row of rows)
    row.forEach((cell, i) => (widths[i] = Math.max(widths[i] ?? 0, Math.min(cell.length, WIDEST))));
  return rows
    .map((row) =>
      row
        .map((cell, i) => cell.padEnd(widths[i]!))
        .join('  ')
        .trimEnd(),
    )
    .join('\n');
}

function items(node: Node): string[] {
  const out: string[] = [];
  node.forEach((child) => out.push(blockText(child)));
  return out;
}

/**
 * The plain text of a document, for the `text/plain` part of a message, for search and for export. Paragraphs are
 * lines of their own, with an empty line where the document has an empty paragraph; lists are marked `- ` and `1. `;
 * a link is followed by its address; tables stand in columns. What is left out does not show. Lines are not wrapped.
 */
export function toText(doc: Node): string {
  // Put together as it goes, so that no text is copied that stands in it whole.
  let out: string | null = null;
  const add = (text: string) => (out = out === null ? text : `${out}\n${text}`);
  eachRunOrBlock(
    visible(doc),
    (run) => add(run.text),
    (block) => add(blockText(block)),
  );
  return out ?? '';
}

/** The text of a one-line document such as a subject: line breaks become spaces. */
export function toLine(doc: Node): string {
  return toText(doc).replace(/\s+/g, ' ').trim();
}
