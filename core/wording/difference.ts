import type { Node } from '@tiptap/pm/model';
import { toText } from '../note/text';
import { changesBetween } from '../text/aligned';
import { BRACKETED_WHOLE } from '../text/brackets';

/** A stretch of wording that stands in both, or was put in, or taken out. */
export interface Change {
  kind: 'same' | 'in' | 'out';
  text: string;
}

/** Words, blanks `[label]`, runs of space, line ends and stops, each a piece of its own. */
const PIECES = new RegExp(String.raw`${BRACKETED_WHOLE}|[\p{L}\p{N}\p{M}'’]+|\n|[^\S\n]+|[^\s\p{L}\p{N}\p{M}]`, 'gu');

/** A line with its end. */
const LINES = /[^\n]*\n|[^\n]+/g;

/**
 * The difference between two texts by word, as a reader takes it in: what was taken out stands before what came in its
 * place, and a lone space between two changes belongs to them. Where the least changes are too many to be found
 * by word they are found by line, and where those are too many the one text stands in place of the other.
 */
export function differenceOfTexts(before: string, after: string): Change[] {
  const all = (pattern: RegExp) => [before.match(pattern) ?? [], after.match(pattern) ?? []] as const;
  const [one, other] = all(PIECES);
  const parts = changesBetween(one, other) ??
    changesBetween(...all(LINES)) ?? [
      { value: one, removed: true, added: false, count: one.length },
      { value: other, removed: false, added: true, count: other.length },
    ];
  const out: Change[] = [];
  const add = (kind: Change['kind'], text: string) => {
    if (!text) return;
    const last = out.at(-1);
    if (last?.kind === kind) last.text += text;
    else out.push({ kind, text });
  };
  let taken = '';
  let put = '';
  const flush = () => {
    add('out', taken);
    add('in', put);
    taken = put = '';
  };
  parts.forEach(({ added, removed, value }, i) => {
    const text = value.join('');
    if (added) put += text;
    else if (removed) taken += text;
    else if (/^[^\S\n]+$/.test(text) && taken && put && parts[i + 1]) {
      taken += text;
      put += text;
    } else {
      flush();
      add('same', text);
    }
  });
  flush();
  return out;
}

/** The difference between two documents by word; blanks read `[label]`. */
export function difference(before: Node, after: Node): Change[] {
  return differenceOfTexts(toText(before), toText(after));
}

/** How many words were put in and taken out. */
export function countChanges(changes: Change[]): { in: number; out: number } {
  const words = (kind: Change['kind']) =>
    changes
      .filter((change) => change.kind === kind)
      .reduce((sum, { text }) => sum + (text.match(/[\p{L}\p{N}]+/gu)?.length ?? 0), 0);
  return { in: words('in'), out: words('out') };
}
