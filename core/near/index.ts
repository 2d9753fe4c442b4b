import { OverlapIndex } from './overlap';
import { shared, shingles } from './shingles';

/** A note that is nearly the same, and how much: 1 is all of it. */
export interface NearHit {
  id: string;
  /** How alike, from 0 to 1: 1 is the same words. */
  likeness: number;
}

/** From this likeness on a note is shown as nearly the same (found by trying, see docs/benchmarks.md). */
export const NEAR = 0.35;
/** What only shares words is at most so alike. */
const LIKE = 0.7;

/**
 * How alike two texts are by their shingles. Resemblance (Broder 1997) is what they share of all they have. Where one is
 * written from the other, with more blanks or a sentence less, that falls quickly; so containment, what is shared of the
 * shorter, counts as well as long as the shorter is not much shorter.
 */
export function likeness(common: number, a: number, b: number): number {
  if (!common) return 0;
  const resemblance = common / (a + b - common);
  const shorter = Math.min(a, b);
  const size = shorter / Math.max(a, b);
  const contained = common >= 4 && size >= 0.4 ? (common / shorter) * (0.6 + 0.4 * size) : 0;
  return Math.max(resemblance, contained);
}

/**
 * Notes by their shingles, for asking which are nearly the same as a text. The answer is exact: every note that shares a
 * shingle is counted. Shingles of many notes ("thank you for") still count, they only cost. Wording that was written again by
 * hand has hardly a shingle in common; it is found by the words it shares.
 */
export class NearIndex {
  readonly #ids: string[] = [];
  readonly #numbers = new Map<string, number>();
  readonly #sets: (Uint32Array | null)[] = [];
  readonly #overlap = new OverlapIndex();
  /** Pairs of shingle and note in order of the shingle, for the notes that were there when it was last put in order. */
  #hashes = new Uint32Array(0);
  #owners = new Uint32Array(0);
  #ordered = 0;

  get size(): number {
    return this.#numbers.size;
  }

  /** Takes a note in, in place of one with the same id. */
  put(id: string, text: string): void {
    this.drop(id);
    this.#numbers.set(id, this.#ids.length);
    this.#ids.push(id);
    this.#sets.push(shingles(text));
    this.#overlap.add(text);
  }

  drop(id: string): void {
    const number = this.#numbers.get(id);
    if (number === undefined) return;
    this.#sets[number] = null;
    this.#overlap.drop(number);
    this.#numbers.delete(id);
  }

  /** Puts the pairs in order. Notes taken in since are compared one by one, until there are many. */
  #order(): void {
    let total = 0;
    for (const set of this.#sets) total += set?.length ?? 0;
    // Shingle and note in one number: 32 bits and 20 bits, exact in a double.
    const pairs = new Float64Array(total);
    let at = 0;
    this.#sets.forEach((set, number) => {
      if (set) for (const hash of set) pairs[at++] = hash * 0x100000 + number;
    });
    pairs.sort();
    this.#hashes = new Uint32Array(total);
    this.#owners = new Uint32Array(total);
    for (let i = 0; i < total; i++) {
      const hash = Math.floor(pairs[i]! / 0x100000);
      this.#hashes[i] = hash;
      this.#owners[i] = pairs[i]! - hash * 0x100000;
    }
    this.#ordered = this.#sets.length;
  }

  #first(hash: number): number {
    let low = 0;
    let high = this.#hashes.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.#hashes[middle]! < hash) low = middle + 1;
      else high = middle;
    }
    return low;
  }

  /** Notes written again by hand in other words: never called nearly the same, only like. */
  #reworded(text: string, hits: NearHit[], except: string): NearHit[] {
    const known = new Set([...hits.map(({ id }) => id), except]);
    return [...this.#overlap.like(text)].flatMap(([number, overlap]) => {
      const id = this.#ids[number]!;
      return known.has(id) ? [] : [{ id, likeness: Math.min(overlap, LIKE) }];
    });
  }

  /** How many of these shingles each note has. */
  #common(wanted: Uint32Array): Map<number, number> {
    if (this.#sets.length - this.#ordered > 200 || !this.#ordered) this.#order();
    const counts = new Map<number, number>();
    for (const hash of wanted) {
      for (let i = this.#first(hash); this.#hashes[i] === hash; i++) {
        const number = this.#owners[i]!;
        counts.set(number, (counts.get(number) ?? 0) + 1);
      }
    }
    for (let number = this.#ordered; number < this.#sets.length; number++) {
      const set = this.#sets[number];
      if (set) counts.set(number, shared(wanted, set));
    }
    return counts;
  }

  /**
   * The notes a text stands in, however much more they say, what holds most of it first.
   * @param least how much of the text, from 0 to 1
   */
  holding(text: string, least: number): NearHit[] {
    const wanted = shingles(text);
    if (wanted.length < 2) return [];
    return [...this.#common(wanted)]
      .flatMap(([number, common]): NearHit[] => {
        const share = common / wanted.length;
        return this.#sets[number] && share >= least ? [{ id: this.#ids[number]!, likeness: share }] : [];
      })
      .sort((a, b) => b.likeness - a.likeness || (a.id < b.id ? -1 : 1));
  }

  /** The notes nearly the same as a text, the most alike first. A text of fewer than four words is like none. */
  near(text: string, { limit = 5, least = NEAR, except = '' } = {}): NearHit[] {
    const wanted = shingles(text);
    if (wanted.length < 2) return [];
    const counts = this.#common(wanted);
    const hits: NearHit[] = [];
    for (const [number, common] of counts) {
      const set = this.#sets[number];
      if (!set || this.#ids[number] === except) continue;
      const alike = likeness(common, wanted.length, set.length);
      if (alike >= least) hits.push({ id: this.#ids[number]!, likeness: alike });
    }
    return hits
      .concat(this.#reworded(text, hits, except))
      .sort((a, b) => b.likeness - a.likeness || (a.id < b.id ? -1 : 1))
      .slice(0, limit);
  }
}
