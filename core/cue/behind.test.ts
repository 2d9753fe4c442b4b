import { expect, it } from 'vitest';
import { docFromText, parseDoc } from '../note/schema';
import { toText } from '../note/text';
import { withBehind } from './behind';

it.each([
  ['Thank you.', '.', 'Thank you.'],
  ['Thank you!', '.', 'Thank you!'],
  ['Is it?', '.', 'Is it?'],
  ['And so on…', '.', 'And so on…'],
  ['Thank you', '.', 'Thank you.'],
  ['Thank you.', ')', 'Thank you.)'],
  ['Thank you.', '"', 'Thank you."'],
  ['Thank you.', '”', 'Thank you.”'],
  ['Thank you.', '?', 'Thank you.?'],
  ['Thank you.', '!', 'Thank you.!'],
  ['Thank you.', ',', 'Thank you.,'],
  ['Thank you,', '.', 'Thank you,.'],
  ['Thank you.', ' ', 'Thank you. '],
  ['Thank you ', ' ', 'Thank you '],
  ['One.\n\nTwo.', ')', 'One.\n\nTwo.)'],
  ['One.\n\nTwo.', ' ', 'One.\n\nTwo.'],
  ['One.\n\nTwo', '.', 'One.\n\nTwo.'],
])('%o ended by %o is %o', (note, sign, letter) => {
  expect(toText(withBehind(parseDoc(docFromText(note)), sign))).toBe(letter);
});
