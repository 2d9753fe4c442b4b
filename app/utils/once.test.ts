import { describe, expect, it } from 'vitest';
import { once } from './once';

describe('work done once', () => {
  it('is not begun again while it is going on, but for another thing', async () => {
    const begun: string[] = [];
    const ends: (() => void)[] = [];
    const work = once(
      (id: string) => new Promise<string>((resolve) => ends.push(() => resolve(`${id} ${begun.push(id)}`))),
      (id) => id,
    );
    const answers = [work('a'), work('a'), work('b')];
    for (const end of ends.splice(0)) end();
    expect(await Promise.all(answers)).toEqual(['a 1', undefined, 'b 2']);
    const again = work('a');
    ends[0]!();
    expect(await again).toBe('a 3');
  });

  it('can be begun again after it went wrong', async () => {
    let tries = 0;
    const work = once(async () => {
      if (!tries++) throw new Error('no');
      return 'done';
    });
    await expect(work()).rejects.toThrow('no');
    expect(await work()).toBe('done');
  });
});
