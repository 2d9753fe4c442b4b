import type { Knex } from 'knex';

const BEFORE = '["no-recipient","bad-address","open-blank","open-mark"]';
const NOW = '["no-recipient","bad-address","open-blank","open-mark","fact-changed"]';

/** A fact that was changed in its lookup holds a message back, for whoever has not chosen otherwise. */
async function change(knex: Knex, from: string, to: string): Promise<void> {
  // A default of a TEXT column takes no binding.
  await knex.raw(`ALTER TABLE settings ALTER COLUMN holds SET DEFAULT '${to}'`);
  await knex('settings').where({ holds: from }).update({ holds: to });
}

export const up = (knex: Knex) => change(knex, BEFORE, NOW);
export const down = (knex: Knex) => change(knex, NOW, BEFORE);
