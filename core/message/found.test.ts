import { describe, expect, it } from 'vitest';
import { findInText, referencesInText } from './found';

const ways = { locale: 'en-GB', off: { weekdays: [6, 7], days: [] }, today: '2026-11-24' };

describe('references in a message', () => {
  it.each([
    ['Order number A-9921, please.', ['A-9921']],
    ['your booking TB/2026/17 is confirmed', ['TB/2026/17']],
    ['Invoice: 20261187', ['20261187']],
    ['ref. HX7204 and case no. 5512', ['HX7204', '5512']],
    ['The gate code is 4417#.', ['4417#']],
    ['Ticket #48213 is closed.', ['48213']],
    ['tracking 1Z999AA10123456784', ['1Z999AA10123456784']],
    ['My account of the evening: we were 12.', []],
    ['In order 2 we trust; room 101; the B3 organ, A4 paper.', []],
    ['It was built in 1934 and weighs 250 kg.', []],
    ['Call 01632 960 418 or write to a1@x.example.', []],
    ['See https://x.example/AB1234/page and version 2.10.', []],
  ])('%j', (text, found) => expect(referencesInText(text).map((one) => one.text)).toEqual(found));

  it('are told by the word before them', () => {
    expect(referencesInText('Order A-9921 for contract 77/3').map(({ called }) => called)).toEqual([
      'order',
      'contract',
    ]);
  });
});

it('each is found once, days by the day they were written on', () => {
  const text = 'Thursday or 8 December? I said Thursday. £240, not £250, so £240.';
  expect(findInText(text, 'a date', ways)).toEqual(['2026-12-08', '2026-11-26']);
  expect(findInText(text, 'an amount', ways)).toEqual(['£240', '£250']);
  expect(findInText(text, 'a reference', ways)).toEqual([]);
});

it.each([
  ['en-GB', 'Any day but Thursday, please; Friday is best.', ['2026-11-27']],
  ['en-GB', 'Not Thursday but Friday.', ['2026-11-27']],
  ['en-GB', 'Every morning except for 3 December and not on the 4th December.', []],
  ['en-GB', 'It cannot be before Thursday, so Thursday but in the evening.', ['2026-11-26']],
  ['en-GB', 'Why not on Thursday? If not Thursday, Friday.', ['2026-11-26', '2026-11-27']],
  ['de-DE', 'Warum nicht am Donnerstag?', ['2026-11-26']],
  ['de-DE', 'Immer, außer am Donnerstag. Freitag passt, nicht am 3. Dezember.', ['2026-11-27']],
  ['fr-FR', 'Tous les jours sauf le jeudi ; vendredi nous convient.', ['2026-11-27']],
  ['es-ES', 'Cualquier día menos el jueves. El viernes va bien.', ['2026-11-27']],
] as const)('a day that does not suit is not offered (%s: %s)', (locale, text, days) => {
  const off = { weekdays: [], days: [] };
  expect(findInText(text, 'a date', { locale, off, today: '2026-11-24' })).toEqual(days);
});
