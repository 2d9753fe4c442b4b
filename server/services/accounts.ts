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
import { ownAddressKeys } from '../db/repositories/mailboxes';
import { inTransaction } from '../db/transaction';
import type { Application } from './application';
import { asWritten, notFound, stale, UserError } from './errors';
import { phrase } from '#core/text/phrase';

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

/** Makes an account. @param begun what its settings begin with */
export async function signUp(
  app: Application,
  passwords: Passwords,
  input: SignUp,
  begun: { sendDelay?: number } = {},
): Promise<Account> {
  const id = newId();
  const account = { id, address: input.address, passwordHash: await passwords.hash(input.password), demo: false };
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

/**
 * Signs in. Failures are counted for the address and where they come from, whether there is such an account or not: so
 * neither answer nor waiting tells which addresses have one, and tries of strangers do not keep the owner out.
 */
export async function signIn(
  app: Application,
  passwords: Passwords,
  { address, password }: SignIn,
  origin: string,
): Promise<Account> {
  // Counted before the password is looked at, one after the other, so that many tries at once are counted too.
  const wait = await inTransaction(app.db, (trx) => takeTry(trx, address, origin, app.now(), waitAfter));
  if (wait > 0) {
    const retryAfter = Math.ceil(wait / 1000);
    throw new UserError(phrase('error.tooManyTries', { count: retryAfter }), 429, {
      code: 'slow-down',
      retryAfter,
    });
  }
  const account = await accountByAddress(app.db, address);
  const right = await passwords.verify(account?.passwordHash || (await decoy(passwords)), password).catch(() => false);
  if (!account || !account.passwordHash || !right) {
    throw new UserError(phrase('error.signIn'), 401, { code: 'sign-in' });
  }
  await clearFailures(app.db, address, origin);
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
