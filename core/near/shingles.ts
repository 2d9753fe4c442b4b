import { words } from '../search/words';
import { BRACKETED_WHOLE } from '../text/brackets';

/** How many words in a row make one shingle (Broder 1997: "On the resemblance and containment of documents"). */
const RUN = 3;

/** FNV-1a over the words of a run, 32 bits. */
function hash(terms: string[], from: number, to: number): number {
  let h = 0x811c9dc5;
  for (let i = from; i < to; i++) {
    const term = terms[i]!;
    for (let j = 0; j < term.length; j++) h = Math.imul(h ^ term.charCodeAt(j), 0x01000193);
    h = Math.imul(h ^ 0x20, 0x01000193);
  }
  return h >>> 0;
}

/** What stands for a blank in text, and may be anything in the message a note is made from. */
export const GAP = new RegExp(BRACKETED_WHOLE, 'g');

/**
 * The shingles of a text: the distinct hashes of its runs of three words, sorted. Case, accents and punctuation do not
 * count. No run reaches over a blank `[label]`. A piece of fewer words is one shingle of what it has.
 */
export function shingles(text: string): Uint32Array {
  const found = new Set<number>();
  for (const piece of text.split(GAP)) {
    const terms = words(piece).map(({ term }) => term);
    if (!terms.length) continue;
    if (terms.length < RUN) found.add(hash(terms, 0, terms.length));
    for (let i = 0; i + RUN <= terms.length; i++) found.add(hash(terms, i, i + RUN));
  }
  return Uint32Array.from(found).sort();
}

/** How many shingles two sets share; both sorted. */
export function shared(a: Uint32Array, b: Uint32Array): number {
  let count = 0;
  for (let i = 0, j = 0; i < a.length && j < b.length;) {
    if (a[i] === b[j]) {
      count++;
      i++;
      j++;
    } else if (a[i]! < b[j]!) i++;
    else j++;
  }
  return count;
}
