import { words } from '../search/words';
import { GAP } from './shingles';

/**
 * From this overlap on a note is shown as like a text: in a small library, where no word is very rare, and in one of 10,000
 * notes (found by trying, see docs/benchmarks.md); between them by the logarithm of its size.
 */
const LEAST = { small: 0.3, large: 0.45 };
const SMALL = 20;
const LARGE = 10_000;
/** So few words in common say nothing, however rare they are. */
const LEAST_SHARED = 7;
/** A library of a few notes says little about which words are common; it counts as if it had so many more. */
const OTHERS = 20;

/** A word without its ending, roughly, so that its forms meet. */
const stem = (word: string): string => {
  const bare = word.replace(/(?:ings?|ed|es|s|e|ly)$/, '');
  return (bare.length < 3 ? word : bare).slice(0, 7);
};

/** The distinct words of a text without their endings; what stands for a blank is none. */
export const stems = (text: string): string[] => [
  ...new Set(words(text.replace(GAP, ' ')).map(({ term }) => stem(term))),
];

/**
 * A second look for wording that was written again by hand, where hardly three words in a row are the same: how much of
 * the words two texts have is in both, each word by how rare it is in the library (cosine of inverse document frequencies,
 * Salton and Buckley 1988).
 */
export class OverlapIndex {
  readonly #postings = new Map<string, number[]>();
  readonly #docs: (string[] | null)[] = [];
  readonly #holders = new Map<string, number>();
  #size = 0;

  /** Takes the words of a note in under its number, which is one more than the last. */
  add(text: string): void {
    const number = this.#docs.length;
    const found = stems(text);
    this.#docs.push(found);
    this.#size++;
    for (const word of found) {
      const list = this.#postings.get(word);
      if (list) list.push(number);
      else this.#postings.set(word, [number]);
      this.#holders.set(word, (this.#holders.get(word) ?? 0) + 1);
    }
  }

  drop(number: number): void {
    for (const word of this.#docs[number] ?? []) this.#holders.set(word, this.#holders.get(word)! - 1);
    if (this.#docs[number]) this.#size--;
    this.#docs[number] = null;
  }

  #weight(word: string): number {
    return Math.log((this.#size + OTHERS) / ((this.#holders.get(word) ?? 0) + 1)) ** 2;
  }

  #least(): number {
    const share = Math.log(this.#size / SMALL) / Math.log(LARGE / SMALL);
    return LEAST.small + (LEAST.large - LEAST.small) * Math.min(1, Math.max(0, share));
  }

  /** The notes like a text by the words they share, by number, with how much from 0 to 1. */
  like(text: string, least = this.#least()): Map<number, number> {
    const wanted = stems(text);
    const length = Math.sqrt(wanted.reduce((sum, word) => sum + this.#weight(word), 0));
    const shared = new Map<number, { weight: number; count: number }>();
    for (const word of wanted) {
      const weight = this.#weight(word);
      for (const number of this.#postings.get(word) ?? []) {
        const so = shared.get(number);
        if (so) {
          so.weight += weight;
          so.count++;
        } else shared.set(number, { weight, count: 1 });
      }
    }
    const found = new Map<number, number>();
    for (const [number, { weight, count }] of shared) {
      const doc = this.#docs[number];
      if (!doc || count < LEAST_SHARED || weight / length ** 2 < least ** 2) continue;
      const its = Math.sqrt(doc.reduce((sum, word) => sum + this.#weight(word), 0));
      const overlap = weight / (length * its);
      if (overlap >= least) found.set(number, overlap);
    }
    return found;
  }
}
