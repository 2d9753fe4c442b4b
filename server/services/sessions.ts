import type { SessionInfo } from '#shared/types/wire';
import { newId } from '../db/id';
import {
  dropOtherSessions,
  dropSession,
  insertSession,
  listSessions,
  markSeen,
  sessionById,
} from '../db/repositories/sessions';
import type { Application } from './application';

/** A session nobody came back to for so long has ended. */
export const SESSION_MS = 30 * 86_400_000;
/** How exactly is kept when a session was seen last. */
const SEEN_EVERY_MS = 5 * 60_000;

/** Begins a session; its id goes into the sealed cookie. */
export async function beginSession(app: Application, owner: string, browser: string): Promise<string> {
  const id = newId();
  await insertSession(app.db, owner, id, browser, app.now());
  return id;
}

/** Whether a session goes on, as of a second ago; takes note that it was seen. */
export function seeSession(app: Application, owner: string, id: string): Promise<boolean> {
  return app.sessions.goesOn(`${owner} ${id}`, app.now(), () => askForSession(app, owner, id));
}

async function askForSession({ db, now }: Application, owner: string, id: string): Promise<boolean> {
  const session = await sessionById(db, owner, id);
  if (!session || now() - session.seenAt > SESSION_MS) return false;
  if (now() - session.seenAt > SEEN_EVERY_MS) await markSeen(db, owner, id, now());
  return true;
}

/** The sessions of an account. @param current the one that asks */
export async function readSessions({ db }: Application, owner: string, current: string): Promise<SessionInfo[]> {
  return (await listSessions(db, owner)).map((session) => ({ ...session, current: session.id === current }));
}

/** Ends a session on the server, so that its cookie opens nothing any more. */
export async function endSession({ db, sessions }: Application, owner: string, id: string): Promise<void> {
  await dropSession(db, owner, id);
  sessions.forget();
}

/** Ends every session of an account but the one that asks. */
export async function endOtherSessions({ db, sessions }: Application, owner: string, current: string): Promise<number> {
  const ended = await dropOtherSessions(db, owner, current);
  sessions.forget();
  return ended;
}
