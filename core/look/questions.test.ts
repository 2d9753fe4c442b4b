import { describe, expect, it } from 'vitest';
import { parseDoc } from '../note/schema';
import { closeLook } from './look';
import type { LookFacts } from './letter/letter';

const doc = (text: string) =>
  parseDoc({
    type: 'doc',
    content: text
      .split('\n')
      .map((line) => ({ type: 'paragraph', ...(line && { content: [{ type: 'text', text: line }] }) })),
  });
const ada = { name: 'Ada Marsh', address: 'ada@client.example' };
const me = { name: 'Wren Halloway', address: 'wren@halloway.example' };

/** The numbers of the questions that the look calls open. */
function open(asked: string, letter: string, more: Partial<LookFacts> = {}): number[] {
  const original = { from: [ada], to: [me], cc: [], subject: 'Questions', text: asked };
  const draft = { to: [ada], cc: [], bcc: [], subject: doc('Re: Questions'), body: doc(letter) };
  const facts: LookFacts = {
    mode: 'reply',
    attachments: [],
    original,
    me: { ...me, signature: 'Wren Halloway' },
    people: [],
    today: '2026-11-27',
    locale: 'en-GB',
    sentBefore: [],
    answeredAsks: [],
    ...more,
  };
  return closeLook(draft, facts)
    .filter(({ kind }) => kind === 'question-open')
    .map(({ about }) => Number(about) + 1);
}

/** What was asked, what was answered, and which questions are open. */
const TABLE: [asked: string, letter: string, open: number[]][] = [
  ['What does a tuning cost? Do you repair pedals?', 'A tuning costs £85.', [2]],
  ['What does a tuning cost? Do you repair pedals?', 'A tuning costs £85, and pedals are repaired in a day.', []],
  ['Could you come on Tuesday? And is there parking near the hall?', 'Tuesday is fine.', [2]],
  ['Could you come on Tuesday? And is there parking near the hall?', 'Tuesday is fine. Please park in the yard.', []],
  ['When do you open? Can I pay by card?', 'We open at nine. Cards are fine.', []],
  ['When do you open? Can I pay by card?', 'Thank you for your message!', [1, 2]],
  ['Please send me the price list. Please also send the form.', 'Attached is the price list.', [2]],
  ['Please send me the price list. Please also send the form.', 'The list of prices and the form are attached.', []],
  ['Was kostet die Stimmung? Haben Sie am Montag Zeit?', 'Die Stimmung kostet 85 Euro.', [2]],
  ['Was kostet die Stimmung? Haben Sie am Montag Zeit?', 'Die Stimmung kostet 85 Euro, Montag passt gut.', []],
  ['Quel est le prix ? Avez-vous un créneau jeudi ?', 'Le prix est de 85 euros.', [2]],
  ['¿Cuánto cuesta la reparación? ¿Hay aparcamiento?', 'La reparación cuesta 85 euros.', [2]],
  ['Could you come on Tuesday?', 'Gladly.', []],
  ['How are you? The piano is fine.', 'Good to hear.', []],
  // What has no word of its own to look for is not called open.
  [
    '1. Is the 9th free?\n2. Do I have to be there?\n3. Where shall I leave the key?',
    'The 9th is free. Leave the key with the caretaker.',
    [],
  ],
];

describe('questions that a letter leaves open', () => {
  for (const [asked, letter, wanted] of TABLE)
    it(`${asked.replaceAll('\n', ' ')} — ${letter}`, () => expect(open(asked, letter)).toEqual(wanted));

  it('are not looked for where nobody wants it, in a new message, or before anything is written', () => {
    const [asked, letter] = TABLE[0]!;
    expect(open(asked, letter, { answeredAsks: undefined })).toEqual([]);
    expect(open(asked, letter, { mode: 'forward' })).toEqual([]);
    expect(open(asked, '')).toEqual([]);
  });

  it('are answered by the notes that were put in for them', () => {
    expect(open('What does it cost? And when?', 'Eighty-five.', { answeredAsks: [0, 1] })).toEqual([]);
  });
});
