import type { Knex } from 'knex';

/** Drops for good what was deleted before `before`, at most so many rows; tells how many. Over all accounts, as all here. */
export async function dropDeleted(
  db: Knex,
  table: 'notes' | 'drafts' | 'lookups' | 'shelves',
  before: number,
  most: number,
): Promise<number> {
  return db(table).where('deleted_at', '<', before).limit(most).delete();
}

export async function dropOldTries(db: Knex, before: number, most: number): Promise<number> {
  return db('sign_in_attempts').where('last_at', '<', before).limit(most).delete();
}

export async function dropOldSessions(db: Knex, before: number, most: number): Promise<number> {
  return db('sessions').where('seen_at', '<', before).limit(most).delete();
}

/** Drops the bytes of messages that have left; what became of them stays known. */
export async function emptyOutbox(db: Knex, before: number, most: number): Promise<number> {
  return db('outbox')
    .whereIn('state', ['sent', 'refused', 'unsure'])
    .where('created_at', '<', before)
    .whereRaw('LENGTH(raw) > 0')
    .limit(most)
    .update({ raw: Buffer.alloc(0) });
}
