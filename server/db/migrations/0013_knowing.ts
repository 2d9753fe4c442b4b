import type { Knex } from 'knex';

const ID = 'CHAR(26) CHARACTER SET ascii';
const BIN = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_bin';
const ENGINE = 'ENGINE=InnoDB DEFAULT CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci';
const owned = (table: string) =>
  `owner ${ID} NOT NULL, CONSTRAINT ${table}_owner FOREIGN KEY (owner) REFERENCES accounts (id) ON DELETE CASCADE`;

const TABLES: Record<string, string> = {
  // Which note answered a message, or was offered for it and passed over, and the words of the message that tell what it asked.
  // A message or a note that goes takes along what was learnt from it.
  past_answers: `
    ${owned('past_answers')},
    message_id ${ID} NOT NULL,
    note_id ${ID} NOT NULL,
    address_key VARCHAR(320) ${BIN} NOT NULL,
    later BOOLEAN NOT NULL,
    taken BOOLEAN NOT NULL,
    answered_at BIGINT NOT NULL,
    asked TEXT ${BIN} NOT NULL,
    around TEXT ${BIN} NOT NULL,
    PRIMARY KEY (message_id, note_id),
    KEY past_answers_list (owner, answered_at, message_id, note_id),
    CONSTRAINT past_answers_message FOREIGN KEY (message_id) REFERENCES messages (id) ON DELETE CASCADE,
    CONSTRAINT past_answers_note FOREIGN KEY (note_id) REFERENCES notes (id) ON DELETE CASCADE`,
  // Each time a note was put in, and how many signs of fixed wording that was. What it was stays countable when the note is gone.
  note_log: `
    id ${ID} PRIMARY KEY,
    ${owned('note_log')},
    note_id ${ID} NULL,
    address_key VARCHAR(320) ${BIN} NOT NULL,
    used_at BIGINT NOT NULL,
    characters INT UNSIGNED NOT NULL,
    KEY note_log_list (owner, used_at),
    CONSTRAINT note_log_note FOREIGN KEY (note_id) REFERENCES notes (id) ON DELETE SET NULL`,
  // What was measured of a day: time spent on the library, and typing.
  work_time: `
    ${owned('work_time')},
    day CHAR(10) CHARACTER SET ascii NOT NULL,
    kind ENUM('library','typing') NOT NULL,
    milliseconds BIGINT NOT NULL,
    characters BIGINT NOT NULL,
    PRIMARY KEY (owner, day, kind)`,
  // What was found in the library and is meant to stay as it is.
  tending_left: `
    ${owned('tending_left')},
    about VARCHAR(200) ${BIN} NOT NULL,
    PRIMARY KEY (owner, about)`,
};

/** What is learnt from answers, and what time was saved and spent. */
export async function up(knex: Knex): Promise<void> {
  for (const [name, columns] of Object.entries(TABLES)) await knex.raw(`CREATE TABLE ${name} (${columns}) ${ENGINE}`);
  await knex.raw(`ALTER TABLE settings
    ADD COLUMN knows VARCHAR(60) CHARACTER SET ascii NOT NULL DEFAULT '["offers","questions","time"]',
    ADD COLUMN time_rule TEXT NOT NULL DEFAULT '{}'`);
}

export async function down(knex: Knex): Promise<void> {
  for (const name of Object.keys(TABLES).reverse()) await knex.schema.dropTable(name);
  await knex.schema.alterTable('settings', (table) => table.dropColumns('knows', 'time_rule'));
}
