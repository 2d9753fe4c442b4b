import type { Knex } from 'knex';

const ID = 'CHAR(26) CHARACTER SET ascii';

/** Messages that are passed on or looked at again, what is done with a message once it has left, routines, and keys of one's own. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`ALTER TABLE drafts
    MODIFY mode ENUM('new','reply','reply-all','forward') NOT NULL,
    ADD COLUMN handling TEXT NOT NULL DEFAULT '{}',
    ADD COLUMN open_blanks SMALLINT UNSIGNED NOT NULL DEFAULT 0`);
  await knex.raw(`ALTER TABLE messages
    ADD COLUMN again_on CHAR(10) CHARACTER SET ascii NULL,
    ADD COLUMN again_why VARCHAR(300) NOT NULL DEFAULT '',
    ADD KEY messages_again (owner, again_on)`);
  await knex.raw("ALTER TABLE settings ADD COLUMN own_keys TEXT NOT NULL DEFAULT '{}'");
  await knex.raw(`CREATE TABLE routines (
    id ${ID} PRIMARY KEY,
    owner ${ID} NOT NULL,
    version INT NOT NULL DEFAULT 1,
    name VARCHAR(200) NOT NULL,
    content MEDIUMTEXT NOT NULL,
    position INT NOT NULL,
    deleted_at BIGINT NULL,
    KEY routines_owner (owner, deleted_at, position),
    CONSTRAINT routines_owner FOREIGN KEY (owner) REFERENCES accounts (id) ON DELETE CASCADE
  ) DEFAULT CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('routines');
  await knex.schema.alterTable('settings', (table) => table.dropColumn('own_keys'));
  await knex.raw('ALTER TABLE messages DROP KEY messages_again, DROP COLUMN again_on, DROP COLUMN again_why');
  await knex('drafts').where({ mode: 'forward' }).update({ mode: 'new', original_id: null });
  await knex.raw(
    "ALTER TABLE drafts DROP COLUMN handling, DROP COLUMN open_blanks, MODIFY mode ENUM('new','reply','reply-all') NOT NULL",
  );
}
