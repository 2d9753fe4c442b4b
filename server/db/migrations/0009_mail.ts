import { createHash } from 'node:crypto';
import type { Knex } from 'knex';

const ID = 'CHAR(26) CHARACTER SET ascii';
const KEY = 'CHAR(32) CHARACTER SET ascii';
const BIN = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_bin';
const ENGINE = 'ENGINE=InnoDB DEFAULT CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci';
const owned = (table: string) =>
  `owner ${ID} NOT NULL, CONSTRAINT ${table}_owner FOREIGN KEY (owner) REFERENCES accounts (id) ON DELETE CASCADE`;
const inMailbox = (table: string) =>
  `mailbox_id ${ID} NOT NULL, CONSTRAINT ${table}_mailbox FOREIGN KEY (mailbox_id) REFERENCES mailboxes (id) ON DELETE CASCADE`;

const TABLES: Record<string, string> = {
  // What of a mailbox of one's own is needed to reach it. Passwords are sealed (server/mail/seal.ts).
  mailboxes: `
    id ${ID} PRIMARY KEY,
    version INT NOT NULL DEFAULT 1,
    ${owned('mailboxes')},
    name VARCHAR(200) NOT NULL,
    address VARCHAR(320) NOT NULL,
    address_key VARCHAR(320) ${BIN} NOT NULL,
    receiving TEXT ${BIN} NOT NULL,
    sending TEXT ${BIN} NOT NULL,
    secrets BLOB NOT NULL,
    keep_days INT NOT NULL DEFAULT 0,
    paused BOOLEAN NOT NULL DEFAULT FALSE,
    state VARCHAR(20) CHARACTER SET ascii NOT NULL DEFAULT 'new',
    problem TEXT ${BIN} NOT NULL DEFAULT '',
    synced_at BIGINT NOT NULL DEFAULT 0,
    connected_at BIGINT NOT NULL,
    UNIQUE KEY mailboxes_address (owner, address_key)`,
  // The folders of a mailbox as its server names them, and how far each is known.
  folders: `
    id ${ID} PRIMARY KEY,
    ${owned('folders')},
    ${inMailbox('folders')},
    path VARCHAR(1000) ${BIN} NOT NULL,
    path_key ${KEY} NOT NULL,
    name VARCHAR(500) NOT NULL,
    role VARCHAR(10) CHARACTER SET ascii NOT NULL,
    chosen BOOLEAN NOT NULL DEFAULT FALSE,
    uid_validity BIGINT UNSIGNED NOT NULL DEFAULT 0,
    modseq VARCHAR(20) CHARACTER SET ascii NOT NULL DEFAULT '',
    total INT UNSIGNED NOT NULL DEFAULT 0,
    UNIQUE KEY folders_path (mailbox_id, path_key)`,
  // Where a message lies: in which folder, under which UID. Without a UID it is on its way there.
  places: `
    id ${ID} PRIMARY KEY,
    ${owned('places')},
    ${inMailbox('places')},
    folder_id ${ID} NOT NULL,
    uid INT UNSIGNED NULL,
    message_id ${ID} NOT NULL,
    received_at BIGINT NOT NULL,
    leaving BOOLEAN NOT NULL DEFAULT FALSE,
    UNIQUE KEY places_uid (folder_id, uid),
    KEY places_message (message_id),
    KEY places_list (folder_id, leaving, received_at, message_id),
    CONSTRAINT places_folder FOREIGN KEY (folder_id) REFERENCES folders (id) ON DELETE CASCADE,
    CONSTRAINT places_message FOREIGN KEY (message_id) REFERENCES messages (id) ON DELETE CASCADE`,
  // What is still to be done on the server of a mailbox, in the order of their positions.
  acts: `
    id ${ID} PRIMARY KEY,
    ${owned('acts')},
    ${inMailbox('acts')},
    position BIGINT NOT NULL,
    message_id ${ID} NOT NULL,
    content TEXT ${BIN} NOT NULL,
    attempts INT NOT NULL DEFAULT 0,
    next_try_at BIGINT NOT NULL DEFAULT 0,
    problem TEXT ${BIN} NOT NULL DEFAULT '',
    created_at BIGINT NOT NULL,
    KEY acts_mailbox (mailbox_id, position),
    KEY acts_message (message_id),
    CONSTRAINT acts_message FOREIGN KEY (message_id) REFERENCES messages (id) ON DELETE CASCADE`,
  // Every Message-ID that a message is or names, and the thread it belongs to.
  thread_ids: `
    ${owned('thread_ids')},
    id_key ${KEY} NOT NULL,
    thread_id ${ID} NOT NULL,
    PRIMARY KEY (owner, id_key),
    KEY thread_ids_thread (owner, thread_id)`,
  // What messages are found by: their folded words, and the beginning of their text to show where they were found.
  message_words: `
    message_id ${ID} PRIMARY KEY,
    ${owned('message_words')},
    received_at BIGINT NOT NULL,
    words MEDIUMTEXT ${BIN} NOT NULL,
    text MEDIUMTEXT ${BIN} NOT NULL,
    KEY message_words_latest (owner, received_at, message_id),
    FULLTEXT KEY message_words_words (words),
    CONSTRAINT message_words_message FOREIGN KEY (message_id) REFERENCES messages (id) ON DELETE CASCADE`,
  // What the user said of a sender: that they wait for answers, or never do.
  sender_waits: `
    ${owned('sender_waits')},
    address_key VARCHAR(320) ${BIN} NOT NULL,
    waits BOOLEAN NOT NULL,
    PRIMARY KEY (owner, address_key)`,
};

const keyOf = (text: string) => createHash('sha256').update(text).digest('hex').slice(0, 32);

/** Puts the messages that are there into threads, by the ids they are known by and name. */
async function findThreads(knex: Knex): Promise<void> {
  let last = '';
  for (;;) {
    const rows = await knex('messages')
      .where('id', '>', last)
      .orderBy('id')
      .limit(500)
      .select('id', 'owner', 'message_id', 'in_reply_to', 'reference_ids');
    if (!rows.length) return;
    for (const { id, owner, message_id: own, in_reply_to: parent, reference_ids: references } of rows) {
      const named = [own, ...(String(parent).match(/<[^<>\s]+>/g) ?? []), ...(JSON.parse(references) as string[])];
      const keys = [...new Set(named.filter(Boolean).map(keyOf))];
      const known = keys.length
        ? await knex('thread_ids').where({ owner }).whereIn('id_key', keys).distinct('thread_id')
        : [];
      const threads = known.map(({ thread_id: thread }) => String(thread)).sort();
      const thread = threads[0] ?? id;
      for (const table of threads.length > 1 ? ['messages', 'thread_ids'] : [])
        await knex(table).where({ owner }).whereIn('thread_id', threads.slice(1)).update({ thread_id: thread });
      await knex('messages').where({ owner, id }).update({ thread_id: thread });
      if (keys.length)
        await knex('thread_ids')
          .insert(keys.map((key) => ({ owner, id_key: key, thread_id: thread })))
          .onConflict(['owner', 'id_key'])
          .ignore();
    }
    last = rows.at(-1)!.id;
  }
}

/** Mailboxes of one's own: their folders, where messages lie in them, what is to be done there; threads; what waits and why. */
export async function up(knex: Knex): Promise<void> {
  for (const [name, columns] of Object.entries(TABLES)) await knex.raw(`CREATE TABLE ${name} (${columns}) ${ENGINE}`);
  await knex.raw(`ALTER TABLE messages
    MODIFY folder ENUM('inbox','sent','archive','trash','own','junk','gone') NOT NULL,
    ADD COLUMN mailbox_id ${ID} NULL,
    ADD COLUMN message_key ${KEY} AS (IF(message_id = '', NULL, LEFT(SHA2(message_id, 256), 32))) PERSISTENT,
    ADD COLUMN thread_id ${ID} NOT NULL DEFAULT '',
    ADD COLUMN replied BOOLEAN NOT NULL DEFAULT FALSE,
    ADD COLUMN flagged BOOLEAN NOT NULL DEFAULT FALSE,
    ADD COLUMN forwarded BOOLEAN NOT NULL DEFAULT FALSE,
    ADD COLUMN wait_reason VARCHAR(12) CHARACTER SET ascii NOT NULL DEFAULT 'person',
    ADD COLUMN wait_note TEXT ${BIN} NOT NULL DEFAULT '',
    ADD COLUMN waits BOOLEAN NOT NULL DEFAULT FALSE,
    ADD COLUMN gone_at BIGINT NULL`);
  await knex('messages').update({
    waits: knex.raw("folder = 'inbox' AND answered = 0"),
    replied: knex.raw("folder <> 'sent' AND answered = 1"),
    wait_reason: knex.raw("IF(folder = 'sent', 'own', 'person')"),
  });
  await findThreads(knex);
  await knex.raw(`ALTER TABLE messages
    DROP KEY messages_waiting,
    ADD KEY messages_waits (owner, waits, received_at, id),
    ADD KEY messages_message (owner, message_key),
    ADD KEY messages_thread (owner, thread_id, received_at),
    ADD KEY messages_gone (gone_at),
    ADD KEY messages_from (owner, from_address(100), received_at)`);
  await knex.raw(`ALTER TABLE drafts ADD COLUMN mailbox_id ${ID} NULL`);
  await knex.raw(`ALTER TABLE outbox ADD COLUMN mailbox_id ${ID} NULL`);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('ALTER TABLE outbox DROP COLUMN mailbox_id');
  await knex.raw('ALTER TABLE drafts DROP COLUMN mailbox_id');
  await knex('messages').whereIn('folder', ['own', 'junk', 'gone']).update({ folder: 'archive' });
  await knex.raw(`ALTER TABLE messages
    DROP KEY messages_waits, DROP KEY messages_message, DROP KEY messages_thread, DROP KEY messages_from, DROP KEY messages_gone,
    DROP COLUMN message_key, DROP COLUMN mailbox_id, DROP COLUMN thread_id, DROP COLUMN replied, DROP COLUMN flagged,
    DROP COLUMN forwarded, DROP COLUMN wait_reason, DROP COLUMN wait_note, DROP COLUMN waits, DROP COLUMN gone_at,
    ADD KEY messages_waiting (owner, folder, answered, received_at, id),
    MODIFY folder ENUM('inbox','sent','archive','trash') NOT NULL`);
  for (const name of Object.keys(TABLES).reverse()) await knex.schema.dropTable(name);
}
