import { takeLease } from '../db/repositories/leases';
import { dueOutbox } from '../db/repositories/outbox';
import type { Application } from './application';
import { noteFault } from './fault';
import { dispatch } from './sending';

/** So much of what is due is looked at in one round. */
const DUE_AT_ONCE = 200;

/**
 * Tries everything that is due: after a start, and now and then. Each post office gets one message after the other, all of
 * them at once; one that fails keeps no other waiting.
 * @param busy the post offices that a round before is still handing something to; they are left out
 * @returns how many were due, when what this round began is over
 */
export async function dispatchDue(app: Application, busy = new Set<string>()): Promise<number> {
  const due = await dueOutbox(app.db, app.now(), [...busy], DUE_AT_ONCE);
  const offices = new Map<string, typeof due>();
  for (const item of due) {
    const office = item.mailboxId ?? item.owner;
    if (!busy.has(office)) offices.set(office, [...(offices.get(office) ?? []), item]);
  }
  const handOver = async ([office, items]: [string, typeof due]) => {
    busy.add(office);
    for (const { id, owner } of items)
      await dispatch(app, owner, id).catch((error: Error) => noteFault('Outbox', error));
    busy.delete(office);
  };
  await Promise.all([...offices].map(handOver));
  return due.length;
}

/** So long this process looks after the outbox before another may. */
const LEASE_MS = 15_000;
/** So often is looked for what is due, whoever left it there. */
const LOOK_MS = 3_000;
/** What is due so shortly after one another is tried together. */
const TOGETHER_MS = 250;

/** Tries what is due in the outbox, in one process at a time: now and then, and when something is said to be due. */
export class Outbox {
  readonly #busy = new Set<string>();
  readonly #due = new Set<number>();
  /** When it is looked for what others have left. */
  #roundAt = Infinity;
  /** What the timer is set to. */
  #at = Infinity;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #stopped = false;

  constructor(
    readonly app: Application,
    readonly lookMs = LOOK_MS,
  ) {}

  /** Something is due at a moment, in milliseconds since 1970. */
  wake(at: number): void {
    this.#due.add(Math.ceil(at / TOGETHER_MS) * TOGETHER_MS);
    this.#wait();
  }

  stop(): void {
    this.#stopped = true;
    clearTimeout(this.#timer);
  }

  /** Waits for what is due next. */
  #wait(): void {
    const next = Math.min(this.#roundAt, ...this.#due);
    if (this.#stopped || next >= this.#at) return;
    this.#at = next;
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.#look(), Math.max(0, next - this.app.now()));
  }

  async #look(): Promise<void> {
    const { app } = this;
    this.#at = this.#roundAt = Infinity;
    for (const at of this.#due) if (at <= app.now()) this.#due.delete(at);
    try {
      // Not waited for: a post office that does not answer keeps nothing else from being tried.
      if (await takeLease(app.db, 'outbox', app.process, app.now(), LEASE_MS))
        dispatchDue(app, this.#busy).catch((error: Error) => noteFault('Outbox', error));
    } catch (error) {
      noteFault('Outbox', error);
    }
    this.#roundAt = app.now() + this.lookMs;
    this.#wait();
  }
}
