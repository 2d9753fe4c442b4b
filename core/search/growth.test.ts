import { describe } from 'vitest';
import { growsWithItsInput } from '../../tests/growth';
import { NoteIndex } from './index';
import { excerpt, markWords } from './mark';

const index = (body: string) => {
  const notes = new NoteIndex();
  notes.put({ id: 'a', name: 'a', subject: '', body });
  return notes;
};
const small = index('Tuning in December costs 95.');

describe('searching', () => {
  growsWithItsInput('a note of any text', (text) => index(text).search('tuning'), 100_000);
  growsWithItsInput('with any query', (text) => small.search(text.slice(0, 2_000)), 100_000);
  growsWithItsInput(
    'what is marked',
    (text) => [excerpt(text, ['tuning']), markWords(text.slice(0, 5_000), ['tuning'])],
    100_000,
  );
});
