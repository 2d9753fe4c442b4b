import { capitalsOf, withCapitals } from '../text/case';
import { fold } from '../text/fold';
import { isEnding, tokenBefore } from '../cue/token';

/** A word that is mistyped, and what was meant. */
export interface Slip {
  slip: string;
  meant: string;
  /** It stands in the list and is not put right: it is a word of its own, and nobody said to do it even so. */
  off?: boolean;
}

/** A slip that stands before the caret, and what goes in its place. */
export interface TypedSlip {
  typed: string;
  meant: string;
}

const WORD = /^[\p{L}\p{M}][\p{L}\p{M}'’-]*$/u;

/** Whether a text is one word, as a slip has to be. */
export const isSlipWord = (text: string): boolean => WORD.test(text);

/** The slips that are put right while one types. What a key costs does not grow with their number. */
export class SlipTable {
  private readonly slips = new Map<string, string>();

  /** @param slips later ones win, so that one's own come after the common ones */
  constructor(slips: Iterable<Slip> = []) {
    for (const { slip, meant } of slips) this.slips.set(fold(slip), meant);
  }

  get size(): number {
    return this.slips.size;
  }

  /** What was meant by a word, with the capitals it was typed with; null when it is no slip. */
  meantBy(typed: string): string | null {
    const meant = this.slips.get(fold(typed));
    return meant === undefined || meant === typed ? null : withCapitals(meant, capitalsOf(typed, fold(typed)));
  }

  /**
   * The slip that is over when `sign` is typed behind `before`: a whole word, with nothing but opening signs before it.
   * @param sign what is typed, or `Tab` or `Enter` for those keys
   */
  endedBy(before: string, sign: string): TypedSlip | null {
    if (!this.slips.size || !(sign === 'Tab' || sign === 'Enter' || isEnding(sign))) return null;
    const token = tokenBefore(before);
    for (const start of token?.starts ?? []) {
      const typed = token!.text.slice(start);
      const meant = isSlipWord(typed) ? this.meantBy(typed) : null;
      if (meant) return { typed, meant };
    }
    return null;
  }
}
