import type { Draft } from '#shared/types/wire';
import type { Mailbox } from '#core/message/address';
import { docFromText, emptyDoc, type DocJson } from '#core/note/schema';

/** Begins a new message with what is known of it, and opens it on the Desk. @throws ApiError */
export async function beginLetter(
  part: Partial<{ to: Mailbox[]; bcc: Mailbox[]; subject: string; body: DocJson }>,
): Promise<void> {
  const { to = [], bcc = [], subject = '', body = emptyDoc() } = part;
  // One of which nothing is known is the same as one that was begun before and never written in.
  const start = Object.keys(part).length ? { to, bcc, subject: docFromText(subject), body } : undefined;
  const draft = await api<Draft>('/drafts', { method: 'POST', body: { mode: 'new', start } });
  await navigateTo({ path: '/', query: { draft: draft.id } });
}
