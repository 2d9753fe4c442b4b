/** What is usual for a note: shares from 0 to 1. */
export interface Usual {
  /** Of all that was answered. */
  usual: number;
  /** Of what this person was answered. */
  person: number;
  /** Of messages that begin something, or go on with it, as the one at hand does. */
  kind: number;
  /** Of what came after the note this person was sent last. */
  follows: number;
  /** So often it was used for this person. */
  times: number;
  /** The note this person was sent last; empty for none. */
  after: string;
}

/** A use that was taken. */
export interface Use {
  note: string;
  person: string;
  isLater: boolean;
  at: number;
  taken: boolean;
  /** From {@link grown}. */
  weight: number;
}

/** What was answered a year ago counts half. */
const HALF_LIFE_MS = 365 * 86_400_000;
const BEGINNING = Date.UTC(2020, 0, 1);
/** So many uses are taken for granted before a share counts in full. */
export const UNSURE = 2;
/** Looked at for a person: the notes used for them, and so many that follow their last one. */
const FOLLOWERS = 20;

/**
 * How much a use of that day counts beside one of 2020. Instead of letting all that is old fade each day, what is new counts more:
 * the shares are the same.
 */
export const grown = (at: number): number => 2 ** ((at - BEGINNING) / HALF_LIFE_MS);

const add = <K>(counts: Map<K, number>, key: K, by: number) => counts.set(key, (counts.get(key) ?? 0) + by);
const sum = (counts: Map<string, number>) => {
  let all = 0;
  for (const count of counts.values()) all += count;
  return all;
};

/** What is usual: for everybody, for a person, for messages that begin or go on, and after another note. */
export class Habits {
  readonly #uses = new Map<string, number>();
  readonly #kinds = [new Map<string, number>(), new Map<string, number>()];
  readonly #totals = [0, 0];
  readonly #people = new Map<
    string,
    { shares: Map<string, number>; times: Map<string, number>; last: string; at: number }
  >();
  readonly #after = new Map<string, Map<string, number>>();

  /** How many notes were used. */
  get notes(): number {
    return this.#uses.size;
  }

  /** How much a note was used, as {@link grown} counts. */
  uses = (note: string): number => this.#uses.get(note) ?? 0;

  /** Counts a use; what was passed over is none. */
  count({ note, person, isLater, at, taken, weight }: Use): void {
    if (!taken) return;
    add(this.#uses, note, weight);
    add(this.#kinds[Number(isLater)]!, note, weight);
    this.#totals[Number(isLater)]! += weight;
    if (!person) return;
    const theirs = this.#people.get(person) ?? { shares: new Map(), times: new Map(), last: '', at: 0 };
    this.#people.set(person, theirs);
    add(theirs.shares, note, weight);
    add(theirs.times, note, 1);
    if (at < theirs.at) return;
    if (theirs.last && theirs.last !== note) {
      const next = this.#after.get(theirs.last) ?? new Map<string, number>();
      this.#after.set(theirs.last, next);
      add(next, note, weight);
    }
    theirs.last = note;
    theirs.at = at;
  }

  /** The notes that a person's past makes likely, whatever they write. */
  likely(person: string): string[] {
    const theirs = this.#people.get(person);
    if (!theirs) return [];
    const next = [...(this.#after.get(theirs.last) ?? [])].sort((a, b) => b[1] - a[1]).slice(0, FOLLOWERS);
    return [...theirs.shares.keys(), ...next.map(([note]) => note)];
  }

  /** What is usual for each note where this person writes; `today` is how much a use of today counts. */
  usual(person: string, isLater: boolean, today: number): (note: string) => Usual {
    const unsure = UNSURE * today;
    const theirs = this.#people.get(person);
    const next = this.#after.get(theirs?.last ?? '');
    const kinds = this.#kinds[Number(isLater)]!;
    const all = this.#totals[0]! + this.#totals[1]! + unsure;
    const ofKind = this.#totals[Number(isLater)]! + unsure;
    const ofPerson = theirs ? sum(theirs.shares) + unsure : 1;
    const followed = next ? sum(next) + unsure : 1;
    return (note) => ({
      usual: this.uses(note) / all,
      person: (theirs?.shares.get(note) ?? 0) / ofPerson,
      kind: (kinds.get(note) ?? 0) / ofKind,
      follows: (next?.get(note) ?? 0) / followed,
      times: theirs?.times.get(note) ?? 0,
      after: theirs?.last ?? '',
    });
  }
}
