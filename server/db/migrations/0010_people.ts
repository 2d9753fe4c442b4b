import type { Knex } from 'knex';

const ID = 'CHAR(26) CHARACTER SET ascii';
const BIN = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_bin';

/**
 * What somebody is greeted by, and several addresses of one person: each address stays a row of its own, and says whom it
 * is part of, so that it can be taken apart again.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`ALTER TABLE people
    ADD COLUMN greeting_name VARCHAR(200) NOT NULL DEFAULT '',
    ADD COLUMN form VARCHAR(10) CHARACTER SET ascii NOT NULL DEFAULT '',
    ADD COLUMN greeted_at BIGINT NOT NULL DEFAULT 0,
    ADD COLUMN greeting_own BOOLEAN NOT NULL DEFAULT FALSE,
    ADD COLUMN form_own BOOLEAN NOT NULL DEFAULT FALSE,
    ADD COLUMN part_of ${ID} NULL,
    ADD COLUMN gave TEXT ${BIN} NOT NULL DEFAULT '',
    ADD KEY people_part (part_of),
    ADD CONSTRAINT people_part FOREIGN KEY (part_of) REFERENCES people (id) ON DELETE CASCADE`);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`ALTER TABLE people
    DROP FOREIGN KEY people_part, DROP KEY people_part,
    DROP COLUMN greeting_name, DROP COLUMN form, DROP COLUMN greeted_at, DROP COLUMN greeting_own, DROP COLUMN form_own,
    DROP COLUMN part_of, DROP COLUMN gave`);
}
