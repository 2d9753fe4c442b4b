import type { Knex } from 'knex';

const CHARSET = 'DEFAULT CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci';

/** Ids are ASCII; every table of personal data carries its owner, and goes with the account. */
const OWNER = `owner CHAR(26) CHARACTER SET ascii NOT NULL REFERENCES accounts (id) ON DELETE CASCADE`;
const ID = 'CHAR(26) CHARACTER SET ascii';

const TABLES = [
  `accounts (
    id ${ID} PRIMARY KEY,
    address VARCHAR(320) NOT NULL,
    address_key VARCHAR(320) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL UNIQUE,
    password_hash VARCHAR(500) NOT NULL,
    demo BOOLEAN NOT NULL DEFAULT FALSE,
    created_at BIGINT NOT NULL
  )`,
  `settings (
    ${OWNER},
    version INT NOT NULL DEFAULT 1,
    name VARCHAR(200) NOT NULL,
    locale VARCHAR(35) NOT NULL,
    time_zone VARCHAR(64) NOT NULL,
    fields JSON NOT NULL,
    signature JSON NOT NULL,
    PRIMARY KEY (owner)
  )`,
  `sign_in_attempts (
    address_key VARCHAR(320) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin PRIMARY KEY,
    failures INT NOT NULL,
    last_at BIGINT NOT NULL
  )`,
  `people (
    id ${ID} PRIMARY KEY,
    ${OWNER},
    version INT NOT NULL DEFAULT 1,
    address VARCHAR(320) NOT NULL,
    address_key VARCHAR(320) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
    first_name VARCHAR(200) NOT NULL DEFAULT '',
    last_name VARCHAR(200) NOT NULL DEFAULT '',
    full_name VARCHAR(200) NOT NULL DEFAULT '',
    company VARCHAR(200) NOT NULL DEFAULT '',
    messages INT NOT NULL DEFAULT 0,
    last_at BIGINT NOT NULL DEFAULT 0,
    UNIQUE KEY people_address (owner, address_key)
  )`,
  `messages (
    id ${ID} PRIMARY KEY,
    ${OWNER},
    folder ENUM('inbox','sent','archive','trash') NOT NULL,
    digest CHAR(64) CHARACTER SET ascii NOT NULL,
    message_id VARCHAR(998) NOT NULL DEFAULT '',
    in_reply_to TEXT NOT NULL,
    reference_ids JSON NOT NULL,
    from_name VARCHAR(500) NOT NULL DEFAULT '',
    from_address VARCHAR(1000) NOT NULL DEFAULT '',
    from_list JSON NOT NULL,
    reply_to JSON NOT NULL,
    to_list JSON NOT NULL,
    cc_list JSON NOT NULL,
    subject TEXT NOT NULL,
    preview VARCHAR(300) NOT NULL DEFAULT '',
    sent_at BIGINT NOT NULL,
    received_at BIGINT NOT NULL,
    attachments INT NOT NULL DEFAULT 0,
    size INT UNSIGNED NOT NULL,
    seen BOOLEAN NOT NULL DEFAULT FALSE,
    answered BOOLEAN NOT NULL DEFAULT FALSE,
    broken VARCHAR(500) NOT NULL DEFAULT '',
    UNIQUE KEY messages_digest (owner, digest),
    KEY messages_folder (owner, folder, received_at, id),
    KEY messages_waiting (owner, folder, answered, received_at, id)
  )`,
  `message_sources (
    message_id ${ID} NOT NULL REFERENCES messages (id) ON DELETE CASCADE,
    ${OWNER},
    raw LONGBLOB NOT NULL,
    PRIMARY KEY (message_id)
  )`,
  `notes (
    id ${ID} PRIMARY KEY,
    ${OWNER},
    version INT NOT NULL DEFAULT 1,
    name VARCHAR(200) NOT NULL,
    subject JSON NOT NULL,
    body JSON NOT NULL,
    subject_text TEXT NOT NULL,
    body_text MEDIUMTEXT NOT NULL,
    pinned BOOLEAN NOT NULL DEFAULT FALSE,
    used INT NOT NULL DEFAULT 0,
    last_used BIGINT NOT NULL DEFAULT 0,
    created_at BIGINT NOT NULL,
    updated_at BIGINT NOT NULL,
    deleted_at BIGINT NULL,
    KEY notes_owner (owner, deleted_at, name)
  )`,
  `drafts (
    id ${ID} PRIMARY KEY,
    ${OWNER},
    version INT NOT NULL DEFAULT 1,
    mode ENUM('new','reply','reply-all') NOT NULL,
    original_id ${ID} NULL REFERENCES messages (id) ON DELETE SET NULL,
    to_list JSON NOT NULL,
    cc_list JSON NOT NULL,
    bcc_list JSON NOT NULL,
    subject JSON NOT NULL,
    body JSON NOT NULL,
    subject_text TEXT NOT NULL,
    preview VARCHAR(300) NOT NULL DEFAULT '',
    fills JSON NOT NULL,
    quote BOOLEAN NOT NULL,
    state ENUM('open','sending','refused') NOT NULL DEFAULT 'open',
    problem TEXT NOT NULL,
    created_at BIGINT NOT NULL,
    updated_at BIGINT NOT NULL,
    deleted_at BIGINT NULL,
    KEY drafts_owner (owner, deleted_at, updated_at),
    KEY drafts_original (owner, original_id)
  )`,
  `outbox (
    id ${ID} PRIMARY KEY,
    ${OWNER},
    draft_id ${ID} NOT NULL,
    original_id ${ID} NULL,
    idempotency_key VARCHAR(64) CHARACTER SET ascii NOT NULL,
    message_id VARCHAR(998) NOT NULL,
    envelope_from VARCHAR(1000) NOT NULL,
    envelope_to JSON NOT NULL,
    raw LONGBLOB NOT NULL,
    state ENUM('queued','handing','sent','refused','unsure') NOT NULL,
    attempts INT NOT NULL DEFAULT 0,
    next_try_at BIGINT NOT NULL,
    problem TEXT NOT NULL,
    sent_message_id ${ID} NULL,
    created_at BIGINT NOT NULL,
    UNIQUE KEY outbox_key (owner, idempotency_key),
    KEY outbox_due (state, next_try_at)
  )`,
  `deliveries (
    id ${ID} PRIMARY KEY,
    ${OWNER},
    message_id VARCHAR(700) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
    envelope_from VARCHAR(1000) NOT NULL,
    envelope_to JSON NOT NULL,
    raw LONGBLOB NOT NULL,
    received_at BIGINT NOT NULL,
    UNIQUE KEY deliveries_message (owner, message_id)
  )`,
  `leases (
    name VARCHAR(60) CHARACTER SET ascii PRIMARY KEY,
    holder ${ID} NOT NULL,
    until_at BIGINT NOT NULL
  )`,
];

export async function up(knex: Knex): Promise<void> {
  for (const table of TABLES) await knex.raw(`CREATE TABLE ${table} ENGINE=InnoDB ${CHARSET}`);
}

export async function down(knex: Knex): Promise<void> {
  for (const table of [...TABLES].reverse()) await knex.raw(`DROP TABLE IF EXISTS ${table.split(' ')[0]}`);
}
