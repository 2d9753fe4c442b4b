import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseDoc } from '../note/schema';
import { toText } from '../note/text';
import { alike } from './alike';
import { gather } from './gather';
import { keysOf } from './keys';
import { piecesOf } from './pieces';
import { docOfParts, nameOfParts, partsOf, textOfParts } from './varying';
import { worthTelling } from './worth';

const WAYS = { locale: 'en-GB', today: '2026-03-02' as const, off: { weekdays: [], days: [] } };
const NOBODY = { firstName: '', lastName: '', fullName: '', company: '', address: '' };

const written = (texts: string[]) => texts.map((text) => ({ text, origin: NOBODY }));
const letter = (day: string, time: string, where: string) =>
  `I will come on ${day} at ${time}. Please leave the gate open and clear the lid, so that I can begin at once ${where}.`;
const THREE = [
  letter('Monday, 9 March 2026', '9:30', 'in the hall'),
  letter('Tuesday, 14 April 2026', '14:00', 'in the vestry'),
  letter('Friday, 8 May 2026', '10:15', 'in the hall'),
];

describe('the pieces of a letter', () => {
  it('are its paragraphs and their sentences, without courtesies', () => {
    expect(piecesOf(`Dear Ada,\n\n${THREE[0]}\n\nWith kind regards,\nWren`)).toEqual([
      THREE[0],
      'I will come on Monday, 9 March 2026 at 9:30.',
      'Please leave the gate open and clear the lid, so that I can begin at once in the hall.',
    ]);
    expect(piecesOf('Thank you very much for your kind message!')).toEqual([
      'Thank you very much for your kind message!',
    ]);
    expect(piecesOf('Thank you. See you soon.')).toEqual([]);
  });

  it('are sentences alone where a paragraph goes on and on', () => {
    const long = Array.from({ length: 60 }, (_, i) => `This is sentence number ${i} of a very long letter.`).join(' ');
    const pieces = piecesOf(long);
    expect(pieces).toHaveLength(60);
    expect(pieces[0]).toBe('This is sentence number 0 of a very long letter.');
  });
});

describe('wording written again', () => {
  it('is alike with other values, and not when it says something else', () => {
    expect(alike(THREE[0]!, THREE[1]!)).toBeGreaterThan(0.7);
    expect(
      alike(THREE[0]!, 'I will come on Monday, but the lid must be closed when I am there to tune it for you.'),
    ).toBe(0);
    expect(alike('please let me know', 'please let me know')).toBe(0);
    expect(alike('', '')).toBe(0);
  });

  it('meets by its keys', () => {
    const shared = keysOf(THREE[0]!).filter((key) => keysOf(THREE[1]!).includes(key));
    expect(shared.length).toBeGreaterThan(0);
    expect(keysOf('one two')).toHaveLength(6);
    expect(keysOf('ONE, two.')).toEqual(keysOf('one two'));
  });

  it('is gathered under one id, with what is known and with one another', () => {
    let n = 0;
    const ids = gather(
      [THREE[1]!, 'Something else entirely that nobody has ever written before in any letter.', THREE[2]!],
      [{ id: 'known', text: THREE[0]! }],
      () => `new ${++n}`,
    );
    expect(ids).toEqual([
      { id: 'known', isNew: false },
      { id: 'new 1', isNew: true },
      { id: 'known', isNew: false },
    ]);
    expect(gather([THREE[0]!, THREE[2]!], [], () => 'new').map(({ id }) => id)).toEqual(['new', 'new']);
  });

  it('compares only what meets, whatever the texts are', () => {
    fc.assert(
      fc.property(fc.array(fc.string({ maxLength: 80 }), { maxLength: 8 }), (texts) => {
        let n = 0;
        expect(gather(texts, [], () => String(++n))).toHaveLength(texts.length);
      }),
    );
  });
});

describe('what changes in it', () => {
  const parts = partsOf(written(THREE), WAYS)!;

  it('is a blank of the kind its values are', () => {
    expect(textOfParts(parts)).toBe(
      'I will come on [day] at [time]. Please leave the gate open and clear the lid, so that I can begin at once in the [hall].',
    );
    expect(parts.flatMap((part) => (typeof part === 'string' ? [] : [part.blank.kind]))).toEqual([
      'date',
      'time',
      'text',
    ]);
    expect(parts[1]).toMatchObject({
      values: ['Monday, 9 March 2026', 'Tuesday, 14 April 2026', 'Friday, 8 May 2026'],
    });
  });

  it('is a choice where the same few values come again', () => {
    const many = ['hall', 'vestry', 'hall', 'vestry', 'hall'].map(
      (room) => `Please have the key of the ${room} ready when I come`,
    );
    const choice = partsOf(written(many), WAYS)!.find((part) => typeof part !== 'string');
    expect(choice).toMatchObject({
      blank: { kind: 'choice', options: { choices: [{ label: 'hall' }, { label: 'vestry' }] } },
    });
  });

  it('is not what changed once among many', () => {
    const same = 'Please let it stand for three weeks before I come to tune it.';
    expect(partsOf(written([same, same, same, same.replace('stand', 'rest'), same]), WAYS)).toEqual([same]);
  });

  it('leaves no wording where nearly all of it changes', () => {
    expect(partsOf(written(['one two three four five', 'six seven eight nine ten', 'a b c d e']), WAYS)).toBeNull();
  });

  it('makes the body of a note', () => {
    expect(toText(parseDoc(docOfParts(parts)))).toBe(textOfParts(parts));
  });

  it('is named by how it begins', () => {
    expect(nameOfParts(parts)).toBe('I will come on … at …. Please leave the …');
    expect(nameOfParts(['Thank you for all.'])).toBe('Thank you for all');
    expect(nameOfParts([`${'a'.repeat(60)} b`]).length).toBeLessThan(50);
  });

  it('gives each blank a label of its own', () => {
    const two = ['From the hall to the gate we go at nine', 'From the barn to the road we go at nine'].map(
      (text) => text,
    );
    const labels = partsOf(written(two), WAYS)!.flatMap((part) => (typeof part === 'string' ? [] : [part.blank.label]));
    expect(new Set(labels).size).toBe(labels.length);
  });
});

describe('what is worth telling', () => {
  const sentence = 'Please leave the gate open and clear the lid, so that I can begin at once in the hall.';
  const repeated = (id: string, count: number, texts: string[]) => ({ id, count, letters: written(texts) });

  it('is the paragraph, and not each of its sentences as well', () => {
    const told = worthTelling([repeated('s', 3, [sentence]), repeated('p', 3, THREE)], [], WAYS);
    expect(told.map(({ id }) => id)).toEqual(['p']);
  });

  it('is the sentence too when it is written much more often', () => {
    const told = worthTelling([repeated('s', 9, [sentence]), repeated('p', 3, THREE)], [], WAYS);
    expect(told.map(({ id }) => id)).toEqual(['s', 'p']);
  });

  it('is nothing that stands in a note', () => {
    const note = `Dear [name], ${letter('[day]', '[time]', 'in the [room]')} With kind regards`;
    expect(worthTelling([repeated('p', 3, THREE)], [note], WAYS)).toEqual([]);
    expect(worthTelling([repeated('p', 3, THREE)], ['Something else altogether'], WAYS)).toHaveLength(1);
  });
});
