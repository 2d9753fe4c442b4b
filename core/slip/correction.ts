/**
 * How many letters two words differ by: put in, left out, another, or two changed over (Damerau 1964, optimal string
 * alignment). Given up above `most`.
 */
export function slipDistance(a: string, b: string, most = 2): number {
  if (Math.abs(a.length - b.length) > most) return most + 1;
  let last: number[] = [];
  let before = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i++) {
    const row = [i];
    for (let j = 1; j <= b.length; j++) {
      const cost = a[i - 1] === b[j - 1] ? 0 : 1;
      let best = Math.min(before[j]! + 1, row[j - 1]! + 1, before[j - 1]! + cost);
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1]) best = Math.min(best, last[j - 2]! + 1);
      row.push(best);
    }
    if (Math.min(...row) > most) return most + 1;
    last = before;
    before = row;
  }
  return before[b.length]!;
}

/** Whether a word typed in place of another puts a slip right: nearly the same letters, and not only other capitals. */
export function isCorrection(wrong: string, right: string): boolean {
  const [a, b] = [wrong.toLowerCase(), right.toLowerCase()];
  if (a === b || a.length < 3 || a.length > 40 || b.length > 40) return false;
  return slipDistance(a, b, 2) <= (Math.min(a.length, b.length) > 4 ? 2 : 1);
}

/** So often the same is put right before it is offered. */
export const OFTEN = 3;

/** Counts what one corrects again and again. */
export class Corrections {
  /** @param counts how often each was put right so far, by `wrong→right` */
  constructor(readonly counts: Record<string, number> = {}) {}

  /** Takes one down; what it is when it is to be offered now. */
  add(wrong: string, right: string): { slip: string; meant: string } | null {
    if (!isCorrection(wrong, right)) return null;
    const slip = wrong.toLowerCase();
    // A capital first is the beginning of a sentence; one within belongs to the word.
    const meant = /\p{Lu}/u.test(right.slice(1)) ? right : right.toLowerCase();
    const key = `${slip}→${meant}`;
    this.counts[key] = (this.counts[key] ?? 0) + 1;
    return this.counts[key] === OFTEN ? { slip, meant } : null;
  }
}
