import { dayAt } from '../../calendar/day';
import { findInText } from '../../message/found';
import { asText, lineOf, type BlankKind, type Scope } from '../kind';
import { dayValue, formatProblem, NO_DAYS_OFF } from './date';
import { typedDay } from '../../calendar/typed';
import type { DateFormat } from '../../calendar/format';

export const MESSAGE_PARTS = ['subject', 'date sent', 'first line', 'a date', 'an amount', 'a reference'] as const;
export type MessagePart = (typeof MESSAGE_PARTS)[number];

export type MessageOptions = DateFormat & {
  part: MessagePart;
  hint: string;
};

/** What the message holds for the blank, the likeliest first. */
function found({ part }: MessageOptions, { context }: Scope): string[] {
  const { message, locale, timeZone, daysOff = NO_DAYS_OFF } = context;
  if (!message) return [];
  if (part === 'subject') return [message.subject.replace(/^((re|fwd?|aw|wg)\s*:\s*)+/i, '')].filter(Boolean);
  if (part === 'date sent') return [dayAt(message.sentAt, timeZone)];
  if (part === 'first line') {
    const lines = message.text.split('\n').map((line) => line.trim());
    const greeting =
      /^(dear|hello|hi|hey|good (morning|afternoon|evening)|hallo|liebe|sehr geehrte|bonjour|hola|ciao)\b.{0,60}$/i;
    return lines.filter((line) => line && !greeting.test(line)).slice(0, 1);
  }
  return findInText(`${message.subject}\n${message.text}`, part, {
    locale,
    off: daysOff,
    today: dayAt(message.sentAt, timeZone),
  });
}

const isDate = (part: MessagePart) => part === 'a date' || part === 'date sent';

/** Something of the message answered: found, shown, and confirmed before it stands in the letter. */
export const message: BlankKind<MessageOptions> = {
  name: 'message',
  title: 'From their message',
  defaults: { part: 'a reference', hint: '', style: 'long', weekday: true, pattern: '' },
  check: (options) =>
    MESSAGE_PARTS.includes(options.part as MessagePart) ? formatProblem(options) : 'it names no part of a message.',
  known: () => null,
  answered(answer, options, scope) {
    if (!isDate(options.part)) return asText(answer);
    const typed = lineOf(answer);
    const day = typed && typedDay(typed, scope.today, scope.context.locale, scope.context.daysOff ?? NO_DAYS_OFF);
    if (day) return dayValue(day, options, scope);
    return typed ? { problem: `"${typed}" is no day that exists. Type it like 30 june, next friday or +3d.` } : null;
  },
  control(options, scope) {
    const proposals = found(options, scope)
      .slice(0, 4)
      .map((answer) => ({ answer, text: isDate(options.part) ? dayValue(answer, options, scope).text : answer }));
    const hint = options.hint || (proposals.length ? '' : `${options.part}; their message holds none`);
    return { type: isDate(options.part) ? 'date' : 'text', hint, proposals };
  },
};
