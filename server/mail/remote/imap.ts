import { ImapFlow, type ListResponse } from 'imapflow';
import type { MailServer } from '#shared/schemas/mailbox';
import type { Flags } from '../../db/repositories/acts';
import type { RemoteFolder, RemoteMailbox, RemoteRole } from '../ports';
import { remoteError } from './errors';
import { checkLine, tlsOptions } from './tls';

const CONNECT_MS = 20_000;
const GREETING_MS = 10_000;
/** So long a command may take without a byte coming. */
const SILENCE_MS = 120_000;
/** No answer of a server is longer: a message of 60 MB and what stands around it. */
const ANSWER_BYTES = 80_000_000;
/** A folder of a hundred thousand messages answers with four tokens for each. */
const ANSWER_TOKENS = 5_000_000;

const FLAGS: Record<keyof Flags, string> = {
  seen: '\\Seen',
  answered: '\\Answered',
  flagged: '\\Flagged',
  forwarded: '$Forwarded',
};
const NAMES = Object.keys(FLAGS) as (keyof Flags)[];

const flagsIn = (set: Set<string> = new Set()): Flags => {
  const small = new Set([...set].map((flag) => flag.toLowerCase()));
  return Object.fromEntries(NAMES.map((name) => [name, small.has(FLAGS[name].toLowerCase())])) as unknown as Flags;
};

const ROLES: Record<string, RemoteRole> = {
  '\\Inbox': 'inbox',
  '\\Sent': 'sent',
  '\\Archive': 'archive',
  '\\Trash': 'trash',
  '\\Junk': 'junk',
  '\\Drafts': 'drafts',
  '\\All': 'all',
  '\\Flagged': 'flagged',
};

const folderOf = ({ path, name, specialUse }: ListResponse): RemoteFolder => ({
  path,
  name,
  role: ROLES[specialUse ?? ''] ?? null,
});

/** UIDs as a set (RFC 3501 9, sequence-set), runs put together. */
export function uidSet(uids: number[]): string {
  const sorted = [...new Set(uids)].sort((a, b) => a - b);
  const runs: [number, number][] = [];
  for (const uid of sorted) {
    const last = runs.at(-1);
    if (last && last[1] === uid - 1) last[1] = uid;
    else runs.push([uid, uid]);
  }
  return runs.map(([from, to]) => (from === to ? `${from}` : `${from}:${to}`)).join(',');
}

/** A server that says no without a word of its own. */
const refused = (said: string) => Object.assign(new Error('refused'), { responseText: said });

/** What a search has found. @throws where the server did not answer it */
function found(uids: number[] | false | undefined): number[] {
  if (!uids) throw refused('The search was not answered.');
  return uids;
}

/** A set is asked for in pieces that a server takes as one line. */
const SET_UIDS = 1_000;

/**
 * A line to an IMAP server (RFC 3501, 9051), signed in.
 * @param locate the address its name stands for
 * @throws RemoteError with what to do
 */
export async function openImap(
  server: MailServer,
  password: string,
  locate: () => Promise<string>,
): Promise<RemoteMailbox> {
  checkLine(server);
  const host = await locate().catch((error) => {
    throw remoteError(error, server);
  });
  const client = new ImapFlow({
    host,
    port: server.port,
    secure: server.security === 'tls',
    doSTARTTLS: server.security === 'starttls',
    tls: tlsOptions(server),
    auth: { user: server.user, pass: password },
    logger: false,
    disableAutoIdle: true,
    qresync: true,
    connectionTimeout: CONNECT_MS,
    greetingTimeout: GREETING_MS,
    socketTimeout: SILENCE_MS,
    maxLiteralSize: ANSWER_BYTES,
    maxLineLength: ANSWER_BYTES,
    maxResponseSize: ANSWER_BYTES * 2,
    maxResponseTokens: ANSWER_TOKENS,
  });
  /** How many messages there were in the folder when it was opened. */
  let total = 0;
  let lost: unknown = null;
  client.on('error', (error) => (lost ??= error));
  client.on('close', () => (lost ??= new Error('closed')));
  /** Whether the server counts changes (RFC 7162). */
  const counts = () => client.capabilities.has('CONDSTORE') || client.capabilities.has('QRESYNC');
  /** Every error in our words; one that broke the line says so, whatever else it is called. */
  const said = async <T>(work: () => Promise<T>): Promise<T> => {
    try {
      if (lost) throw lost;
      const result = await work();
      // What was said on a line that broke meanwhile may be half of it.
      if (lost || !client.usable) throw lost ?? new Error('closed');
      return result;
    } catch (error) {
      throw remoteError(client.usable ? error : (lost ?? error), server);
    }
  };
  /**
   * Deletes one message and no other. A server without UIDPLUS (RFC 4315) deletes whatever is marked as deleted, so what
   * other programs have marked is not, for that moment.
   */
  const deleting = async <T>(uid: number, work: () => Promise<T>): Promise<T> => {
    const marked = client.capabilities.has('UIDPLUS')
      ? []
      : found(await client.search({ deleted: true }, { uid: true })).filter((one) => one !== uid);
    if (!marked.length) return work();
    if (!(await client.messageFlagsRemove(marked, ['\\Deleted'], { uid: true })))
      throw refused('The flags were not changed.');
    try {
      return await work();
    } finally {
      await client.messageFlagsAdd(marked, ['\\Deleted'], { uid: true });
    }
  };
  try {
    await client.connect();
  } catch (error) {
    const { received } = client.stats();
    client.close();
    // What says something else than a greeting is there, and is no mail server.
    const isOther = (error as { code?: string }).code === 'GREETING_TIMEOUT' && received > 0;
    throw remoteError(isOther ? Object.assign(error as Error, { code: 'InvalidResponse' }) : error, server);
  }

  return {
    folders: () =>
      said(async () =>
        (await client.list())
          .filter(({ flags }) => !flags.has('\\Noselect') && !flags.has('\\NonExistent'))
          .map(folderOf),
      ),

    makeFolder: (path) => said(async () => void (await client.mailboxCreate(path))),

    open: (path) =>
      said(async () => {
        const box = await client.mailboxOpen(path);
        total = box.exists;
        const modseq = box.noModseq || !box.highestModseq ? '' : String(box.highestModseq);
        return { uidValidity: Number(box.uidValidity), modseq, total: box.exists, uidNext: box.uidNext || 0 };
      }),

    status: (path) =>
      said(async () => {
        const asked = { messages: true, uidNext: true, uidValidity: true, highestModseq: counts() };
        const status = await client.status(path, asked);
        if (!status) throw Object.assign(new Error('no status'), { mailboxMissing: true });
        const { messages = 0, uidNext = 0, uidValidity = 0n, highestModseq = '' } = status;
        return { total: messages, uidNext, uidValidity: Number(uidValidity), modseq: String(highestModseq) };
      }),

    uids: (since, from) =>
      said(async () => {
        const asked = since === undefined ? { all: true } : { since: new Date(since) };
        const uids = found(await client.search(from ? { ...asked, uid: `${from}:*` } : asked, { uid: true }));
        // The last message is always part of such a set (RFC 3501 9, seq-range).
        return from ? uids.filter((uid) => uid >= from) : uids;
      }),

    heads: (uids) =>
      said(async () => {
        const heads = [];
        for (let at = 0; at < uids.length; at += SET_UIDS) {
          const wanted = { uid: true, size: true, internalDate: true, flags: true, headers: ['message-id'] };
          for await (const one of client.fetch(uidSet(uids.slice(at, at + SET_UIDS)), wanted, { uid: true }))
            heads.push({
              uid: one.uid,
              size: one.size ?? 0,
              receivedAt: new Date(one.internalDate ?? 0).getTime() || 0,
              messageId: /<[^<>\s]+>/.exec(one.headers?.toString('latin1') ?? '')?.[0] ?? '',
              flags: flagsIn(one.flags),
            });
        }
        return heads;
      }),

    async *sources(uids, most) {
      try {
        const wanted = { uid: true, source: { maxLength: most } };
        for await (const { uid, source } of client.fetch(uidSet(uids), wanted, { uid: true }))
          if (source) yield { uid, raw: source };
        if (lost || !client.usable) throw lost ?? new Error('closed');
      } catch (error) {
        throw remoteError(client.usable ? error : (lost ?? error), server);
      }
    },

    changes: (since, from = 1) =>
      said(async () => {
        const flags = new Map<number, Flags>();
        const gone: number[] = [];
        const note = ({ uid }: { uid?: number }) => uid && gone.push(uid);
        const changed = since ? { changedSince: BigInt(since) } : {};
        client.on('expunge', note);
        try {
          const asked = client.fetch(`${from}:*`, { uid: true, flags: true }, { uid: true, ...changed });
          for await (const one of asked) flags.set(one.uid, flagsIn(one.flags));
        } finally {
          client.off('expunge', note);
        }
        return { flags, gone: since && client.enabled.has('QRESYNC') ? gone : null };
      }),

    setFlags: (uid, flags) =>
      said(async () => {
        const some = (value: boolean) => NAMES.filter((name) => flags[name] === value).map((name) => FLAGS[name]);
        const on = !some(true).length || (await client.messageFlagsAdd([uid], some(true), { uid: true }));
        const off = !some(false).length || (await client.messageFlagsRemove([uid], some(false), { uid: true }));
        if (!on || !off) throw refused('The flags were not changed.');
      }),

    move: (uid, to) =>
      said(async () => {
        const move = () => client.messageMove([uid], to, { uid: true });
        // Where it cannot move, it copies and deletes (RFC 6851).
        const moved = client.capabilities.has('MOVE') ? await move() : await deleting(uid, move);
        if (!moved) throw refused('The message was not moved.');
        return moved.uidMap?.get(uid) ?? null;
      }),

    remove: (uid) =>
      said(async () => {
        const isDone = await deleting(uid, () => client.messageDelete([uid], { uid: true }));
        if (!isDone) throw refused('The message was not deleted.');
      }),

    append: (path, raw, flags, receivedAt) =>
      said(async () => {
        const set = NAMES.filter((name) => flags[name]).map((name) => FLAGS[name]);
        const done = await client.append(path, raw, set, new Date(receivedAt));
        if (!done) throw refused('The message was not taken.');
        return done.uid ?? null;
      }),

    find: (messageId) =>
      said(async () => found(await client.search({ header: { 'message-id': messageId } }, { uid: true }))),

    async news(ms, calledOff) {
      // What was told with the answer to something else is told once.
      if (calledOff.aborted || (client.mailbox && client.mailbox.exists !== total)) return;
      await said(
        () =>
          new Promise<void>((resolve, reject) => {
            const events = ['exists', 'expunge', 'flags', 'close', 'error'] as const;
            const end = () => {
              clearTimeout(timer);
              calledOff.removeEventListener('abort', end);
              for (const event of events) client.off(event, end);
              // The next command ends IDLE; this one is there for it.
              if (client.usable && client.idling) void client.noop().catch(() => {});
              if (lost) reject(lost as Error);
              else resolve();
            };
            const timer = setTimeout(end, ms);
            calledOff.addEventListener('abort', end);
            for (const event of events) client.on(event, end);
            client.idle().catch(() => {});
          }),
      );
    },

    async close() {
      await Promise.race([client.logout().catch(() => {}), new Promise((resolve) => setTimeout(resolve, 2_000))]);
      client.close();
    },
  };
}
