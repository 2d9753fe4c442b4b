import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { notes as demoNotes } from '../../demo/notes';
import { HELD_OUT, REWORDED } from '../../tests/near/reworded';
import { parseDoc } from '../note/schema';
import { toText } from '../note/text';
import { likeness, NEAR, NearIndex } from '.';
import { ownShare } from './ownShare';
import { shared, shingles } from './shingles';

const LETTER =
  'Dear Ada, thank you for your message. I can come on Monday at nine. A tuning takes about an hour and a half, and the room should be quiet while I work. Please tell me whether that suits you. With kind regards';
const NOTE = LETTER.replace('Ada', '[first name]').replace('Monday at nine', '[day] at [time]');

describe('shingles', () => {
  it('are the runs of three words, whatever their case, accents and stops', () => {
    expect(shingles('A rose is a rose is a rose').length).toBe(3);
    expect(shingles('Ünïcode — WORDS, here.')).toEqual(shingles('unicode words here'));
    expect(shingles('one two').length).toBe(1);
    expect(shingles('')).toEqual(new Uint32Array());
  });

  it('do not reach over a blank', () => {
    expect(shingles('one two three [day] four five six')).toEqual(
      Uint32Array.from([...shingles('one two three'), ...shingles('four five six')]).sort(),
    );
  });

  it('are counted in common', () => {
    expect(shared(shingles('a b c d e'), shingles('x a b c d y'))).toBe(2);
  });
});

describe('notes nearly the same', () => {
  const index = new NearIndex();
  index.put('note', NOTE);
  index.put(
    'other',
    'The hall needs a humidifier in winter, since the heating dries the air and the soundboard shrinks.',
  );
  index.put('short', 'With kind regards');

  it('are found from the message they were made for, with its values', () => {
    expect(index.near(LETTER)[0]).toMatchObject({ id: 'note', likeness: expect.closeTo(0.9, 1) });
  });

  it('are found with a sentence more, one less, and some words changed', () => {
    const more = `${LETTER.replace('about an hour and a half', 'two hours')} Bring nothing but patience, and open the lid before I arrive.`;
    expect(index.near(more).map(({ id }) => id)).toEqual(['note']);
    expect(index.near(LETTER.slice(0, LETTER.indexOf('Please'))).map(({ id }) => id)).toEqual(['note']);
  });

  it('are not found by a greeting or a closing alone', () => {
    expect(index.near('Dear Ada, thank you for your message.')).toEqual([]);
    expect(index.near('A letter about something quite different, with kind regards')).toEqual([]);
  });

  it('follow what is put in, replaced and dropped', () => {
    const own = new NearIndex();
    own.put('a', LETTER);
    expect(own.near(LETTER)).toHaveLength(1);
    expect(own.near(LETTER, { except: 'a' })).toEqual([]);
    own.put('a', 'Something else altogether, on another matter.');
    expect(own.near(LETTER)).toEqual([]);
    own.put('b', LETTER);
    expect(own.near(LETTER)).toEqual([{ id: 'b', likeness: 1 }]);
    own.drop('b');
    expect(own.near(LETTER)).toEqual([]);
  });

  it.each([...REWORDED, ...HELD_OUT])('are found when written again by hand: $note', ({ note, text }) => {
    const library = new NearIndex();
    for (const { name, body } of demoNotes) library.put(name, toText(parseDoc(body)));
    const hits = library.near(text);
    expect(hits.map(({ id }) => id)).toEqual([note]);
    expect(hits[0]!.likeness).toBeLessThan(0.75);
  });

  it('are no others of the same library', () => {
    const library = new NearIndex();
    for (const { name, body } of demoNotes) library.put(name, toText(parseDoc(body)));
    // One sentence about teachers stands in two notes.
    const both = ['Teacher discount', 'Prices of what was asked about'];
    for (const { name, body } of demoNotes) {
      const found = library.near(toText(parseDoc(body)), { except: name }).map(({ id }) => id);
      expect(found, name).toEqual(both.includes(name) ? found.filter((id) => both.includes(id)) : []);
    }
  });

  it('are the same as by comparing each with each', () => {
    const word = fc.constantFrom(...'the piano was tuned on a cold day and it held well until spring'.split(' '));
    const text = fc.array(word, { minLength: 4, maxLength: 40 }).map((list) => list.join(' '));
    fc.assert(
      fc.property(
        fc.array(text, { minLength: 1, maxLength: 30 }),
        text,
        fc.array(text, { maxLength: 5 }),
        (notes, query, later) => {
          const own = new NearIndex();
          notes.forEach((note, i) => own.put(`n${i}`, note));
          own.near(query);
          later.forEach((note, i) => own.put(`n${i}`, note));
          const all = [...notes];
          later.forEach((note, i) => (all[i] = note));
          const wanted = shingles(query);
          const expected = all
            .map((note, i) => {
              const set = shingles(note);
              return { id: `n${i}`, likeness: likeness(shared(wanted, set), wanted.length, set.length) };
            })
            .filter((hit) => hit.likeness >= NEAR && wanted.length > 1);
          const byId = (a: { id: string }, b: { id: string }) => (a.id < b.id ? -1 : 1);
          // What is found by its words alone stands apart, and never says more than that it is like this.
          const hits = own.near(query, { limit: 100 });
          const ids = new Set(expected.map(({ id }) => id));
          expect(hits.filter(({ id }) => ids.has(id)).sort(byId)).toEqual(expected.sort(byId));
          for (const { id, likeness } of hits) if (!ids.has(id)) expect(likeness).toBeLessThan(0.75);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('the share of a letter that is one’s own', () => {
  const note = 'I come on [day] between nine and ten. Please keep the room at an even temperature until then.';
  it('is none of what was taken from a note, and all of what was not', () => {
    expect(ownShare(note, [note])).toBe(0);
    expect(ownShare('The hammers are worn and want new felt, as I feared.', [note])).toBe(1);
    expect(ownShare('', [note])).toBe(0);
  });
  it('is a part where both stand in it', () => {
    const share = ownShare(`${note} The hammers are worn and want new felt, as I feared when I saw them.`, [note]);
    expect(share).toBeGreaterThan(0.3);
    expect(share).toBeLessThan(0.6);
  });
});
