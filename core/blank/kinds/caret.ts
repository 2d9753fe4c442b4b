import type { BlankKind } from './kind';

/** Where the caret stands after filling. Nothing stands there in the letter. */
export const caret: BlankKind<Record<string, never>> = {
  name: 'caret',
  yields: [],
  isPlace: true,
  defaults: {},
  check: () => null,
  known: () => ({ text: '' }),
  answered: () => ({ text: '' }),
  control: () => ({ type: 'text', hint: '' }),
};
