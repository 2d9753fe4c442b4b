import type { Knex } from 'knex';
import { canonicalLocale, isTimeZone } from '#shared/schemas/region';
import { cueKey } from '#core/cue/key';

const ID = 'CHAR(26) CHARACTER SET ascii';
const BIN = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_bin';
const CHARSET = 'DEFAULT CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci';

/**
 * Columns of JSON. Declared as JSON, MariaDB checks them with a reader of its own, which gives up at 32 levels: four
 * lists in one another. What is written there was checked against our own schemas before.
 */
const WRITTEN: [table: string, columns: string[]][] = [
  ['settings', ['fields', 'signature', 'weekdays_off', 'days_off']],
  ['messages', ['reference_ids', 'from_list', 'reply_to', 'to_list', 'cc_list']],
  ['notes', ['subject', 'body', 'to_list', 'cc_list', 'bcc_list', 'attachments']],
  ['drafts', ['to_list', 'cc_list', 'bcc_list', 'subject', 'body', 'fills', 'attachments']],
  ['outbox', ['envelope_to']],
  ['deliveries', ['envelope_to']],
  ['people', ['fields']],
  ['lookups', ['columns']],
];

/** What a row has when nothing is said; the other columns are always written. */
const DEFAULTS: Record<string, string> = {
  'settings.weekdays_off': `DEFAULT '[6,7]'`,
  ...Object.fromEntries(
    [
      'settings.days_off',
      'notes.to_list',
      'notes.cc_list',
      'notes.bcc_list',
      'notes.attachments',
      'drafts.attachments',
      'people.fields',
    ].map((column) => [column, `DEFAULT '[]'`]),
  ),
};

/** Documents of any depth; a state of its own for each recipient; sessions; cues and sign-in attempts compared rightly. */
export async function up(knex: Knex): Promise<void> {
  for (const [table, columns] of WRITTEN) {
    const changes = columns.map(
      (column) => `MODIFY ${column} LONGTEXT ${BIN} NOT NULL ${DEFAULTS[`${table}.${column}`] ?? ''}`,
    );
    await knex.raw(`ALTER TABLE ${table} ${changes.join(', ')}`);
  }
  await knex.raw(`ALTER TABLE outbox
    MODIFY state ENUM('queued','handing','unanswered','sent','refused','unsure') NOT NULL,
    ADD COLUMN recipients LONGTEXT ${BIN} NOT NULL DEFAULT '[]'`);
  for (const { id, envelope_to: to, state } of await knex('outbox').select('id', 'envelope_to', 'state')) {
    const is = state === 'sent' ? 'accepted' : state === 'refused' ? 'refused' : 'waiting';
    const recipients = (JSON.parse(to) as string[]).map((address) => ({ address, state: is, reason: '' }));
    await knex('outbox')
      .where({ id })
      .update({ recipients: JSON.stringify(recipients) });
  }
  await knex.raw('ALTER TABLE outbox DROP COLUMN envelope_to');

  // A cue is compared by one fold, ours; a key of the table that folds in its own way would know other twins.
  await knex.raw(
    `ALTER TABLE notes DROP KEY notes_cue, DROP COLUMN live_cue, ADD COLUMN cue_key VARCHAR(190) ${BIN} NOT NULL DEFAULT ''`,
  );
  for (const { id, cue } of await knex('notes').whereNot({ cue: '' }).select('id', 'cue'))
    await knex('notes')
      .where({ id })
      .update({ cue_key: cueKey(cue) });
  await knex.raw(`ALTER TABLE notes
    ADD COLUMN live_cue VARCHAR(190) ${BIN} AS (IF(deleted_at IS NULL AND cue_key <> '', cue_key, NULL)) PERSISTENT,
    ADD UNIQUE KEY notes_cue (owner, live_cue)`);

  // Region and time zone were once taken as they came.
  for (const { owner, locale, time_zone: zone } of await knex('settings').select('owner', 'locale', 'time_zone'))
    await knex('settings')
      .where({ owner })
      .update({ locale: canonicalLocale(locale) ?? 'en-GB', time_zone: isTimeZone(zone) ? zone : 'UTC' });

  await knex.raw(`CREATE TABLE sessions (
    id ${ID} PRIMARY KEY,
    owner ${ID} NOT NULL REFERENCES accounts (id) ON DELETE CASCADE,
    browser VARCHAR(300) NOT NULL DEFAULT '',
    created_at BIGINT NOT NULL,
    seen_at BIGINT NOT NULL,
    KEY sessions_owner (owner),
    KEY sessions_seen (seen_at)
  ) ENGINE=InnoDB ${CHARSET}`);
  await knex.raw('DROP TABLE sign_in_attempts');
  await knex.raw(`CREATE TABLE sign_in_attempts (
    address_key VARCHAR(320) ${BIN} NOT NULL,
    origin VARCHAR(64) CHARACTER SET ascii NOT NULL,
    failures INT NOT NULL,
    last_at BIGINT NOT NULL,
    PRIMARY KEY (address_key, origin),
    KEY sign_in_attempts_last (last_at)
  ) ENGINE=InnoDB ${CHARSET}`);
  await knex.raw(`ALTER TABLE drafts ADD KEY drafts_deleted (deleted_at)`);
  await knex.raw(`ALTER TABLE lookups ADD KEY lookups_deleted (deleted_at)`);
  await knex.raw(`ALTER TABLE shelves ADD KEY shelves_deleted (deleted_at)`);
  await knex.raw(`ALTER TABLE outbox ADD KEY outbox_created (created_at)`);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('ALTER TABLE outbox DROP KEY outbox_created');
  for (const table of ['drafts', 'lookups', 'shelves'])
    await knex.raw(`ALTER TABLE ${table} DROP KEY ${table}_deleted`);
  await knex.raw('DROP TABLE IF EXISTS sessions');
  await knex.raw('DROP TABLE IF EXISTS sign_in_attempts');
  await knex.raw(`CREATE TABLE sign_in_attempts (
    address_key VARCHAR(320) ${BIN} PRIMARY KEY, failures INT NOT NULL, last_at BIGINT NOT NULL
  ) ENGINE=InnoDB ${CHARSET}`);
  await knex.raw(`ALTER TABLE notes DROP KEY notes_cue, DROP COLUMN live_cue, DROP COLUMN cue_key,
    ADD COLUMN live_cue VARCHAR(20) AS (IF(deleted_at IS NULL AND cue <> '', cue, NULL)) PERSISTENT,
    ADD UNIQUE KEY notes_cue (owner, live_cue)`);
  await knex.raw(`ALTER TABLE outbox ADD COLUMN envelope_to LONGTEXT ${BIN} NOT NULL DEFAULT '[]'`);
  for (const { id, recipients } of await knex('outbox').select('id', 'recipients')) {
    const to = (JSON.parse(recipients) as { address: string }[]).map(({ address }) => address);
    await knex('outbox')
      .where({ id })
      .update({ envelope_to: JSON.stringify(to) });
  }
  await knex.raw('ALTER TABLE outbox DROP COLUMN recipients');
  await knex.raw(`ALTER TABLE outbox MODIFY state ENUM('queued','handing','sent','refused','unsure') NOT NULL`);
}
