import { dropAct, nextAct, putOffAct, type Act, type Flags } from '../../db/repositories/acts';
import { folderById, updateFolder, type FolderRow } from '../../db/repositories/folders';
import { messageThread, messageWithSource } from '../../db/repositories/messages';
import { arrive, dropPlaces, everyPlaceOf, placeById, settleFolders, type Place } from '../../db/repositories/places';
import { settleWaiting } from '../../db/repositories/waiting';
import { inTransaction } from '../../db/transaction';
import { RemoteError } from '../../mail/remote/errors';
import type { SyncSession } from './session';

/** Pauses before an act is tried again grow to this. */
const LONGEST_PAUSE_MS = 10 * 60_000;
/** So often a server may refuse an act before it is dropped. */
const TRIES = 4;

/**
 * Carries out what is kept for a mailbox, for each message in order. Each can be repeated: one that was cut off in the middle finds what it
 * has done. One that the server refuses again and again is dropped, and what is shown follows the server again.
 * @throws RemoteError when the line is gone; the act stays
 */
export async function carryOut(session: SyncSession): Promise<void> {
  const { app, owner, mailbox } = session;
  for (;;) {
    const act = await nextAct(app.db, owner, mailbox.id, app.now());
    if (!act) return;
    try {
      await carryOutOne(session, act);
    } catch (error) {
      if (!(error instanceof RemoteError)) throw error;
      const isNo = error.fault === 'declined' || error.fault === 'folder';
      // A server may say no for a while only.
      if (isNo && act.attempts >= TRIES) {
        await giveUp(session, act);
        continue;
      }
      const pause = Math.min(2 ** act.attempts * 5_000, LONGEST_PAUSE_MS);
      await putOffAct(app.db, owner, act, error.phrase, app.now() + pause);
      // What the server does not take now says nothing against the line, nor against what is to be done with other messages.
      if (error.fault !== 'full' && !isNo) throw error;
    }
  }
}

/** The folder of a place, made on the server where it is not there yet. */
async function folderAt(session: SyncSession, place: Place | null): Promise<FolderRow | null> {
  const { app, owner, remote } = session;
  const folder = place && (await folderById(app.db, owner, place.folderId));
  if (!folder) return null;
  if (!folder.uidValidity) {
    await remote.makeFolder(folder.path);
    const { uidValidity } = await remote.status(folder.path);
    await updateFolder(app.db, owner, folder.id, { uidValidity });
    folder.uidValidity = uidValidity;
  }
  return folder;
}

/** The UID of a message in the folder that is open: the one that is known, or the one found by its Message-ID. */
async function uidOf(session: SyncSession, place: Place): Promise<number | null> {
  const { app, owner, remote } = session;
  // Opening the folder may have forgotten it.
  const now = await placeById(app.db, owner, place.id);
  if (now?.uid) return (await remote.heads([now.uid])).length ? now.uid : null;
  const thread = await messageThread(app.db, owner, place.messageId);
  const found = thread?.messageId ? await remote.find(thread.messageId) : [];
  return found.length ? Math.max(...found) : null;
}

async function carryOutOne(session: SyncSession, act: Act): Promise<void> {
  if (act.kind === 'flags') return setFlags(session, act, act.flags);
  if (act.kind === 'delete') return deleteMessage(session, act, act.from);
  return act.kind === 'move' ? moveMessage(session, act, act.from, act.to) : putIn(session, act, act.to);
}

async function setFlags(session: SyncSession, act: Act, flags: Partial<Flags>): Promise<void> {
  const { app, owner, remote } = session;
  // Where it still is: what is done later moves it later.
  for (const place of await everyPlaceOf(app.db, owner, act.messageId)) {
    const folder = await folderById(app.db, owner, place.folderId);
    if (!folder?.uidValidity) continue;
    await session.enter(folder);
    const uid = await uidOf(session, place);
    if (uid) await remote.setFlags(uid, flags);
  }
  await dropAct(app.db, owner, act.id);
}

async function moveMessage(session: SyncSession, act: Act, from: string, to: string): Promise<void> {
  const { app, owner, remote } = session;
  const [source, target] = [await placeById(app.db, owner, from), await placeById(app.db, owner, to)];
  const [sourceFolder, targetFolder] = [await folderAt(session, source), await folderAt(session, target)];
  let arrived: number | null = null;
  let isThere = false;
  if (targetFolder && sourceFolder && source) {
    await session.enter(sourceFolder);
    const uid = await uidOf(session, source);
    if (uid) {
      arrived = await remote.move(uid, targetFolder.path);
      isThere = true;
    }
  }
  if (targetFolder && target && !arrived) {
    // A try before this one may have moved it, and a server may not say where a message went.
    await session.open(targetFolder);
    arrived = await uidOf(session, target);
    isThere ||= arrived !== null;
  }
  await inTransaction(app.db, async (trx) => {
    await dropPlaces(trx, owner, isThere ? [from] : [from, to]);
    if (arrived) await arrive(trx, owner, to, arrived);
    await dropAct(trx, owner, act.id);
    await settleWaiting(trx, owner, await settleFolders(trx, owner, [act.messageId]));
  });
}

/** The UID of what is to be deleted. Where it is not known for certain, one that is only called the same is left. */
async function uidToDelete(session: SyncSession, place: Place): Promise<number | null> {
  const { app, owner, remote } = session;
  const isKnown = Boolean((await placeById(app.db, owner, place.id))?.uid);
  const uid = await uidOf(session, place);
  if (!uid || isKnown) return uid;
  const [[head], message] = [await remote.heads([uid]), await messageWithSource(app.db, owner, place.messageId)];
  return message && head?.size === message.raw.length ? uid : null;
}

async function deleteMessage(session: SyncSession, act: Act, from: string): Promise<void> {
  const { app, owner, remote } = session;
  const place = await placeById(app.db, owner, from);
  const folder = place && (await folderById(app.db, owner, place.folderId));
  if (place && folder?.uidValidity) {
    await session.enter(folder);
    const uid = await uidToDelete(session, place);
    if (uid) await remote.remove(uid);
  }
  await inTransaction(app.db, async (trx) => {
    await dropPlaces(trx, owner, [from]);
    await dropAct(trx, owner, act.id);
  });
}

async function putIn(session: SyncSession, act: Act, to: string): Promise<void> {
  const { app, owner, remote } = session;
  const place = await placeById(app.db, owner, to);
  const folder = await folderAt(session, place);
  const message = folder && (await messageWithSource(app.db, owner, act.messageId));
  let uid: number | null = null;
  if (place && folder && message) {
    await session.open(folder);
    // A server that keeps what it sends has made the copy, and a try before this one may have.
    uid = await uidOf(session, place);
    const { seen, replied: answered, flagged, forwarded } = message;
    const flags = { seen, answered, flagged, forwarded };
    uid ??= await remote.append(folder.path, message.raw, flags, message.receivedAt);
  }
  await inTransaction(app.db, async (trx) => {
    if (uid) await arrive(trx, owner, to, uid);
    await dropAct(trx, owner, act.id);
  });
}

/** What a server refuses is not done, and what is shown is again what it has. */
async function giveUp({ app, owner }: SyncSession, act: Act): Promise<void> {
  await inTransaction(app.db, async (trx) => {
    if (act.kind === 'move') await dropPlaces(trx, owner, [act.to]);
    if (act.kind === 'move' || act.kind === 'delete') {
      await trx('places').where({ owner, id: act.from }).update({ leaving: false });
    }
    await dropAct(trx, owner, act.id);
    await settleWaiting(trx, owner, await settleFolders(trx, owner, [act.messageId]));
  });
}
