import { asText, lineOf, type BlankKind } from './kind';
import { phrase } from '../../text/phrase';

/** The options of an asked text, as its node keeps them. */
export type TextOptions = {
  /** A word of help beside the question. */
  hint: string;
  /** Stands there unless something else is answered. */
  value: string;
  /** Asked with room for several lines. */
  long: boolean;
  /** May stay empty: then nothing stands there, and nothing is held back. */
  optional: boolean;
};

/** Asked text: what is typed, line breaks kept. */
export const text: BlankKind<TextOptions> = {
  name: 'text',
  yields: ['text'],
  remembers: true,
  plain: true,
  inWordings: true,
  defaults: { hint: '', value: '', long: false, optional: false },
  check: ({ hint = '', value = '' }) =>
    typeof hint === 'string' && typeof value === 'string' ? null : phrase('wrong.noText'),
  withDefault: (options, value) => ({ ...options, value }),
  known: ({ value, optional }) => asText(value) ?? (optional ? { text: '' } : null),
  answered: (answer, { optional }) => {
    if (!lineOf(answer)) return optional ? { text: '' } : null;
    const words = String(answer).replace(/\r\n?/g, '\n');
    return { text: words, datum: { type: 'text', text: words.trim() } };
  },
  control: ({ hint, long }) => ({ type: long ? 'long' : 'text', hint }),
};
