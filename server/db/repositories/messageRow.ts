import { fromColumn } from '../phraseColumn';
import type { StoredFolder } from '#shared/schemas/message';
import type { MessageRow } from '#shared/types/wire';
import type { WaitReason } from '#core/waiting/reason';
import { json, num } from '../rows';

/** The columns of a message as a row of a list. */
export const MESSAGE_ROW = [
  'id',
  'folder',
  'from_name',
  'from_address',
  'to_list',
  'subject',
  'preview',
  'sent_at',
  'received_at',
  'attachments',
  'seen',
  'answered',
  'broken',
  'again_on',
  'again_why',
  'mailbox_id',
  'replied',
  'flagged',
  'forwarded',
  'waits',
  'wait_reason',
  'wait_note',
];

/** A message as a row of a list, from those columns. */
export function toMessageRow(row: Record<string, unknown>): MessageRow {
  return {
    id: String(row.id),
    folder: row.folder as StoredFolder,
    from: { name: String(row.from_name), address: String(row.from_address) },
    to: json(row.to_list),
    subject: String(row.subject),
    preview: String(row.preview),
    sentAt: num(row.sent_at),
    receivedAt: num(row.received_at),
    attachments: num(row.attachments),
    seen: Boolean(row.seen),
    answered: Boolean(row.answered),
    broken: fromColumn(row.broken),
    again: row.again_on ? { day: String(row.again_on), why: String(row.again_why) } : null,
    mailboxId: row.mailbox_id ? String(row.mailbox_id) : null,
    replied: Boolean(row.replied),
    flagged: Boolean(row.flagged),
    forwarded: Boolean(row.forwarded),
    waits: Boolean(row.waits),
    reason: row.wait_reason as WaitReason,
    undelivered: fromColumn(row.wait_note),
  };
}
