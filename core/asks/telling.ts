import { words } from '../search/words';
import { isOrdinary } from './ordinary';

/** No word that tells what a text is about is longer. */
const LONGEST = 30;

/** Whether a folded word tells what a text is about. */
export const isTelling = (term: string): boolean => term.length <= LONGEST && !isOrdinary(term);

/** The words that tell what a text is about, folded, in order. */
export const tellingWords = (text: string): string[] =>
  words(text)
    .map(({ term }) => term)
    .filter(isTelling);

/** A word without its ending: what is said of one counts for its other forms (truncation, language by language the same). */
export const stem = (term: string): string => term.slice(0, 5);

/** The groups of four letters in a word, its beginning and end marked. */
export function grams(term: string): string[] {
  const whole = `^${term}$`;
  if (whole.length <= 4) return [whole];
  const out: string[] = [];
  for (let i = 0; i + 4 <= whole.length; i++) out.push(whole.slice(i, i + 4));
  return out;
}
