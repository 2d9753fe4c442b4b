import type { Knex } from 'knex';
import { addressKey } from '#core/message/address';
import { allOf, phrase } from '#core/text/phrase';
import { waitReason, type WaitReason } from '#core/waiting/reason';
import type { Undelivered } from '#core/waiting/report';
import { waitsIn } from '#core/waiting/waits';
import type { StoredFolder } from '#shared/schemas/message';
import type { Flags } from '../../db/repositories/acts';
import { knownCodes } from '../../db/repositories/hands';
import { ownAddressKeys } from '../../db/repositories/mailboxes';
import {
  answersCame,
  bringBack,
  changeMessage,
  insertMessages,
  knownMessages,
  messageByMessageId,
  threadsOf,
  type NewMessage,
} from '../../db/repositories/messages';
import { meetPeople, type Met } from '../../db/repositories/people';
import { joinThreads } from '../../db/repositories/threads';
import { senderWaits, settleWaiting } from '../../db/repositories/waiting';
import { newId } from '../../db/id';
import { groupedBy } from '../../db/rows';
import type { Columns } from '../derive';
import type { Appended, AppendOptions } from '../ports';

/** A message that was read and is to be stored. */
export interface Incoming {
  raw: Buffer;
  columns: Columns;
  options?: AppendOptions & Partial<Flags>;
}

/** Where messages come from: which mailbox, which folder, and since when what it brings waits for an answer. */
export interface Source {
  folder: StoredFolder;
  mailboxId: string | null;
  /** Milliseconds since 1970; what is older does not wait. */
  since: number;
}

/** Said of a message whose end is not here. */
export const CUT = phrase('message.tooLarge');
/** More people than this in one message are a list, and nobody met. */
const MET = 100;

/** Why what came from nobody who wrote to the user does not wait. */
const BY_NOBODY = new Set<WaitReason>(['list', 'automatic', 'report']);

/** The folders whose messages were written to the user, or by them. */
const FROM_OTHERS = new Set<StoredFolder>(['inbox', 'archive', 'own']);

/**
 * Stores messages that were read, puts them into threads, takes note of who they were exchanged with, and works out what
 * waits: all of it or nothing. One already there is not stored again.
 * @param changed takes the threads that are to be looked through for what waits, where the caller does that in the end
 * @returns what became of each, in their order
 */
export async function storeMessages(
  trx: Knex.Transaction,
  owner: string,
  source: Source,
  incoming: Incoming[],
  changed?: Set<string>,
): Promise<Appended[]> {
  // What one sent oneself waits for nothing, whoever it is from.
  const senders = source.folder === 'sent' ? [] : incoming.map(({ columns }) => columns.from[0]?.address ?? '');
  const [own, known, learnt, codes] = await Promise.all([
    ownAddressKeys(trx, owner),
    knownMessages(
      trx,
      owner,
      incoming.map(({ columns }) => columns.digest),
    ),
    senderWaits(trx, owner, senders.map(addressKey)),
    knownCodes(
      trx,
      owner,
      incoming.map(({ columns }) => columns.answers),
    ),
  ]);
  const isOwn = ({ columns }: Incoming) => columns.from.some(({ address }) => own.has(addressKey(address)));
  const result: Appended[] = [];
  const back: string[] = [];
  const fresh: (NewMessage & Pick<Columns, 'words' | 'greeted'>)[] = [];
  for (const one of incoming) {
    const { raw, columns, options = {} } = one;
    const broken = allOf([columns.broken, options.cut ? CUT : null]);
    const there = known.get(columns.digest);
    const folder = options.brought && isOwn(one) ? 'sent' : source.folder;
    if (there) {
      // What was deleted and is brought in by hand is wanted again; a server's messages lie where it says.
      const isBack = there.isGone && !source.mailboxId;
      if (isBack) {
        await bringBack(trx, owner, there.id, folder);
        back.push(there.id);
        there.isGone = false;
      }
      result.push({ id: there.id, added: isBack, broken });
      continue;
    }
    const at = options.receivedAt ?? columns.sentAt ?? Date.now();
    const id = newId(at > 0 ? at : Date.now());
    known.set(columns.digest, { id, isGone: false });
    const sender = learnt.get(addressKey(columns.from[0]?.address ?? ''));
    const usual = folder === 'sent' ? 'own' : waitReason(columns, own, { learnt: sender, isBefore: at < source.since });
    const reason = usual === 'person' && codes.has(columns.answers) ? 'counted' : usual;
    fresh.push({
      id,
      mailboxId: source.mailboxId,
      folder,
      raw,
      threadId: '',
      waits: false,
      receivedAt: at,
      seen: options.seen || folder === 'sent',
      answered: options.answered ?? false,
      replied: options.answered ?? false,
      flagged: options.flagged ?? false,
      forwarded: options.forwarded ?? false,
      reason: await reasonOfReport(trx, owner, columns.undelivered, reason, at >= source.since),
      // Behind what is named: in front of it, copying takes twenty times as long.
      ...columns,
      broken,
      sentAt: columns.sentAt ?? at,
    });
    result.push({ id, added: true, broken });
  }
  const settle = async (threads: Iterable<string>) => {
    if (changed) for (const thread of threads) changed.add(thread);
    else await settleWaiting(trx, owner, threads);
  };
  await settle(await threadsOf(trx, owner, back));
  if (!fresh.length) return result;
  const { threads, begun } = await joinThreads(trx, owner, fresh);
  for (const one of fresh) one.threadId = threads.get(one.id)!;
  for (const [id, thread] of groupedBy(fresh, ({ threadId }) => threadId))
    if (begun.has(id)) for (const [i, waits] of waitsIn(thread).entries()) thread[i]!.waits = waits;
  await insertMessages(trx, owner, fresh);
  await answersCame(
    trx,
    owner,
    fresh.filter(({ folder }) => folder === 'inbox'),
  );
  await meetPeople(trx, owner, peopleIn(fresh, own));
  await settle([...threads.values()].filter((thread) => !begun.has(thread)));
  return result;
}

/** A report of failed delivery goes to the message it is about, which waits again; it waits itself where that is not here. */
async function reasonOfReport(
  trx: Knex.Transaction,
  owner: string,
  undelivered: Undelivered | null,
  reason: WaitReason,
  isNew: boolean,
): Promise<WaitReason> {
  if (reason !== 'report' || !undelivered || !isNew) return reason;
  const message = await messageByMessageId(trx, owner, undelivered.messageId);
  if (!message) return 'person';
  const said = undelivered.recipients.map(({ address, reason: why }) =>
    phrase('waiting.undelivered', { address, why }),
  );
  await changeMessage(trx, owner, message.id, { reason: 'undelivered', answered: false, undelivered: allOf(said) });
  await settleWaiting(trx, owner, [message.threadId]);
  return reason;
}

/** Everybody some messages were exchanged with, without the user, lists and machines. */
function peopleIn(messages: (NewMessage & Pick<Columns, 'greeted'>)[], own: ReadonlySet<string>): Met[] {
  const people = new Map<string, Met>();
  for (const { folder, reason, from, to, cc, receivedAt, greeted } of messages) {
    if (folder !== 'sent' && (!FROM_OTHERS.has(folder) || BY_NOBODY.has(reason))) continue;
    const boxes = new Map((folder === 'sent' ? [...to, ...cc] : from).map((box) => [addressKey(box.address), box]));
    for (const [key, box] of [...boxes].sort(([a], [b]) => (a < b ? -1 : 1)).slice(0, MET)) {
      if (!key || own.has(key)) continue;
      const met = people.get(key) ?? { ...box, times: 0, at: 0, greeted: null };
      const isGreeted = greeted && folder === 'sent' && addressKey(to[0]!.address) === key;
      people.set(key, {
        ...met,
        name: met.name || box.name,
        times: met.times + 1,
        at: Math.max(met.at, receivedAt),
        greeted: isGreeted && receivedAt > (met.greeted?.at ?? 0) ? { ...greeted, at: receivedAt } : met.greeted,
      });
    }
  }
  return [...people.values()];
}
