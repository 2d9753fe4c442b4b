import { isTag, isText, type ChildNode, type Element } from 'domhandler';
import { DomUtils } from 'htmlparser2';
import { parseHtml } from './htmlTree';
import { tidy, type ListSign, type ReadBlock } from './block';
import { alignOf, closeClasses, isBordered, isDataTable } from './layout';
import { trimmed } from './line';
import { itemOf, lists } from './lists';
import { stylesOf, withMarks, type Marks } from './styles';
import { countNodes, MOST_NODES, type DocJson } from '../note/schema';

/** What becomes of a picture of the HTML: what the note keeps of it, or null to leave it out. */
export type PictureOf = (src: string, alt: string) => { file: string } | null;

/** What was read of HTML. */
export interface ReadHtml {
  blocks: ReadBlock[];
  /** Pictures left out since they stand elsewhere or are of a kind mail cannot carry. */
  picturesLeft: number;
  /** What is not as it stood: cut at the limit of length, or without its order since it was nested too deeply. */
  cut: 'long' | 'deep' | null;
}

/** Lists and tables deeper in one another than this are read as paragraphs. */
const DEEPEST = 8;

const SKIPPED = new Set(
  'script style head title template noscript iframe object embed svg math form select textarea button input audio video map'.split(
    ' ',
  ),
);
const BLOCKS = new Set(
  'address article aside blockquote center dd details div dl dt fieldset figcaption figure footer h1 h2 h3 h4 h5 h6 header hr li main nav ol p pre section summary table tbody td tfoot th thead tr ul'.split(
    ' ',
  ),
);
/** Words by which mail programs of every kind name the parts of a message in class and id. */
const QUOTE_WORDS = /(quot|cite|fwd|forward|rply|reply|original|history)/i;
const SIGNATURE_WORDS = /signature|(^|[-_\s])sig([-_\s]|$)/i;

class Reader {
  readonly blocks: ReadBlock[] = [];
  picturesLeft = 0;
  #line: DocJson[] = [];
  #align: string | null = null;
  /** A paragraph that keeps its distance was just closed. */
  #distance = false;

  constructor(
    readonly picture: PictureOf,
    /** Classes whose paragraphs keep no distance, from the style sheet that came along. */
    readonly close: Set<string>,
    /** How many lists and tables stand around. */
    readonly depth = 0,
  ) {}

  /** What is said of a block by everything around it. */
  #around = { quote: 0, hint: null as ReadBlock['hint'] };

  #push(node: DocJson, rule = false): void {
    this.blocks.push({ node, ...this.#around, rule });
  }

  /** The sign of the list item that is being read, as far as it was read. */
  #item: ListSign | null = null;

  #text(raw: string, marks: Marks, pre: boolean): void {
    let text = raw.replace(/\u200b|\ufeff/g, '');
    if (pre) {
      const lines = text.replace(/\r\n?/g, '\n').split('\n');
      lines.forEach((line, i) => {
        if (i) this.#break();
        if (line) this.#line.push({ type: 'text', text: line, ...(marks.length && { marks }) });
      });
      return;
    }
    text = text.replace(/[\t\n\r\f ]+/g, ' ');
    if (!text) return;
    const last = this.#line.at(-1);
    if (/^ /.test(text) && (!last || (last.type === 'text' && / $/.test(last.text!)))) text = text.slice(1);
    if (text) this.#line.push({ type: 'text', text, ...(marks.length && { marks }) });
  }

  /** The end of a line inside a block. */
  #break(): void {
    this.#flush('paragraph', {}, true);
  }

  #flush(type = 'paragraph', attrs: Record<string, unknown> = {}, evenEmpty = false): void {
    const content = trimmed(this.#line);
    this.#line = [];
    if (!content.length && !evenEmpty) return;
    const all = { ...attrs, ...(this.#align && { align: this.#align }) };
    this.#push({ type, ...(Object.keys(all).length && { attrs: all }), ...(content.length && { content }) });
  }

  /** Reads what stands inside as blocks of their own, for a list item or a cell. */
  #inside(element: Element, marks: Marks): DocJson[] {
    return this.#readInside(element.children, marks);
  }

  #readInside(nodes: ChildNode[], marks: Marks): DocJson[] {
    const reader = new Reader(this.picture, this.close, this.depth + 1);
    reader.read(nodes, marks, false);
    reader.end();
    this.picturesLeft += reader.picturesLeft;
    return tidy(reader.blocks.filter(({ rule }) => !rule)).map(({ node }) => node);
  }

  end(): void {
    this.#flush();
  }

  read(nodes: ChildNode[], marks: Marks, pre: boolean): void {
    for (const node of nodes) {
      if (isText(node)) this.#text(node.data, marks, pre);
      else if (isTag(node)) this.#element(node, marks, pre);
    }
  }

  #element(element: Element, marks: Marks, pre: boolean): void {
    const { name } = element;
    if (SKIPPED.has(name)) return;
    const styles = stylesOf(element);
    if (/\bnone\b/.test(styles.get('display') ?? '')) return;
    if (this.#item && styles.get('mso-list') === 'ignore') {
      this.#item.sign = DomUtils.textContent(element).trim();
      return;
    }
    const before = this.#around;
    const called = `${element.attribs.class ?? ''} ${element.attribs.id ?? ''}`;
    if (SIGNATURE_WORDS.test(called)) this.#around = { ...before, hint: before.hint ?? 'signature' };
    else if (QUOTE_WORDS.test(called) || (name === 'blockquote' && element.attribs.type === 'cite'))
      this.#around = { ...before, hint: 'quote' };
    if (isBordered(name, styles)) this.#around = { ...this.#around, quote: this.#around.quote + 1 };
    const changed = this.#around !== before;
    if (BLOCKS.has(name)) {
      const outer = this.#around;
      this.#around = before;
      this.#flush();
      this.#around = outer;
      this.#block(element, styles, withMarks(element, styles, marks), pre);
      this.#flush();
    } else if (name === 'br') this.#break();
    else if (name === 'img') this.#image(element);
    else {
      if (changed) this.#flush();
      this.read(element.children, withMarks(element, styles, marks), pre);
      if (changed) this.#flush();
    }
    this.#around = before;
  }

  #image({ attribs }: Element): void {
    const tiny = (size = '') => /^[0-2](px)?$/.test(size.trim());
    if (tiny(attribs.width) || tiny(attribs.height)) return;
    const kept = attribs.src ? this.picture(attribs.src, attribs.alt ?? '') : null;
    if (!kept) {
      if (attribs.src) this.picturesLeft++;
      return;
    }
    const width = /^\d+$/.test(attribs.width ?? '') ? Number(attribs.width) : null;
    this.#line.push({ type: 'picture', attrs: { ...kept, alt: (attribs.alt ?? '').slice(0, 300), width } });
  }

  #block(element: Element, styles: Map<string, string>, marks: Marks, pre: boolean): void {
    const { name, attribs } = element;
    const align = this.#align;
    const said = styles.get('text-align') ?? attribs.align ?? (name === 'center' ? 'center' : '');
    if (/^(center|right|justify)$/i.test(said)) this.#align = said.toLowerCase();
    else if (/^(left|start)$/i.test(said)) this.#align = null;
    if (name === 'hr') this.#push({ type: 'paragraph' }, true);
    else if (/^h[1-6]$/.test(name)) {
      this.#keepDistance();
      const start = this.blocks.length;
      this.read(
        element.children,
        marks.filter(({ type }) => type !== 'bold'),
        pre,
      );
      this.#flush('heading', { level: Math.min(3, Number(name[1])) });
      for (const block of this.blocks.slice(start))
        if (block.node.type === 'paragraph' && block.node.content)
          block.node = {
            ...block.node,
            type: 'heading',
            attrs: { ...block.node.attrs, level: Math.min(3, Number(name[1])) },
          };
      this.#distance = true;
    } else if ((name === 'ul' || name === 'ol') && this.depth < DEEPEST) {
      const isClose = this.#isClose(element, styles);
      if (!isClose) this.#keepDistance();
      this.#list(element, marks);
      this.#distance = !isClose;
    } else if (name === 'table' && this.depth < DEEPEST && isDataTable(element)) {
      this.#table(element, marks);
      this.#distance = false;
    } else if (name === 'blockquote') {
      this.#around = { ...this.#around, quote: this.#around.quote + 1 };
      this.read(element.children, marks, pre);
    } else if (name === 'p') {
      const isClose = this.#isClose(element, styles);
      if (!isClose) this.#keepDistance();
      const start = this.blocks.length;
      this.#item = itemOf(styles);
      this.read(element.children, marks, pre);
      this.#flush('paragraph', {}, this.blocks.length === start);
      const first = this.blocks[start];
      if (this.#item?.sign && first) first.item = this.#item;
      this.#item = null;
      this.#distance = !isClose;
    } else this.read(element.children, marks, pre || name === 'pre');
    this.#flush();
    this.#align = align;
  }

  /** Whether a block keeps no distance to what follows. */
  #isClose({ attribs }: Element, styles: Map<string, string>): boolean {
    const none = /^0(px|pt|cm|in|em)?(\s|$)/;
    return (
      none.test(styles.get('margin') ?? '') ||
      none.test(styles.get('margin-bottom') ?? '') ||
      (attribs.class ?? '').split(/\s+/).some((one) => this.close.has(one))
    );
  }

  /** Between paragraphs that keep their distance stands an empty one, as in our own letters. */
  #keepDistance(): void {
    const last = this.blocks.at(-1);
    if (this.#distance && last && !last.rule && (last.node.content?.length ?? 0) > 0) this.#push({ type: 'paragraph' });
    this.#distance = false;
  }

  #list(element: Element, marks: Marks): void {
    const items: DocJson[] = [];
    for (const child of element.children) {
      if (!isTag(child) || SKIPPED.has(child.name)) continue;
      const nested = /^[uo]l$/.test(child.name);
      if (nested && items.length) {
        items.at(-1)!.content!.push(...this.#readInside([child], marks));
        continue;
      }
      const inside = this.#inside(child, marks);
      if (!inside.length) continue;
      const first = inside[0]!.type === 'paragraph' ? [] : [{ type: 'paragraph' }];
      items.push({ type: 'listItem', content: [...first, ...inside] });
    }
    if (!items.length) return;
    const start = Number(element.attribs.start);
    this.#push(
      element.name === 'ul'
        ? { type: 'bulletList', content: items }
        : {
            type: 'orderedList',
            attrs: { start: Number.isInteger(start) && start > 0 ? start : 1, type: null },
            content: items,
          },
    );
  }

  #table(element: Element, marks: Marks): void {
    const rows: DocJson[] = [];
    const span = (text: string | undefined) => Math.min(50, Math.max(1, Number.parseInt(text ?? '1') || 1));
    const walk = (node: ChildNode) => {
      if (!isTag(node)) return;
      if (node.name !== 'tr') return node.children.forEach(walk);
      const cells = node.children.filter((cell): cell is Element => isTag(cell) && /^t[dh]$/.test(cell.name));
      if (!cells.length) return;
      rows.push({
        type: 'tableRow',
        content: cells.map((cell) => {
          const inside = this.#inside(cell, marks);
          return {
            type: cell.name === 'th' ? 'tableHeader' : 'tableCell',
            attrs: {
              colspan: span(cell.attribs.colspan),
              rowspan: span(cell.attribs.rowspan),
              colwidth: null,
              align: alignOf(cell),
            },
            content: inside.length ? inside : [{ type: 'paragraph' }],
          };
        }),
      });
    };
    element.children.forEach(walk);
    if (rows.length) this.#push({ type: 'table', content: rows });
  }
}

/** As many of some nodes as a document may have pieces; of a table or list that goes over it, as much as fits. */
function withinNodes(nodes: DocJson[], most: number): DocJson[] {
  let left = most;
  for (const [i, node] of nodes.entries()) {
    const count = countNodes(node, left);
    left -= count;
    if (left >= 0) continue;
    const isCuttable = /^(table|bulletList|orderedList)$/.test(node.type);
    const inner = isCuttable ? withinNodes(node.content ?? [], left + count - 1) : [];
    return [...nodes.slice(0, i), ...(inner.length ? [{ ...node, content: inner }] : [])];
  }
  return nodes;
}

/**
 * Reads HTML of a message, a web page or a word processor into blocks of the note's own model. What mail can carry stays:
 * headings, lists, links, tables, pictures, bold, italic, underline, colour, alignment; everything else is dropped, its text
 * stays. Nothing is fetched and nothing runs. The time grows with the length, which is bounded (htmlTree.ts).
 * @param picture decides about each picture; without it all are left out and counted
 */
export function readHtml(html: string, picture: PictureOf = () => null): ReadHtml {
  const { nodes, cut } = parseHtml(html);
  const reader = new Reader(picture, closeClasses(nodes));
  reader.read(nodes, [], false);
  reader.end();
  const all = tidy(lists(reader.blocks));
  const read = all.map(({ node }) => node);
  const kept = withinNodes(read, MOST_NODES - 1);
  const blocks = kept === read ? all : kept.map((node, i) => ({ ...all[i]!, node }));
  return { blocks, picturesLeft: reader.picturesLeft, cut: kept === read ? cut : 'long' };
}
