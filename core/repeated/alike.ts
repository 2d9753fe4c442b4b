import { wordsOf } from './pieces';

/** From this share of common words on two pieces are one wording (found by trying, see docs/how-it-knows.md). */
export const ALIKE = 0.7;
/** So many words in common at least. */
const FEW = 6;

/** How many words two rows have in common in their order: the longest common subsequence (Wagner and Fischer 1974). */
export function inCommon(a: string[], b: string[]): number {
  let above = new Uint16Array(b.length + 1);
  for (const term of a) {
    const row = new Uint16Array(b.length + 1);
    for (let j = 1; j <= b.length; j++)
      row[j] = term === b[j - 1] ? above[j - 1]! + 1 : Math.max(above[j]!, row[j - 1]!);
    above = row;
  }
  return above[b.length]!;
}

/** How alike two pieces are: their common words in order, of the longer one. 0 where that is not enough for one wording. */
export function alike(one: string, other: string): number {
  const a = wordsOf(one);
  const b = wordsOf(other);
  const longer = Math.max(a.length, b.length);
  if (!longer || Math.min(a.length, b.length) / longer < ALIKE) return 0;
  const common = inCommon(a, b);
  return common >= FEW && common / longer >= ALIKE ? common / longer : 0;
}
