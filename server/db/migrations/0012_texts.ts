import type { Knex } from 'knex';

const BIN = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_bin';

/** The beginnings of texts move beside the bytes: many rows of words are read for one search, and stay small. */
export async function up(knex: Knex): Promise<void> {
  if (!(await knex.schema.hasColumn('message_sources', 'text')))
    await knex.raw(`ALTER TABLE message_sources ADD COLUMN text MEDIUMTEXT ${BIN} NOT NULL DEFAULT ''`);
  if (!(await knex.schema.hasColumn('message_words', 'text'))) return;
  await knex.raw('UPDATE message_sources s JOIN message_words w ON w.message_id = s.message_id SET s.text = w.text');
  await knex.raw('ALTER TABLE message_words DROP COLUMN text');
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`ALTER TABLE message_words ADD COLUMN text MEDIUMTEXT ${BIN} NOT NULL DEFAULT ''`);
  await knex.raw('UPDATE message_words w JOIN message_sources s ON w.message_id = s.message_id SET w.text = s.text');
  await knex.raw('ALTER TABLE message_sources DROP COLUMN text');
}
