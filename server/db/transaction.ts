import type { Knex } from 'knex';

/** So often a transaction is begun anew that the server gave up for another one. */
const TRIES = 6;

/**
 * Whether a statement failed because of another transaction, so that the same may go well the next time. The transaction it
 * was part of is over by then (after a deadlock the server has rolled it back), so whoever catches this passes it on.
 */
export const wasInTheWay = (error: unknown): boolean =>
  ['ER_LOCK_DEADLOCK', 'ER_LOCK_WAIT_TIMEOUT', 'ER_CHECKREAD'].includes((error as { code?: string }).code ?? '');

/**
 * Does work in one transaction: all of it or none. Two transactions that stand in each other's way are ordinary (also on
 * a replicated database): one is given up by the server and begun anew here, so `work` must do nothing outside it.
 * Inside, every statement goes through `trx`; one through the pool would wait for a connection that this one holds.
 */
export async function inTransaction<T>(db: Knex, work: (trx: Knex.Transaction) => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries++) {
    try {
      return await db.transaction(work);
    } catch (error) {
      if (db.isTransaction || tries >= TRIES || !wasInTheWay(error)) throw error;
      await new Promise((resolve) => setTimeout(resolve, 10 * tries * (1 + Math.random())));
    }
  }
}
