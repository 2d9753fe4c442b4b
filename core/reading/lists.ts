import type { DocJson } from '../note/schema';
import { isEmpty, type ListSign, type ReadBlock } from './block';

/** Bullets and numbers as they are written into the text of a paragraph. */
const BULLET = /^\s*[·•▪◦‣§o–]\s{2,}(?=\S)|^\s*[·•▪◦‣]\s*(?=\S)/u;
const NUMBER = /^\s*(\d{1,3})[.)]\s{3,}(?=\S)/u;

/** A sign that counts: figures, also of an outline, or letters with a stop. A letter alone is a picture's place in its face. */
const COUNTED = /^\(?\d{1,3}(\.\d{1,3})*[.)]?$|^\(?[a-z]{1,4}[.)]$/i;

/** What the style of a paragraph says of its place in a list; null when it is in none. The sign is in its text. */
export function itemOf(styles: Map<string, string>): ListSign | null {
  const level = /\blevel(\d)\b/.exec(styles.get('mso-list') ?? '');
  return level ? { level: Number(level[1]), sign: '' } : null;
}

interface Item {
  level: number;
  kind: 'bulletList' | 'orderedList';
  start: number;
  content: DocJson[];
}

function readItem({ node, rule, item }: ReadBlock): Item | null {
  if (rule || node.type !== 'paragraph' || !node.content?.length) return null;
  if (item) {
    const kind = COUNTED.test(item.sign) ? 'orderedList' : 'bulletList';
    return { level: item.level, kind, start: Number(/(\d+)\D*$/.exec(item.sign)?.[1] ?? 1), content: node.content };
  }
  const [first, ...rest] = node.content;
  const written = first!.text ?? '';
  const kind = BULLET.test(written) ? 'bulletList' : NUMBER.test(written) ? 'orderedList' : null;
  if (!kind) return null;
  const text = written.replace(kind === 'bulletList' ? BULLET : NUMBER, '');
  const content = [...(text ? [{ ...first!, text }] : []), ...rest];
  return { level: 1, kind, start: Number(NUMBER.exec(written)?.[1] ?? 1), content };
}

/** Paragraphs that a word processor wrote as items become lists, one in the other by their levels. */
export function lists(blocks: ReadBlock[]): ReadBlock[] {
  const out: ReadBlock[] = [];
  /** The lists that are open, the innermost last. */
  let open: { level: number; list: DocJson }[] = [];
  const items = blocks.map(readItem);
  for (const [i, block] of blocks.entries()) {
    const item = items[i];
    if (!item) {
      // The distance between two items is none in a list.
      if (open.length && isEmpty(block) && items[i + 1]) continue;
      open = [];
      out.push(block);
      continue;
    }
    const { level, kind, start, content } = item;
    open = open.filter((one) => one.level < level || (one.level === level && one.list.type === kind));
    let inner = open.at(-1);
    if (inner?.level !== level) {
      const list: DocJson = {
        type: kind,
        ...(kind === 'orderedList' && { attrs: { start, type: null } }),
        content: [],
      };
      if (inner) inner.list.content!.at(-1)!.content!.push(list);
      else out.push({ ...block, item: undefined, node: list });
      inner = { level, list };
      open.push(inner);
    }
    inner.list.content!.push({ type: 'listItem', content: [{ type: 'paragraph', content }] });
  }
  return out;
}
