import { setFlagsFromString } from 'node:v8';

/** By so many percent of what is in use the heap grows before it is cleaned. */
const GROWTH = 30;

let underWay = 0;

/**
 * Does work that passes much through memory and keeps little of it. Left to itself, V8 lets the heap grow to several times
 * what is in use before it cleans it, which is quicker for everything else.
 */
export async function inLittleMemory<T>(work: () => Promise<T>): Promise<T> {
  if (!underWay++) setFlagsFromString(`--heap-growing-percent=${GROWTH}`);
  try {
    return await work();
  } finally {
    if (!--underWay) setFlagsFromString('--heap-growing-percent=0');
  }
}
