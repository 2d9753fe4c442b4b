import { addressKey, type Mailbox } from './address';
import { bareSubject, unansweredSubject } from './subject';
import type { MessageThread, ThreadFields } from './thread';

/** Whom an answer goes to. */
export interface Recipients {
  to: Mailbox[];
  cc: Mailbox[];
}

function distinct(boxes: Mailbox[], leaveOut: Set<string>): Mailbox[] {
  const seen = new Set(leaveOut);
  return boxes.filter(({ address }) => {
    const key = addressKey(address);
    if (!key || seen.has(key)) return false;
    seen.add(key);
    return true;
  });
}

/**
 * Who an answer goes to (RFC 5322 3.6.3): the Reply-To addresses where there are any, else From; a reply to all adds
 * the other recipients, To and Cc together as Cc, without one's own addresses. An answer to a message of one's own
 * goes to those it went to.
 */
export function replyRecipients(original: MessageThread, own: string[], all: boolean): Recipients {
  const mine = new Set(own.map(addressKey));
  const answerTo = original.replyTo.length ? original.replyTo : original.from;
  const fromSelf = original.from.length > 0 && original.from.every(({ address }) => mine.has(addressKey(address)));
  if (fromSelf && !original.replyTo.some(({ address }) => !mine.has(addressKey(address)))) {
    const to = distinct(original.to, mine);
    return { to, cc: all ? distinct(original.cc, new Set([...mine, ...to.map((b) => addressKey(b.address))])) : [] };
  }
  const to = distinct(answerTo, mine);
  const first = to.length ? to : distinct(answerTo, new Set());
  const taken = new Set([...mine, ...first.map(({ address }) => addressKey(address))]);
  return { to: first, cc: all ? distinct([...original.to, ...original.cc], taken) : [] };
}

/**
 * The subject of an answer: `Re: ` and the subject without the answer marks it already carries (RFC 5322 3.6.5: one
 * "Re: " is enough). A forward mark in front stays, since it says something else.
 */
export function replySubject(subject: string): string {
  return `Re: ${unansweredSubject(subject)}`.trim();
}

/** The subject of a message that is passed on: `Fwd: ` once before it (common practice, no source). */
export function forwardSubject(subject: string): string {
  return `Fwd: ${bareSubject(subject)}`.trim();
}

/**
 * The threading fields of an answer (RFC 5322 3.6.4): In-Reply-To is the parent's Message-ID; References is the
 * parent's References, or its single In-Reply-To when it has none, followed by the parent's Message-ID. A parent
 * without Message-ID gives neither.
 */
export function replyThread(original: ThreadFields) {
  if (!original.messageId) return { inReplyTo: '', references: [] as string[] };
  const parents = original.inReplyTo.match(/<[^<>\s]+>/g) ?? [];
  const before = original.references.length ? original.references : parents.length === 1 ? parents : [];
  const references = [...before.filter((id) => id !== original.messageId), original.messageId];
  return { inReplyTo: original.messageId, references };
}
