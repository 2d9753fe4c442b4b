import type { Knex } from 'knex';
import pLimit from 'p-limit';
import type { FolderRow } from '../../db/repositories/folders';
import { updateFolder } from '../../db/repositories/folders';
import { messagesWithActs, type Flags } from '../../db/repositories/acts';
import { messagesLike, setRemoteFlags, threadsOf } from '../../db/repositories/messages';
import { dropPlaces, dropUnfound, placeMessages, placesAt, settleFolders, uidsIn } from '../../db/repositories/places';
import { settleWaiting } from '../../db/repositories/waiting';
import { inTransaction } from '../../db/transaction';
import { MESSAGE_LIMIT } from '../../mail/mbox';
import type { OpenFolder, RemoteChanges, RemoteHead, RemoteMailbox } from '../../mail/ports';
import { storeMessages, type Incoming } from '../../mail/store/intake';
import type { StoredFolder } from '#shared/schemas/message';
import { runBulkTask } from '../../work/pool';
import type { SyncSession } from './session';

/** So long is fetched, before it is looked what else is to be done. */
const FETCHING_MS = 1_000;
/** So many messages are asked about at once; so many, and about so many bytes, are fetched and stored at once. */
const ASKED = 400;
const PORTION = 100;
const PORTION_BYTES = 2_000_000;
/** So many portions are read or stored beside the one that is fetched. */
const AHEAD = 2;

/**
 * So many portions are stored at once, of whichever mailboxes: many that begin together leave room for who is at work.
 * Fetching is not held up, since a server that hangs would hold up the mail of others.
 */
const inTurn = pLimit(2);

/** What came in these days is fetched before all else, and asked about more often. */
export const RECENT_MS = 30 * 86_400_000;

/** What is still to be fetched from a folder, the newest last. */
export interface Todo {
  folder: FolderRow;
  uids: number[];
  /** Whether the folder was numbered anew, so that what is not found again is gone. */
  numberedAnew: boolean;
}

/** A folder when it was looked into, and what was still to be fetched from it. */
export interface Look extends OpenFolder {
  todo: Todo;
}

/**
 * Looks what has changed in a folder: flags are taken over, what was deleted or moved elsewhere loses its place there.
 * @param since what is older is not fetched, in milliseconds since 1970; 0 for all
 * @param last the look before on the same line, and what is left to be fetched of it: only what changed since is asked for,
 *   where that can be told; else all UIDs are compared
 */
export async function lookInto(session: SyncSession, folder: FolderRow, since: number, last?: Look): Promise<Look> {
  const { app, owner, remote } = session;
  const before = folder.uidValidity;
  const opened = await session.open(folder);
  const numberedAnew = before > 0 && before !== folder.uidValidity;
  const takeOver = async (flags: Map<number, Flags>) => {
    await takeOverFlags(session, folder, flags);
    await updateFolder(app.db, owner, folder.id, { modseq: opened.modseq, total: opened.total });
    Object.assign(folder, { modseq: opened.modseq, total: opened.total });
  };
  const hasChanges = opened.modseq === '' || opened.modseq !== folder.modseq;

  const news = last && !last.todo.numberedAnew && (await newsSince(session, folder, last, opened, since, hasChanges));
  if (news) {
    await takeAway(session, folder, news.gone);
    await takeOver(news.flags);
    const gone = new Set(news.gone);
    const uids = [...last.todo.uids.filter((uid) => !gone.has(uid)), ...news.uids];
    return { ...opened, todo: { folder, uids: [...new Set(uids)].sort((a, b) => a - b), numberedAnew: false } };
  }

  const there = await remote.uids();
  const known = await uidsIn(app.db, owner, folder.id);
  const present = new Set(there);
  await takeAway(
    session,
    folder,
    [...known].filter((uid) => !present.has(uid)),
  );
  const asksFor = known.size > 0 && hasChanges;
  await takeOver(asksFor ? (await remote.changes(opened.modseq && folder.modseq)).flags : new Map());
  const wanted = since > 0 ? new Set(await remote.uids(since)) : present;
  const uids = [...wanted].filter((uid) => !known.has(uid)).sort((a, b) => a - b);
  if (numberedAnew && !uids.length) await settleNumbering(session, folder);
  return { ...opened, todo: { folder, uids, numberedAnew } };
}

/**
 * What has changed in a folder since it was looked into, without asking for all of it: what is new has UIDs behind those of
 * then (RFC 3501 2.3.1.1), and whether something is gone the totals say.
 * @returns null where that cannot be told
 */
async function newsSince(
  { app, owner, remote }: SyncSession,
  folder: FolderRow,
  last: OpenFolder,
  opened: OpenFolder,
  since: number,
  hasChanges: boolean,
): Promise<(RemoteChanges & { uids: number[]; gone: number[] }) | null> {
  if (last.uidValidity !== opened.uidValidity || !last.uidNext || !opened.uidNext) return null;
  const added = opened.uidNext > last.uidNext ? await remote.uids(undefined, last.uidNext) : [];
  const missing = last.total + added.length - opened.total;
  const { flags, gone } = hasChanges
    ? await changesIn(app.now(), remote, folder, opened)
    : { flags: new Map<number, Flags>(), gone: [] };
  if (missing < 0 || missing > (gone?.length ?? 0)) return null;
  const wanted = added.length && since > 0 ? await remote.uids(since, last.uidNext) : added;
  const known = await placesAt(app.db, owner, folder.id, wanted);
  return { flags, gone: gone ?? [], uids: wanted.filter((uid) => !known.has(uid)) };
}

/**
 * What has changed since the last look. On a server that counts no changes only what is recent is asked for, and the rest
 * when all is compared.
 */
async function changesIn(
  now: number,
  remote: RemoteMailbox,
  folder: FolderRow,
  opened: OpenFolder,
): Promise<RemoteChanges> {
  if (opened.modseq) return remote.changes(folder.modseq);
  const recent = await remote.uids(now - RECENT_MS);
  return remote.changes(
    '',
    recent.reduce((least, uid) => Math.min(least, uid), opened.uidNext),
  );
}

/** Takes note that messages are not in a folder any more. */
async function takeAway({ app, owner }: SyncSession, folder: FolderRow, uids: number[]): Promise<void> {
  if (!uids.length) return;
  await inTransaction(app.db, async (trx) => {
    const places = [...(await placesAt(trx, owner, folder.id, uids)).values()];
    await dropPlaces(
      trx,
      owner,
      places.map(({ id }) => id),
    );
    const threads = await settleFolders(
      trx,
      owner,
      places.map(({ messageId }) => messageId),
    );
    await settleWaiting(trx, owner, threads);
  });
}

/** What was not found again in a folder that was numbered anew is not there any more. */
async function settleNumbering({ app, owner }: SyncSession, folder: FolderRow): Promise<void> {
  await inTransaction(app.db, async (trx) => {
    const lost = await dropUnfound(trx, owner, folder.id);
    await settleWaiting(trx, owner, await settleFolders(trx, owner, lost));
  });
}

/** Takes over what the server says of messages, but for those that something is still to be done with there. */
async function takeOverFlags(
  { app, owner, mailbox }: SyncSession,
  folder: FolderRow,
  flags: Map<number, Flags>,
): Promise<void> {
  const busy = await messagesWithActs(app.db, owner, mailbox.id);
  const places = await placesAt(app.db, owner, folder.id, [...flags.keys()]);
  const byFlags = new Map<string, string[]>();
  for (const [uid, said] of flags) {
    const place = places.get(uid);
    if (!place || busy.has(place.messageId)) continue;
    const key = JSON.stringify(said);
    byFlags.set(key, [...(byFlags.get(key) ?? []), place.messageId]);
  }
  await inTransaction(app.db, async (trx) => {
    const changed: string[] = [];
    for (const [key, ids] of byFlags)
      changed.push(...(await setRemoteFlags(trx, owner, ids, JSON.parse(key) as Flags)));
    await settleWaiting(trx, owner, await threadsOf(trx, owner, changed));
  });
}

/**
 * Fetches the newest of what is to be fetched, for a while, and stores it. What is here already, from another folder or
 * another numbering, is not fetched again.
 */
export async function fetchSome(session: SyncSession, todo: Todo): Promise<void> {
  const { folder } = todo;
  await session.enter(folder);
  // Not by the clock, which may jump.
  const until = performance.now() + FETCHING_MS;
  // Portions are stored one after the other, while those behind them are read and fetched. What goes wrong is thrown in the end.
  const storing: Promise<void>[] = [];
  let last = Promise.resolve();
  try {
    for (let left = todo.uids; left.length && performance.now() < until; left = left.slice(0, -ASKED)) {
      const some = new Set(left.slice(-ASKED));
      for (const portion of portionsOf(await headsToFetch(session, folder, [...some]))) {
        const reading = readPortion(portion, await fetchPortion(session, portion));
        reading.catch(() => {});
        last = inOrder(last, async () => storePortion(session, folder, await reading));
        storing.push(last);
        // Where others wait to store theirs, what was fetched ahead would only wait too, in memory.
        while (storing.length > (inTurn.pendingCount ? 0 : AHEAD)) await storing.shift();
      }
      // Those that were expunged meanwhile are done with too.
      last = last.then(() => void (todo.uids = todo.uids.filter((uid) => !some.has(uid))));
    }
  } finally {
    await last;
  }
  if (!todo.uids.length && todo.numberedAnew) await settleNumbering(session, folder);
}

/** Does something after something else. */
function inOrder(before: Promise<void>, work: () => Promise<void>): Promise<void> {
  const done = before.then(work);
  done.catch(() => {});
  return done;
}

/** The heads of messages that are not here yet, the newest first. Those that are get their place. */
async function headsToFetch(session: SyncSession, folder: FolderRow, uids: number[]): Promise<RemoteHead[]> {
  const { app, owner, remote } = session;
  const heads = (await remote.heads(uids)).sort((a, b) => b.uid - a.uid);
  const here = await messagesLike(app.db, owner, heads);
  const found = heads.filter(({ uid }) => here.has(uid));
  if (found.length)
    await inTransaction(app.db, async (trx) => {
      const places = found.map(({ uid, receivedAt }) => ({ uid, receivedAt, messageId: here.get(uid)! }));
      await placeMessages(trx, owner, placeIn(session, folder), places);
      const threads = await settleFolders(
        trx,
        owner,
        places.map(({ messageId }) => messageId),
      );
      await settleWaiting(trx, owner, threads);
    });
  return heads.filter(({ uid }) => !here.has(uid));
}

const placeIn = ({ mailbox }: SyncSession, { id }: FolderRow) => ({ id, mailboxId: mailbox.id });

function portionsOf(heads: RemoteHead[]): RemoteHead[][] {
  const portions: RemoteHead[][] = [];
  let size = Infinity;
  for (const head of heads) {
    if (size + head.size > PORTION_BYTES || (portions.at(-1)?.length ?? 0) >= PORTION) {
      portions.push([]);
      size = 0;
    }
    portions.at(-1)!.push(head);
    size += head.size;
  }
  return portions;
}

/** The list messages of a folder stand in until it is worked out; drafts and views of others are not read at all. */
const listOf = ({ role }: FolderRow): StoredFolder => (role === 'none' ? 'own' : role);

interface Fetched {
  uid: number;
  receivedAt: number;
  incoming: Incoming;
}

interface Source {
  uid: number;
  raw: Buffer;
}

async function fetchPortion({ remote }: SyncSession, heads: RemoteHead[]): Promise<Source[]> {
  const asked = new Set(heads.map(({ uid }) => uid));
  const sources: Source[] = [];
  for await (const one of remote.sources([...asked], MESSAGE_LIMIT)) if (asked.has(one.uid)) sources.push(one);
  return sources;
}

/** Reads what was fetched, off this thread. */
async function readPortion(heads: RemoteHead[], sources: Source[]): Promise<Fetched[]> {
  const headOf = new Map(heads.map((head) => [head.uid, head]));
  const columns = sources.length ? await runBulkTask('derive', { raws: sources.map(({ raw }) => raw) }) : [];
  return sources.map(({ uid, raw }, i) => {
    const { flags, receivedAt, size } = headOf.get(uid)!;
    const options = { ...flags, receivedAt, cut: size > MESSAGE_LIMIT };
    return { uid, receivedAt, incoming: { raw, columns: columns[i]!, options } };
  });
}

/** Stores what was fetched, and where it lies: both or neither. */
async function storePortion(session: SyncSession, folder: FolderRow, fetched: Fetched[]): Promise<void> {
  const { app, owner, mailbox } = session;
  if (!fetched.length) return;
  // Servers keep times to the second.
  const since = Math.floor(mailbox.connectedAt / 1000) * 1000;
  const source = { folder: listOf(folder), mailboxId: mailbox.id, since };
  const store = async (trx: Knex.Transaction) => {
    const stored = await storeMessages(
      trx,
      owner,
      source,
      fetched.map(({ incoming }) => incoming),
    );
    const places = fetched.map(({ uid, receivedAt }, i) => {
      const { id: messageId, added: isNew } = stored[i]!;
      return { uid, receivedAt, messageId, isNew };
    });
    await placeMessages(trx, owner, placeIn(session, folder), places);
    // What was here already may lie somewhere else now.
    const known = stored.flatMap(({ id, added }) => (added ? [] : [id]));
    await settleWaiting(trx, owner, await settleFolders(trx, owner, known));
  };
  await inTurn(() => inTransaction(app.db, store));
}
