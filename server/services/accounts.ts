import pLimit from 'p-limit';
import type { Account } from '#shared/types/wire';
import type { SignIn, SignUp } from '#shared/schemas/account';
import type { Settings } from '#shared/schemas/settings';
import { addressKey } from '#core/message/address';
import { regionDefaults } from '#core/number/region';
import { isDuplicate } from '../db/connect';
import { newId } from '../db/id';
import {
  accountByAddress,
  accountById,
  clearFailures,
  insertAccount,
  settingsOf,
  takeTry,
  updateSettings,
} from '../db/repositories/accounts';
import { giveTurnBack, takeTurn } from '../db/repositories/limits';
import { ownAddressKeys } from '../db/repositories/mailboxes';
import { inTransaction } from '../db/transaction';
import type { Application } from './application';
import { asWritten, notFound, stale, UserError } from './errors';
import { phrase } from '#core/text/phrase';
import { passwordProblem } from './weakPassword';

/** Hashing of passwords, handed in because it comes with the session module (scrypt). */
export interface Passwords {
  hash(password: string): Promise<string>;
  verify(hash: string, password: string): Promise<boolean>;
}

export async function accountOf(app: Application, owner: string): Promise<Account | null> {
  return (await accountWithSettings(app, owner)).account;
}

/** An account with its settings; neither where there is none. */
export async function accountWithSettings(
  { db }: Application,
  owner: string,
): Promise<{ account: Account; settings: Settings } | { account: null; settings: null }> {
  const [known, settings, addresses] = await Promise.all([
    accountById(db, owner),
    settingsOf(db, owner),
    ownAddressKeys(db, owner),
  ]);
  if (!known || !settings) return { account: null, settings: null };
  const { id, address, demo } = known;
  return { account: { id, name: settings.name, address, addresses: [...addresses], demo }, settings };
}

/** Makes an account. @param begun what its settings begin with, and where from it is made */
export async function signUp(
  app: Application,
  passwords: Passwords,
  input: SignUp,
  { from = null, ...begun }: { sendDelay?: number; from?: Origin | null } = {},
): Promise<Account> {
  const problem = passwordProblem(input.password, input);
  if (problem) throw new UserError(problem, 422, { code: 'invalid', fields: { password: problem } });
  if (from) checkWait(await takeTurn(app.db, `sign-up ${from.network}`, { most: from.most, ms: HOUR_MS }, app.now()));
  const id = newId();
  const account = {
    id,
    address: input.address,
    passwordHash: await inTurn(false, () => passwords.hash(input.password)),
    demo: false,
  };
  const { name, locale, timeZone } = input;
  try {
    const settings = {
      name,
      locale,
      timeZone,
      fields: [],
      signatures: [],
      signatureNew: '',
      signatureAnswer: '',
      daysOff: [],
      ...regionDefaults(locale),
      ...begun,
    };
    await insertAccount(app.db, account, settings, app.now());
  } catch (error) {
    if (!isDuplicate(error)) throw error;
    throw new UserError(phrase('error.addressTaken'), 409, {
      code: 'taken',
      fields: { address: phrase('error.addressTakenShort') },
    });
  }
  return { id, name, address: input.address, addresses: [addressKey(input.address)], demo: false };
}

/** How long to wait after so many failures: three are free, then 2, 4, 8 … seconds, at most a quarter of an hour. */
export function waitAfter(count: number): number {
  return count < 3 ? 0 : Math.min(2 ** (count - 2), 900) * 1000;
}

/** Where a try comes from. */
export interface Origin {
  /** What tries for one address are counted by: the network, or a browser that was signed in before. */
  name: string;
  isKnown: boolean;
  /** What all tries are counted by, whatever the address. */
  network: string;
  /** So many tries an hour may come from one network. */
  most: number;
}

const HOUR_MS = 3_600_000;

/** @throws UserError when there is still to wait */
function checkWait(wait: number): void {
  if (wait <= 0) return;
  const retryAfter = Math.ceil(wait / 1000);
  throw new UserError(phrase('error.tooManyTries', { count: retryAfter }), 429, { code: 'slow-down', retryAfter });
}

/** Hashing is slow on purpose. Browsers that are known have a turn of their own, so that strangers keep nobody out. */
const turns = { known: pLimit(1), strangers: pLimit(1) };
/** So many strangers wait for theirs. */
const MOST_WAITING = 20;
const BUSY_S = 5;

function inTurn<T>(isKnown: boolean, hash: () => Promise<T>): Promise<T> {
  if (isKnown) return turns.known(hash);
  if (turns.strangers.pendingCount >= MOST_WAITING)
    throw new UserError(phrase('error.busySignIn', { count: BUSY_S }), 429, { code: 'slow-down', retryAfter: BUSY_S });
  return turns.strangers(hash);
}

/**
 * Signs in. Failures are counted for the address and where they come from, whether there is such an account or not: so
 * neither answer nor waiting tells which addresses have one, and tries of strangers do not keep the owner out. They are
 * counted for the network too, where the browser is not known.
 */
export async function signIn(
  app: Application,
  passwords: Passwords,
  { address, password }: SignIn,
  { name: origin, isKnown, network, most }: Origin,
): Promise<Account> {
  const counted = `sign-in ${network}`;
  if (!isKnown) checkWait(await takeTurn(app.db, counted, { most, ms: HOUR_MS }, app.now()));
  // Counted before the password is looked at, one after the other, so that many tries at once are counted too.
  const wait = await inTransaction(app.db, (trx) => takeTry(trx, address, origin, app.now(), waitAfter));
  checkWait(wait);
  const account = await accountByAddress(app.db, address);
  const right = await inTurn(isKnown, async () =>
    passwords.verify(account?.passwordHash || (await decoy(passwords)), password).catch(() => false),
  );
  if (!account || !account.passwordHash || !right) {
    throw new UserError(phrase('error.signIn'), 401, { code: 'sign-in' });
  }
  await clearFailures(app.db, address, origin);
  if (!isKnown) await giveTurnBack(app.db, counted);
  return (await accountOf(app, account.id))!;
}

let decoyHash: Promise<string> | null = null;
/** A hash to compare with when there is no account, so that the answer takes as long. */
function decoy(passwords: Passwords): Promise<string> {
  return (decoyHash ??= passwords.hash(newId()));
}

export async function readSettings({ db }: Application, owner: string): Promise<Settings> {
  const settings = await settingsOf(db, owner);
  if (!settings) throw notFound('account');
  return settings;
}

export async function changeSettings(app: Application, owner: string, input: Settings): Promise<Settings> {
  const { version, ...settings } = input;
  if (!(await updateSettings(app.db, owner, version, settings)))
    throw stale('settings', await readSettings(app, owner));
  return asWritten('settings', version, await readSettings(app, owner));
}
