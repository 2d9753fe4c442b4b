import type { Knex } from 'knex';

const ID = 'CHAR(26) CHARACTER SET ascii';
const BIN = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_bin';
const ENGINE = 'ENGINE=InnoDB DEFAULT CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci';
const owned = (table: string) =>
  `owner ${ID} NOT NULL, CONSTRAINT ${table}_owner FOREIGN KEY (owner) REFERENCES accounts (id) ON DELETE CASCADE`;
const ofHands = (table: string) =>
  `hands_id ${ID} NOT NULL, CONSTRAINT ${table}_hands FOREIGN KEY (hands_id) REFERENCES hands (id) ON DELETE CASCADE`;

const TABLES: Record<string, string> = {
  hands: `
    id ${ID} PRIMARY KEY,
    version INT NOT NULL DEFAULT 1,
    ${owned('hands')},
    code CHAR(8) CHARACTER SET ascii NOT NULL,
    question VARCHAR(500) NOT NULL,
    options TEXT ${BIN} NOT NULL,
    several BOOLEAN NOT NULL,
    last_day CHAR(10) CHARACTER SET ascii NULL,
    created_at BIGINT NOT NULL,
    deleted_at BIGINT NULL,
    UNIQUE KEY hands_code (owner, code)`,
  // Who was asked, and with which letter.
  hands_asked: `
    ${owned('hands_asked')},
    ${ofHands('hands_asked')},
    address_key VARCHAR(320) ${BIN} NOT NULL,
    address VARCHAR(320) NOT NULL,
    name VARCHAR(500) NOT NULL,
    message_id ${ID} NULL,
    alone BOOLEAN NOT NULL,
    PRIMARY KEY (hands_id, address_key),
    KEY hands_asked_message (message_id),
    CONSTRAINT hands_asked_message FOREIGN KEY (message_id) REFERENCES messages (id) ON DELETE SET NULL`,
  // What was read in a message, or put in by hand: then there is no message.
  hands_answers: `
    id ${ID} PRIMARY KEY,
    ${owned('hands_answers')},
    ${ofHands('hands_answers')},
    message_id ${ID} NULL,
    address_key VARCHAR(320) ${BIN} NOT NULL,
    address VARCHAR(320) NOT NULL,
    name VARCHAR(500) NOT NULL,
    choices VARCHAR(200) CHARACTER SET ascii NOT NULL,
    state VARCHAR(10) CHARACTER SET ascii NOT NULL,
    answered_at BIGINT NOT NULL,
    UNIQUE KEY hands_answers_once (hands_id, message_id),
    KEY hands_answers_message (message_id),
    CONSTRAINT hands_answers_message FOREIGN KEY (message_id) REFERENCES messages (id) ON DELETE CASCADE`,
};

/** Shows of hands: the question, who was asked, and what they answered. */
export async function up(knex: Knex): Promise<void> {
  for (const [name, columns] of Object.entries(TABLES)) await knex.raw(`CREATE TABLE ${name} (${columns}) ${ENGINE}`);
}

export async function down(knex: Knex): Promise<void> {
  for (const name of Object.keys(TABLES).reverse()) await knex.schema.dropTable(name);
}
