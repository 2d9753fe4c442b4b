import type { Knex } from 'knex';

const kinds = (more: string) => `ALTER TABLE import_items
  MODIFY kind ENUM('shelf','lookup','note','person','sender',${more}'problem') NOT NULL`;

/** Routines are carried over too. */
export const up = async (knex: Knex): Promise<void> => void (await knex.raw(kinds(`'routine',`)));

export async function down(knex: Knex): Promise<void> {
  await knex('import_items').where({ kind: 'routine' }).delete();
  await knex.raw(kinds(''));
}
