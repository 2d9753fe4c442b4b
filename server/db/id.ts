import { randomBytes } from 'node:crypto';

const DIGITS = '0123456789abcdefghjkmnpqrstvwxyz';

/**
 * A new row id: 26 characters, ten for the millisecond and sixteen random (80 bits), so that ids sort by age, keep the
 * index compact and cannot be guessed.
 */
export function newId(now = Date.now()): string {
  let time = '';
  for (let rest = now, i = 0; i < 10; i++, rest = Math.floor(rest / 32)) time = DIGITS[rest % 32] + time;
  return time + [...randomBytes(16)].map((byte) => DIGITS[byte % 32]).join('');
}
