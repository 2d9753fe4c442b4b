import { describe, expect, it } from 'vitest';
import { answeredBy } from './answered';
import { asksIn } from './asks';

const asks = asksIn('How much does the tuning cost? Do you also repair pedals? Could you bring the long bench?');

describe('which questions a letter answers', () => {
  it('takes those it speaks of', () => {
    expect(asks).toHaveLength(3);
    expect(answeredBy(asks, 'A tuning costs £85. And yes, I repair pedals too.')).toEqual([true, true, false]);
  });
  it('takes those a note was put in for', () => {
    expect(answeredBy(asks, 'The price is £85.', new Set([0]))).toEqual([true, false, false]);
  });
  it('takes other forms of a word', () => {
    expect(answeredBy(asks, 'The pedal is repaired in a day.')[1]).toBe(true);
  });
  it('lets any letter answer a single question, and an empty one none', () => {
    expect(answeredBy(asks.slice(0, 1), 'Gladly.')).toEqual([true]);
    expect(answeredBy(asks.slice(0, 1), '')).toEqual([false]);
  });
});
