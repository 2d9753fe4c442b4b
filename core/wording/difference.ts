import { diffArrays } from 'diff';
import type { Node } from '@tiptap/pm/model';
import { toText } from '../note/text';
import { BRACKETED_WHOLE } from '../text/brackets';

/** A stretch of wording that stands in both, or was put in, or taken out. */
export interface Change {
  kind: 'same' | 'in' | 'out';
  text: string;
}

/** Words, blanks `[label]`, runs of space, line ends and stops, each a piece of its own. */
const PIECES = new RegExp(String.raw`${BRACKETED_WHOLE}|[\p{L}\p{N}\p{M}'’]+|\n|[^\S\n]+|[^\s\p{L}\p{N}\p{M}]`, 'gu');

/**
 * The difference between two texts by word, as a reader takes it in: what was taken out stands before what came in its
 * place, and a lone space between two changes belongs to them. The least changes are found by the algorithm of Myers
 * (1986), as the package `diff` has it.
 */
export function differenceOfTexts(before: string, after: string): Change[] {
  const parts = diffArrays(before.match(PIECES) ?? [], after.match(PIECES) ?? []);
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
