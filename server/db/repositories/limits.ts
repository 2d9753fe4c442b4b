import type { Knex } from 'knex';
import { num } from '../rows';
import { inTransaction } from '../transaction';

/** So often something may be done in so many milliseconds, counted from the first time. */
export interface Limit {
  most: number;
  ms: number;
}

/**
 * Counts that something is done, of many at once one after the other.
 * @returns how many milliseconds are still to wait; 0 when it may be done
 */
export function takeTurn(db: Knex, name: string, { most, ms }: Limit, now: number): Promise<number> {
  return inTransaction(db, async (trx) => {
    const row = await lockLimit(trx, name, now);
    // A time that is still to come was counted before the clock was set back.
    const isOver = now - num(row.since_at) >= ms || num(row.since_at) > now;
    if (!isOver && num(row.count) >= most) return num(row.since_at) + ms - now;
    const next = isOver ? { count: 1, since_at: now } : { count: num(row.count) + 1 };
    await trx('limits').where({ name }).update(next);
    return 0;
  });
}

/** Takes back that something was counted which is not to count. */
export async function giveTurnBack(db: Knex, name: string): Promise<void> {
  await db('limits').where({ name }).where('count', '>', 0).decrement('count', 1);
}

async function lockLimit(trx: Knex.Transaction, name: string, now: number) {
  await trx('limits')
    .insert({ name, count: 0, since_at: now })
    .onConflict('name')
    // Not ignored: that would share the row with the others that came at once, and each would then wait for all others.
    .merge({ count: trx.ref('limits.count') });
  return trx('limits').where({ name }).forUpdate().first();
}

export const dropOldLimits = (db: Knex, before: number, most: number): Promise<number> =>
  db('limits').where('since_at', '<', before).limit(most).delete();
