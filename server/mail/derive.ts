import { createHash } from 'node:crypto';
import type { MessageThread } from '#core/message/thread';
import type { Phrase } from '#core/text/phrase';
import type { Signs } from '#core/waiting/reason';
import type { Undelivered } from '#core/waiting/report';
import { parseMessage } from './parse';

/** What is kept of a message beside its bytes: all of it can be worked out again from them. */
export interface Columns extends MessageThread {
  /** SHA-256 of the bytes, in hexadecimal. */
  digest: string;
  /** Milliseconds since 1970; null when there is no readable date. */
  sentAt: number | null;
  preview: string;
  /** How many files go with it. */
  attachments: number;
  signs: Signs;
  undelivered: Undelivered | null;
  broken: Phrase | null;
}

/** What is kept of a message beside its bytes. */
export async function columnsOf(raw: Buffer): Promise<Columns> {
  const { messageId, inReplyTo, references, from, replyTo, to, cc, subject, ...rest } = await parseMessage(raw);
  const { sentAt, preview, attachments, signs, undelivered, broken } = rest;
  return {
    ...{ messageId, inReplyTo, references, from, replyTo, to, cc, subject },
    ...{ sentAt, preview, signs, undelivered, broken },
    digest: createHash('sha256').update(raw).digest('hex'),
    attachments: attachments.filter((part) => !part.inline).length,
  };
}
