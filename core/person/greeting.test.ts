import { describe, expect, it } from 'vitest';
import { greetedAs } from './greeting';

const ada = { name: 'Ada Marsh', address: 'ada@marsh.example' };

describe('how a letter greets somebody', () => {
  it.each([
    ['Dear Ada,\n\nthe piano is ready.', 'Ada', 'familiar'],
    ['Dear Mrs Marsh,\n\nthe piano is ready.', 'Mrs Marsh', 'formal'],
    ['Dear Ms. Marsh:\nIt is ready.', 'Ms. Marsh', 'formal'],
    ['Good morning Ada!\nIt is ready.', 'Ada', 'familiar'],
    ['Hi Ada - it is ready.', 'Ada', 'familiar'],
    ['Dear Ada Marsh,\nit is ready.', 'Ada Marsh', null],
    ['Ada,\nit is ready.', 'Ada', 'familiar'],
    ['Sehr geehrte Frau Marsh,\nkönnen Sie am Montag?', 'Frau Marsh', 'formal'],
    ['Liebe Ada,\nkönnen Sie am Montag?', 'Ada', 'formal'],
    ['Liebe Ada,\nkannst du am Montag?', 'Ada', 'familiar'],
    ['Liebe Frau Marsh,\nich komme gern.', 'Frau Marsh', 'formal'],
    ['Chère Ada,\npouvez-vous venir avec votre piano ?', 'Ada', 'formal'],
    ['Chère Ada,\ntu peux venir ?', 'Ada', 'familiar'],
    ['Estimada señora Marsh,\n¿puede usted venir?', 'señora Marsh', 'formal'],
  ])('%s', (text, name, form) => {
    expect(greetedAs(text, ada)).toEqual({ name, form });
  });
  it.each([
    ['names nobody', 'Hello,\nthe piano is ready.'],
    ['is for several', 'Dear all,\nthe piano is ready.'],
    ['names somebody else', 'Dear Bo,\nthe piano is ready.'],
    ['names another one too', 'Dear Ada and Bo,\nthe piano is ready.'],
    ['is none', 'The piano is ready, Ada.'],
    ['comes too late', 'One line.\nAnother.\nDear Ada,'],
    ['is a sentence', 'Hi Ada thanks so much for writing to me about the piano'],
  ])('nothing is learnt when it %s', (_, text) => {
    expect(greetedAs(text, ada)).toBeNull();
  });
  it('by the name in the address where there is no other', () => {
    expect(greetedAs('Dear Ada,\nit is ready.', { name: '', address: 'ada.marsh@x.example' })?.name).toBe('Ada');
    expect(greetedAs('Dear Ada,\nit is ready.', { name: '', address: 'office@x.example' })).toBeNull();
  });
});
