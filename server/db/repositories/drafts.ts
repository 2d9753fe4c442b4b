import { fromColumn, toColumn } from '../phraseColumn';
import type { Knex } from 'knex';
import type { Draft, DraftRow } from '#shared/types/wire';
import { NO_HANDLING } from '#shared/utils/noHandling';
import { json, num } from '../rows';
import type { Phrase } from '#core/text/phrase';

export type DraftContent = Pick<
  Draft,
  | 'to'
  | 'cc'
  | 'bcc'
  | 'subject'
  | 'body'
  | 'fills'
  | 'attachments'
  | 'quote'
  | 'signature'
  | 'mailboxId'
  | 'silenced'
  | 'handling'
  | 'subjectText'
  | 'preview'
  | 'openBlanks'
>;

const ROW = ['id', 'mode', 'to_list', 'subject_text', 'preview', 'state', 'updated_at', 'original_id', 'open_blanks'];

function toRow(row: Record<string, unknown>): DraftRow {
  return {
    id: String(row.id),
    to: json(row.to_list),
    subjectText: String(row.subject_text),
    preview: String(row.preview),
    state: row.state as DraftRow['state'],
    updatedAt: num(row.updated_at),
    originalId: (row.original_id as string | null) ?? null,
    mode: row.mode as Draft['mode'],
    openBlanks: num(row.open_blanks),
  };
}

function toDraft(row: Record<string, unknown>): Draft {
  return {
    ...toRow(row),
    version: num(row.version),
    cc: json(row.cc_list),
    bcc: json(row.bcc_list),
    subject: json(row.subject),
    body: json(row.body),
    fills: json(row.fills),
    attachments: json(row.attachments),
    quote: Boolean(row.quote),
    signature: row.signature === null || row.signature === undefined ? null : String(row.signature),
    mailboxId: row.mailbox_id ? String(row.mailbox_id) : null,
    silenced: json(row.silenced),
    handling: { ...NO_HANDLING, ...json<Draft['handling']>(row.handling) },
    problem: fromColumn(row.problem),
  };
}

function columns(draft: DraftContent) {
  return {
    to_list: JSON.stringify(draft.to),
    cc_list: JSON.stringify(draft.cc),
    bcc_list: JSON.stringify(draft.bcc),
    subject: JSON.stringify(draft.subject),
    body: JSON.stringify(draft.body),
    subject_text: draft.subjectText,
    preview: draft.preview,
    open_blanks: draft.openBlanks,
    fills: JSON.stringify(draft.fills),
    attachments: JSON.stringify(draft.attachments),
    quote: draft.quote,
    signature: draft.signature,
    mailbox_id: draft.mailboxId,
    silenced: JSON.stringify(draft.silenced),
    handling: JSON.stringify(draft.handling),
  };
}

/** A new message that nothing was written in: every change makes another version, and one begun with wording is not the first. */
const UNTOUCHED = { mode: 'new', version: 1 };

export async function untouchedDraft(db: Knex, owner: string): Promise<Draft | null> {
  const row = await db('drafts')
    .where({ owner, deleted_at: null, ...UNTOUCHED })
    .first();
  return row ? toDraft(row) : null;
}

/** The drafts something was written in, the latest first. */
export async function listDrafts(db: Knex, owner: string): Promise<DraftRow[]> {
  const rows = await db('drafts')
    .where({ owner, deleted_at: null })
    .whereNot((q) => q.where(UNTOUCHED))
    .select(ROW)
    .orderBy('updated_at', 'desc')
    .limit(500);
  return rows.map(toRow);
}

export async function draftById(db: Knex, owner: string, id: string): Promise<Draft | null> {
  const row = await db('drafts').where({ owner, id, deleted_at: null }).first();
  return row ? toDraft(row) : null;
}

/** The draft that answers a message, if one was begun. */
export async function draftOfMessage(db: Knex, owner: string, originalId: string): Promise<Draft | null> {
  const row = await db('drafts')
    .where({ owner, original_id: originalId, deleted_at: null })
    .whereIn('mode', ['reply', 'reply-all'])
    .orderBy('updated_at', 'desc')
    .first();
  return row ? toDraft(row) : null;
}

export async function insertDraft(
  db: Knex,
  owner: string,
  draft: DraftContent & Pick<Draft, 'id' | 'mode' | 'originalId'>,
  now: number,
  version = 1,
): Promise<Draft> {
  const row = {
    id: draft.id,
    owner,
    mode: draft.mode,
    version,
    original_id: draft.originalId,
    ...columns(draft),
    state: 'open',
    problem: '',
    created_at: now,
    updated_at: now,
  };
  await db('drafts').insert(row);
  return toDraft(row);
}

/** Writes a draft that was read at `version` and is not being sent; false when that no longer holds. */
export async function updateDraft(
  db: Knex,
  owner: string,
  id: string,
  version: number,
  draft: DraftContent,
  now: number,
) {
  const changed = await db('drafts')
    .where({ owner, id, version, deleted_at: null })
    .whereNot({ state: 'sending' })
    .update({ ...columns(draft), version: version + 1, updated_at: now });
  return changed === 1;
}

export async function setDraftState(
  db: Knex,
  owner: string,
  id: string,
  state: Draft['state'],
  problem: Phrase | null = null,
) {
  await db('drafts')
    .where({ owner, id })
    .update({ state, problem: toColumn(problem) });
}

/** Discards a draft (`at`) or brings it back (`null`); a draft being sent cannot be discarded. */
export async function setDraftDeleted(db: Knex, owner: string, id: string, at: number | null): Promise<boolean> {
  const query = db('drafts').where({ owner, id });
  if (at === null) query.whereNotNull('deleted_at');
  else query.whereNull('deleted_at').whereNot({ state: 'sending' });
  return (await query.update({ deleted_at: at })) === 1;
}

/** Holds a draft, as it was at `version`, for the post office; false when it is not that any more, or held already. */
export async function holdDraft(db: Knex, owner: string, id: string, version: number): Promise<boolean> {
  const held = await db('drafts')
    .where({ owner, id, version, deleted_at: null })
    .whereNot({ state: 'sending' })
    .update({ state: 'sending', problem: '' });
  return held === 1;
}

/** Removes a draft that has left; false when it is not one that is being sent. */
export async function dropSentDraft(db: Knex, owner: string, id: string): Promise<boolean> {
  return (await db('drafts').where({ owner, id, state: 'sending', deleted_at: null }).delete()) === 1;
}
