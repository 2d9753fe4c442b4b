import { describe, expect, it } from 'vitest';
import { trade } from '../../tests/suggest/cases';
import { QUIET } from './confidence';
import type { PastAnswer } from './past';
import { Suggester, type Asked } from './suggest';
import { messageTerms } from './terms';

const NOW = Date.UTC(2026, 10, 27);
const DAY = 86_400_000;

const asked = (text: string, more: Partial<Asked> = {}): Asked => ({
  id: 'now',
  subject: '',
  text,
  person: 'ada@example.org',
  isLater: false,
  ...more,
});
const answered = (note: string, text: string, more: Partial<PastAnswer> = {}): PastAnswer => ({
  message: `m-${note}-${text.length}-${more.at ?? 0}`,
  note,
  person: 'bo@example.org',
  isLater: false,
  at: NOW - DAY,
  taken: true,
  ...messageTerms('', text),
  ...more,
});
const note = (id: string, name: string, body: string) => ({ id, name, body, subject: '' });

const library = () => {
  const suggester = new Suggester();
  suggester.put(note('price', 'Prices', 'A tuning costs eighty-five pounds, a repair by the hour.'));
  suggester.put(note('move', 'Moving a piano', 'Leave the carrying to people who do it every day.'));
  suggester.put(note('damp', 'Humidity', 'Between 45 and 60 per cent is best for a piano.'));
  return suggester;
};
const first = (suggester: Suggester, message: Asked) => suggester.offers(message, NOW)[0];

describe('the right note for a message', () => {
  it('finds it by its wording, and says by which words', () => {
    const offer = first(library(), asked('Hello, what does a tuning cost?'))!;
    expect(offer.id).toBe('price');
    expect(offer.reason).toEqual({ kind: 'words', words: expect.arrayContaining(['tuning']) });
  });

  it('learns from one answer what the wording does not say', () => {
    const suggester = library();
    const text = 'Is there a discount for pensioners?';
    expect(first(suggester, asked(text))?.confidence ?? 0).toBeLessThan(QUIET);
    suggester.learn(answered('price', 'Do you give a discount to pensioners?'));
    const offer = first(suggester, asked(text))!;
    expect(offer.id).toBe('price');
    expect(offer.confidence).toBeGreaterThan(0.5);
    expect(offer.reason).toEqual({ kind: 'like', count: 1 });
  });

  it('forgets a message with what was learnt from it', () => {
    const suggester = library();
    const past = answered('price', 'Do you give a discount to pensioners?');
    const before = suggester.rank(asked('Is there a discount for pensioners?'), NOW);
    suggester.learn(past);
    suggester.forget(past.message);
    expect(suggester.rank(asked('Is there a discount for pensioners?'), NOW)).toEqual(before);
  });

  it('says nothing of a message from itself', () => {
    const suggester = library();
    const text = 'Do you give a discount to pensioners?';
    suggester.learn(answered('price', text, { message: 'now' }));
    expect(suggester.rank(asked(text), NOW)[0]?.evidence.near ?? 0).toBe(0);
  });

  it('offers what was passed over less', () => {
    const text = 'What does moving it cost?';
    const score = (suggester: Suggester) => suggester.rank(asked(text), NOW).find(({ id }) => id === 'move')!.score;
    const suggester = library();
    suggester.learn(answered('move', 'How much is moving a piano?'));
    const before = score(suggester);
    suggester.learn(answered('move', 'What will moving it cost us?', { taken: false }));
    expect(score(suggester)).toBeLessThan(before);
  });

  it('lets what is long ago count less', () => {
    const near = (at: number) => {
      const suggester = library();
      suggester.learn(answered('price', 'Do you give a discount?', { at }));
      return suggester.rank(asked('Is there a discount?'), NOW)[0]!.evidence.near;
    };
    expect(near(NOW - 1000 * DAY)).toBeLessThan(near(NOW - DAY) * 0.8);
  });

  it('knows what a person is usually answered with, and what comes after what', () => {
    const suggester = library();
    for (let i = 0; i < 4; i++) {
      const person = `p${i}@example.org`;
      suggester.learn(answered('price', `Question ${i}`, { person, at: NOW - (10 - i) * DAY }));
      suggester.learn(answered('move', `Another ${i}`, { person, at: NOW - (5 - i / 10) * DAY }));
    }
    suggester.learn(answered('price', 'Good day', { person: 'ada@example.org', at: NOW - DAY }));
    const offer = first(suggester, asked('Hello again.', { isLater: true }))!;
    expect(offer.id).toBe('move');
    expect(offer.reason).toEqual({ kind: 'follows', note: 'price' });
  });

  it('offers a note for each of several questions', () => {
    const offers = library().offers(
      asked('What does a tuning cost? And who could help us with moving the piano?'),
      NOW,
    );
    expect(offers.map(({ id }) => id)).toEqual(expect.arrayContaining(['move', 'price']));
    expect(offers.find(({ id }) => id === 'price')!.asks).toEqual([0]);
    expect(offers.find(({ id }) => id === 'move')!.asks).toEqual([1]);
  });

  it('is as sure of a note for one of two questions as where that is asked alone', () => {
    const suggester = library();
    suggester.learn(answered('price', 'Do you give a discount to pensioners?'));
    const alone = first(suggester, asked('Is there a discount for pensioners?'))!;
    const text = 'The green door sticks since the rain came. Who could look at it? Is there a discount for pensioners?';
    const offer = first(suggester, asked(text))!;
    expect(offer).toMatchObject({ id: 'price', asks: [1] });
    expect(offer.confidence).toBeGreaterThan(alone.confidence - 0.15);
  });

  it('offers no note that is gone', () => {
    const suggester = library();
    suggester.learn(answered('price', 'What does it cost?'));
    suggester.drop('price');
    expect(suggester.offers(asked('What does it cost?'), NOW).map(({ id }) => id)).not.toContain('price');
    for (let i = 0; i < 300; i++) suggester.put(note('damp', 'Humidity', `Wording ${i} of humidity.`));
    expect(first(suggester, asked('How much humidity?'))!.id).toBe('damp');
  });

  it('has nothing for an empty library, an empty message, or signs alone', () => {
    expect(new Suggester().offers(asked('What does it cost?'), NOW)).toEqual([]);
    expect(
      library()
        .offers(asked(''), NOW)
        .filter(({ confidence }) => confidence >= QUIET),
    ).toEqual([]);
    expect(
      library()
        .offers(asked('??? !!! 🙂'), NOW)
        .filter(({ confidence }) => confidence >= QUIET),
    ).toEqual([]);
  });

  it('finds the notes of a trade by their wording more often than not among the first three', () => {
    const { notes, cases } = trade('school');
    const suggester = new Suggester();
    for (const { id, name, body } of notes) suggester.put(note(id, name, body));
    const english = cases.filter(({ text }) => /\b(the|is|do|you|I)\b/.test(text));
    const found = english.filter(({ note, text }) =>
      suggester
        .rank(asked(text), NOW)
        .slice(0, 3)
        .some(({ id }) => id === note),
    );
    expect(found.length / english.length).toBeGreaterThan(0.6);
  });
});
