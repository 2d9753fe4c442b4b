import pLimit from 'p-limit';
import { describe, expect, it } from 'vitest';
import { inTime } from './pool';

const rest = (ms: number, signal?: AbortSignal) =>
  new Promise<string>((resolve, reject) => {
    const timer = setTimeout(() => resolve('done'), ms);
    signal?.addEventListener('abort', () => (clearTimeout(timer), reject(new Error('late'))));
  });

describe('the time of a task', () => {
  it('begins when it does: waiting for its turn is no part of it', async () => {
    const turn = pLimit(1);
    const all = Array.from({ length: 5 }, () => turn(() => inTime(300, () => rest(100))));
    expect(await Promise.all(all)).toEqual(Array(5).fill('done'));
  });

  it('ends what takes too long', async () => {
    await expect(inTime(20, (signal) => rest(60_000, signal))).rejects.toThrow('late');
  });
});
