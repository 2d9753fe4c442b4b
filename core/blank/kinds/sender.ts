import type { BlankKind } from '../kind';
import { blankKey } from '../key';

export type SenderOptions = {
  /** `name`, or the name of a field of one's own from Settings. */
  field: string;
};

/** The sender's name or a field of the sender's own; asked when Settings holds nothing for it. */
export const sender: BlankKind<SenderOptions> = {
  name: 'sender',
  title: 'Of mine',
  defaults: { field: 'name' },
  check: ({ field }) => (typeof field === 'string' && field.trim() ? '' : 'it names no field of yours.'),
  known: ({ field }, { sender }) => {
    const value =
      field === 'name' ? sender.name : sender.fields.find((own) => blankKey(own.name) === blankKey(field))?.value;
    return value?.trim() ? { text: value.trim() } : null;
  },
  answered: (answer) => (answer.trim() ? { text: answer.trim() } : null),
  control: ({ field }) => ({ type: 'text', hint: field === 'name' ? 'your name' : `your ${field}` }),
};
