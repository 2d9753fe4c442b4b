import { diffArrays, type ArrayChange } from 'diff';
import { BRACKETED_WHOLE } from './brackets';

const PIECES = new RegExp(String.raw`${BRACKETED_WHOLE}|[\p{L}\p{N}\p{M}'’]+|\n|[^\s\p{L}\p{N}\p{M}]`, 'gu');

/** Finding the least changes takes time with their square; beyond so many nobody reads them one by one. */
const MOST_CHANGES = 1_000;

/**
 * The least changes between two lists (Myers 1986, as the package `diff` has it); null where there are more than a thousand,
 * since finding them would take long.
 */
export const changesBetween = (one: string[], other: string[]): ArrayChange<string>[] | null =>
  diffArrays(one, other, { maxEditLength: MOST_CHANGES }) ?? null;

/** A word, a blank or a stop of a text, and where it stands. */
export interface Token {
  text: string;
  from: number;
  to: number;
}

/** The words, blanks `[label]`, stops and line ends of a text in order. */
export const tokens = (text: string): Token[] =>
  [...text.matchAll(PIECES)].map((match) => ({
    text: match[0],
    from: match.index,
    to: match.index + match[0].length,
  }));

/**
 * For each token of the one text, the token of the other that it is; -1 where there is none. Case does not count. Texts with more
 * than a thousand changes between them have nothing in common.
 */
export function alignment(one: Token[], other: Token[]): number[] {
  const at = new Array<number>(one.length).fill(-1);
  const folded = (all: Token[]) => all.map(({ text }) => text.toLowerCase());
  let i = 0;
  let j = 0;
  const changes = changesBetween(folded(one), folded(other)) ?? [];
  for (const { added, removed, value } of changes) {
    if (added) j += value.length;
    else if (removed) i += value.length;
    else for (let n = 0; n < value.length; n++) at[i++] = j++;
  }
  return at;
}

/**
 * What the other text has between the neighbours of a run of tokens; null where a neighbour is not there, so that nobody can say.
 * @param all the tokens of the other text
 * @param at which of them each token of the one text is
 * @param first the run, from its first to its last token; the last before the first for the gap between two
 */
export function valueIn(text: string, all: Token[], at: number[], first: number, last: number): string | null {
  const before = first > 0 ? at[first - 1]! : -1;
  const after = last + 1 < at.length ? at[last + 1]! : all.length;
  if ((first > 0 && before < 0) || after < 0) return null;
  if (after - before < 2) return '';
  return text.slice(all[before + 1]!.from, all[after - 1]!.to);
}
