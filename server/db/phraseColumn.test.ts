import { describe, expect, it } from 'vitest';
import { phrase } from '#core/text/phrase';
import { said } from '../../tests/words';
import { fromColumn, toColumn } from './phraseColumn';

describe('a phrase in a column', () => {
  it('comes back as it was, with the phrases inside it', () => {
    const words = phrase('importing.line', { line: 3, problem: phrase('table.badCue', { cue: 'a "b" {c}' }) });
    expect(fromColumn(toColumn(words))).toEqual(words);
    expect(fromColumn(toColumn(null))).toBeNull();
  });

  it.each(['Read in part: its date could not be read.', '{"no": "phrase"}', '[1]', '{', '7'])(
    'kept by an older version as a sentence, is said as it stands: %s',
    (sentence) => expect(said(fromColumn(sentence))).toBe(sentence),
  );
});
