import { dateFormat } from '../calendar/format';
import { formatMailbox, type Mailbox } from './address';
import { isAttribution, isShortAttribution } from './history';

/** A plain-text message in two parts: what was written now, and the history quoted under it. */
export interface QuotedText {
  own: string;
  quoted: string;
}

/**
 * Splits the quoted history off the end of a plain-text message: the last unbroken run of lines that start with `>`
 * (RFC 3676 4.5), with the attribution line above it. Quotes with an answer below them stay where they are.
 */
export function splitQuoted(text: string): QuotedText {
  const lines = text.replace(/\r\n?/g, '\n').split('\n');
  let end = lines.length;
  while (end > 0 && !lines[end - 1]!.trim()) end--;
  let start = end;
  while (start > 0 && (lines[start - 1]!.startsWith('>') || !lines[start - 1]!.trim())) start--;
  if (!lines.slice(start, end).some((line) => line.startsWith('>'))) return { own: text, quoted: '' };
  let above = start;
  while (above > 0 && !lines[above - 1]!.trim()) above--;
  // An attribution may be wrapped onto a second line.
  if (above > 0 && (isAttribution(lines[above - 1]!) || isShortAttribution(lines[above - 1]!))) {
    above--;
    if (
      above > 0 &&
      lines[above - 1]!.trim() &&
      /^\S.*[,\d]/.test(lines[above - 1]!) &&
      !/[.!?]$/.test(lines[above - 1]!)
    ) {
      if (/\d/.test(lines[above - 1]!) && lines[above]!.length < 60) above--;
    }
    start = above;
  }
  return { own: lines.slice(0, start).join('\n').trimEnd(), quoted: lines.slice(start, end).join('\n').trim() };
}

/** The text of a message as it is quoted in an answer: `> ` before each line, one `>` more before quoted ones (RFC 3676 4.5). */
export function quoteText(text: string): string {
  return text
    .replace(/\r\n?/g, '\n')
    .trimEnd()
    .split('\n')
    .map((line) => (line.startsWith('>') ? `>${line}` : line ? `> ${line}` : '>'))
    .join('\n');
}

const moment = (at: number, locale: string, timeZone: string) =>
  dateFormat(locale, { dateStyle: 'full', timeStyle: 'short', timeZone }).format(at);

/** The lines above a message that is passed on: who wrote it to whom, when and about what, in the account's locale and time zone. */
export function forwardHeader(
  { from, to, subject, sentAt }: { from: Mailbox[]; to: Mailbox[]; subject: string; sentAt: number },
  locale: string,
  timeZone: string,
): string {
  const when = moment(sentAt, locale, timeZone);
  const boxes = (list: Mailbox[]) => list.map(formatMailbox).join(', ').replace(/\s+/g, ' ');
  const line = (name: string, value: string) => (value ? [`${name}: ${value}`] : []);
  return [
    'Forwarded message',
    ...line('From', boxes(from)),
    ...line('Date', when),
    ...line('Subject', subject.replace(/\s+/g, ' ').trim()),
    ...line('To', boxes(to)),
  ].join('\n');
}

/** The line above the quoted text: who wrote it and when, in the account's locale and time zone. */
export function attribution(sent: number, name: string, locale: string, timeZone: string): string {
  return `On ${moment(sent, locale, timeZone)}, ${name} wrote:`;
}
