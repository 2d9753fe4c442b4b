import type { Day } from '../calendar/day';

/** What somebody answered, in one message. */
export interface HandsAnswer {
  /** Of the message. */
  id: string;
  /** Of whom it came from, as addresses are compared. */
  person: string;
  options: number[];
  /** Marked, confirmed by the user, only proposed, or not meant as an answer. */
  state: 'sure' | 'confirmed' | 'proposed' | 'rejected';
  /** Milliseconds since 1970. */
  at: number;
}

/** A show of hands, counted. */
export interface Tally {
  /** By option, in their order: the people who chose it. */
  options: string[][];
  /** Who declined every option. */
  none: string[];
  /** Who was asked and has not answered. */
  open: string[];
  /** Answers that are still to be confirmed. */
  proposed: HandsAnswer[];
  /** Answers that came behind the last day; they count. */
  late: string[];
  /** The options with the most hands, by number; none where there are no hands. */
  leading: number[];
}

/**
 * Counts the answers. Each person counts once, with their latest answer that is sure or confirmed; a proposed one that
 * came behind it stays to be confirmed.
 * @param asked people by what they are compared by
 * @param dayOf the day of a moment where the user is
 */
export function tally(
  count: number,
  asked: string[],
  answers: HandsAnswer[],
  lastDay: Day | null,
  dayOf: (at: number) => Day,
): Tally {
  const latest = new Map<string, HandsAnswer>();
  const proposed = new Map<string, HandsAnswer>();
  for (const answer of [...answers].sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1))) {
    if (answer.state === 'rejected') continue;
    if (answer.state === 'proposed') proposed.set(answer.person, answer);
    else {
      latest.set(answer.person, answer);
      // What was written before it is settled by it.
      proposed.delete(answer.person);
    }
  }
  const counted = [...latest.values()];
  const options = Array.from({ length: count }, (_, i) =>
    counted.filter((answer) => answer.options.includes(i + 1)).map(({ person }) => person),
  );
  const most = Math.max(0, ...options.map((people) => people.length));
  return {
    options,
    none: counted.filter((answer) => !answer.options.length).map(({ person }) => person),
    open: asked.filter((person) => !latest.has(person) && !proposed.has(person)),
    proposed: [...proposed.values()],
    late: counted.filter(({ at }) => lastDay && dayOf(at) > lastDay).map(({ person }) => person),
    leading: most ? options.flatMap((people, i) => (people.length === most ? [i + 1] : [])) : [],
  };
}
