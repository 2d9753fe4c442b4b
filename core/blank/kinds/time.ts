import { formatTime } from '../../calendar/format';
import { parseTime } from '../../calendar/time';
import { lineOf, type BlankKind } from './kind';
import { phrase } from '../../text/phrase';

/** The options of a time of day, as its node keeps them. */
export type TimeOptions = {
  hint: string;
  /** The time as it was typed, when it is one; else as the locale writes it. */
  asTyped: boolean;
};

/** A time of day, typed in figures or words. */
export const time: BlankKind<TimeOptions> = {
  name: 'time',
  yields: ['text'],
  remembers: true,
  plain: true,
  inWordings: true,
  defaults: { hint: '', asTyped: false },
  check: () => null,
  known: () => null,
  answered(answer, { asTyped }, { context }) {
    const typed = lineOf(answer);
    if (!typed) return null;
    const at = parseTime(typed);
    if (!at) return { problem: phrase('unread.noTime', { typed }) };
    return { text: asTyped ? typed : formatTime(at, context.locale), datum: { type: 'text', text: at } };
  },
  control: ({ hint }) => ({ type: 'time', hint: hint || phrase('hint.time') }),
};
