import { shared, shingles } from './shingles';

/** So many runs of three words in common are a sentence or two, and more than courtesies. */
const SAME = 14;

/**
 * In how many earlier letters much the same was written by hand: a stretch of about sixteen words, wherever it stands.
 * @param notes the wordings of the notes that were put into the letter; what comes from them does not count
 */
export function writtenBefore(text: string, notes: string[], letters: string[]): number {
  const known = new Set(notes.flatMap((note) => [...shingles(note)]));
  const own = shingles(text).filter((one) => !known.has(one));
  if (own.length < SAME) return 0;
  return letters.filter((letter) => shared(own, shingles(letter)) >= SAME).length;
}
