import type { Draft } from '#shared/types/wire';
import type { Settings } from '#shared/schemas/settings';
import { attribution, forwardHeader } from '#core/message/quote';
import { replyThread } from '#core/message/reply';
import { picturesIn, type DocJson } from '#core/note/schema';
import { signatureDoc, signatureFor } from '#core/note/signature';
import { fileSize } from '#core/number/size';
import { fileByDigest } from '../db/repositories/files';
import { runTask } from '../work/pool';
import type { Letter } from '../mail/compose';
import type { StoredMessage } from '../mail/store/store';
import type { Application } from './application';
import { safeFileName } from './files';
import { UserError } from './errors';
import type { Original } from './original';
import { phrase } from '#core/text/phrase';

/**
 * A message with more bytes than this, as it travels, is refused by many post offices (common practice, no source). Files
 * grow by a third on the way, since mail carries them as text (RFC 2045 6.8).
 */
export const MESSAGE_LIMIT = 25_000_000;
const ENCODED = 77 / 57;

const tooLarge = (size: number, growing = false) =>
  new UserError(
    phrase(growing ? 'sending.filesTooLarge' : 'sending.tooLarge', {
      size: fileSize(size),
      limit: fileSize(MESSAGE_LIMIT),
    }),
  );

/** The message answered or passed on, as it stands under the letter, with the pictures that came inside it. */
async function quoteOf(
  original: Original,
  isForward: boolean,
  { locale, timeZone }: Settings,
): Promise<Letter['quote']> {
  const { from, to, subject, sentAt } = await original.message();
  const { html, text, pictures } = await original.quoted();
  const above = isForward
    ? forwardHeader({ from: [from], to, subject, sentAt }, locale, timeZone)
    : attribution(sentAt, from.name || from.address, locale, timeZone);
  return { attribution: above, isForward, text, html, pictures };
}

/** A message as a file that goes with another one (RFC 2046 5.2.1). */
const asFile = ({ subject, raw }: StoredMessage) => ({
  name: `${safeFileName(subject || 'message').slice(0, 80)}.eml`,
  type: 'message/rfc822',
  content: raw,
});

/** The bytes of the pictures and attachments of a draft. @throws UserError when one is gone or all are too much. */
async function filesOf(
  { db }: Application,
  owner: string,
  { body, attachments }: Pick<Draft, 'body' | 'attachments'>,
  signature: DocJson,
): Promise<Pick<Letter, 'pictures' | 'attachments'>> {
  const attached = attachments.reduce((sum, { size }) => sum + size, 0) * ENCODED;
  if (attached > MESSAGE_LIMIT) throw tooLarge(attached, true);
  const pictures = [];
  for (const file of new Set([...picturesIn(body), ...picturesIn(signature)])) {
    const found = await fileByDigest(db, owner, file);
    if (!found) throw new UserError(phrase('sending.pictureGone'));
    pictures.push(found);
  }
  const parts = [];
  for (const { file, name } of attachments) {
    const found = await fileByDigest(db, owner, file);
    if (!found) throw new UserError(phrase('sending.fileGone', { name }));
    parts.push({ ...found, name });
  }
  return { pictures, attachments: parts };
}

/** Makes a draft into the bytes that leave. @throws UserError when a file of it is gone or it is too large to travel. */
export async function outgoingOf(
  app: Application,
  owner: string,
  address: string,
  draft: Draft,
  { messageId, settings, original }: { messageId: string; settings: Settings; original: Original },
): Promise<Buffer> {
  const signature = signatureDoc(signatureFor(settings, draft));
  const isForward = draft.mode === 'forward';
  const thread = isForward ? null : await original.thread();
  // An answer goes without what is gone; what is passed on has to be there.
  const isWanted = isForward || (draft.quote && thread);
  const message = isWanted ? await original.message() : null;
  const quote = message && draft.quote ? await quoteOf(original, isForward, settings) : null;
  const files = await filesOf(app, owner, draft, signature);
  if (message && isForward && !draft.quote) files.attachments!.push(asFile(message));
  const raw = await runTask('compose', {
    messageId,
    date: new Date(app.now()),
    from: { name: settings.name, address },
    to: draft.to,
    cc: draft.cc,
    bcc: draft.bcc,
    subject: draft.subject,
    body: draft.body,
    signature,
    ...(thread ? replyThread(thread) : { inReplyTo: '', references: [] }),
    quote,
    importance: draft.handling.importance,
    ...files,
  });
  if (raw.length > MESSAGE_LIMIT) throw tooLarge(raw.length);
  return Buffer.from(raw.buffer, raw.byteOffset, raw.byteLength);
}
