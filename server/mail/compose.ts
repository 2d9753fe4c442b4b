import MailComposer from 'nodemailer/lib/mail-composer';
import type MimeNode from 'nodemailer/lib/mime-node';
import type { Node } from '@tiptap/pm/model';
import type { ThreadFields } from '#core/message/thread';
import type { Mailbox } from '#core/message/address';
import { quotedAsIs, toFlowed } from '#core/message/flowed';
import { quoteText } from '#core/message/quote';
import { escapeHtml } from '#core/note/escape';
import { contentId, toHtml } from '#core/note/html';
import { toLine, toText } from '#core/note/text';

export interface Letter extends ThreadFields {
  date: Date;
  from: Mailbox;
  to: Mailbox[];
  cc: Mailbox[];
  bcc: Mailbox[];
  subject: Node;
  body: Node;
  signature: Node;
  /** The message answered or passed on, under the signature; null to leave it out. */
  quote: {
    /** What stands above it; several lines where it is passed on. */
    attribution: string;
    /** Passed on: it stands as it was written, not as a quotation. */
    isForward?: boolean;
    text: string;
    html: string;
    pictures?: { contentId: string; name: string; type: string; content: Uint8Array }[];
  } | null;
  /** The pictures that stand in the body or the signature, by their file. */
  pictures?: { file: string; type: string; content: Buffer }[];
  attachments?: { name: string; type: string; content: Buffer }[];
  /** Written as a file for oneself, with the blind copies in it. */
  isFile?: boolean;
  /** How important it says it is; empty says nothing. */
  importance?: '' | 'high' | 'low';
}

/** What becomes of the parts of a letter's text: its own lines, and quoted ones. */
const AS_IT_IS = { own: (text: string) => text, quoted: (text: string) => text };
const FLOWED = { own: toFlowed, quoted: quotedAsIs };

/** The plain text of a letter. The `-- ` line (RFC 3676 4.3) stands only where nothing but the signature follows. */
export function letterText(
  { body, signature, quote }: Pick<Letter, 'body' | 'signature' | 'quote'>,
  { own, quoted } = AS_IT_IS,
): string {
  const parts = [own(toText(body).trimEnd())];
  const under = own(toText(signature).trim());
  if (under) parts.push(quote ? under : `-- \n${under}`);
  if (quote?.isForward) parts.push(own(`${quote.attribution}\n\n${quote.text.trimEnd()}`));
  else if (quote) parts.push(`${own(quote.attribution)}\n${quoted(quoteText(quote.text))}`);
  return parts.join('\n\n') + '\n';
}

/** The HTML of a letter, the same in the same order. */
export function letterHtml({ body, signature, quote }: Pick<Letter, 'body' | 'signature' | 'quote'>): string {
  const under = toText(signature).trim() ? `<br><div>${toHtml(signature)}</div>` : '';
  const lines = (text: string) => escapeHtml(text).replace(/\n/g, '<br>');
  const [open, close] = quote?.isForward
    ? ['<div style="margin-top:1em">', '</div>']
    : ['<blockquote style="margin:0 0 0 .8ex;padding-left:1ex;border-left:1px solid #bbb">', '</blockquote>'];
  const quoted = quote
    ? `<br><div>${lines(quote.attribution)}</div>${open}${quote.html || lines(quote.text)}${close}`
    : '';
  return `<!doctype html><html><head><meta charset="utf-8"></head><body><div>${toHtml(body)}</div>${under}${quoted}</body></html>`;
}

/** Says of the text of a letter that its lines may be joined (RFC 3676). What is attached comes after it. */
function sayFlowed(node: MimeNode): boolean {
  const isText = /^text\/plain/i.test(String(node.getHeader('Content-Type')));
  if (isText) {
    node.setHeader('Content-Type', 'text/plain; charset=utf-8; format=flowed');
    // A space at the end of a line means something, and some who pass mail on take such spaces away.
    node.setHeader('Content-Transfer-Encoding', 'quoted-printable');
  }
  return isText || node.childNodes.some(sayFlowed);
}

/** Lines as mail ends them (RFC 5322 2.3). */
const crlf = (text: string) => text.replace(/\r\n?|\n/g, '\r\n');

/** The bytes of a letter (`multipart/alternative`, RFC 2046 5.1.4). Bcc is left out of what is sent: only the envelope knows it. */
export async function composeLetter(letter: Letter): Promise<Buffer> {
  const box = ({ name, address }: Mailbox) => ({ name: name.replace(/[\r\n]+/g, ' '), address });
  const composer = new MailComposer({
    messageId: letter.messageId,
    date: letter.date,
    from: box(letter.from),
    to: letter.to.map(box),
    cc: letter.cc.map(box),
    ...(letter.isFile && { bcc: letter.bcc.map(box) }),
    subject: toLine(letter.subject),
    text: crlf(letterText(letter, FLOWED)),
    html: crlf(letterHtml(letter)),
    attachments: [
      ...(letter.pictures ?? []).map(({ file, type, content }) => ({
        cid: contentId(file),
        filename: `picture-${file.slice(0, 8)}.${type.split('/')[1]}`,
        contentType: type,
        contentDisposition: 'inline' as const,
        content,
      })),
      ...(letter.quote?.pictures ?? []).map(({ contentId: cid, name, type, content }) => ({
        cid,
        filename: name.replace(/[\r\n]+/g, ' '),
        contentType: type,
        contentDisposition: 'inline' as const,
        content: Buffer.from(content),
      })),
      ...(letter.attachments ?? []).map(({ name, type, content }) => ({
        filename: name.replace(/[\r\n]+/g, ' '),
        contentType: type,
        contentDisposition: 'attachment' as const,
        content,
      })),
    ],
    // RFC 2156 5.3.4; what says nothing is left out.
    ...(letter.importance && { headers: { Importance: letter.importance } }),
    ...(letter.inReplyTo && { inReplyTo: letter.inReplyTo, references: letter.references }),
    disableFileAccess: true,
    disableUrlAccess: true,
  });
  const message = composer.compile();
  sayFlowed(message);
  message.keepBcc = Boolean(letter.isFile);
  return message.build();
}
