import type { Knex } from 'knex';

const CHARSET = 'DEFAULT CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci';
const ID = 'CHAR(26) CHARACTER SET ascii';
const OWNER = `owner ${ID} NOT NULL REFERENCES accounts (id) ON DELETE CASCADE`;

/** What blanks draw on: lookups, answers given before, fields of a person, the account's money and days off. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`CREATE TABLE lookups (
    id ${ID} PRIMARY KEY,
    ${OWNER},
    version INT NOT NULL DEFAULT 1,
    name VARCHAR(100) NOT NULL,
    columns JSON NOT NULL,
    key_column VARCHAR(40) NOT NULL,
    table_rows LONGTEXT NOT NULL,
    row_count INT NOT NULL,
    created_at BIGINT NOT NULL,
    updated_at BIGINT NOT NULL,
    deleted_at BIGINT NULL,
    KEY lookups_owner (owner, deleted_at, name)
  ) ENGINE=InnoDB ${CHARSET}`);
  await knex.raw(`CREATE TABLE given_answers (
    ${OWNER},
    blank_key VARCHAR(190) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
    person_key VARCHAR(320) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
    digest CHAR(64) CHARACTER SET ascii NOT NULL,
    answer TEXT NOT NULL,
    used_at BIGINT NOT NULL,
    PRIMARY KEY (owner, blank_key, person_key, digest)
  ) ENGINE=InnoDB ${CHARSET}`);
  await knex.raw(`ALTER TABLE people ADD COLUMN fields JSON NOT NULL DEFAULT '[]'`);
  await knex.raw(`ALTER TABLE settings
    ADD COLUMN currency CHAR(3) CHARACTER SET ascii NOT NULL DEFAULT 'EUR',
    ADD COLUMN weekdays_off JSON NOT NULL DEFAULT '[6,7]',
    ADD COLUMN days_off JSON NOT NULL DEFAULT '[]'`);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('DROP TABLE IF EXISTS lookups');
  await knex.raw('DROP TABLE IF EXISTS given_answers');
  await knex.raw('ALTER TABLE people DROP COLUMN fields');
  await knex.raw('ALTER TABLE settings DROP COLUMN currency, DROP COLUMN weekdays_off, DROP COLUMN days_off');
}
