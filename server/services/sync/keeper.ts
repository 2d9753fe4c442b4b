import { leasesOfOthers, takeLease } from '../../db/repositories/leases';
import { mailboxById, mailboxesToKeep, setMailboxState, type MailboxRow } from '../../db/repositories/mailboxes';
import { mailboxesWithDueActs } from '../../db/repositories/acts';
import { RemoteError } from '../../mail/remote/errors';
import type { Application } from '../application';
import { UserError } from '../errors';
import { noteFault } from '../fault';
import { syncSession } from './session';
import { Syncer } from './syncer';

/** So long this process keeps a mailbox before another may. */
const LEASE_MS = 30_000;
/** So often mailboxes are looked for, and what is to be done with them by another process. */
const LOOK_MS = 3_000;
/** So long news are waited for before all folders are looked at. */
const NEWS_MS = 60_000;
/** Pauses before a server is tried again, the first and the longest; one that needs the user is tried seldom. */
const PAUSE_MS = 5_000;
const LONGEST_PAUSE_MS = 5 * 60_000;
const HOPELESS_PAUSE_MS = 60 * 60_000;

interface Running {
  version: number;
  stop: AbortController;
  /** Ends what it waits for. */
  wake(): void;
  ended: Promise<void>;
}

/** Keeps mailboxes in step with their servers, each in one process at a time. */
export class Keeper {
  readonly #running = new Map<string, Running>();
  #timer: ReturnType<typeof setTimeout> | undefined;
  #stopped = false;

  constructor(readonly app: Application) {}

  start(): void {
    void this.#look();
  }

  /** Something is to be done with a mailbox, or it was changed: it is looked at now. */
  wake(mailboxId: string): void {
    const running = this.#running.get(mailboxId);
    if (running) running.wake();
    else if (!this.#stopped) {
      clearTimeout(this.#timer);
      void this.#look();
    }
  }

  async stop(): Promise<void> {
    this.#stopped = true;
    clearTimeout(this.#timer);
    const all = [...this.#running.values()];
    for (const { stop } of all) stop.abort();
    await Promise.all(all.map(({ ended }) => ended));
  }

  async #look(): Promise<void> {
    try {
      const wanted = await mailboxesToKeep(this.app.db);
      const versions = new Map(wanted.map(({ id, version }) => [id, version]));
      for (const [id, { version, stop }] of this.#running) if (versions.get(id) !== version) stop.abort();
      // Each with one question, however many mailboxes there are.
      const due = await mailboxesWithDueActs(this.app.db, this.app.now());
      for (const [id, { wake }] of this.#running) if (due.has(id)) wake();
      const idle = wanted.filter(({ id }) => !this.#running.has(id));
      const { db, process, now } = this.app;
      const elsewhere = await leasesOfOthers(
        db,
        idle.map(({ id }) => leaseOf(id)),
        process,
        now(),
      );
      for (const { id, owner, version } of idle) {
        if (this.#stopped || elsewhere.has(leaseOf(id)) || !(await this.#lease(id))) continue;
        const mailbox = await mailboxById(this.app.db, owner, id);
        if (mailbox?.version === version) this.#run(mailbox);
      }
    } catch (error) {
      noteFault('Mailboxes', error);
    }
    clearTimeout(this.#timer);
    if (!this.#stopped) this.#timer = setTimeout(() => void this.#look(), LOOK_MS);
  }

  #lease(id: string): Promise<boolean> {
    return takeLease(this.app.db, leaseOf(id), this.app.process, this.app.now(), LEASE_MS);
  }

  #run(mailbox: MailboxRow): void {
    if (this.#running.has(mailbox.id)) return;
    const stop = new AbortController();
    let waking = new AbortController();
    const wake = () => waking.abort();
    stop.signal.addEventListener('abort', wake);
    const begins = () => {
      if (!stop.signal.aborted) waking = new AbortController();
    };
    const waits = () => waking.signal;
    const ended = keepMailbox(this.app, mailbox, {
      stopped: stop.signal,
      begins,
      waits,
      lease: () => this.#lease(mailbox.id),
    })
      .catch((error) => noteFault('Mailbox', error))
      .finally(() => this.#running.delete(mailbox.id));
    this.#running.set(mailbox.id, { version: mailbox.version, stop, wake, ended });
  }
}

const leaseOf = (mailboxId: string) => `mailbox ${mailboxId}`;

/** Waits; called off it waits no longer. */
function pause(ms: number, calledOff: AbortSignal): Promise<void> {
  if (calledOff.aborted) return Promise.resolve();
  return new Promise((resolve) => {
    const end = () => {
      clearTimeout(timer);
      calledOff.removeEventListener('abort', end);
      resolve();
    };
    const timer = setTimeout(end, ms);
    calledOff.addEventListener('abort', end);
  });
}

/** Keeps one mailbox in step until it is stopped: connects, and connects again whenever the line is gone. */
async function keepMailbox(
  app: Application,
  mailbox: MailboxRow,
  around: {
    stopped: AbortSignal;
    /** Says that what there is to do is looked for from now on: what comes later ends the next wait. */
    begins(): void;
    waits(): AbortSignal;
    lease(): Promise<boolean>;
  },
): Promise<void> {
  const { id, owner } = mailbox;
  let failures = 0;
  while (!around.stopped.aborted) {
    try {
      around.begins();
      const remote = await app.openRemote(mailbox);
      try {
        const syncer = new Syncer(syncSession(app, mailbox, remote));
        let state = '';
        while (!around.stopped.aborted) {
          if (!(await around.lease())) return;
          around.begins();
          const full = await app.fullDisk();
          if (full) throw new UserError(full, 507, { code: 'full' });
          const isBusy = await syncer.step();
          failures = 0;
          const now = isBusy ? 'reading' : 'ready';
          if (now !== state || now === 'ready')
            await setMailboxState(app.db, owner, id, { state: now, ...(!isBusy && { syncedAt: app.now() }) });
          state = now;
          if (isBusy) continue;
          // The lease is renewed meanwhile, so that nobody else begins.
          const renewing = setInterval(() => void around.lease().catch(() => {}), LEASE_MS / 3);
          await syncer.waitForNews(NEWS_MS, around.waits()).finally(() => clearInterval(renewing));
          await syncer.lookForNews();
        }
      } finally {
        await remote.close();
      }
    } catch (error) {
      // One that was taken away meanwhile is kept in step no longer.
      const isThere = await mailboxById(app.db, owner, id).catch(() => null);
      if (around.stopped.aborted || !isThere) return;
      const known = error instanceof RemoteError ? error : null;
      const words = error instanceof UserError ? error.phrase : null;
      if (!words) noteFault('Mailbox', error);
      // A line that was cut is an ordinary thing; it is said when it cannot be made again.
      if (words && (failures > 0 || !known?.again || known.fault !== 'cut'))
        await setMailboxState(app.db, owner, id, { state: 'problem', problem: words });
      const wait = known?.again === false ? HOPELESS_PAUSE_MS : Math.min(PAUSE_MS * 2 ** failures, LONGEST_PAUSE_MS);
      failures++;
      const renewing = setInterval(() => void around.lease().catch(() => {}), LEASE_MS / 3);
      await pause(failures === 1 && known?.again ? 500 : wait, around.waits()).finally(() => clearInterval(renewing));
    }
  }
}
