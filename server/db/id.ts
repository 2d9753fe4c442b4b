import { randomBytes } from 'node:crypto';

const DIGITS = '0123456789abcdefghjkmnpqrstvwxyz';

/** Random bytes are fetched many at a time: to ask for them takes longer than to make them. */
let random = randomBytes(0);
let used = 0;

function sixteenRandom(): Uint8Array {
  if (used >= random.length) {
    random = randomBytes(4096);
    used = 0;
  }
  return random.subarray(used, (used += 16));
}

/**
 * A new row id: 26 characters, ten for the millisecond and sixteen random (80 bits), so that ids sort by age, keep the
 * index compact and cannot be guessed.
 */
export function newId(now = Date.now()): string {
  let time = '';
  for (let rest = now, i = 0; i < 10; i++, rest = Math.floor(rest / 32)) time = DIGITS[rest % 32] + time;
  let end = '';
  for (const byte of sixteenRandom()) end += DIGITS[byte % 32];
  return time + end;
}
