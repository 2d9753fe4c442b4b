import { isOn } from '#shared/utils/setting';
import { newId } from '../db/id';
import { takeLease } from '../db/repositories/leases';
import { loadDemoOnce } from '../services/demo';
import { noteFault } from '../services/fault';
import { wordSome } from '../services/rebuild';
import { readSomeLetters } from '../services/repeated';
import { tidyUp } from '../services/tidy';
import { Outbox } from '../services/outbox';
import { Keeper } from '../services/sync/keeper';

const PAUSE_MS = 3_000;
/** Letters are looked through in a tenth of the time, so that whoever works meanwhile notices nothing. */
const REST = 9;
const HOUR_MS = 3_600_000;

/** Opens the application when the server starts, loads the demo once, sends what waits in the outbox, and keeps mailboxes in step. */
export default defineNitroPlugin((nitro) => {
  let stopped = false;
  let timer: ReturnType<typeof setTimeout>;
  let loaded = false;
  let unworded = true;
  /** What the last letters took to look through, in milliseconds; 0 where there were none. */
  let unread = 0;

  let keeper: Keeper | null = null;
  let outbox: Outbox | null = null;
  const round = async () => {
    try {
      const app = await useApplication();
      if (!keeper && !stopped) {
        keeper = new Keeper(app);
        app.wakeMailbox = (id) => keeper!.wake(id);
        keeper.start();
        outbox = new Outbox(app);
        app.wakeOutbox = (at) => outbox!.wake(at);
        outbox.wake(app.now());
      }
      if (!loaded && isOn(useRuntimeConfig().demo)) await loadDemoOnce(app, passwords);
      loaded = true;
      // What was stored by an earlier version is made findable, some at a time.
      if (unworded && (await takeLease(app.db, 'words', app.process, app.now(), PAUSE_MS * 5)))
        unworded = (await wordSome(app.db)) > 0;
      // What was sent is looked through for what is written again and again, some at a time.
      unread = 0;
      if (await takeLease(app.db, 'wording', app.process, app.now(), PAUSE_MS * 5)) {
        const start = performance.now();
        if ((await readSomeLetters(app)) > 0) unread = performance.now() - start;
      }
      // The lease is not given back: so the work is done once an hour, whichever process comes first.
      if (await takeLease(app.db, 'tidy', newId(), app.now(), HOUR_MS)) await tidyUp(app);
    } catch (error) {
      noteFault('Periodic work', error);
    }
    const pause = unworded ? 100 : unread ? Math.min(unread * REST, PAUSE_MS) : PAUSE_MS;
    if (!stopped) timer = setTimeout(round, pause);
  };
  void round();

  nitro.hooks.hook('close', async () => {
    stopped = true;
    clearTimeout(timer);
    outbox?.stop();
    await keeper?.stop();
    await (await useApplication()).close();
  });
});
