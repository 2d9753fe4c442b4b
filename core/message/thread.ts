import type { Mailbox } from './address';

/** The fields by which a message belongs to a thread (RFC 5322 3.6.4). Message ids carry their angle brackets; none is ''. */
export interface ThreadFields {
  messageId: string;
  inReplyTo: string;
  references: string[];
}

/** What of a message its answer depends on. */
export interface MessageThread extends ThreadFields {
  from: Mailbox[];
  replyTo: Mailbox[];
  to: Mailbox[];
  cc: Mailbox[];
  subject: string;
}
