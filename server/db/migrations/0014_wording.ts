import type { Knex } from 'knex';

const ID = 'CHAR(26) CHARACTER SET ascii';
const BIN = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_bin';
const ENGINE = 'ENGINE=InnoDB DEFAULT CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci';
const owned = (table: string) =>
  `owner ${ID} NOT NULL, CONSTRAINT ${table}_owner FOREIGN KEY (owner) REFERENCES accounts (id) ON DELETE CASCADE`;

const TABLES: Record<string, string> = {
  // Each paragraph or sentence of sent letters, those that are alike under one row. What it says stands with its letters.
  wordings: `
    id ${ID} PRIMARY KEY,
    ${owned('wordings')},
    state ENUM('open','kept','left') NOT NULL DEFAULT 'open',
    uses INT UNSIGNED NOT NULL,
    last_at BIGINT NOT NULL,
    KEY wordings_list (owner, state, uses)`,
  // In which letters it stands, and how it is written there. A letter that goes takes that along.
  wording_letters: `
    wording_id ${ID} NOT NULL,
    message_id ${ID} NOT NULL,
    ${owned('wording_letters')},
    address_key VARCHAR(320) ${BIN} NOT NULL,
    written_at BIGINT NOT NULL,
    text TEXT ${BIN} NOT NULL,
    PRIMARY KEY (wording_id, message_id),
    KEY wording_letters_person (owner, address_key),
    CONSTRAINT wording_letters_wording FOREIGN KEY (wording_id) REFERENCES wordings (id) ON DELETE CASCADE,
    CONSTRAINT wording_letters_message FOREIGN KEY (message_id) REFERENCES messages (id) ON DELETE CASCADE`,
  // By what a new paragraph meets those that may be alike. There are many rows, so they are short: the account is mixed into the key, and needs no index of its own.
  wording_keys: `
    wording_key INT UNSIGNED NOT NULL,
    wording_id ${ID} NOT NULL,
    owner ${ID} NOT NULL,
    PRIMARY KEY (wording_key, wording_id),
    CONSTRAINT wording_keys_wording FOREIGN KEY (wording_id) REFERENCES wordings (id) ON DELETE CASCADE`,
  // What a note said when it was put into a letter, and what it said there when that left; nothing where it stood as it is.
  note_edits: `
    note_id ${ID} NOT NULL,
    message_id ${ID} NOT NULL,
    ${owned('note_edits')},
    address_key VARCHAR(320) ${BIN} NOT NULL,
    sent_at BIGINT NOT NULL,
    base MEDIUMTEXT ${BIN} NOT NULL,
    sent MEDIUMTEXT ${BIN} NULL,
    PRIMARY KEY (note_id, message_id),
    KEY note_edits_list (owner, note_id, sent_at),
    KEY note_edits_person (owner, address_key),
    CONSTRAINT note_edits_note FOREIGN KEY (note_id) REFERENCES notes (id) ON DELETE CASCADE,
    CONSTRAINT note_edits_message FOREIGN KEY (message_id) REFERENCES messages (id) ON DELETE CASCADE`,
};

/** What is written again and again in sent letters, and what is changed in notes there. */
export async function up(knex: Knex): Promise<void> {
  for (const [name, columns] of Object.entries(TABLES)) await knex.raw(`CREATE TABLE ${name} (${columns}) ${ENGINE}`);
  // Whether a sent letter was looked through for what is written again and again.
  await knex.raw(`ALTER TABLE messages
    ADD COLUMN wording_read BOOLEAN NOT NULL DEFAULT FALSE,
    ADD KEY messages_wording (folder, wording_read, received_at)`);
  await knex.raw(`ALTER TABLE settings
    MODIFY knows VARCHAR(100) CHARACTER SET ascii NOT NULL DEFAULT '["offers","questions","time","wording"]'`);
  // Whoever had nothing of it learnt wants nothing of this either.
  await knex.raw(`UPDATE settings SET knows = REPLACE(knows, ']', ',"wording"]') WHERE knows LIKE '%offers%'`);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`UPDATE settings SET knows = REPLACE(REPLACE(knows, ',"wording"', ''), '"wording"', '')`);
  await knex.raw(`ALTER TABLE settings
    MODIFY knows VARCHAR(60) CHARACTER SET ascii NOT NULL DEFAULT '["offers","questions","time"]'`);
  await knex.raw('ALTER TABLE messages DROP KEY messages_wording, DROP COLUMN wording_read');
  for (const name of Object.keys(TABLES).reverse()) await knex.schema.dropTable(name);
}
