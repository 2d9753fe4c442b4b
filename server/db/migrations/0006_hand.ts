import type { Knex } from 'knex';
import { isEmptyDoc } from '#core/note/schema';

const ID = 'CHAR(26) CHARACTER SET ascii';
/** The id of the signature that was the only one. */
const FIRST = 'first';
const BIN = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_bin';

/** Several signatures, cues and slips, what the last look holds and keeps silent about, and which notes were sent to whom. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw("ALTER TABLE notes MODIFY cue VARCHAR(32) NOT NULL DEFAULT ''");
  await knex.raw(`ALTER TABLE settings
    ADD COLUMN cues VARCHAR(10) NOT NULL DEFAULT 'ended',
    ADD COLUMN slips MEDIUMTEXT NOT NULL DEFAULT '[]',
    ADD COLUMN common_slips TINYINT(1) NOT NULL DEFAULT 0,
    ADD COLUMN holds TEXT NOT NULL DEFAULT '["no-recipient","bad-address","open-blank","open-mark"]',
    ADD COLUMN silences MEDIUMTEXT NOT NULL DEFAULT '[]',
    ADD COLUMN send_delay TINYINT UNSIGNED NOT NULL DEFAULT 0,
    ADD COLUMN signatures LONGTEXT ${BIN} NOT NULL DEFAULT '[]',
    ADD COLUMN signature_new VARCHAR(26) NOT NULL DEFAULT '',
    ADD COLUMN signature_answer VARCHAR(26) NOT NULL DEFAULT ''`);
  for (const { owner, signature } of await knex('settings').select('owner', 'signature')) {
    const body = JSON.parse(signature);
    if (isEmptyDoc(body)) continue;
    const signatures = JSON.stringify([{ id: FIRST, name: 'Signature', body }]);
    await knex('settings').where({ owner }).update({ signatures, signature_new: FIRST, signature_answer: FIRST });
  }
  await knex.raw('ALTER TABLE settings DROP COLUMN signature');
  await knex.raw('ALTER TABLE drafts ADD COLUMN signature VARCHAR(26) NULL');
  await knex.raw(`CREATE TABLE signature_choices (
    owner ${ID} NOT NULL,
    address_key VARCHAR(320) ${BIN} NOT NULL,
    signature VARCHAR(26) NOT NULL,
    times INT NOT NULL,
    PRIMARY KEY (owner, address_key),
    CONSTRAINT signature_choices_owner FOREIGN KEY (owner) REFERENCES accounts (id) ON DELETE CASCADE
  ) DEFAULT CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
  await knex.raw("ALTER TABLE drafts ADD COLUMN silenced MEDIUMTEXT NOT NULL DEFAULT '[]'");
  await knex.raw(`CREATE TABLE sent_notes (
    owner ${ID} NOT NULL,
    address_key VARCHAR(320) ${BIN} NOT NULL,
    note_id ${ID} NOT NULL,
    sent_at BIGINT NOT NULL,
    PRIMARY KEY (owner, address_key, note_id),
    CONSTRAINT sent_notes_owner FOREIGN KEY (owner) REFERENCES accounts (id) ON DELETE CASCADE,
    CONSTRAINT sent_notes_note FOREIGN KEY (note_id) REFERENCES notes (id) ON DELETE CASCADE
  ) DEFAULT CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(
    `ALTER TABLE settings ADD COLUMN signature LONGTEXT ${BIN} NOT NULL DEFAULT '{"type":"doc","content":[{"type":"paragraph"}]}'`,
  );
  for (const { owner, signatures, signature_new: id } of await knex('settings').select(
    'owner',
    'signatures',
    'signature_new',
  )) {
    const one = (JSON.parse(signatures) as { id: string; body: object }[]).find((other) => other.id === id);
    if (one)
      await knex('settings')
        .where({ owner })
        .update({ signature: JSON.stringify(one.body) });
  }
  await knex.schema.dropTable('signature_choices');
  await knex.schema.dropTable('sent_notes');
  await knex.schema.alterTable('drafts', (table) => table.dropColumns('silenced', 'signature'));
  await knex('notes').whereRaw('CHAR_LENGTH(cue) > 20').update({ cue: '', cue_key: '' });
  await knex.raw("ALTER TABLE notes MODIFY cue VARCHAR(20) NOT NULL DEFAULT ''");
  await knex.schema.alterTable('settings', (table) =>
    table.dropColumns(
      'cues',
      'slips',
      'common_slips',
      'holds',
      'silences',
      'send_delay',
      'signatures',
      'signature_new',
      'signature_answer',
    ),
  );
}
