import type { Knex } from 'knex';

/** How often something was done since a moment, by what it is and who did it. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('limits', (table) => {
    table.string('name', 190).primary();
    table.integer('count').unsigned().notNullable();
    table.bigInteger('since_at').notNullable().index();
  });
}

export const down = async (knex: Knex): Promise<void> => void (await knex.schema.dropTable('limits'));
