import { formatTime } from '../../calendar/format';
import { typedTime } from '../../calendar/time';
import { lineOf, type BlankKind } from '../kind';

export type TimeOptions = {
  hint: string;
  /** The time as it was typed, when it is one; else as the locale writes it. */
  asTyped: boolean;
};

/** A time of day, typed in figures or words. */
export const time: BlankKind<TimeOptions> = {
  name: 'time',
  title: 'Time',
  defaults: { hint: '', asTyped: false },
  check: () => '',
  known: () => null,
  answered(answer, { asTyped }, { context }) {
    const typed = lineOf(answer);
    if (!typed) return null;
    const at = typedTime(typed);
    if (!at) return { problem: `"${typed}" is no time of day. Type it like 9.30, 2 pm or half past nine.` };
    return { text: asTyped ? typed : formatTime(at, context.locale), datum: { type: 'text', text: at } };
  },
  control: ({ hint }) => ({ type: 'time', hint: hint || '9.30, 2 pm, half past nine' }),
};
