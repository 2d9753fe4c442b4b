import type { Mark, Node } from '@tiptap/pm/model';
import { escapeHtml, textHtml } from './escape';
import { isSafeLink } from './link';
import { eachRunOrBlock } from './plainRun';
import { visible } from './visible';

const OPEN: Record<string, (mark: Mark) => string> = {
  bold: () => '<strong>',
  italic: () => '<em>',
  underline: () => '<u>',
  strike: () => '<s>',
  link: (mark) => (isSafeLink(mark.attrs.href) ? `<a href="${escapeHtml(mark.attrs.href)}">` : '<span>'),
  colour: (mark) => `<span style="color:${escapeHtml(mark.attrs.value)}">`,
  filled: () => '',
  stretch: () => '',
};
const CLOSE: Record<string, (mark: Mark) => string> = {
  bold: () => '</strong>',
  italic: () => '</em>',
  underline: () => '</u>',
  strike: () => '</s>',
  link: (mark) => (isSafeLink(mark.attrs.href) ? '</a>' : '</span>'),
  colour: () => '</span>',
  filled: () => '',
  stretch: () => '',
};

/** Where a picture is to be found, by its file. */
export type PictureSource = (file: string) => string;

/** Content-ID of a picture inside a message (RFC 2392): the same in the HTML and at its part. */
export const contentId = (file: string): string => `${file.slice(0, 32)}@pictures.invalid`;

function pictureHtml({ attrs }: Node, source: PictureSource): string {
  const width = attrs.width ? ` width="${Number(attrs.width)}"` : '';
  return `<img src="${escapeHtml(source(attrs.file))}" alt="${escapeHtml(attrs.alt)}"${width} style="max-width:100%">`;
}

function inlineHtml(parent: Node, source: PictureSource): string {
  const only = parent.childCount === 1 ? parent.firstChild! : null;
  if (only?.isText && !only.marks.length) return textHtml(only, true);
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
    else if (child.type.name === 'picture') out += pictureHtml(child, source);
    else if (child.type.name === 'blank') out += escapeHtml(`[${child.attrs.label}]`);
    else out += textHtml(child, beginsLine);
    beginsLine = child.type.name === 'hardBreak';
  });
  for (let i = open.length - 1; i >= 0; i--) out += CLOSE[open[i]!.type.name]!(open[i]!);
  return out;
}

/** In a letter a heading is a little larger than its text, not a title page. */
const HEADING_SIZES = [1.4, 1.2, 1.05];

/** Text of a script that runs from right to left says so, since not every mail program finds out. */
const directionOf = (node: Node): string => {
  // Most lines begin with a Latin letter, and need not be put together to see that.
  const first = node.firstChild?.text?.charCodeAt(0) ?? 0;
  if ((first | 0x20) >= 0x61 && (first | 0x20) <= 0x7a) return '';
  return RIGHT_TO_LEFT.test(node.textContent) ? ' dir="rtl"' : '';
};
const RIGHT_TO_LEFT = /^[^\p{L}]*[\p{Script=Hebrew}\p{Script=Arabic}\p{Script=Syriac}\p{Script=Thaana}]/u;

/** Margins are set to none because mail programs differ in theirs, and empty paragraphs already hold the distance. */
function blockHtml(node: Node, source: PictureSource): string {
  const align = node.attrs.align ? `;text-align:${node.attrs.align}` : '';
  switch (node.type.name) {
    case 'paragraph':
      return `<p${directionOf(node)} style="margin:0${align}">${inlineHtml(node, source) || '<br>'}</p>`;
    case 'heading': {
      const tag = `h${Number(node.attrs.level)}`;
      const size = HEADING_SIZES[Number(node.attrs.level) - 1];
      return `<${tag}${directionOf(node)} style="margin:0;font-size:${size}em${align}">${inlineHtml(node, source) || '<br>'}</${tag}>`;
    }
    case 'bulletList':
      return `<ul style="margin:0;padding-left:1.5em">${childrenHtml(node, source)}</ul>`;
    case 'orderedList': {
      const start = Number(node.attrs.start);
      return `<ol${start === 1 ? '' : ` start="${start}"`} style="margin:0;padding-left:1.5em">${childrenHtml(node, source)}</ol>`;
    }
    case 'listItem':
      return `<li>${childrenHtml(node, source)}</li>`;
    case 'table':
      return `<table style="border-collapse:collapse;margin:0"><tbody>${childrenHtml(node, source)}</tbody></table>`;
    case 'tableRow':
      return `<tr>${childrenHtml(node, source)}</tr>`;
    case 'tableHeader':
      return cellHtml(node, 'th', 'font-weight:bold;', source);
    case 'tableCell':
      return cellHtml(node, 'td', '', source);
    default:
      return childrenHtml(node, source);
  }
}

function cellHtml(node: Node, tag: 'th' | 'td', style: string, source: PictureSource): string {
  const span = (['colspan', 'rowspan'] as const)
    .filter((name) => Number(node.attrs[name]) > 1)
    .map((name) => ` ${name}="${Number(node.attrs[name])}"`)
    .join('');
  return `<${tag}${span} style="${style}text-align:${node.attrs.align ?? 'left'};vertical-align:top;padding:3px 16px 3px 0;border-bottom:1px solid #ccc">${childrenHtml(node, source)}</${tag}>`;
}

function childrenHtml(node: Node, source: PictureSource): string {
  let out = '';
  eachRunOrBlock(
    node,
    (run) => (out += run.html),
    (block) => (out += blockHtml(block, source)),
  );
  return out;
}

/**
 * The HTML of a document as mail can carry it: plain elements, style only where mail programs disagree, every text and
 * attribute escaped. Open blanks read `[label]`; what is left out does not show. Needs no DOM.
 * @param source where pictures are; without it they are parts of the same message
 */
export function toHtml(doc: Node, source: PictureSource = (file) => `cid:${contentId(file)}`): string {
  return childrenHtml(visible(doc), source);
}
