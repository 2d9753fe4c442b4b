import { words } from '../search/words';
import { grams, tellingWords } from './telling';
import type { Ask } from './asks';

/** So large a share of what a question is about has to stand in a letter for it to be answered there. */
const ENOUGH = 0.15;

/** How much of a question's telling words stands in a text, by groups of letters, so that other forms of a word count. */
function shared(ask: string, held: Set<string>): number {
  const asked = tellingWords(ask).flatMap(grams);
  return asked.length ? asked.filter((gram) => held.has(gram)).length / asked.length : 1;
}

/**
 * Which of the questions a letter answers, as far as its words tell: a question is answered where the letter speaks of what it is
 * about, or where a note was put in that was offered for it. One question alone is answered by any letter that says something.
 */
export function answeredBy(asks: Ask[], letter: string, byNotes: ReadonlySet<number> = new Set()): boolean[] {
  const held = new Set(words(letter).flatMap(({ term }) => grams(term)));
  if (!held.size) return asks.map(() => false);
  if (asks.length === 1) return [true];
  return asks.map(({ text }, i) => byNotes.has(i) || shared(text, held) >= ENOUGH);
}
