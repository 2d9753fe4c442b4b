import type { SuggestNote } from '#core/suggest/wording';
import { trade, type Case, type TRADES } from '../tests/suggest/cases';
import { seeded } from './corpus';

/** A message of a letterbox and the note that answers it; empty where none does. */
export interface Letter {
  note: string;
  text: string;
  /** Nobody asked in these words before. */
  isNew: boolean;
}

export interface Letterbox {
  notes: SuggestNote[];
  letters: Letter[];
}

const asking = ({ text, asks }: Case) => asks.map(([from, to]) => text.slice(from, to)).join(' ') || text;

/** What a message says beside what it asks, by sentence. */
function beside({ text, asks }: Case): string[] {
  let at = 0;
  let rest = '';
  for (const [from, to] of asks) {
    rest += `${text.slice(at, from)} `;
    at = to;
  }
  return (rest + text.slice(at)).split(/(?<=[.!?])\s+/).filter((sentence) => sentence.split(' ').length > 3);
}

/** The first things of a list often, the later ones seldom: the n-th 1/n as often (Zipf's law). */
function often(random: (below: number) => number, count: number): number {
  const total = Array.from({ length: count }, (_, i) => 1 / (i + 1)).reduce((sum, one) => sum + one, 0);
  let left = (random(1_000_000) / 1_000_000) * total;
  for (let i = 0; i < count; i++) if ((left -= 1 / (i + 1)) <= 0) return i;
  return count - 1;
}

/**
 * A letterbox made of the messages of some trades: who writes asks in one of eight ways for each note, each written by hand, the usual ones more
 * often, between one or two sentences that other people wrote around other questions. A third of the notes' uses are spread evenly,
 * the others as unevenly as uses are. `strangers` of a hundred letters ask what no note answers: theirs is taken out of the library.
 */
export function letterbox(
  names: readonly (typeof TRADES)[number][],
  seed: number,
  count: number,
  strangers = 0,
): Letterbox {
  const trades = names.map(trade);
  const notes = trades.flatMap((one) => one.notes);
  const cases = trades.flatMap((one) => one.cases);
  const random = seeded(seed);
  const stories = cases.flatMap(beside);
  const order = notes.map((note) => [random(1_000_000), note] as const).sort((a, b) => a[0] - b[0]);
  const gone = new Set(order.slice(0, Math.round((notes.length * strangers) / 100)).map(([, { id }]) => id));
  const seen = new Set<Case>();
  const letters = Array.from({ length: count }, (_, i) => {
    const { id } = order[i % 3 === 0 ? random(notes.length) : often(random, notes.length)]![1];
    const ways = cases.filter(({ note }) => note === id);
    const way = ways[often(random, ways.length)]!;
    const isNew = !seen.has(way);
    seen.add(way);
    const story = () => stories[random(stories.length)]!;
    const text = [story(), asking(way), random(2) ? story() : ''].join(' ').trim();
    return { note: gone.has(id) ? '' : id, text, isNew };
  });
  return { notes: notes.filter(({ id }) => !gone.has(id)).map((note) => ({ ...note, subject: '' })), letters };
}

/** The messages of some trades as they were written, in a shuffled order: no two ask in the same words. */
export function asWritten(names: readonly (typeof TRADES)[number][], seed: number): Letterbox {
  const trades = names.map(trade);
  const random = seeded(seed);
  const letters = trades
    .flatMap((one) => one.cases)
    .map(({ note, text }) => [random(1_000_000), { note, text, isNew: true }] as const)
    .sort((a, b) => a[0] - b[0])
    .map(([, letter]) => letter);
  return { notes: trades.flatMap((one) => one.notes).map((note) => ({ ...note, subject: '' })), letters };
}
