import { blankKey } from './key';
import { asText, type BlankKind } from './kind';
import { phrase } from '../../text/phrase';

/** The options of a fact of the sender, as its node keeps them. */
export type SenderOptions = {
  /** `name`, or the name of a field of one's own from Settings. */
  field: string;
};

/** The sender's name or a field of the sender's own; asked when Settings holds nothing for it. */
export const sender: BlankKind<SenderOptions> = {
  name: 'sender',
  yields: ['text'],
  remembers: true,
  plain: true,
  inWordings: true,
  defaults: { field: 'name' },
  check: ({ field }) => (typeof field === 'string' && field.trim() ? null : phrase('wrong.noOwnField')),
  known({ field }, { context: { sender } }) {
    const own = sender.fields.find(({ name }) => blankKey(name) === blankKey(field));
    return asText((field === 'name' ? sender.name : own?.value) ?? '');
  },
  answered: (answer) => asText(answer),
  control: ({ field }) => ({
    type: 'text',
    hint: field === 'name' ? phrase('hint.yourName') : phrase('hint.yourField', { field }),
  }),
};
