import { wordsOf } from './pieces';

/** So many keys each piece has. */
const KEYS = 6;
/** What makes six functions of one, odd numbers taken at random. */
const SEEDS = [0x9e3779b1, 0x85ebca6b, 0xc2b2ae35, 0x27d4eb2f, 0x165667b1, 0xd3a2646d];

/** FNV-1a over two words, 32 bits. */
function hash(one: string, other: string): number {
  let h = 0x811c9dc5;
  for (let i = 0; i < one.length; i++) h = Math.imul(h ^ one.charCodeAt(i), 0x01000193);
  h = Math.imul(h ^ 0x20, 0x01000193);
  for (let i = 0; i < other.length; i++) h = Math.imul(h ^ other.charCodeAt(i), 0x01000193);
  return h >>> 0;
}

/** The last mixing step of MurmurHash3, which lets every bit count. */
function mix(h: number): number {
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return (h ^ (h >>> 16)) >>> 0;
}

/**
 * Six numbers of 32 bits by which a piece meets those that are alike: the least hash of its pairs of neighbouring words
 * under six functions (Broder 1997). Two pieces share each key with the chance of what they share of all their pairs,
 * so of pieces that share half of them one in sixty meets the other by no key.
 */
export function keysOf(text: string): number[] {
  const terms = wordsOf(text);
  const least = new Array<number>(KEYS).fill(0xffffffff);
  for (let i = 1; i < terms.length; i++) {
    const pair = hash(terms[i - 1]!, terms[i]!);
    for (let k = 0; k < KEYS; k++) {
      const value = mix(pair ^ SEEDS[k]!);
      if (value < least[k]!) least[k] = value;
    }
  }
  // The number of the function stands in the upper three bits, so that keys of two functions are never one.
  return least.map((value, k) => ((value & 0x1fffffff) | (k << 29)) >>> 0);
}
