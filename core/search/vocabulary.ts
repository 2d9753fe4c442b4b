/** A word of the vocabulary that a typed word may mean. */
export interface Candidate {
  term: string;
  /** 1 for the word itself, less for a beginning or a slip. */
  weight: number;
}

/**
 * All indexed words in order, for two questions: which words begin so, and which are a slip of the finger away.
 * Slips are insertion, deletion, substitution and the transposition of neighbours (Damerau 1964, optimal string
 * alignment), one slip in words of four letters, two from eight.
 */
export class Vocabulary {
  readonly #terms: string[];

  constructor(terms: Iterable<string>) {
    this.#terms = [...terms].sort();
  }

  get size(): number {
    return this.#terms.length;
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
    const out: { term: string; slips: number }[] = [];
    const n = typed.length;
    const rows: number[][] = [Array.from({ length: n + 1 }, (_, i) => i)];
    /** The least number in each row. */
    const leasts: number[] = [0];
    let previous = '';
    let i = 0;
    while (i < this.#terms.length) {
      const term = this.#terms[i]!;
      let depth = 0;
      while (depth < previous.length && depth < term.length && previous[depth] === term[depth]) depth++;
      let best = Infinity;
      if (asBeginning) for (let d = 0; d <= depth; d++) best = Math.min(best, rows[d]![n]!);
      let cut = false;
      for (; depth < term.length; depth++) {
        const above = rows[depth]!;
        const row = (rows[depth + 1] ??= new Array<number>(n + 1));
        row[0] = depth + 1;
        let least = row[0];
        for (let j = 1; j <= n; j++) {
          const same = term[depth] === typed[j - 1];
          let cost = Math.min(above[j]! + 1, row[j - 1]! + 1, above[j - 1]! + (same ? 0 : 1));
          if (depth > 0 && j > 1 && term[depth] === typed[j - 2] && term[depth - 1] === typed[j - 1]) {
            cost = Math.min(cost, rows[depth - 1]![j - 2]! + 1);
          }
          row[j] = cost;
          if (cost < least) least = cost;
        }
        if (asBeginning && row[n]! < best) best = row[n]!;
        leasts[depth + 1] = least;
        // A transposition adds one to the row before, so that one must be past hope as well.
        if (least > most && leasts[depth]! >= most) {
          cut = true;
          previous = term.slice(0, depth + 1);
          break;
        }
      }
      const slips = cut ? Infinity : rows[term.length]![n]!;
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
