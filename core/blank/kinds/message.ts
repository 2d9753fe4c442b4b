import { dayAt } from '../../calendar/day';
import { findInText } from '../../message/found';
import { isGreeting } from '../../message/greeting';
import { bareSubject } from '../../message/subject';
import { asText, lineOf, type BlankKind, type Scope } from './kind';
import { dayValue, formatProblem, NO_DAYS_OFF } from './date';
import { parseDay } from '../../calendar/parse';
import type { DateFormat } from '../../calendar/format';
import { phrase } from '../../text/phrase';

/** What of a message can stand in an answer. */
export const MESSAGE_PARTS = ['subject', 'date sent', 'first line', 'a date', 'an amount', 'a reference'] as const;
/** One of {@link MESSAGE_PARTS}. */
export type MessagePart = (typeof MESSAGE_PARTS)[number];

/** The options of something taken from the message answered, as its node keeps them. */
export type MessageOptions = DateFormat & {
  part: MessagePart;
  hint: string;
};

/** What the message holds for the blank, the likeliest first. */
function found({ part }: MessageOptions, { context }: Scope): string[] {
  const { message, locale, timeZone, daysOff = NO_DAYS_OFF } = context;
  if (!message) return [];
  if (part === 'subject') return [bareSubject(message.subject)].filter(Boolean);
  if (part === 'date sent') return [dayAt(message.sentAt, timeZone)];
  if (part === 'first line') {
    const lines = message.text.split('\n').map((line) => line.trim());
    return lines.filter((line) => line && !isGreeting(line)).slice(0, 1);
  }
  return findInText(`${message.subject}\n${message.text}`, part, {
    locale,
    off: daysOff,
    today: dayAt(message.sentAt, timeZone),
  });
}

/** What is said where the message holds nothing of the kind. */
const NONE_FOUND: Record<MessagePart, string> = {
  subject: 'hint.subject',
  'date sent': 'hint.dateSent',
  'first line': 'hint.firstLine',
  'a date': 'hint.aDate',
  'an amount': 'hint.anAmount',
  'a reference': 'hint.aReference',
};

const isDate = (part: MessagePart) => part === 'a date' || part === 'date sent';

/** Something of the message answered: found, shown, and confirmed before it stands in the letter. */
export const message: BlankKind<MessageOptions> = {
  name: 'message',
  yields: ['text', 'date'],
  inWordings: true,
  defaults: { part: 'a reference', hint: '', style: 'long', weekday: true, pattern: '' },
  check: (options) =>
    MESSAGE_PARTS.includes(options.part as MessagePart) ? formatProblem(options) : phrase('wrong.noMessagePart'),
  known: () => null,
  answered(answer, options, scope) {
    if (!isDate(options.part)) return asText(answer);
    const typed = lineOf(answer);
    const day = typed && parseDay(typed, scope.today, scope.context.locale, scope.context.daysOff ?? NO_DAYS_OFF);
    if (day) return dayValue(day, options, scope);
    return typed ? { problem: phrase('unread.noDay', { typed }) } : null;
  },
  control(options, scope) {
    const proposals = found(options, scope)
      .slice(0, 4)
      .map((answer) => ({ answer, text: isDate(options.part) ? dayValue(answer, options, scope).text : answer }));
    const hint = options.hint || (proposals.length ? '' : phrase(NONE_FOUND[options.part]));
    return { type: isDate(options.part) ? 'date' : 'text', hint, proposals };
  },
};
