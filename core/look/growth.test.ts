import { describe } from 'vitest';
import { docFromText, parseDoc } from '../note/schema';
import { growsWithItsInput, PIECES } from '../../tests/growth';
import { PEOPLE, TODAY } from '../../tests/look/messages';
import { closeLook } from './look';

const facts = {
  mode: 'reply' as const,
  attachments: [],
  original: null,
  me: { name: 'Wren Halloway', address: 'wren@halloway.example', signature: '' },
  people: PEOPLE,
  today: TODAY,
  locale: 'en-GB',
  sentBefore: [],
};

const wording = [...PIECES, 'attached ', 'Dear Ada, ', 'the the ', 'Tuesday 3 ', 'Ada, ', 'Kind regards\n', 'in the '];

describe('the last look', () => {
  growsWithItsInput(
    'a letter of any text',
    (text) => {
      const body = parseDoc(docFromText(text));
      const subject = parseDoc(docFromText(text.slice(0, 200).replace(/\n/g, ' ')));
      return closeLook({ to: [PEOPLE[0]!], cc: [], bcc: [], subject, body }, facts);
    },
    30_000,
    wording,
  );
});
