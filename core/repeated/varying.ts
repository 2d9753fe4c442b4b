import type { Origin, Ways } from '../blank/find/candidate';
import { findCandidates } from '../blank/find/candidates';
import { blankKey } from '../blank/kinds/key';
import type { BlankDef } from '../blank/kinds/kind';
import { kindOf } from '../blank/kinds/registry';
import { alignment, tokens, valueIn } from '../text/aligned';
import { inCommon } from './alike';
import { wordsOf } from './pieces';
import { docFromText, type DocJson } from '../note/schema';

/** A stretch that changes from letter to letter: the blank it becomes, and what stood there, what came most often first. */
export interface Varying {
  blank: BlankDef;
  values: string[];
}
/** A wording as read: what stays, and what changes. */
export type Part = string | Varying;

/** A stretch changes when it is otherwise in this share of the letters; less often it was a slip or a better word. */
const CHANGES = 0.3;
/** Where more of it changes, there is no wording left to keep. */
const MOSTLY = 0.6;
/** So few values, each more than once on the mean, are a choice. */
const CHOICES = 4;
const LABEL = 40;

/** The distinct values, what came most often first. */
function byCount(values: string[]): string[] {
  const counts = new Map<string, number>();
  for (const value of values) counts.set(value, (counts.get(value) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1]).map(([value]) => value);
}

const choiceOf = (values: string[]) => ({
  ...kindOf('choice').defaults,
  choices: values.map((value) => ({ label: value.slice(0, LABEL), wording: docFromText(value) })),
});

/** The text most like all the others; of several, the first. */
function typical(texts: string[]): number {
  const rows = texts.map(wordsOf);
  const sums = rows.map((row) =>
    rows.reduce((sum, other) => sum + inCommon(row, other) / Math.max(row.length, other.length, 1), 0),
  );
  return sums.indexOf(Math.max(...sums));
}

/** A wording as it stands in one letter, and who that was written to. */
export interface Written {
  text: string;
  origin: Origin;
}

/**
 * What stays and what changes in a wording that was written several times. Shown is the most typical of the texts; a stretch
 * of it that is otherwise in a good part of the others is a blank: of the kind its value looks like, a choice where the same
 * few values come again, or text.
 * @param letters the wording as it was written each time, the latest first
 * @returns the parts in order; null when hardly anything stays
 */
export function partsOf(letters: Written[], ways: Ways): Part[] | null {
  const shown = typical(letters.map(({ text }) => text));
  const { text, origin } = letters[shown] ?? { text: '', origin: null };
  const all = tokens(text);
  const read = letters
    .filter((_, i) => i !== shown)
    .map((other) => {
      const theirs = tokens(other.text);
      return { text: other.text, tokens: theirs, at: alignment(all, theirs) };
    });
  const least = Math.max(1, read.length * CHANGES);
  const varies = all.map((_, i) => read.filter(({ at }) => at[i]! < 0).length >= least);
  if (varies.filter(Boolean).length > all.length * MOSTLY) return null;

  // A day or an amount is one blank, also where only a figure of it changed.
  const candidates = findCandidates(text, ways, origin).filter(({ why }) => why !== 'marked');
  const runs: { first: number; last: number; blank?: BlankDef }[] = [];
  for (let i = 0; i < all.length; i++) {
    if (!varies[i]) continue;
    const found = candidates.find(({ from, to }) => from < all[i]!.to && to > all[i]!.from);
    let first = i;
    while (found && first > 0 && all[first - 1]!.to > found.from) first--;
    while (i + 1 < all.length && (varies[i + 1] || (found && all[i + 1]!.from < found.to))) i++;
    const last = runs.at(-1);
    // The stop behind it is none of it.
    const end = i > first && /^[.,;:!?]$/.test(all[i]!.text) && !(found && found.to >= all[i]!.to) ? i - 1 : i;
    if (last && last.last >= first) last.last = end;
    else runs.push({ first, last: end, blank: found?.blank });
  }

  const parts: Part[] = [];
  const taken = new Set<string>();
  let from = 0;
  for (const { first, last, blank } of runs) {
    const start = all[first]!.from;
    const end = all[last]!.to;
    const own = text.slice(start, end);
    const written = [own, ...read.flatMap((one) => valueIn(one.text, one.tokens, one.at, first, last) || [])];
    const values = byCount(written);
    const isChoice = !blank && values.length <= CHOICES && values.length * 2 <= written.length;
    const kind = blank?.kind ?? (isChoice ? 'choice' : 'text');
    const options = blank?.options ?? (isChoice ? choiceOf(values) : { ...kindOf('text').defaults });
    let label = (blank?.label ?? own).replace(/[[\]]/g, '').slice(0, LABEL).trim() || 'text';
    for (let n = 2, bare = label; taken.has(blankKey(label)); n++) label = `${bare} ${n}`;
    taken.add(blankKey(label));
    if (start > from) parts.push(text.slice(from, start));
    parts.push({ blank: { label, kind, options }, values });
    from = end;
  }
  if (from < text.length) parts.push(text.slice(from));
  return parts;
}

/** A wording with its blanks as the body of a note. */
export const docOfParts = (parts: Part[]): DocJson => ({
  type: 'doc',
  content: [
    {
      type: 'paragraph',
      content: parts.map((part): DocJson =>
        typeof part === 'string' ? { type: 'text', text: part } : { type: 'blank', attrs: { ...part.blank } },
      ),
    },
  ],
});

/** A wording with its blanks as text; a blank reads `[label]`. */
export const textOfParts = (parts: Part[]): string =>
  parts.map((part) => (typeof part === 'string' ? part : `[${part.blank.label}]`)).join('');

/** So long is the name of a wording at most. */
const NAME = 44;

/** A name for a wording: how it begins, with … for what changes. */
export function nameOfParts(parts: Part[]): string {
  const text = parts
    .map((part) => (typeof part === 'string' ? part : '…'))
    .join('')
    .replace(/\s+/g, ' ');
  if (text.length <= NAME) return text.replace(/[.,;:]$/, '');
  const cut = text.slice(0, NAME);
  const whole = cut.slice(0, Math.max(cut.lastIndexOf(' '), NAME / 2));
  return `${whole.replace(/[\s.,;:…]+$/, '')} …`;
}
