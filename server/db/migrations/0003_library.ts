import type { Knex } from 'knex';

const CHARSET = 'DEFAULT CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci';
const ID = 'CHAR(26) CHARACTER SET ascii';
const FILE = 'CHAR(64) CHARACTER SET ascii';
const BIN = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_bin';
const OWNER = `owner ${ID} NOT NULL REFERENCES accounts (id) ON DELETE CASCADE`;

const TABLES = [
  `shelves (
    id ${ID} PRIMARY KEY,
    ${OWNER},
    version INT NOT NULL DEFAULT 1,
    name VARCHAR(100) NOT NULL,
    description VARCHAR(500) NOT NULL DEFAULT '',
    parent_id ${ID} NULL,
    position INT NOT NULL DEFAULT 0,
    updated_at BIGINT NOT NULL,
    deleted_at BIGINT NULL,
    KEY shelves_owner (owner, deleted_at)
  )`,
  `files (
    ${OWNER},
    file ${FILE} NOT NULL,
    type VARCHAR(100) CHARACTER SET ascii NOT NULL,
    size INT UNSIGNED NOT NULL,
    content LONGBLOB NOT NULL,
    created_at BIGINT NOT NULL,
    PRIMARY KEY (owner, file)
  )`,
  `note_versions (
    note_id ${ID} NOT NULL REFERENCES notes (id) ON DELETE CASCADE,
    ${OWNER},
    version INT NOT NULL,
    content LONGTEXT NOT NULL,
    made_at BIGINT NOT NULL,
    PRIMARY KEY (note_id, version)
  )`,
  `note_uses (
    note_id ${ID} NOT NULL REFERENCES notes (id) ON DELETE CASCADE,
    ${OWNER},
    kind ENUM('person','word') NOT NULL,
    value VARCHAR(190) ${BIN} NOT NULL,
    uses INT NOT NULL,
    last_at BIGINT NOT NULL,
    PRIMARY KEY (note_id, kind, value),
    KEY note_uses_owner (owner)
  )`,
  `note_answers (
    note_id ${ID} NOT NULL REFERENCES notes (id) ON DELETE CASCADE,
    ${OWNER},
    blank_key VARCHAR(190) ${BIN} NOT NULL,
    digest ${FILE} NOT NULL,
    answer TEXT NOT NULL,
    uses INT NOT NULL,
    PRIMARY KEY (note_id, blank_key, digest)
  )`,
  `imports (
    id ${ID} PRIMARY KEY,
    ${OWNER},
    state ENUM('open','running','done') NOT NULL DEFAULT 'open',
    created_at BIGINT NOT NULL,
    updated_at BIGINT NOT NULL,
    KEY imports_owner (owner, state)
  )`,
  `import_items (
    import_id ${ID} NOT NULL REFERENCES imports (id) ON DELETE CASCADE,
    ${OWNER},
    position INT NOT NULL,
    kind ENUM('shelf','lookup','note','person','sender','problem') NOT NULL,
    source VARCHAR(300) NOT NULL,
    name VARCHAR(300) NOT NULL,
    content LONGTEXT NOT NULL,
    verdict ENUM('new','same','conflict','problem') NOT NULL,
    target_id ${ID} NULL,
    choice ENUM('take','leave','replace') NOT NULL,
    state ENUM('waiting','done','failed') NOT NULL DEFAULT 'waiting',
    problem VARCHAR(500) NOT NULL DEFAULT '',
    PRIMARY KEY (import_id, position),
    KEY import_items_state (import_id, state, position)
  )`,
];

/** The library: shelves, files, former wordings, what notes were used for, and imports under way. */
export async function up(knex: Knex): Promise<void> {
  for (const table of TABLES) await knex.raw(`CREATE TABLE ${table} ENGINE=InnoDB ${CHARSET}`);
  // A cue belongs to one note that is not in the bin.
  await knex.raw(`ALTER TABLE notes
    ADD COLUMN description VARCHAR(500) NOT NULL DEFAULT '',
    ADD COLUMN cue VARCHAR(20) NOT NULL DEFAULT '',
    ADD COLUMN shelf_id ${ID} NULL,
    ADD COLUMN pin_order INT NULL,
    ADD COLUMN to_list JSON NOT NULL DEFAULT '[]',
    ADD COLUMN cc_list JSON NOT NULL DEFAULT '[]',
    ADD COLUMN bcc_list JSON NOT NULL DEFAULT '[]',
    ADD COLUMN attachments JSON NOT NULL DEFAULT '[]',
    ADD COLUMN blanks INT NOT NULL DEFAULT 0,
    ADD COLUMN files INT NOT NULL DEFAULT 0,
    ADD COLUMN live_cue VARCHAR(20) AS (IF(deleted_at IS NULL AND cue <> '', cue, NULL)) PERSISTENT,
    ADD UNIQUE KEY notes_cue (owner, live_cue),
    ADD KEY notes_deleted (deleted_at)`);
  await knex.raw(`UPDATE notes SET blanks = 1 WHERE body LIKE '%"type":"blank"%' OR subject LIKE '%"type":"blank"%'`);
  await knex.raw('UPDATE notes SET pin_order = 0 WHERE pinned');
  await knex.raw(`ALTER TABLE drafts ADD COLUMN attachments JSON NOT NULL DEFAULT '[]'`);
  await knex.raw(`ALTER TABLE settings
    ADD COLUMN picture_limit INT NOT NULL DEFAULT 1000000,
    ADD COLUMN attachment_limit INT NOT NULL DEFAULT 10000000`);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('ALTER TABLE settings DROP COLUMN picture_limit, DROP COLUMN attachment_limit');
  await knex.raw('ALTER TABLE drafts DROP COLUMN attachments');
  await knex.raw(`ALTER TABLE notes DROP KEY notes_cue, DROP KEY notes_deleted, DROP COLUMN live_cue,
    DROP COLUMN description, DROP COLUMN cue, DROP COLUMN shelf_id, DROP COLUMN pin_order, DROP COLUMN to_list,
    DROP COLUMN cc_list, DROP COLUMN bcc_list, DROP COLUMN attachments, DROP COLUMN blanks, DROP COLUMN files`);
  for (const table of [...TABLES].reverse()) await knex.raw(`DROP TABLE IF EXISTS ${table.split(' ')[0]}`);
}
