/** Parts the fields in the text of a note. */
export const GAP = -1;
/** So much more for words that stand together as typed. */
const TOGETHER = 0.7;
/** The most that standing together can multiply a note's rank by. */
export const MOST_TOGETHER = 1 + TOGETHER;
/** Words further apart than this are not together. */
const APART = 8;
/** Only what is likely meant is looked for: words as typed, what they begin, and sure forms of them. */
const SURE = 0.5;
/** At most so many words of notes are looked through for one query. */
const LOOKED_THROUGH = 400_000;

/** How often one word stands right before another, in each field. */
export function countPairs(text: Int32Array, first: number, second: number, fields: number): number[] {
  const counts = new Array<number>(fields).fill(0);
  let field = 0;
  for (let i = 0; i < text.length; i++) {
    if (text[i] === GAP) field++;
    else if (text[i] === first && text[i + 1] === second) counts[field]!++;
  }
  return counts;
}

/** How near the typed words stand to each other in a note. */
export class Nearness {
  /** For each word of the index, which typed words it may stand for: a bit each, of the first thirty. */
  readonly #bits: Int32Array | null;
  readonly #count: number;
  #left = LOOKED_THROUGH;

  /** The candidates of each typed word, in the order typed, and how many words the index has. */
  constructor(candidates: { numbers: number[]; weight: number }[][], words: number) {
    this.#count = Math.min(30, candidates.length);
    this.#bits = this.#count > 1 ? new Int32Array(words) : null;
    candidates.slice(0, this.#count).forEach((list, w) => {
      for (const { numbers, weight } of list) {
        if (weight >= SURE && this.#bits) for (const number of numbers) this.#bits[number]! |= 1 << w;
      }
    });
  }

  /** 1 where they stand apart, up to {@link MOST_TOGETHER} where they stand as typed. */
  factor(text: Int32Array): number {
    const bits = this.#bits;
    if (!bits || this.#left < 0) return 1;
    this.#left -= text.length;
    const gaps = new Array<number>(this.#count - 1).fill(APART);
    const last = new Array<number>(this.#count).fill(-APART - 1);
    for (let i = 0; i < text.length; i++) {
      const word = text[i]!;
      if (word === GAP) {
        last.fill(-APART - 1);
        continue;
      }
      const mask = bits[word]!;
      if (!mask) continue;
      for (let w = 0; w < this.#count; w++) {
        if (!(mask & (1 << w))) continue;
        // Behind the one typed before it, or, a little less, before it.
        if (w > 0 && i - last[w - 1]! < gaps[w - 1]! && last[w - 1] !== i) gaps[w - 1] = i - last[w - 1]!;
        if (w + 1 < this.#count && i - last[w + 1]! + 1 < gaps[w]! && last[w + 1] !== i) gaps[w] = i - last[w + 1]! + 1;
      }
      for (let w = 0; w < this.#count; w++) if (mask & (1 << w)) last[w] = i;
    }
    let near = 0;
    for (const gap of gaps) near += gap < APART ? 1 / gap ** 3 : 0;
    return 1 + (TOGETHER * near) / gaps.length;
  }
}
