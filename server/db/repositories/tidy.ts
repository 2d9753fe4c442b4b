import type { Knex } from 'knex';

/** Drops for good what was deleted before `before`, at most so many rows; tells how many. Over all accounts, as all here. */
export async function dropDeleted(
  db: Knex,
  table: 'notes' | 'drafts' | 'lookups',
  before: number,
  most: number,
): Promise<number> {
  return db(table).where('deleted_at', '<', before).limit(most).delete();
}

/** The same for shelves that nothing stands on: what still does, stands through them on the shelf around. */
export async function dropDeletedShelves(db: Knex, before: number, most: number): Promise<number> {
  const rows = await db('shelves')
    .where('deleted_at', '<', before)
    .whereNotExists(db('notes').whereRaw('notes.shelf_id = shelves.id').select('notes.id'))
    .whereNotExists(
      db('shelves as inner_shelves').whereRaw('inner_shelves.parent_id = shelves.id').select('inner_shelves.id'),
    )
    .limit(most)
    .select('id');
  return rows.length
    ? db('shelves')
        .whereIn(
          'id',
          rows.map(({ id }) => id),
        )
        .delete()
    : 0;
}

/** Drops messages that have been gone from their server since `before`, but for what a draft answers and what is looked at again. */
export async function dropGone(db: Knex, before: number, most: number): Promise<number> {
  const rows = await db('messages')
    .where('gone_at', '<', before)
    .where({ folder: 'gone', again_on: null })
    .whereNotExists(
      db('drafts').whereRaw('drafts.original_id = messages.id').where({ deleted_at: null }).select('drafts.id'),
    )
    .limit(most)
    .select('id');
  const ids = rows.map(({ id }) => id);
  return ids.length ? db('messages').whereIn('id', ids).delete() : 0;
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
