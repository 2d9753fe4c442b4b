import { describe } from 'vitest';
import { growsWithItsInput } from '../../tests/growth';
import { readTable } from '../text/csv';
import { openBundle } from './bundle';
import { bareSubject } from '../message/subject';
import { proposedName } from './name';
import { readSingle } from './single';
import { notesOfTable } from './table';

describe('reading files of notes', () => {
  for (const ending of ['md', 'html', 'txt'])
    growsWithItsInput(`.${ending}`, (text) => readSingle(`a.${ending}`, text));
  growsWithItsInput('a subject above Markdown', (text) => readSingle('a.md', `Subject: ${text}`));
  growsWithItsInput('tables', (text) => notesOfTable(readTable(text).cells));
  growsWithItsInput('bundles', (text) => {
    try {
      openBundle(`{"format":"jar-note-bundle"${text}`);
    } catch {
      // It is damaged, which is said.
    }
  });
  growsWithItsInput('names', (text) => [bareSubject(text), proposedName(text, text)]);
});
