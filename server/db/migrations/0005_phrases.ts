import type { Knex } from 'knex';

/** What is said of a thing of an import is kept as a phrase with what stands in its gaps, which may be long. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw('ALTER TABLE import_items MODIFY problem TEXT NOT NULL');
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw("UPDATE import_items SET problem = '' WHERE CHAR_LENGTH(problem) > 500");
  await knex.raw("ALTER TABLE import_items MODIFY problem VARCHAR(500) NOT NULL DEFAULT ''");
}
