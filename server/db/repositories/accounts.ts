import type { Knex } from 'knex';
import { addressKey } from '../../../core/message/address';
import type { DocJson } from '../../../core/note/schema';
import { json, num } from '../rows';

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
  signature: DocJson;
  currency: string;
  weekdaysOff: number[];
  daysOff: { day: string; name: string }[];
  pictureLimit: number;
  attachmentLimit: number;
}

function toAccount(row: Record<string, unknown>): AccountRow {
  return {
    id: String(row.id),
    address: String(row.address),
    passwordHash: String(row.password_hash),
    demo: Boolean(row.demo),
  };
}

export async function insertAccount(
  db: Knex,
  account: AccountRow,
  settings: Omit<SettingsRow, 'version' | 'pictureLimit' | 'attachmentLimit'>,
  now: number,
) {
  await db.transaction(async (trx) => {
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
      name: settings.name,
      locale: settings.locale,
      time_zone: settings.timeZone,
      fields: JSON.stringify(settings.fields),
      signature: JSON.stringify(settings.signature),
      currency: settings.currency,
      weekdays_off: JSON.stringify(settings.weekdaysOff),
      days_off: JSON.stringify(settings.daysOff),
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

export async function settingsOf(db: Knex, owner: string): Promise<SettingsRow | null> {
  const row = await db('settings').where({ owner }).first();
  if (!row) return null;
  return {
    version: num(row.version),
    name: row.name,
    locale: row.locale,
    timeZone: row.time_zone,
    fields: json(row.fields),
    signature: json(row.signature),
    currency: row.currency,
    weekdaysOff: json(row.weekdays_off),
    daysOff: json(row.days_off),
    pictureLimit: num(row.picture_limit),
    attachmentLimit: num(row.attachment_limit),
  };
}

/** Writes settings that started from `version`; false when they were changed since. */
export async function updateSettings(db: Knex, owner: string, version: number, settings: Omit<SettingsRow, 'version'>) {
  const changed = await db('settings')
    .where({ owner, version })
    .update({
      version: version + 1,
      name: settings.name,
      locale: settings.locale,
      time_zone: settings.timeZone,
      fields: JSON.stringify(settings.fields),
      signature: JSON.stringify(settings.signature),
      currency: settings.currency,
      weekdays_off: JSON.stringify(settings.weekdaysOff),
      days_off: JSON.stringify(settings.daysOff),
      picture_limit: settings.pictureLimit,
      attachment_limit: settings.attachmentLimit,
    });
  return changed === 1;
}

/** Failed sign-ins for an address since the last that succeeded. */
export async function failures(db: Knex, address: string): Promise<{ failures: number; lastAt: number }> {
  const row = await db('sign_in_attempts')
    .where({ address_key: addressKey(address) })
    .first();
  return { failures: num(row?.failures), lastAt: num(row?.last_at) };
}

export async function addFailure(db: Knex, address: string, now: number): Promise<void> {
  await db('sign_in_attempts')
    .insert({ address_key: addressKey(address), failures: 1, last_at: now })
    .onConflict('address_key')
    .merge({ failures: db.raw('failures + 1'), last_at: now });
}

export async function clearFailures(db: Knex, address: string): Promise<void> {
  await db('sign_in_attempts')
    .where({ address_key: addressKey(address) })
    .delete();
}
