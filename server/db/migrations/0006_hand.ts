import type { Knex } from 'knex';

/** What the hand does by habit: when cues go off, and the slips that are put right. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw("ALTER TABLE notes MODIFY cue VARCHAR(32) NOT NULL DEFAULT ''");
  await knex.raw(`ALTER TABLE settings
    ADD COLUMN cues VARCHAR(10) NOT NULL DEFAULT 'ended',
    ADD COLUMN slips MEDIUMTEXT NOT NULL DEFAULT '[]',
    ADD COLUMN common_slips TINYINT(1) NOT NULL DEFAULT 0`);
}

export async function down(knex: Knex): Promise<void> {
  await knex('notes').whereRaw('CHAR_LENGTH(cue) > 20').update({ cue: '', cue_key: '' });
  await knex.raw("ALTER TABLE notes MODIFY cue VARCHAR(20) NOT NULL DEFAULT ''");
  await knex.schema.alterTable('settings', (table) => table.dropColumns('cues', 'slips', 'common_slips'));
}
