import { describe, expect, it } from 'vitest';
import { waits } from './answers';
import { hoursAndMinutes, ENOUGH_TYPED, MEAN_WORDS_PER_MINUTE, secondsSaved, typingSpeed, USUAL_RULE } from './rule';
import { timeTable } from './table';
import { lastWeeks, mondayOf } from './weeks';

describe('minutes as they are said', () => {
  it.each([
    [-0.3, 0, 0],
    [0.4, 0, 0],
    [59.6, 1, 0],
    [-59.6, -1, 0],
    [61, 1, 1],
    [-61, -1, -1],
    [-60.2, -1, 0],
  ])('%f minutes', (count, hours, minutes) => expect(hoursAndMinutes(count)).toEqual({ hours, minutes }));
});

describe('how time saved is worked out', () => {
  it('takes the speed that was chosen, else measured, else the mean', () => {
    const typing = { characters: ENOUGH_TYPED, milliseconds: 10 * 60_000 };
    expect(typingSpeed({ ...USUAL_RULE, wordsPerMinute: 70 }, typing)).toEqual({ wordsPerMinute: 70, from: 'chosen' });
    // 2,000 signs are 400 words; in ten minutes, 40 a minute.
    expect(typingSpeed(USUAL_RULE, typing)).toEqual({ wordsPerMinute: 40, from: 'measured' });
    const little = { characters: ENOUGH_TYPED - 1, milliseconds: 60_000 };
    expect(typingSpeed(USUAL_RULE, little)).toEqual({ wordsPerMinute: MEAN_WORDS_PER_MINUTE, from: 'mean' });
  });

  it('counts typing, and finding less putting in for each use', () => {
    const rule = { wordsPerMinute: 60, find: 10, put: 4 };
    // 600 signs are 120 words: two minutes at 60 a minute. Three uses save 6 s each.
    expect(secondsSaved({ uses: 3, characters: 600 }, 60, rule)).toBeCloseTo(120 + 18);
    expect(secondsSaved({ uses: 3, characters: 0 }, 60, { ...rule, put: 40 })).toBe(0);
    expect(secondsSaved({ uses: 0, characters: 0 }, 60, rule)).toBe(0);
  });

  it('knows the weeks, which begin on a Monday, over the turn of a year', () => {
    expect(mondayOf('2026-11-27')).toBe('2026-11-23');
    expect(mondayOf('2026-11-23')).toBe('2026-11-23');
    expect(lastWeeks('2026-01-02', 3)).toEqual(['2025-12-15', '2025-12-22', '2025-12-29']);
  });

  it('says the middle wait and the one a tenth waited longer than, by nearest rank', () => {
    expect(waits([])).toBeNull();
    expect(waits([5])).toEqual({ median: 5, worstTenth: 5 });
    expect(waits([10, 1, 2, 3, 4, 5, 6, 7, 8, 9])).toEqual({ median: 5, worstTenth: 9 });
  });

  it('writes a table in which nothing is run as a formula', () => {
    expect(timeTable(['a', 'b'], [['=1+1', 2]])).toBe("\ufeffa,b\r\n'=1+1,2\r\n");
  });
});
