import { addressKey } from '../message/address';

/** Whom a message did not reach, and why. */
export interface Undelivered {
  /** The Message-ID of the message it is about, with its angle brackets; '' where the report does not say. */
  messageId: string;
  recipients: { address: string; reason: string }[];
}

/** So much of a report is read, and so many recipients of it. */
const REPORT_LIMIT = 200_000;
const RECIPIENTS = 200;

/** The fields of a block, by their names in small letters, folded lines put together (RFC 5322 2.2.3). */
function fieldsOf(block: string): Map<string, string> {
  const fields = new Map<string, string>();
  for (const line of block.replace(/\r?\n[ \t]+/g, ' ').split(/\r?\n/)) {
    const colon = line.indexOf(':');
    if (colon > 0) fields.set(line.slice(0, colon).trim().toLowerCase(), line.slice(colon + 1).trim());
  }
  return fields;
}

/** What stands behind the type of an address or an explanation: "rfc822; a@b.example" (RFC 3464 2.1.2). */
const behindType = (value: string) => value.slice(value.indexOf(';') + 1).trim();

/** The words of an explanation without its codes: "smtp; 550 5.1.1 No such person" is "No such person". */
const wordsOf = (diagnostic: string) =>
  behindType(diagnostic)
    .replace(/^(?:\d{3}[ -])?(?:\d\.\d{1,3}\.\d{1,3}\s+)?/, '')
    .trim();

/**
 * Whom a report of failed delivery (RFC 3464 2) says a message did not reach for good; null when it says that of nobody.
 * @param status the body of its `message/delivery-status` part
 * @param returned the message that comes back, or its header, where it is part of the report
 */
export function readReport(status: string, returned: string): Undelivered | null {
  const blocks = status
    .slice(0, REPORT_LIMIT)
    .split(/\r?\n[ \t]*\r?\n/)
    .map(fieldsOf);
  const recipients: Undelivered['recipients'] = [];
  const seen = new Set<string>();
  for (const block of blocks) {
    const given = block.get('original-recipient') ?? block.get('final-recipient') ?? '';
    const address = behindType(given).replace(/^<|>$/g, '');
    if (!address || block.get('action')?.toLowerCase() !== 'failed' || seen.has(addressKey(address))) continue;
    seen.add(addressKey(address));
    const reason = wordsOf(block.get('diagnostic-code') ?? '') || (block.get('status') ?? '').trim();
    if (recipients.length < RECIPIENTS) recipients.push({ address, reason });
  }
  const header = returned.slice(0, REPORT_LIMIT).split(/\r?\n[ \t]*\r?\n/, 1)[0]!;
  const messageId = /<[^<>\s]+>/.exec(fieldsOf(header.trimStart()).get('message-id') ?? '')?.[0] ?? '';
  return recipients.length ? { messageId, recipients } : null;
}
