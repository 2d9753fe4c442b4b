import { describe, expect, it } from 'vitest';
import { askWorker } from './askWorker';

type Request = { number?: number; text: string };
type Answer = { number: number; text: string };

/** A worker that does nothing by itself: what it was told, and how it answers and fails. */
class Idle {
  told: Request[] = [];
  ended = false;
  onmessage: ((event: MessageEvent<Answer>) => void) | null = null;
  onerror: ((event: Event) => void) | null = null;
  postMessage = (request: Request) => void this.told.push(request);
  terminate = () => void (this.ended = true);
  answer = (data: Answer) => this.onmessage!({ data } as MessageEvent<Answer>);
  fail = () => this.onerror!(new Event('error'));
}

function workers(anew?: () => Request[]) {
  const made: Idle[] = [];
  const make = () => {
    made.push(new Idle());
    return made.at(-1) as unknown as Worker;
  };
  return { made, ...askWorker<Request, Answer>(make, anew) };
}
const question = (text: string) => (number: number) => ({ number, text });

describe('a worker that is asked', () => {
  it('is made with the first that is told it, and answers each question, in whatever order', async () => {
    const { made, ask, tell, isMade } = workers();
    expect(isMade()).toBe(false);
    tell({ text: 'notes' });
    const answers = [ask(question('first')), ask(question('second'))];
    expect(made).toHaveLength(1);
    const [, first, second] = made[0]!.told;
    made[0]!.answer({ number: second!.number!, text: 'of the second' });
    made[0]!.answer({ number: first!.number!, text: 'of the first' });
    expect((await Promise.all(answers)).map((one) => one!.text)).toEqual(['of the first', 'of the second']);
  });

  it('answers with nothing when it fails, to what waits and from then on', async () => {
    const { made, ask, tell, isMade } = workers();
    const waits = ask(question('waits'));
    made[0]!.fail();
    expect(await waits).toBeNull();
    expect(await ask(question('later'))).toBeNull();
    tell({ text: 'notes' });
    expect([made.length, made[0]!.ended, isMade()]).toEqual([1, true, false]);
  });

  it('that was stopped answers with nothing, to what waits too, and is not made again', async () => {
    const { made, ask, tell, stop, isMade } = workers(() => [{ text: 'all notes' }]);
    const waits = ask(question('waits'));
    stop();
    tell({ text: 'notes' });
    expect(await ask(question('later'))).toBeNull();
    expect([made.length, made[0]!.ended, isMade()]).toEqual([1, true, false]);
    expect(await waits).toBeNull();
  });

  it('is made anew with what it has to know, where that is said, as often as it fails', async () => {
    const { made, ask, tell } = workers(() => [{ text: 'all notes' }]);
    tell({ text: 'some notes' });
    for (const round of [1, 2]) {
      const waits = ask(question('waits'));
      made.at(-1)!.fail();
      expect(await waits).toBeNull();
      expect(made).toHaveLength(round);
      const again = ask(question('again'));
      expect(made[round]!.told.map(({ text }) => text)).toEqual(['all notes', 'again']);
      made[round]!.answer({ number: made[round]!.told[1]!.number!, text: 'answered' });
      expect((await again)!.text).toBe('answered');
    }
    expect(made[0]!.told.map(({ text }) => text)).toEqual(['some notes', 'waits']);
  });
});
