import PostalMime, { addressParser, type Address, type Email } from 'postal-mime';
import { bareAddress, type Mailbox } from '../../core/message/address';
import { splitQuoted } from '../../core/message/quote';

/** The derived columns of a message: everything here can be worked out again from the bytes. */
export interface Derived {
  messageId: string;
  inReplyTo: string;
  references: string[];
  from: Mailbox[];
  replyTo: Mailbox[];
  to: Mailbox[];
  cc: Mailbox[];
  subject: string;
  /** Milliseconds since 1970; null when there is no readable date. */
  sentAt: number | null;
  preview: string;
  attachments: { name: string; type: string; contentId: string; inline: boolean; content: Buffer }[];
  html: string;
  text: string;
  /** What could not be read, in words; empty when all could. */
  broken: string;
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
  const boundary = /boundary\s*=\s*(?:"([^"]+)"|([^\s;]+))/i.exec(type);
  if (!boundary) return true;
  return !raw.includes(`--${boundary[1] ?? boundary[2]}--`);
}

function faults(raw: Buffer, email: Email): string {
  const found: string[] = [];
  if (!boxes(email.from).length) found.push('it does not say who sent it');
  if (!email.date || Number.isNaN(Date.parse(email.date))) found.push('its date could not be read');
  if (cutOff(raw, email)) found.push('its end is missing');
  return found.length ? `Read in part: ${found.join(', ')}.` : '';
}

/** Text for a reader from HTML: enough for a preview and for search, not for showing. */
export function textFromHtml(html: string): string {
  return html
    .replace(/<(style|script|head|title)\b[\s\S]*?<\/\1\s*>/gi, ' ')
    .replace(/<!--[\s\S]*?-->/g, ' ')
    .replace(/<br\s*\/?>/gi, '\n')
    .replace(/<\/(p|div|li|tr|h[1-6]|blockquote)\s*>/gi, '\n')
    .replace(/<[^>]*>/g, ' ')
    .replace(/&nbsp;/gi, ' ')
    .replace(/&lt;/gi, '<')
    .replace(/&gt;/gi, '>')
    .replace(/&quot;/gi, '"')
    .replace(/&#(\d+);/g, (_, code) => codePoint(Number(code)))
    .replace(/&#x([0-9a-f]+);/gi, (_, code) => codePoint(parseInt(code, 16)))
    .replace(/&amp;/gi, '&')
    .replace(/[ \t]+/g, ' ')
    .replace(/ *\n */g, '\n')
    .replace(/\n{3,}/g, '\n\n')
    .trim();
}

function codePoint(code: number): string {
  return code > 0 && code <= 0x10ffff && !(code >= 0xd800 && code <= 0xdfff) ? String.fromCodePoint(code) : '';
}

/** Reads a message. Whatever the bytes, something comes back: what could be read, and in `broken` what could not. */
export async function parseMessage(raw: Buffer): Promise<Derived> {
  let email: Email;
  try {
    email = await PostalMime.parse(raw, { attachmentEncoding: 'arraybuffer', maxNestingDepth: 100 });
  } catch {
    return unreadable(raw);
  }
  const html = email.html ?? '';
  const text = email.text ?? textFromHtml(html);
  const shown = splitQuoted(text).own.trim() || text;
  return {
    messageId: email.messageId?.trim() ?? '',
    inReplyTo: email.inReplyTo?.trim() ?? '',
    references: email.references?.match(/<[^<>\s]+>/g) ?? [],
    from: boxes(email.from),
    replyTo: boxes(email.replyTo),
    to: boxes(email.to),
    cc: boxes(email.cc),
    subject: (email.subject ?? '').replace(/\s+/g, ' ').trim(),
    sentAt: email.date && !Number.isNaN(Date.parse(email.date)) ? Date.parse(email.date) : null,
    preview: shown.replace(/\s+/g, ' ').trim().slice(0, 280),
    attachments: email.attachments.map((part, i) => ({
      name: part.filename?.replace(/[\u0000-\u001f/\\]/g, '_') || `part ${i + 1}`,
      type: part.mimeType || 'application/octet-stream',
      contentId: (part.contentId ?? '').replace(/^<|>$/g, ''),
      inline: part.disposition === 'inline' || Boolean(part.related),
      content: Buffer.from(part.content as ArrayBuffer),
    })),
    html,
    text,
    broken: faults(raw, email),
  };
}

function unreadable(raw: Buffer): Derived {
  const text = raw.toString('utf8').slice(0, 100_000);
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
    subject,
    sentAt: null,
    preview: text.replace(/\s+/g, ' ').slice(0, 280),
    attachments: [],
    html: '',
    text,
    broken: 'Read in part: its structure could not be made out; this is the raw text.',
  };
}
