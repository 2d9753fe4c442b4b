import type { Knex } from 'knex';
import { num } from '../rows';

/** A browser that is signed in. */
export interface SessionRow {
  id: string;
  browser: string;
  createdAt: number;
  seenAt: number;
}

export async function insertSession(db: Knex, owner: string, id: string, browser: string, now: number): Promise<void> {
  await db('sessions').insert({ id, owner, browser: browser.slice(0, 300), created_at: now, seen_at: now });
}

export async function sessionById(db: Knex, owner: string, id: string): Promise<SessionRow | null> {
  const row = await db('sessions').where({ owner, id }).first();
  return row ? toRow(row) : null;
}

function toRow(row: Record<string, unknown>): SessionRow {
  return { id: String(row.id), browser: String(row.browser), createdAt: num(row.created_at), seenAt: num(row.seen_at) };
}

/** The sessions of an account, the one seen last first. */
export async function listSessions(db: Knex, owner: string): Promise<SessionRow[]> {
  return (await db('sessions').where({ owner }).orderBy('seen_at', 'desc')).map(toRow);
}

export async function markSeen(db: Knex, owner: string, id: string, now: number): Promise<void> {
  await db('sessions').where({ owner, id }).update({ seen_at: now });
}

/** Ends a session, or all of an account but one. */
export async function dropSession(db: Knex, owner: string, id: string): Promise<void> {
  await db('sessions').where({ owner, id }).delete();
}
export async function dropOtherSessions(db: Knex, owner: string, but: string): Promise<number> {
  return db('sessions').where({ owner }).whereNot({ id: but }).delete();
}
