import { newId } from '../db/id';
import { takeLease } from '../db/repositories/leases';
import { loadDemoOnce } from '../services/demo';
import { noteFault } from '../services/fault';
import { wordSome } from '../services/rebuild';
import { readSomeLetters } from '../services/repeated';
import { tidyUp } from '../services/tidy';
import { dispatchDue } from '../services/sending';
import { Keeper } from '../services/sync/keeper';

const PAUSE_MS = 3_000;
const HOUR_MS = 3_600_000;

/** Opens the application when the server starts, loads the demo once, sends what waits in the outbox, and keeps mailboxes in step. */
export default defineNitroPlugin((nitro) => {
  let stopped = false;
  let timer: ReturnType<typeof setTimeout>;
  let loaded = false;
  let unworded = true;
  let unread = true;

  let keeper: Keeper | null = null;
  const round = async () => {
    try {
      const app = await useApplication();
      if (!keeper && !stopped) {
        keeper = new Keeper(app);
        app.wakeMailbox = (id) => keeper!.wake(id);
        keeper.start();
      }
      if (!loaded && useRuntimeConfig().demo) await loadDemoOnce(app, passwords);
      loaded = true;
      if (await takeLease(app.db, 'outbox', app.process, app.now(), PAUSE_MS * 5)) await dispatchDue(app);
      // What was stored by an earlier version is made findable, some at a time.
      if (unworded && (await takeLease(app.db, 'words', app.process, app.now(), PAUSE_MS * 5)))
        unworded = (await wordSome(app.db)) > 0;
      // What was sent is looked through for what is written again and again, some at a time.
      if (await takeLease(app.db, 'wording', app.process, app.now(), PAUSE_MS * 5))
        unread = (await readSomeLetters(app)) > 0;
      // The lease is not given back: so the work is done once an hour, whichever process comes first.
      if (await takeLease(app.db, 'tidy', newId(), app.now(), HOUR_MS)) await tidyUp(app);
    } catch (error) {
      noteFault('Periodic work', error);
    }
    if (!stopped) timer = setTimeout(round, unworded || unread ? 100 : PAUSE_MS);
  };
  void round();

  nitro.hooks.hook('close', async () => {
    stopped = true;
    clearTimeout(timer);
    await keeper?.stop();
    await (await useApplication()).close();
  });
});
