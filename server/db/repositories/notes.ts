import type { Knex } from 'knex';
import type { BinRow, FormerWording, Note, NoteRow } from '#shared/types/wire';
import type { NoteInput, NoteUse, Wording } from '#shared/schemas/note';
import { addressKey } from '#core/message/address';
import { cueKey } from '#core/cue/key';
import { json, num, numberById, PORTION, portions } from '../rows';

export interface NoteContent extends NoteInput {
  subjectText: string;
  bodyText: string;
  blanks: number;
  files: number;
}

const ROW = [
  'id',
  'version',
  'name',
  'description',
  'cue',
  'shelf_id',
  'subject_text',
  'body_text',
  'pinned',
  'pin_order',
  'blanks',
  'files',
  'used',
  'last_used',
  'created_at',
  'updated_at',
];
const WHOLE = [...ROW, 'subject', 'body', 'to_list', 'cc_list', 'bcc_list', 'attachments'];

function toRow(row: Record<string, unknown>): NoteRow {
  return {
    id: String(row.id),
    version: num(row.version),
    name: String(row.name),
    description: String(row.description),
    cue: String(row.cue),
    shelfId: (row.shelf_id as string | null) ?? null,
    subjectText: String(row.subject_text),
    bodyText: String(row.body_text),
    pinned: Boolean(row.pinned),
    pinOrder: num(row.pin_order),
    blanks: num(row.blanks),
    files: num(row.files),
    used: num(row.used),
    lastUsed: num(row.last_used),
    createdAt: num(row.created_at),
    updatedAt: num(row.updated_at),
    usedFor: { people: {}, words: {} },
  };
}

function toNote(row: Record<string, unknown>): Note {
  return {
    ...toRow(row),
    subject: json(row.subject),
    body: json(row.body),
    to: json(row.to_list),
    cc: json(row.cc_list),
    bcc: json(row.bcc_list),
    attachments: json(row.attachments),
  };
}

function columns(note: NoteContent) {
  return {
    name: note.name,
    description: note.description,
    cue: note.cue,
    cue_key: cueKey(note.cue),
    shelf_id: note.shelfId,
    subject: JSON.stringify(note.subject),
    body: JSON.stringify(note.body),
    subject_text: note.subjectText,
    body_text: note.bodyText,
    pinned: note.pinned,
    to_list: JSON.stringify(note.to),
    cc_list: JSON.stringify(note.cc),
    bcc_list: JSON.stringify(note.bcc),
    attachments: JSON.stringify(note.attachments),
    blanks: note.blanks,
    files: note.files,
  };
}

/** Says of each note what it was used for: the people and words it was used for most. */
async function withUses<T extends NoteRow>(db: Knex, owner: string, notes: T[], all: boolean): Promise<T[]> {
  const byId = new Map(notes.map((note) => [note.id, note]));
  const inner = db('note_uses')
    .where({ owner })
    .select('note_id', 'kind', 'value', 'uses')
    .select(db.raw('ROW_NUMBER() OVER (PARTITION BY note_id, kind ORDER BY uses DESC, last_at DESC) AS place'));
  if (!all) void inner.whereIn('note_id', [...byId.keys()].slice(0, PORTION));
  const rows = notes.length ? await db(inner.as('ranked')).where('place', '<=', 12).select() : [];
  for (const { note_id, kind, value, uses } of rows) {
    const usedFor = byId.get(note_id)?.usedFor;
    if (usedFor) usedFor[kind === 'person' ? 'people' : 'words'][value] = num(uses);
  }
  return notes;
}

export async function listNotes(db: Knex, owner: string): Promise<NoteRow[]> {
  const rows = await db('notes').where({ owner, deleted_at: null }).select(ROW).orderBy('name');
  return withUses(db, owner, rows.map(toRow), true);
}

/** At most `limit` notes in the order of their ids, those behind `after`. */
export async function pageOfNotes(db: Knex, owner: string, after: string, limit: number): Promise<NoteRow[]> {
  const rows = await db('notes')
    .where({ owner, deleted_at: null })
    .where('id', '>', after)
    .select(ROW)
    .orderBy('id')
    .limit(Math.min(limit, PORTION));
  return withUses(db, owner, rows.map(toRow), false);
}

/** What stands within reach on the Desk: the pinned notes, and the last used. */
export async function notesWithinReach(db: Knex, owner: string, used: number): Promise<NoteRow[]> {
  const standing = () => db('notes').where({ owner, deleted_at: null }).select(ROW);
  const [pinned, lately] = await Promise.all([
    standing().where({ pinned: true }).orderBy('pin_order').limit(PORTION),
    standing().where({ pinned: false }).orderBy('last_used', 'desc').limit(used),
  ]);
  return withUses(db, owner, [...pinned, ...lately].slice(0, PORTION).map(toRow), false);
}

export async function noteRows(db: Knex, owner: string, ids: string[]): Promise<NoteRow[]> {
  const found: NoteRow[] = [];
  for (const some of portions(ids)) {
    const rows = await db('notes').where({ owner, deleted_at: null }).whereIn('id', some).select(ROW);
    found.push(...(await withUses(db, owner, rows.map(toRow), false)));
  }
  return found;
}

export async function noteById(db: Knex, owner: string, id: string): Promise<Note | null> {
  const row = await db('notes').where({ owner, id, deleted_at: null }).first(WHOLE);
  return row ? (await withUses(db, owner, [toNote(row)], false))[0]! : null;
}

/** Whole notes by their ids, in the order of their names; all of them without ids. */
export async function wholeNotes(db: Knex, owner: string, ids?: string[]): Promise<Note[]> {
  const found: Note[] = [];
  for (const some of ids ? portions(ids) : [null]) {
    const query = db('notes').where({ owner, deleted_at: null }).select(WHOLE);
    if (some) void query.whereIn('id', some);
    found.push(...(await query).map(toNote));
  }
  const order = (a: Note, b: Note) => (a.name < b.name ? -1 : a.name > b.name ? 1 : a.createdAt - b.createdAt);
  return found.sort((a, b) => order(a, b) || (JSON.stringify(a.body) < JSON.stringify(b.body) ? -1 : 1));
}

/** What all notes say, and those that were put into letters before they were deleted. */
export const wordingsOfNotes = (db: Knex, owner: string): Promise<string[]> =>
  db('notes')
    .where({ owner })
    .where((q) => q.whereNull('deleted_at').orWhere('used', '>', 0))
    .pluck<string[]>('body_text');

/** The same, held until the transaction ends. */
export async function lockNote(trx: Knex.Transaction, owner: string, id: string): Promise<Note | null> {
  const row = await trx('notes').where({ owner, id, deleted_at: null }).forUpdate().first(WHOLE);
  return row ? toNote(row) : null;
}

/** The notes whose wording names an id, for instance of a lookup. */
export async function notesHolding(db: Knex, owner: string, id: string): Promise<Note[]> {
  const like = `%${id}%`;
  const rows = await db('notes')
    .where({ owner, deleted_at: null })
    .andWhere((q) => q.where('body', 'like', like).orWhere('subject', 'like', like))
    .select(WHOLE)
    .orderBy('name');
  return rows.map(toNote);
}

/** Notes with the same name, whatever its case. */
export async function notesNamed(db: Knex, owner: string, names: string[]): Promise<Note[]> {
  const found: Note[] = [];
  for (const some of portions(names)) {
    const rows = await db('notes').where({ owner, deleted_at: null }).whereIn('name', some).select(WHOLE);
    found.push(...rows.map(toNote));
  }
  return found;
}

/** Which of the cues belong to other notes: the names of those, by the {@link cueKey}. */
export async function cuesTaken(db: Knex, owner: string, cues: string[], except = ''): Promise<Map<string, string>> {
  const found = new Map<string, string>();
  for (const some of portions([...new Set(cues.map(cueKey))].filter(Boolean))) {
    const rows = await db('notes')
      .where({ owner })
      .whereIn('live_cue', some)
      .whereNot({ id: except })
      .select('live_cue', 'name');
    for (const { live_cue: key, name } of rows) found.set(String(key), String(name));
  }
  return found;
}

/** A note to be put in, with what it brings along of its past. */
export type NewNote = NoteContent & {
  id: string;
  used?: number;
  lastUsed?: number;
  createdAt?: number;
  updatedAt?: number;
};

export async function insertNotes(db: Knex, owner: string, notes: NewNote[], now: number) {
  let order = await lastPin(db, owner);
  const rows = notes.map((note) => ({
    id: note.id,
    owner,
    ...columns(note),
    pin_order: note.pinned ? ++order : null,
    used: note.used ?? 0,
    last_used: note.lastUsed ?? 0,
    created_at: note.createdAt ?? now,
    updated_at: note.updatedAt ?? now,
  }));
  await db.batchInsert('notes', rows, 200);
}

async function lastPin(db: Knex, owner: string): Promise<number> {
  return num((await db('notes').where({ owner }).max('pin_order as last').first())?.last);
}

/** Writes a note that was read at `version`; false when it was changed or deleted since. */
export async function updateNote(db: Knex, owner: string, id: string, version: number, note: NoteContent, now: number) {
  const order = note.pinned ? (await lastPin(db, owner)) + 1 : null;
  const changed = await db('notes')
    .where({ owner, id, version, deleted_at: null })
    .update({
      ...columns(note),
      pin_order: order === null ? null : db.raw('COALESCE(pin_order, ?)', [order]),
      version: version + 1,
      updated_at: now,
    });
  return changed === 1;
}

/** Deletes notes (`at`) or brings them back (`null`). A note comes back without a cue that another one has by now. */
export async function setNotesDeleted(db: Knex, owner: string, ids: string[], at: number | null): Promise<number> {
  let count = 0;
  for (const some of portions(ids)) {
    const query = db('notes').where({ owner }).whereIn('id', some);
    if (at === null) {
      const coming = await db('notes')
        .where({ owner })
        .whereIn('id', some)
        .whereNotNull('deleted_at')
        .select('id', 'cue');
      const taken = await cuesTaken(
        db,
        owner,
        coming.map(({ cue }) => String(cue)),
      );
      const without = coming.filter(({ cue }) => taken.has(cueKey(String(cue)))).map(({ id }) => id);
      await db('notes').where({ owner }).whereIn('id', without).update({ cue: '', cue_key: '' });
      void query.whereNotNull('deleted_at');
    } else void query.whereNull('deleted_at');
    count += await query.update({ deleted_at: at, version: db.raw('version + 1') });
  }
  return count;
}

/** Sets the version of a note that came with its history, so that it goes on behind it. */
export async function setVersion(db: Knex, owner: string, id: string, version: number): Promise<void> {
  await db('notes').where({ owner, id }).update({ version });
}

/** Puts notes on a shelf, or on none. */
export async function setShelf(db: Knex, owner: string, ids: string[], shelfId: string | null): Promise<void> {
  for (const some of portions(ids))
    await db('notes')
      .where({ owner, deleted_at: null })
      .whereIn('id', some)
      .update({ shelf_id: shelfId, version: db.raw('version + 1') });
}

/** Pins notes behind those that are pinned already, in the order given, or takes their pins away. */
export async function setPinned(db: Knex, owner: string, ids: string[], pinned: boolean): Promise<void> {
  let order = await lastPin(db, owner);
  if (!pinned) {
    for (const some of portions(ids))
      await db('notes')
        .where({ owner, deleted_at: null })
        .whereIn('id', some)
        .update({ pinned: false, pin_order: null, version: db.raw('version + 1') });
    return;
  }
  for (const some of portions(ids)) {
    const numbers = some.map((id) => ({ id, number: ++order }));
    await db('notes')
      .where({ owner, deleted_at: null, pinned: false })
      .whereIn('id', some)
      .update({ pinned: true, pin_order: numberById(db, numbers), version: db.raw('version + 1') });
  }
}

/** The order of the pinned notes; it is not part of what a note says, so its version stays. */
export async function setPinOrder(db: Knex, owner: string, ids: string[]): Promise<void> {
  for (const some of portions(ids.map((id, i) => ({ id, number: i + 1 }))))
    await db('notes')
      .where({ owner, pinned: true })
      .whereIn(
        'id',
        some.map(({ id }) => id),
      )
      .update({ pin_order: numberById(db, some) });
}

/** The pinned notes in their order. */
export async function pinnedIds(db: Knex, owner: string): Promise<string[]> {
  const rows = await db('notes')
    .where({ owner, pinned: true, deleted_at: null })
    .orderBy(['pin_order', 'id'])
    .select('id');
  return rows.map(({ id }) => String(id));
}

export async function listBin(db: Knex, owner: string): Promise<BinRow[]> {
  const rows = await db('notes')
    .where({ owner })
    .whereNotNull('deleted_at')
    .select('id', 'name', 'body_text', 'deleted_at')
    .orderBy('deleted_at', 'desc');
  return rows.map((row) => ({
    id: String(row.id),
    name: String(row.name),
    bodyText: String(row.body_text).slice(0, 200),
    deletedAt: num(row.deleted_at),
  }));
}

/** Counts an insertion: of the note, for the person written to, and for the words of the message. */
export async function countUse(db: Knex, owner: string, id: string, { person, words }: NoteUse, at: number) {
  const counted = await db('notes')
    .where({ owner, id })
    .update({ used: db.raw('used + 1'), last_used: at });
  if (counted !== 1) return false;
  const rows = [
    ...(person ? [{ kind: 'person', value: addressKey(person).slice(0, 190) }] : []),
    ...[...new Set(words)].map((value) => ({ kind: 'word', value })),
  ].map((row) => ({ ...row, owner, note_id: id, uses: 1, last_at: at }));
  if (rows.length)
    await db('note_uses')
      .insert(rows)
      .onConflict(['note_id', 'kind', 'value'])
      .merge({ uses: db.raw('uses + 1'), last_at: at });
  return true;
}

/** Takes an insertion back that was counted; false where there is no such note. */
export async function uncountUse(db: Knex, owner: string, id: string, { person, words }: NoteUse): Promise<boolean> {
  const changed = await db('notes')
    .where({ owner, id })
    .update({ used: db.raw('IF(used > 0, used - 1, 0)') });
  const mine = () => db('note_uses').where({ owner, note_id: id });
  const of = (query: Knex.QueryBuilder) =>
    query.where((q) =>
      q
        .where({ kind: 'person', value: addressKey(person).slice(0, 190) })
        .orWhere((word) => word.where({ kind: 'word' }).whereIn('value', words)),
    );
  await of(mine()).where('uses', '<=', 1).delete();
  await of(mine()).decrement('uses', 1);
  return changed === 1;
}

/** Keeps a wording that is about to be replaced. */
export async function insertVersion(
  db: Knex,
  owner: string,
  id: string,
  version: number,
  wording: Wording,
  madeAt: number,
): Promise<void> {
  await db('note_versions')
    .insert({ note_id: id, owner, version, content: JSON.stringify(wording), made_at: madeAt })
    .onConflict(['note_id', 'version'])
    .ignore();
}

/** The former wordings of a note, the latest first. */
export async function listVersions(db: Knex, owner: string, id: string): Promise<FormerWording[]> {
  const rows = await db('note_versions').where({ owner, note_id: id }).orderBy('version', 'desc').select();
  return rows.map((row) => ({ ...json<Wording>(row.content), version: num(row.version), madeAt: num(row.made_at) }));
}

/** All former wordings of an account's notes, by note. */
export async function versionsOf(db: Knex, owner: string, ids: string[]): Promise<Map<string, FormerWording[]>> {
  const found = new Map<string, FormerWording[]>();
  for (const some of portions(ids)) {
    const rows = await db('note_versions')
      .where({ owner })
      .whereIn('note_id', some)
      .orderBy('version', 'desc')
      .select();
    for (const row of rows) {
      const list = found.get(row.note_id) ?? [];
      found.set(row.note_id, list);
      list.push({ ...json<Wording>(row.content), version: num(row.version), madeAt: num(row.made_at) });
    }
  }
  return found;
}
