import { shared, shingles } from './shingles';

/**
 * How much of a text stands in none of some others, from 0 to 1, by its runs of three words: what of a letter was written
 * by hand and not taken from notes.
 */
export function ownShare(text: string, others: string[]): number {
  const own = shingles(text);
  if (!own.length) return 0;
  const known = new Set(others.flatMap((other) => [...shingles(other)]));
  return 1 - shared(own, Uint32Array.from(known).sort()) / own.length;
}
