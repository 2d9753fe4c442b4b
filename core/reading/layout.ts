import { isTag, type ChildNode, type Element } from 'domhandler';
import { DomUtils } from 'htmlparser2';
import { stylesOf } from './styles';

/**
 * A table that lays a page out is none in a letter: only one of several columns is, with no table inside, and with several
 * rows or lines drawn around its cells.
 */
export function isDataTable(element: Element): boolean {
  let inner = false;
  let widest = 0;
  let rows = 0;
  let lined = Number(element.attribs.border) > 0;
  const walk = (node: ChildNode) => {
    if (!isTag(node)) return;
    if (node.name === 'table') inner = true;
    if (/^t[dh]$/.test(node.name) && /border[\w-]*:[^;]*\bsolid\b/i.test(node.attribs.style ?? '')) lined = true;
    if (node.name === 'tr') {
      rows++;
      widest = Math.max(widest, node.children.filter((cell) => isTag(cell) && /^t[dh]$/.test(cell.name)).length);
    }
    node.children.forEach(walk);
  };
  element.children.forEach(walk);
  const isFrame = /^(presentation|none)$/.test(element.attribs.role ?? '');
  return !inner && !isFrame && widest > 1 && (rows > 1 || lined);
}

/** A line drawn down the left side is how quotations are set off where no element says so (common practice). */
export function isBordered(name: string, styles: Map<string, string>): boolean {
  if (name !== 'div' && name !== 'p') return false;
  const line = styles.get('border-left') ?? '';
  return /\bsolid\b/.test(line) && !/^(0|none)/.test(line) && !styles.has('border') && styles.has('padding-left');
}

/** Where the text of a cell stands, when it says so. */
export function alignOf(cell: Element): string | null {
  const said = (stylesOf(cell).get('text-align') ?? cell.attribs.align ?? '').toLowerCase();
  return /^(center|right|justify)$/.test(said) ? said : null;
}

/** The classes of paragraphs that the style sheet brought along gives no distance. */
export function closeClasses(nodes: ChildNode[]): Set<string> {
  const found = new Set<string>();
  for (const sheet of DomUtils.getElementsByTagName('style', nodes, true)) {
    for (const rule of DomUtils.textContent(sheet).split('}')) {
      const at = rule.indexOf('{');
      if (at < 0 || !isClose(rule.slice(at + 1))) continue;
      for (const [, name] of rule.slice(0, at).matchAll(/\bp\.([\w-]+)/g)) found.add(name!);
    }
  }
  return found;
}

/** Whether the declarations of a rule say that nothing keeps a distance. */
const isClose = (declarations: string): boolean =>
  declarations.split(';').some((one) => {
    const at = one.indexOf(':');
    return (
      at > 0 &&
      /^margin(-bottom)?$/.test(one.slice(0, at).trim()) &&
      one
        .slice(at + 1)
        .trimStart()
        .startsWith('0')
    );
  });
