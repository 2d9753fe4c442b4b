import type { FolderOfMailbox, MailboxInfo, SenderInfo } from '#shared/types/mailbox';
import type { FolderChange, MailboxInput, MailServer } from '#shared/schemas/mailbox';
import { hasCode, phrase } from '#core/text/phrase';
import { isDuplicate } from '../db/connect';
import { newId } from '../db/id';
import { accountById } from '../db/repositories/accounts';
import { countActs, problemsOfActs } from '../db/repositories/acts';
import { folderById, foldersOf, updateFolder } from '../db/repositories/folders';
import {
  dropMailbox,
  insertMailbox,
  mailboxById,
  mailboxesOf,
  pauseMailbox,
  updateMailbox,
  type MailboxRow,
} from '../db/repositories/mailboxes';
import { takeTurn } from '../db/repositories/limits';
import { keepMessagesOf } from '../db/repositories/messages';
import { countPlaces, messagesIn, settleFolders } from '../db/repositories/places';
import { settleWaiting } from '../db/repositories/waiting';
import { inTransaction } from '../db/transaction';
import { RemoteError } from '../mail/remote/errors';
import { certificateOf } from '../mail/remote/tls';
import { tryServer } from '../mail/smtp';
import type { Application } from './application';
import { asWritten, notFound, stale, UserError } from './errors';
import { passwordsOf, sealPasswords, type MailPasswords } from './passwords';

/** The mailboxes of an account, how each stands with its server, and its folders. No password is among it. */
export async function readMailboxes({ db }: Application, owner: string): Promise<MailboxInfo[]> {
  const [mailboxes, folders, acts, problems, places] = await Promise.all([
    mailboxesOf(db, owner),
    foldersOf(db, owner),
    countActs(db, owner),
    problemsOfActs(db, owner),
    countPlaces(db, owner),
  ]);
  return mailboxes.map(({ owner: _, secrets: __, ...mailbox }) => {
    const own = folders.filter(({ mailboxId, role }) => mailboxId === mailbox.id && role !== 'none');
    return {
      ...mailbox,
      folders: own.map(({ id, path, name, role, total }) => ({ id, path, name, role, total })),
      here: places.get(mailbox.id) ?? 0,
      total: own.reduce((sum, { total }) => sum + total, 0),
      acts: acts.get(mailbox.id) ?? 0,
      actsProblem: problems.get(mailbox.id) ?? null,
    };
  });
}

/** What a message can be sent from, the first to be connected first, and what is wrong with it. */
export async function readSenders({ db }: Application, owner: string): Promise<SenderInfo[]> {
  const [mailboxes, acts] = await Promise.all([mailboxesOf(db, owner), problemsOfActs(db, owner)]);
  return mailboxes.map(({ id, name, address, paused, state, problem }) => {
    const ofActs = acts.get(id) ?? null;
    // What goes by itself is said in the settings alone.
    const isFull = hasCode(ofActs, 'mailbox.fault.full');
    return {
      ...{ id, name, address },
      problem: paused ? null : state === 'problem' ? problem : isFull ? ofActs : null,
    };
  });
}

/** What the lists of the Desk offer beside those every account has: folders of the user's own, and junk. */
export async function ownFolders({ db }: Application, owner: string): Promise<FolderOfMailbox[]> {
  const folders = await foldersOf(db, owner);
  return folders
    .filter(({ role }) => role === 'own')
    .map(({ id, path, name, role, total, mailboxId }) => ({ id, path, name, role, total, mailboxId }));
}

async function infoOf(app: Application, owner: string, id: string): Promise<MailboxInfo> {
  const found = (await readMailboxes(app, owner)).find((one) => one.id === id);
  if (!found) throw notFound('mailbox');
  return found;
}

/** An error about a certificate brings the certificate along, so that it can be looked at and trusted. */
async function withCertificate(
  app: Application,
  error: unknown,
  server: MailServer,
  protocol: 'imap' | 'smtp',
): Promise<unknown> {
  if (!(error instanceof RemoteError) || error.fault !== 'certificate') return error;
  const certificate = await certificateOf(server, protocol, () => app.locate(server)).catch(() => null);
  return new UserError(error.phrase, 422, {
    code: 'mail-certificate',
    ...(certificate && { certificate: { ...certificate, side: protocol === 'imap' ? 'receiving' : 'sending' } }),
  });
}

/** Tries both servers of a mailbox, one after the other. @throws UserError with what to do, and on which side */
async function tryBoth(app: Application, mailbox: MailboxRow, { receiving, sending }: MailPasswords): Promise<void> {
  try {
    const remote = await app.openRemote({ ...mailbox, secrets: sealPasswords(app, mailbox, { receiving, sending }) });
    await remote.folders().finally(() => remote.close());
  } catch (error) {
    throw await withCertificate(app, error, mailbox.receiving, 'imap');
  }
  const { user, ...server } = mailbox.sending;
  try {
    await tryServer({ ...server, auth: { user, pass: sending }, locate: () => app.locate(server) });
  } catch (error) {
    throw await withCertificate(app, error, mailbox.sending, 'smtp');
  }
}

/** Whether a password would reach another server than before, or the same one another way. */
const goesElsewhere = (before: MailServer, now: MailServer): boolean =>
  (['host', 'port', 'security', 'certificate'] as const).some((name) => before[name] !== now[name]);

/** A stored password goes only where its owner sent it. */
const typeAgain = (field: 'password' | 'sendingPassword') =>
  new UserError(phrase('mailbox.typeAgain'), 422, {
    code: 'invalid',
    fields: { [field]: phrase('mailbox.typeAgain') },
  });

/** So often servers are tried by hand, so that nobody looks through a network with it. */
const PRESSES = { most: 10, ms: 3_600_000 };
async function takePress({ db, now }: Application, owner: string): Promise<void> {
  const wait = await takeTurn(db, `connect ${owner}`, PRESSES, now());
  if (!wait) return;
  throw new UserError(phrase('mailbox.tooOften', { count: Math.ceil(wait / 60_000) }), 429, {
    code: 'slow-down',
    retryAfter: Math.ceil(wait / 1000),
  });
}

const taken = () =>
  new UserError(phrase('mailbox.taken'), 409, { code: 'taken', fields: { address: phrase('mailbox.taken') } });

/** Connects a mailbox. Nothing is kept before both its servers have answered. @throws UserError with what to do */
export async function connectMailbox(app: Application, owner: string, input: MailboxInput): Promise<MailboxInfo> {
  // Anybody may enter the demo.
  if ((await accountById(app.db, owner))?.demo) throw new UserError(phrase('mailbox.notInDemo'), 403, { code: 'demo' });
  await takePress(app, owner);
  const id = newId();
  const passwords = { receiving: input.password, sending: input.sendingPassword || input.password };
  const secrets = sealPasswords(app, { owner, id }, passwords);
  const row = { ...input, name: input.name || input.address, secrets };
  await tryBoth(app, { ...NEW, ...row, id, owner }, passwords);
  try {
    await insertMailbox(app.db, owner, id, row, app.now() - input.waitDays * DAY_MS);
  } catch (error) {
    throw isDuplicate(error) ? taken() : error;
  }
  app.wakeMailbox(id);
  return infoOf(app, owner, id);
}

const DAY_MS = 86_400_000;

/** What a mailbox has that was never reached. */
const NEW = {
  ...{ version: 1, paused: false, state: 'new' as const, problem: null, syncedAt: 0, connectedAt: 0 },
};

/** Changes how a mailbox is reached; a password left empty stays. @throws UserError with what to do, or 409 when stale */
export async function changeMailbox(
  app: Application,
  owner: string,
  id: string,
  input: MailboxInput,
): Promise<MailboxInfo> {
  const before = await mailboxById(app.db, owner, id);
  if (!before) throw notFound('mailbox');
  await takePress(app, owner);
  const known = input.password && input.sendingPassword ? { receiving: '', sending: '' } : passwordsOf(app, before);
  if (!input.password && goesElsewhere(before.receiving, input.receiving)) throw typeAgain('password');
  if (!input.password && !input.sendingPassword && goesElsewhere(before.sending, input.sending))
    throw typeAgain(known.sending === known.receiving ? 'password' : 'sendingPassword');
  // A password of its own for sending stays with its server, whatever is typed for receiving.
  if (!input.sendingPassword && known.sending !== known.receiving && goesElsewhere(before.sending, input.sending))
    throw typeAgain('sendingPassword');
  const passwords = {
    receiving: input.password || known.receiving,
    sending:
      input.sendingPassword || (input.password && known.sending === known.receiving ? input.password : known.sending),
  };
  const row = { ...input, name: input.name || input.address, secrets: sealPasswords(app, before, passwords) };
  await tryBoth(app, { ...before, ...row, version: before.version }, passwords);
  try {
    if (!(await updateMailbox(app.db, owner, id, input.version ?? before.version, row)))
      throw stale('mailbox', await infoOf(app, owner, id));
  } catch (error) {
    throw isDuplicate(error) ? taken() : error;
  }
  app.wakeMailbox(id);
  return asWritten('mailbox', input.version ?? before.version, await infoOf(app, owner, id));
}

/** Stops keeping a mailbox in step, or goes on. */
export async function setPaused(app: Application, owner: string, id: string, paused: boolean): Promise<MailboxInfo> {
  if (!(await pauseMailbox(app.db, owner, id, paused))) throw notFound('mailbox');
  app.wakeMailbox(id);
  return infoOf(app, owner, id);
}

/**
 * Takes a mailbox away; on its server nothing changes. Its messages stay here, or go out of the lists.
 * What was answered from here and what is begun stays in any case.
 */
export async function removeMailbox(app: Application, owner: string, id: string, keepMessages: boolean): Promise<void> {
  await inTransaction(app.db, async (trx) => {
    if (!(await mailboxById(trx, owner, id))) throw notFound('mailbox');
    await keepMessagesOf(trx, owner, id, keepMessages);
    await dropMailbox(trx, owner, id);
  });
  app.wakeMailbox(id);
}

/** Says what a folder is for; another one that was for the same is one of the user's own then. */
export async function changeFolder(
  app: Application,
  owner: string,
  id: string,
  { role }: FolderChange,
): Promise<MailboxInfo> {
  const folder = await folderById(app.db, owner, id);
  if (!folder) throw notFound('folder');
  const { mailboxId } = folder;
  await inTransaction(app.db, async (trx) => {
    const isOne = role !== 'own' && role !== 'none';
    const others = isOne
      ? (await foldersOf(trx, owner, mailboxId)).filter((one) => one.role === role && one.id !== id)
      : [];
    for (const other of others) await updateFolder(trx, owner, other.id, { role: 'own', chosen: true });
    await updateFolder(trx, owner, id, { role, chosen: true });
    for (const changed of [id, ...others.map((other) => other.id)])
      await settleWaiting(trx, owner, await settleFolders(trx, owner, await messagesIn(trx, owner, changed)));
  });
  app.wakeMailbox(mailboxId);
  return infoOf(app, owner, mailboxId);
}
