/** So many new words are put in their places one by one; more are sorted in together. */
const FEW = 500;

/**
 * All indexed words in order, for two questions: which words begin so, and which are a slip of the finger away.
 * Slips are insertion, deletion, substitution and the transposition of neighbours (Damerau 1964, optimal string
 * alignment).
 */
export class Vocabulary {
  #terms: string[];
  #added: string[] = [];

  constructor(terms: Iterable<string> = []) {
    this.#terms = [...terms].sort();
  }

  /** Takes a word in that is not there yet; it gets its place when the words are asked next. */
  add(term: string): void {
    this.#added.push(term);
  }

  #settle(): void {
    if (!this.#added.length) return;
    if (this.#added.length > FEW) this.#terms = [...this.#terms, ...this.#added].sort();
    else for (const term of this.#added) this.#terms.splice(this.#lowerBound(term), 0, term);
    this.#added = [];
  }

  #lowerBound(prefix: string, from = 0): number {
    let low = from;
    let high = this.#terms.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.#terms[middle]! < prefix) low = middle + 1;
      else high = middle;
    }
    return low;
  }

  /** The words that begin with `prefix`, the word itself included. */
  beginning(prefix: string): string[] {
    this.#settle();
    const out: string[] = [];
    for (let i = this.#lowerBound(prefix); i < this.#terms.length && this.#terms[i]!.startsWith(prefix); i++) {
      out.push(this.#terms[i]!);
    }
    return out;
  }

  /**
   * The words within `most` slips of `typed`, with their number of slips. With `asBeginning`, `typed` may also be a
   * half-typed word with a slip in it. The order of the vocabulary serves as a trie: words that share a beginning share
   * the rows computed for it, and a beginning that is already too far off is passed over whole.
   */
  near(typed: string, most: number, asBeginning: boolean): { term: string; slips: number }[] {
    this.#settle();
    const out: { term: string; slips: number }[] = [];
    const n = typed.length;
    const width = n + 2;
    const none = most + 1;
    const codes = Array.from(typed, (_, j) => typed.charCodeAt(j));
    // A cell further than `most` from the diagonal is past hope; only the band between is worked out.
    let rows = new Uint8Array(width * (n + most + 4)).fill(none);
    for (let j = 0; j <= Math.min(n, most); j++) rows[j] = j;
    /** The least number in each row, and the least so far of typed words that end there. */
    const leasts: number[] = [0];
    const ends: number[] = [n <= most ? n : none];
    let previous = '';
    let i = 0;
    while (i < this.#terms.length) {
      const term = this.#terms[i]!;
      let depth = 0;
      while (depth < previous.length && depth < term.length && previous[depth] === term[depth]) depth++;
      let cut = false;
      for (; depth < term.length; depth++) {
        const above = depth * width;
        const row = above + width;
        if (row + width > rows.length) {
          const larger = new Uint8Array(rows.length * 2).fill(none);
          larger.set(rows);
          rows = larger;
        }
        const from = Math.max(1, depth + 1 - most);
        const to = Math.min(n, depth + 1 + most);
        rows[row + from - 1] = from === 1 ? Math.min(none, depth + 1) : none;
        let least = rows[row + from - 1]!;
        const code = term.charCodeAt(depth);
        const before = depth > 0 ? term.charCodeAt(depth - 1) : -1;
        for (let j = from; j <= to; j++) {
          const same = code === codes[j - 1] ? 0 : 1;
          let cost = rows[above + j - 1]! + same;
          // Beyond the band of the row above nothing was worked out.
          if (j < depth + 1 + most) cost = Math.min(cost, rows[above + j]! + 1);
          cost = Math.min(cost, rows[row + j - 1]! + 1);
          if (before >= 0 && j > 1 && code === codes[j - 2] && before === codes[j - 1])
            cost = Math.min(cost, rows[above - width + j - 2]! + 1);
          if (cost > none) cost = none;
          rows[row + j] = cost;
          if (cost < least) least = cost;
        }
        if (to < n) rows[row + to + 1] = none;
        leasts[depth + 1] = least;
        ends[depth + 1] = Math.min(ends[depth]!, to === n ? rows[row + n]! : none);
        // A transposition adds one to the row before, so that one must be past hope as well.
        if (least > most && leasts[depth]! >= most) {
          cut = true;
          previous = term.slice(0, depth + 1);
          depth++;
          break;
        }
      }
      const best = asBeginning ? ends[depth]! : none;
      const slips = cut || Math.abs(term.length - n) > most ? none : rows[term.length * width + n]!;
      if (slips <= most) out.push({ term, slips });
      else if (asBeginning && best <= most) out.push({ term, slips: best });
      if (cut && !(asBeginning && best <= most)) {
        const last = previous.charCodeAt(previous.length - 1);
        i = this.#lowerBound(previous.slice(0, -1) + String.fromCharCode(last + 1), i + 1);
      } else {
        if (!cut) previous = term;
        i++;
      }
    }
    return out;
  }
}
