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
