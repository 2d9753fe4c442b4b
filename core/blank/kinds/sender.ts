import { blankKey } from '../key';
import { asText, type BlankKind } from '../kind';

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
  known({ field }, { context: { sender } }) {
    const own = sender.fields.find(({ name }) => blankKey(name) === blankKey(field));
    return asText((field === 'name' ? sender.name : own?.value) ?? '');
  },
  answered: (answer) => asText(answer),
  control: ({ field }) => ({ type: 'text', hint: field === 'name' ? 'your name' : `your ${field}` }),
};
