/**
 * A worker that is told things and asked by number. It is made with the first of them. When it cannot be fetched, or fails,
 * what waits is answered with null, and so is all that comes after.
 * @param anew what another one has to know; with it one is made in the place of one that failed, when it is needed again
 */
export function askWorker<Request, Answer extends { number: number }>(make: () => Worker, anew?: () => Request[]) {
  let worker: Worker | null = null;
  let hasFailed = false;
  let isOver = false;
  let asked = 0;
  const waiting = new Map<number, (answer: Answer | null) => void>();

  function end(): void {
    worker?.terminate();
    worker = null;
    for (const answer of waiting.values()) answer(null);
    waiting.clear();
  }

  function fail(event: Event): void {
    event.preventDefault();
    hasFailed = true;
    isOver ||= !anew;
    end();
  }

  function begin(): Worker {
    const made = make();
    made.onmessage = ({ data }: MessageEvent<Answer>) => {
      waiting.get(data.number)?.(data);
      waiting.delete(data.number);
    };
    made.onerror = fail;
    if (hasFailed) for (const request of anew!()) made.postMessage(request);
    return made;
  }

  function tell(request: Request): void {
    if (isOver) return;
    worker ??= begin();
    worker.postMessage(request);
  }

  function ask(request: (number: number) => Request): Promise<Answer | null> {
    if (isOver) return Promise.resolve(null);
    const number = ++asked;
    return new Promise((resolve) => {
      waiting.set(number, resolve);
      tell(request(number));
    });
  }

  /** Nothing is asked any more: what waits is answered with null too. */
  function stop(): void {
    isOver = true;
    end();
  }

  return { tell, ask, stop, isMade: () => worker !== null };
}
