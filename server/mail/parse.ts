import PostalMime, { addressParser, type Address, type Email } from 'postal-mime';
import { bareAddress, type Mailbox } from '#core/message/address';
import { splitQuoted } from '#core/message/quote';
import type { MessageThread } from '#core/message/thread';
import { textFromHtml } from '#core/reading/htmlTree';
import type { Signs } from '#core/waiting/reason';
import { readReport, type Undelivered } from '#core/waiting/report';
import { boundaryOf, contentAt, outlineOf, type Outline, type PartRange } from './outline';
import { phrase, type Phrase } from '#core/text/phrase';

/** An attachment or a picture inside a message. */
export interface Part {
  name: string;
  type: string;
  contentId: string;
  inline: boolean;
  /** Bytes of its content. */
  size: number;
  /** Its content; null when it stands aside, in the message at `range`. */
  content: Uint8Array | null;
  range: PartRange | null;
}

/** The content of a part of the message `raw`. */
export function contentOf(raw: Buffer, { content, range }: Part): Buffer {
  return content ? Buffer.from(content) : contentAt(raw, range!);
}

/** The derived columns of a message: everything here can be worked out again from the bytes. */
export interface Derived extends MessageThread {
  bcc: Mailbox[];
  /** Milliseconds since 1970; null when there is no readable date. */
  sentAt: number | null;
  preview: string;
  attachments: Part[];
  html: string;
  text: string;
  /** By what and for whom it was made. */
  signs: Signs;
  /** Whom another message did not reach, where this is a report of it. */
  undelivered: Undelivered | null;
  /** What could not be read, in words; empty when all could. */
  broken: Phrase | null;
}

const NO_SIGNS: Signs = { list: false, autoSubmitted: '', precedence: '', returnPath: '', report: false };

function signsOf(email: Email): Signs {
  const value = (key: string) => email.headers.find((header) => header.key === key)?.value ?? '';
  return {
    list: email.headers.some(({ key }) => /^list-(id|post|unsubscribe|help|subscribe|owner|archive)$/.test(key)),
    autoSubmitted: value('auto-submitted'),
    precedence: value('precedence'),
    returnPath: value('return-path'),
    report: /^multipart\/report\b/i.test(value('content-type').trim()),
  };
}

/** The parts of a report about mail (RFC 6522): what became of a message, and the message or its header. */
function reportIn(attachments: Part[], raw: Buffer): Undelivered | null {
  const textOf = (type: RegExp) => {
    const part = attachments.find((one) => type.test(one.type));
    return part ? contentOf(raw, part).toString('utf8', 0, 200_000) : '';
  };
  const status = textOf(/^message\/(global-)?delivery-status$/i);
  return status
    ? readReport(status, textOf(/^(message\/(rfc822|global)|text\/rfc822-headers|message\/global-headers)$/i))
    : null;
}

/** Groups (RFC 5322 3.4) are opened into their members; an empty group gives nobody. */
function boxes(list: Address | Address[] | undefined): Mailbox[] {
  const all = list ? (Array.isArray(list) ? list : [list]) : [];
  return all
    .flatMap((entry) => ('group' in entry && entry.group ? entry.group : [entry]))
    .map(({ name, address }) => ({ name: (name ?? '').trim(), address: bareAddress(address ?? '') }))
    .filter((box) => box.address);
}

/** Whether the bytes start like a message: a first line that is a header field (RFC 5322 2.2) or an mbox line. */
export function looksLikeMessage(raw: Buffer): boolean {
  const head = raw
    .subarray(0, 4096)
    .toString('latin1')
    .replace(/^\uFEFF|^ï»¿/, '')
    .replace(/^(\s*\r?\n)+/, '');
  return /^[!-9;-~]+[ \t]*:/.test(head) || /^From \S/.test(head);
}

/** Multipart bodies close with `--boundary--` (RFC 2046 5.1.1); without it the end is missing. */
function cutOff(raw: Buffer, email: Email): boolean {
  const type = email.headers.find((header) => header.key === 'content-type')?.value ?? '';
  if (!/^multipart\//i.test(type.trim())) return false;
  const boundary = boundaryOf(type);
  return !boundary || !raw.includes(`--${boundary}--`);
}

const SHOWN_IN_PART: Record<Outline['cut'][number], Phrase> = {
  text: phrase('message.longText'),
  parts: phrase('message.manyParts'),
  header: phrase('message.longHeader'),
  nesting: phrase('message.nested'),
};

function faults(raw: Buffer, email: Email, cut: Outline['cut']): Phrase | null {
  const found: Phrase[] = [];
  if (!senders(email).some(({ address }) => address)) found.push(phrase('message.noSender'));
  if (!email.date || Number.isNaN(Date.parse(email.date))) found.push(phrase('message.noDate'));
  if (cutOff(raw, email)) found.push(phrase('message.noEnd'));
  for (const one of cut) found.push(SHOWN_IN_PART[one]);
  return found.length ? phrase('message.inPart', { faults: found }) : null;
}

/** Who sent it. A name without an address is kept, since it is all there is; nobody can be answered there. */
function senders(email: Email): Mailbox[] {
  const found = boxes(email.from);
  if (found.length) return found;
  const name = (email.from as { name?: string } | undefined)?.name?.trim();
  return name ? [{ name, address: '' }] : [];
}

/** Names of files without paths, without control signs and without those that turn the direction of writing. */
export function safePartName(name: string): string {
  return name.replace(/[\u0000-\u001f\u007f/\\]/g, '_').replace(/[\u200e\u200f\u202a-\u202e\u2066-\u2069]/g, '');
}

function partOf(raw: Buffer, { aside }: Outline, part: Email['attachments'][number], i: number): Part {
  const bytes = new Uint8Array(part.content as ArrayBuffer);
  const sign = bytes.length < 100 ? Buffer.from(bytes).toString('latin1').trim() : '';
  const range = aside.get(sign) ?? null;
  return {
    name: safePartName(part.filename ?? '').slice(0, 200) || `part ${i + 1}`,
    type: part.mimeType || 'application/octet-stream',
    contentId: (part.contentId ?? '').replace(/^<|>$/g, ''),
    inline: part.disposition === 'inline' || Boolean(part.related),
    size: range ? contentAt(raw, range).length : bytes.length,
    content: range ? null : bytes,
    range,
  };
}

/**
 * Reads a message, in time that grows with its size. Whatever the bytes, something comes back: what could be read, and in
 * `broken` what could not.
 */
export async function parseMessage(raw: Buffer): Promise<Derived> {
  const outline = outlineOf(raw);
  let email: Email;
  try {
    email = await PostalMime.parse(outline.small, { attachmentEncoding: 'arraybuffer', maxNestingDepth: 100 });
  } catch {
    return unreadable(raw);
  }
  const html = email.html ?? '';
  const text = email.text ?? textFromHtml(html);
  const shown = splitQuoted(text.slice(0, 20_000)).own.trim() || text.slice(0, 20_000);
  const attachments = email.attachments.map((part, i) => partOf(raw, outline, part, i));
  const signs = signsOf(email);
  return {
    messageId: email.messageId?.trim() ?? '',
    inReplyTo: email.inReplyTo?.trim() ?? '',
    references: email.references?.match(/<[^<>\s]+>/g) ?? [],
    from: senders(email),
    replyTo: boxes(email.replyTo),
    to: boxes(email.to),
    cc: boxes(email.cc),
    bcc: boxes(email.bcc),
    subject: (email.subject ?? '').replace(/\s+/g, ' ').trim(),
    sentAt: email.date && !Number.isNaN(Date.parse(email.date)) ? Date.parse(email.date) : null,
    preview: shown.replace(/\s+/g, ' ').trim().slice(0, 280),
    attachments,
    html,
    text,
    signs,
    undelivered: signs.report ? reportIn(attachments, raw) : null,
    broken: faults(raw, email, outline.cut),
  };
}

function unreadable(raw: Buffer): Derived {
  const text = raw.toString('utf8', 0, 100_000);
  const subject = /^subject:[ \t]*(.*)$/im.exec(text)?.[1]?.trim() ?? '';
  const from = /^from:[ \t]*(.*)$/im.exec(text)?.[1] ?? '';
  return {
    messageId: '',
    inReplyTo: '',
    references: [],
    from: boxes(addressParser(from)),
    replyTo: [],
    to: [],
    cc: [],
    bcc: [],
    subject,
    sentAt: null,
    preview: text.replace(/\s+/g, ' ').slice(0, 280),
    attachments: [],
    html: '',
    text,
    signs: NO_SIGNS,
    undelivered: null,
    broken: phrase('message.raw'),
  };
}
