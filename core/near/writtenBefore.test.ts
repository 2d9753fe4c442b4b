import { describe, expect, it } from 'vitest';
import { writtenBefore } from './writtenBefore';

const FELT =
  'The felt on the hammers has hardened, which is why the treble sounds glassy. I would voice it in two short visits rather than one.';
const letter = (middle: string) => `Dear Ada,\n\nthank you for writing.\n\n${middle}\n\nKind regards`;

describe('what was written before', () => {
  it('is found among other words, with a word or two changed', () => {
    const before = [
      letter(FELT),
      `Hello Oskar, ${FELT.replace('two short', 'three short')} See you on Monday.`,
      letter('The humidity in the hall is too low; a bowl of water will not do, but a humidifier would.'),
    ];
    expect(writtenBefore(letter(FELT), [], before)).toBe(2);
  });
  it('is not what came from a note, nor a greeting and a closing', () => {
    expect(writtenBefore(letter(FELT), [FELT], [letter(FELT)])).toBe(0);
    expect(writtenBefore(letter('I can come on Monday.'), [], [letter('The gate code is 4417.')])).toBe(0);
    expect(writtenBefore('', [], [''])).toBe(0);
  });
});
