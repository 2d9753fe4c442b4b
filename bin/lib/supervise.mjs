import { say, Stop } from './say.mjs';

/** Ends by itself that are made good within this time; one more and something is wrong that starting again does not mend. */
const WITHIN_MS = 120_000;
const TIMES = 4;

/**
 * Keeps something running: started again when it ends by itself, until `stop` is called.
 * @param what its name for the line that is said
 * @param start starts it; gets what was running before, null at first. What it gives has `ended`, a promise, and `stop`
 * @param gaveUp called with a {@link Stop} when it ends again and again, or does not start any more
 * @returns what runs now, under `current`, and how to stop it
 */
export async function keepRunning(what, start, gaveUp) {
  const kept = { current: await start(null), stopping: false };
  const ends = [];
  const watch = () =>
    kept.current.ended.then(async () => {
      if (kept.stopping) return;
      const now = Date.now();
      ends.push(now);
      if (ends.filter((at) => now - at < WITHIN_MS).length > TIMES)
        return gaveUp(new Stop(`${what} ended ${TIMES + 1} times within two minutes.`));
      say(`${what} ended by itself and is started again. Nothing that was saved is lost.`);
      try {
        const next = await start(kept.current);
        if (kept.stopping) return next.stop();
        kept.current = next;
        watch();
      } catch (error) {
        if (!kept.stopping) gaveUp(error);
      }
    });
  watch();
  return {
    get current() {
      return kept.current;
    },
    async stop() {
      kept.stopping = true;
      await kept.current.stop();
    },
  };
}
