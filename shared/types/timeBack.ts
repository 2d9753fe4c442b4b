import type { Day } from '#core/calendar/day';

/** Uses counted together: how many, and how many signs of fixed wording they put in. */
export interface Counted {
  uses: number;
  characters: number;
}

export interface TimeWeek extends Counted {
  /** Its Monday. */
  monday: Day;
  /** Minutes spent on the library. */
  library: number;
  /** How many answers left, and how long the messages answered had waited; milliseconds, null for none. */
  answers: number;
  median: number | null;
  worstTenth: number | null;
}

/** What the library has saved and cost, as counted; what follows from the rule is worked out where it is shown. */
export interface TimeBack {
  weeks: TimeWeek[];
  /** By note, the most signs first; an empty id stands for notes that are gone. */
  notes: (Counted & { id: string; name: string; shelfId: string | null })[];
  people: (Counted & { address: string; name: string })[];
  /** What was typed in letters, as measured. */
  typing: { characters: number; milliseconds: number };
}
