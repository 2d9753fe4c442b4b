import { cueKey } from './key';
import { isEnding, tokenBefore } from './token';

/** When a cue turns into its note: once it is ended, at once, or only when it is searched for. */
export type CueMode = 'ended' | 'once' | 'off';

/** One character alone is typed too often to mean a note; such a cue is only searched for. */
export const SHORTEST = 2;

/** A cue that was typed. */
export interface TypedCue {
  /** Of the note. */
  id: string;
  /** As it was typed. */
  typed: string;
  /** As the note has it. */
  cue: string;
}

/** A cue that goes off. */
export interface EndedCue extends TypedCue {
  /** The sign that ended it; empty for a key, and where it went off at once. */
  behind: string;
}

/**
 * The cues of a library, for being told apart while one types. What a key costs does not grow with their number: the
 * word before the caret is looked up as a whole, by as many beginnings as it has.
 */
export class CueTable {
  private readonly cues = new Map<string, { id: string; cue: string }>();
  /** How many cues begin with a text and go on. */
  private readonly beginnings = new Map<string, number>();

  constructor(notes: Iterable<{ id: string; cue: string }> = []) {
    for (const { id, cue } of notes) this.put(id, cue);
  }

  get size(): number {
    return this.cues.size;
  }

  put(id: string, cue: string): void {
    const key = cueKey(cue);
    if ([...key].length < SHORTEST) return;
    if (!this.cues.has(key)) this.count(key, 1);
    this.cues.set(key, { id, cue });
  }

  drop(cue: string): void {
    const key = cueKey(cue);
    if (this.cues.delete(key)) this.count(key, -1);
  }

  private count(key: string, step: number): void {
    for (let end = 1; end < key.length; end++) {
      const beginning = key.slice(0, end);
      this.beginnings.set(beginning, (this.beginnings.get(beginning) ?? 0) + step);
    }
  }

  /** Whether a longer cue begins with this text. */
  begins(text: string): boolean {
    return (this.beginnings.get(cueKey(text)) ?? 0) > 0;
  }

  /**
   * The cue that ends where the caret stands, the longest of several.
   * @param before what stands before the caret in its line
   */
  at(before: string): TypedCue | null {
    if (!this.cues.size) return null;
    const token = tokenBefore(before);
    for (const start of token?.starts ?? []) {
      const typed = token!.text.slice(start);
      const found = this.cues.get(cueKey(typed));
      if (found) return { id: found.id, cue: found.cue, typed };
    }
    return null;
  }

  /**
   * The cue that goes off when `sign` is typed behind `before`.
   * @param sign what is typed, or `Tab` or `Enter` for those keys
   * @returns null while it may still become a longer cue
   */
  goesOff(before: string, sign: string, mode: CueMode): EndedCue | null {
    if (mode === 'off') return null;
    const isKey = sign === 'Tab' || sign === 'Enter';
    if (mode === 'once' && !isKey) {
      const whole = this.at(before + sign);
      // What begins a longer one waits for its end.
      if (whole && !this.begins(whole.typed)) return { ...whole, behind: '' };
    }
    if (!isKey && !isEnding(sign)) return null;
    const found = this.at(before);
    if (!found) return null;
    if (isKey) return { ...found, behind: '' };
    if (/\s/.test(sign)) return { ...found, behind: sign };
    const longer = cueKey(found.typed + sign);
    return this.cues.has(longer) || this.begins(longer) ? null : { ...found, behind: sign };
  }
}
