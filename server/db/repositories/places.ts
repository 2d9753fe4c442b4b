import type { Knex } from 'knex';
import { newId } from '../id';
import { num, portions } from '../rows';

/** Where a message lies on a server: in which folder, under which UID; null while it is on its way there. */
export interface Place {
  id: string;
  mailboxId: string;
  folderId: string;
  uid: number | null;
  messageId: string;
}

/** What a place may be: the role of its folder, the one that counts most first. */
const ROLES = ['inbox', 'sent', 'archive', 'own', 'trash', 'junk'] as const;

const toPlace = (row: Record<string, unknown>): Place => ({
  id: String(row.id),
  mailboxId: String(row.mailbox_id),
  folderId: String(row.folder_id),
  uid: row.uid === null ? null : num(row.uid),
  messageId: String(row.message_id),
});

const PLACE = ['id', 'mailbox_id', 'folder_id', 'uid', 'message_id'];

/**
 * Takes note of where messages lie. One that was on its way to that folder has arrived.
 * @param found each UID once; `isNew` where the message was only just stored, so that it was on its way nowhere
 */
export async function placeMessages(
  trx: Knex.Transaction,
  owner: string,
  { id: folderId, mailboxId }: { id: string; mailboxId: string },
  found: { uid: number; messageId: string; receivedAt: number; isNew?: boolean }[],
): Promise<void> {
  for (const some of portions(found)) {
    const known = some.flatMap(({ messageId, isNew }) => (isNew ? [] : [messageId]));
    const coming = known.length
      ? await trx('places')
          .where({ owner, folder_id: folderId, uid: null })
          .whereIn('message_id', known)
          .select('id', 'message_id')
      : [];
    const comingOf = new Map(coming.map(({ id, message_id: message }) => [String(message), String(id)]));
    const rows = [];
    for (const { uid, messageId, receivedAt } of some) {
      const place = comingOf.get(messageId);
      comingOf.delete(messageId);
      if (place) await trx('places').where({ owner, id: place }).update({ uid });
      else
        rows.push({
          ...{ id: newId(), owner, mailbox_id: mailboxId, folder_id: folderId, uid },
          ...{ message_id: messageId, received_at: receivedAt },
        });
    }
    if (rows.length) await trx('places').insert(rows).onConflict(['folder_id', 'uid']).ignore();
    if (known.length)
      await trx('messages').where({ owner, mailbox_id: null }).whereIn('id', known).update({ mailbox_id: mailboxId });
  }
}

/** Takes note that a message is on its way to a folder. @returns the id of its place there */
export async function placeComing(
  trx: Knex.Transaction,
  owner: string,
  { id: folderId, mailboxId }: { id: string; mailboxId: string },
  messageId: string,
  receivedAt: number,
): Promise<string> {
  const id = newId();
  await trx('places').insert({
    ...{ id, owner, mailbox_id: mailboxId, folder_id: folderId, uid: null },
    ...{ message_id: messageId, received_at: receivedAt },
  });
  return id;
}

/** Where a message lies, without what it is leaving. */
export async function placesOf(db: Knex, owner: string, messageId: string): Promise<(Place & { role: string })[]> {
  const rows = await db('places')
    .join('folders', 'folders.id', 'places.folder_id')
    .where({ 'places.owner': owner, 'places.message_id': messageId, 'places.leaving': false })
    .select([...PLACE.map((column) => `places.${column}`), 'folders.role']);
  return rows.map((row) => ({ ...toPlace(row), role: String(row.role) }));
}

/** Every place of a message on a server: also those it is leaving, since until it has left it is still there. */
export async function everyPlaceOf(db: Knex, owner: string, messageId: string): Promise<Place[]> {
  return (await db('places').where({ owner, message_id: messageId }).select(PLACE)).map(toPlace);
}

export async function placeById(db: Knex, owner: string, id: string): Promise<Place | null> {
  const row = await db('places').where({ owner, id }).first(PLACE);
  return row ? toPlace(row) : null;
}

/** Marks a place as one the message is leaving. */
export async function leavePlace(trx: Knex, owner: string, id: string): Promise<void> {
  await trx('places').where({ owner, id }).update({ leaving: true });
}

export async function dropPlaces(trx: Knex, owner: string, ids: string[]): Promise<void> {
  for (const some of portions(ids)) await trx('places').where({ owner }).whereIn('id', some).delete();
}

/** Says under which UID a message has arrived; one that is found there already stays the only one. */
export async function arrive(trx: Knex.Transaction, owner: string, id: string, uid: number): Promise<void> {
  const place = await trx('places').where({ owner, id }).forUpdate().first('folder_id');
  if (!place) return;
  const there = await trx('places').where({ owner, folder_id: place.folder_id, uid }).first('id');
  if (there && there.id !== id) await trx('places').where({ owner, id }).delete();
  else await trx('places').where({ owner, id }).update({ uid });
}

/** The UIDs known to be in a folder. */
export async function uidsIn(db: Knex, owner: string, folderId: string): Promise<Set<number>> {
  const rows = await db('places').where({ owner, folder_id: folderId }).whereNotNull('uid').select('uid');
  return new Set(rows.map(({ uid }) => num(uid)));
}

/** What lies in a folder, by UID. */
export async function placesAt(db: Knex, owner: string, folderId: string, uids: number[]): Promise<Map<number, Place>> {
  const found = new Map<number, Place>();
  for (const some of portions(uids)) {
    const rows = await db('places').where({ owner, folder_id: folderId }).whereIn('uid', some).select(PLACE);
    for (const row of rows) found.set(num(row.uid), toPlace(row));
  }
  return found;
}

/** Forgets the UIDs of a folder, as a server may number it anew (RFC 3501 2.3.1.1); what lay there is still known. */
export async function forgetUids(trx: Knex, owner: string, folderId: string): Promise<void> {
  await trx('places').where({ owner, folder_id: folderId }).update({ uid: null });
}

/** Drops the places of a folder whose UIDs were forgotten and not found again. */
export async function dropUnfound(trx: Knex, owner: string, folderId: string): Promise<string[]> {
  const lost = await trx('places')
    .where({ owner, folder_id: folderId, uid: null })
    .whereNotExists(
      trx('acts').whereRaw('acts.message_id = places.message_id').where({ 'acts.owner': owner }).select('acts.id'),
    )
    .select('id', 'message_id');
  await dropPlaces(
    trx,
    owner,
    lost.map(({ id }) => id),
  );
  return lost.map(({ message_id: id }) => String(id));
}

/**
 * Works out anew in which list messages of a mailbox stand: where they lie, the inbox before all else. What lies nowhere
 * any more was deleted elsewhere: it is `gone`, and what is known of it stays.
 * @returns the threads they belong to
 */
export async function settleFolders(trx: Knex, owner: string, messageIds: Iterable<string>): Promise<string[]> {
  const threads = new Set<string>();
  const roles = ROLES.map((role) => `'${role}'`).join(', ');
  for (const ids of portions([...new Set(messageIds)])) {
    const gaps = ids.map(() => '?').join(', ');
    await trx.raw(
      `UPDATE messages m
        LEFT JOIN (
          SELECT p.message_id, MIN(FIELD(f.role, ${roles})) AS role FROM places p
          JOIN folders f ON f.id = p.folder_id
          WHERE p.message_id IN (${gaps}) AND NOT p.leaving GROUP BY p.message_id
        ) x ON x.message_id = m.id
        SET m.folder = IF(x.role IS NULL, 'gone', ELT(x.role, ${roles})),
          m.gone_at = IF(x.role IS NULL, COALESCE(m.gone_at, ?), NULL)
        WHERE m.owner = ? AND m.mailbox_id IS NOT NULL AND m.id IN (${gaps})`,
      [...ids, Date.now(), owner, ...ids],
    );
    const rows = await trx('messages').where({ owner }).whereIn('id', ids).distinct('thread_id');
    for (const { thread_id: thread } of rows) threads.add(String(thread));
  }
  return [...threads];
}

/** How many messages lie in each mailbox. */
export async function countPlaces(db: Knex, owner: string): Promise<Map<string, number>> {
  const rows = await db('places')
    .where({ owner })
    .groupBy('mailbox_id')
    .select('mailbox_id', db.raw('COUNT(*) AS count'));
  return new Map(rows.map(({ mailbox_id: id, count }) => [String(id), num(count)]));
}

/** The messages in a folder. */
export async function messagesIn(db: Knex, owner: string, folderId: string): Promise<string[]> {
  const rows = await db('places').where({ owner, folder_id: folderId }).select('message_id');
  return rows.map(({ message_id: id }) => String(id));
}
