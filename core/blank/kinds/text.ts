import type { BlankKind } from '../kind';

export type TextOptions = {
  /** A word of help beside the question. */
  hint: string;
};

/** Asked text: what is typed, line breaks kept. */
export const text: BlankKind<TextOptions> = {
  name: 'text',
  title: 'Asked text',
  defaults: { hint: '' },
  check: ({ hint = '' }) => (typeof hint === 'string' ? '' : 'its hint must be text.'),
  known: () => null,
  answered: (answer) => (answer.trim() ? { text: answer.replace(/\r\n?/g, '\n') } : null),
  control: ({ hint }) => ({ type: 'text', hint: hint ?? '' }),
};
