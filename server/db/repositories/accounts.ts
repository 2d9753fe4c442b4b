import type { OwnKeys } from '#shared/utils/commands';
import type { Knex } from 'knex';
import { addressKey } from '#core/message/address';
import type { CueMode } from '#core/cue/table';
import type { CheckName, Silence } from '#core/look/letter/finding';
import type { Signature } from '#core/note/signature';
import type { Slip } from '#core/slip/table';
import { USUAL_RULE, type TimeRule } from '#core/time/rule';
import type { Knowledge } from '#shared/schemas/knowing';
import { json, num } from '../rows';
import { inTransaction } from '../transaction';

export interface AccountRow {
  id: string;
  address: string;
  passwordHash: string;
  demo: boolean;
}

export interface SettingsRow {
  version: number;
  name: string;
  locale: string;
  timeZone: string;
  fields: { name: string; value: string }[];
  signatures: Signature[];
  /** Which of them goes under new messages, and which under answers; empty for none. */
  signatureNew: string;
  signatureAnswer: string;
  currency: string;
  weekdaysOff: number[];
  daysOff: { day: string; name: string }[];
  pictureLimit: number;
  attachmentLimit: number;
  cues: CueMode;
  slips: Required<Slip>[];
  commonSlips: boolean;
  holds: CheckName[];
  silences: Silence[];
  /** How long a message rests in the outbox before it leaves, in seconds. */
  sendDelay: number;
  /** Keys of one's own, by what they do. */
  keys: OwnKeys;
  /** What may be learnt and said. */
  knows: Knowledge[];
  /** How time saved is worked out, where it is not as usual. */
  timeRule: TimeRule;
}

/** What an account begins with is set by the table. */
type Begun = Omit<
  SettingsRow,
  | 'version'
  | 'pictureLimit'
  | 'attachmentLimit'
  | 'cues'
  | 'slips'
  | 'commonSlips'
  | 'holds'
  | 'silences'
  | 'sendDelay'
  | 'keys'
  | 'knows'
  | 'timeRule'
> &
  Partial<Pick<SettingsRow, 'sendDelay'>>;

function toAccount(row: Record<string, unknown>): AccountRow {
  return {
    id: String(row.id),
    address: String(row.address),
    passwordHash: String(row.password_hash),
    demo: Boolean(row.demo),
  };
}

/** The columns that are written when an account is made. */
const begunColumns = (settings: Begun) => ({
  name: settings.name,
  locale: settings.locale,
  time_zone: settings.timeZone,
  fields: JSON.stringify(settings.fields),
  signatures: JSON.stringify(settings.signatures),
  signature_new: settings.signatureNew,
  signature_answer: settings.signatureAnswer,
  currency: settings.currency,
  weekdays_off: JSON.stringify(settings.weekdaysOff),
  days_off: JSON.stringify(settings.daysOff),
});

export async function insertAccount(db: Knex, account: AccountRow, settings: Begun, now: number) {
  await inTransaction(db, async (trx) => {
    await trx('accounts').insert({
      id: account.id,
      address: account.address,
      address_key: addressKey(account.address),
      password_hash: account.passwordHash,
      demo: account.demo,
      created_at: now,
    });
    await trx('settings').insert({
      owner: account.id,
      ...begunColumns(settings),
      send_delay: settings.sendDelay ?? 0,
    });
  });
}

export async function accountById(db: Knex, owner: string): Promise<AccountRow | null> {
  const row = await db('accounts').where({ id: owner }).first();
  return row ? toAccount(row) : null;
}

export async function accountByAddress(db: Knex, address: string): Promise<AccountRow | null> {
  const row = await db('accounts')
    .where({ address_key: addressKey(address) })
    .first();
  return row ? toAccount(row) : null;
}

/** Whether one of some addresses is that of an account. */
export async function isAnyAccount(db: Knex, addresses: string[]): Promise<boolean> {
  return Boolean(await db('accounts').whereIn('address_key', addresses.map(addressKey)).first('id'));
}

/**
 * Holds what is to be done one after the other for an account until the transaction ends. It is held by its settings: the row of
 * the account itself is in the way of everything that is added for it.
 */
export async function holdAccount(trx: Knex.Transaction, owner: string): Promise<void> {
  await trx('settings').where({ owner }).forUpdate().first('owner');
}

export async function settingsOf(db: Knex, owner: string): Promise<SettingsRow | null> {
  const row = await db('settings').where({ owner }).first();
  if (!row) return null;
  return {
    version: num(row.version),
    name: row.name,
    locale: row.locale,
    timeZone: row.time_zone,
    fields: json(row.fields),
    signatures: json(row.signatures),
    signatureNew: String(row.signature_new),
    signatureAnswer: String(row.signature_answer),
    currency: row.currency,
    weekdaysOff: json(row.weekdays_off),
    daysOff: json(row.days_off),
    pictureLimit: num(row.picture_limit),
    attachmentLimit: num(row.attachment_limit),
    cues: row.cues,
    slips: json(row.slips),
    commonSlips: Boolean(row.common_slips),
    holds: json(row.holds),
    silences: json(row.silences),
    sendDelay: num(row.send_delay),
    keys: json(row.own_keys),
    knows: json(row.knows),
    timeRule: { ...USUAL_RULE, ...json<Partial<TimeRule>>(row.time_rule) },
  };
}

/** Writes settings that started from `version`; false when they were changed since. */
export async function updateSettings(db: Knex, owner: string, version: number, settings: Omit<SettingsRow, 'version'>) {
  const changed = await db('settings')
    .where({ owner, version })
    .update({
      version: version + 1,
      ...begunColumns(settings),
      picture_limit: settings.pictureLimit,
      attachment_limit: settings.attachmentLimit,
      cues: settings.cues,
      slips: JSON.stringify(settings.slips),
      common_slips: settings.commonSlips,
      holds: JSON.stringify(settings.holds),
      silences: JSON.stringify(settings.silences),
      send_delay: settings.sendDelay,
      own_keys: JSON.stringify(settings.keys),
      knows: JSON.stringify(settings.knows),
      time_rule: JSON.stringify(settings.timeRule),
    });
  return changed === 1;
}

/**
 * Takes one try to sign in, of many at once one after the other: counted, unless `wait` says that it comes too early.
 * @param wait how many milliseconds to wait after so many failures
 * @returns how many milliseconds are still to wait; 0 when the try may be made
 */
export async function takeTry(
  trx: Knex.Transaction,
  address: string,
  origin: string,
  now: number,
  wait: (failures: number) => number,
): Promise<number> {
  const where = { address_key: addressKey(address), origin };
  await trx('sign_in_attempts')
    .insert({ ...where, failures: 0, last_at: 0 })
    .onConflict(['address_key', 'origin'])
    // Not ignored: that would share the row with the others that came at once, and each would then wait for all others.
    .merge({ last_at: trx.ref('sign_in_attempts.last_at') });
  const row = await trx('sign_in_attempts').where(where).forUpdate().first();
  // A try that is still to come was made before the clock was set back.
  const left = Math.min(num(row.last_at), now) + wait(num(row.failures)) - now;
  if (left > 0) return left;
  await trx('sign_in_attempts')
    .where(where)
    .update({ failures: num(row.failures) + 1, last_at: now });
  return 0;
}

export async function clearFailures(db: Knex, address: string, origin: string): Promise<void> {
  await db('sign_in_attempts')
    .where({ address_key: addressKey(address), origin })
    .delete();
}
