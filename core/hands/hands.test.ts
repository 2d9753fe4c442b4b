import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseDoc } from '../note/schema';
import { toText } from '../note/text';
import { codeOf, codesIn, type Hands } from './hands';
import { inviteDoc, optionLink } from './invite';
import { onlyAnswers, recognise } from './recognise';
import { tally, type HandsAnswer } from './tally';

const hands: Hands = {
  code: 'H-7KQ2MX',
  question: 'Which day suits you?',
  options: ['Tuesday 2 December, 9:30', 'Wednesday 3 December, 14:00', 'Friday 5 December, 9:30'],
  several: false,
};

describe('the code', () => {
  it('is read again wherever it stands, and nothing like it', () => {
    const code = codeOf(new Uint8Array([0, 31, 32, 255, 7, 100, 9]));
    expect(codesIn(`Re: Which day? (${code.toLowerCase()}) and ${code}`)).toEqual([code]);
    expect(codesIn('H-12 XH-7KQ2MX H-7KQ2MXY H-7KQ20X')).toEqual([]);
  });
});

describe('an option as a link (RFC 6068)', () => {
  it('opens an answer with the choice in it', () => {
    const url = new URL(optionLink(hands, 'wren@tern.example', 2));
    expect([url.protocol, url.pathname]).toEqual(['mailto:', 'wren@tern.example']);
    const fields = new Map(
      url.search
        .slice(1)
        .split('&')
        .map((field) => field.split('=').map(decodeURIComponent) as [string, string]),
    );
    expect(fields.get('subject')).toBe('Which day suits you? (H-7KQ2MX)');
    expect(fields.get('body')).toBe('[x] 2. Wednesday 3 December, 14:00\r\n\r\nH-7KQ2MX\r\n');
  });
  it('whatever address and words there are, the choice in it is recognised', () => {
    const words = fc.string({ unit: 'grapheme', minLength: 1, maxLength: 100 });
    fc.assert(
      fc.property(fc.array(words, { minLength: 2, maxLength: 10 }), fc.boolean(), fc.nat(9), (options, several, at) => {
        const chosen = (at % options.length) + 1;
        const one = { ...hands, options, several };
        const link = optionLink(one, 'o’neil&co+?@tern.example', chosen);
        expect(link).toMatch(/^mailto:[\x21-\x7e]+$/);
        expect(link.match(/[?]/g)).toHaveLength(1);
        const body = decodeURIComponent(/&body=(.*)$/.exec(link)![1]!);
        expect(recognise({ subject: '', own: body.replace(/\r\n/g, '\n') }, one, false)).toEqual({
          options: [chosen],
          sure: true,
        });
      }),
    );
  });
  it('stays short enough to be opened', () => {
    const options = Array.from({ length: 10 }, () => '日'.repeat(100));
    expect(optionLink({ ...hands, options, several: true }, 'wren@tern.example', 3).length).toBeLessThan(1_900);
  });
  it('stands in the letter as a numbered list, as text with the whole link', () => {
    const doc = parseDoc(inviteDoc(hands, 'wren@tern.example', { how: 'Press one.', until: '' }));
    expect(toText(doc)).toContain('2. Wednesday 3 December, 14:00 <mailto:wren@tern.example?subject=');
  });
});

const free: [string, number[] | null][] = [
  ['The second one suits me.', [2]],
  ['The second one suits me, thank you!', [2]],
  ['Wednesday is fine.', [2]],
  ['Wednesday, please', [2]],
  ['I would take Friday.', [3]],
  ['friday works best for us', [3]],
  ['Option 3', [3]],
  ['Number 1 please', [1]],
  ['2', [2]],
  ['b)', [2]],
  ['Option C would be good', [3]],
  ['First.', [1]],
  ['The last one, please.', [3]],
  ['1st option for me', [1]],
  ['My second choice', [2]],
  ['Tuesday or Wednesday, whichever you prefer', [1, 2]],
  ['I cannot do Tuesday, but Wednesday is fine', [2]],
  ['Not Tuesday. Friday is possible.', [3]],
  ['Friday, unfortunately not Tuesday', [3]],
  ['Any of them works for me', [1, 2, 3]],
  ['All of them are fine', [1, 2, 3]],
  ['Either works', [1, 2, 3]],
  ['Any day but Tuesday', [2, 3]],
  ['All of them except Friday', [1, 2]],
  ['None of them, sorry', []],
  ['Sorry, none of these suit me', []],
  ['Hello Wren,\n\nat 14:00 would be best.\n\nAda', [2]],
  ['Dear Wren,\nthank you for asking. We would love to see you on Wednesday.\nBest wishes\nAda', [2]],
  ['Der zweite Vorschlag passt mir gut.', [2]],
  ['Der letzte Termin bitte', [3]],
  ['Die erste Option', [1]],
  ['Le deuxième me convient', [2]],
  ['La tercera opción', [3]],
  ['Leider keiner davon', []],
  ['Alle passen', [1, 2, 3]],
  ['the first of them', null],
  ['Could you tell me the price?', null],
  ['Thank you for your message.', null],
  ['I will let you know in a second when I have asked my husband', null],
  ['I do not know yet.', null],
  ['Give me a few days to think about all this', null],
  ['We have 2 pianos', null],
  ['I am away until 9 January', null],
];

describe('an answer', () => {
  it.each(free)('written freely: %s', (own, options) => {
    expect(recognise({ subject: 'Re: Visit', own }, hands, true)).toEqual(options && { options, sure: false });
  });
  it('is none without the code or the thread', () => {
    expect(recognise({ subject: 'Hello', own: 'Wednesday is fine' }, hands, false)).toBeNull();
    expect(recognise({ subject: 'Hello (h-7kq2mx)', own: 'Wednesday is fine' }, hands, false)).toEqual({
      options: [2],
      sure: false,
    });
    expect(recognise({ subject: 'Hello (H-7KQ2MZ)', own: '[x] 2.' }, hands, false)).toBeNull();
  });
  it('with several marked is sure only where several may be', () => {
    const own = '[x] 1. Tuesday\n[ ] 2. Wednesday\n[X] 3. Friday\n\nH-7KQ2MX';
    expect(recognise({ subject: '', own }, { ...hands, several: true }, false)).toEqual({
      options: [1, 3],
      sure: true,
    });
    expect(recognise({ subject: '', own }, hands, false)).toEqual({ options: [1, 3], sure: false });
  });
  it('with nothing marked any more is read for what is written under it', () => {
    const own = '[ ] 1. Tuesday\n[ ] 2. Wednesday\n\nH-7KQ2MX\n\nSorry, none of these.';
    expect(recognise({ subject: '', own }, { ...hands, several: true }, false)).toEqual({ options: [], sure: false });
  });
  it('with a number there is no option for is none', () => {
    expect(recognise({ subject: '', own: '[x] 9.\nH-7KQ2MX' }, hands, false)).toBeNull();
  });
});

describe('an answer that says nothing else', () => {
  it.each([
    ['[x] 2. Wednesday\n\nH-7KQ2MX\n', 'H-7KQ2MX'],
    ['[x] 1. Tuesday\n[ ] 2. Wednesday\n\nh-7kq2mx', 'H-7KQ2MX'],
    ['[x] 2. Wednesday\n\nH-7KQ2MX\n\nIs there parking?', null],
    ['Wednesday is fine (H-7KQ2MX)', null],
    ['[ ] 1. Tuesday\nH-7KQ2MX', null],
    ['[x] 2. Wednesday', null],
    ['[x] 2.\nH-7KQ2MX\nH-7KQ2MZ', null],
  ])('%s', (own, code) => expect(onlyAnswers(own)).toBe(code));
});

describe('the tally', () => {
  const answer = (id: string, person: string, options: number[], state: HandsAnswer['state'], at: number) => ({
    id,
    person,
    options,
    state,
    at,
  });
  const dayOf = (at: number) => (at > 5 ? '2026-12-02' : '2026-12-01');
  it('counts each person once, by their latest answer that is sure', () => {
    const result = tally(
      3,
      ['ada', 'bo', 'clara', 'dora', 'emil'],
      [
        answer('1', 'ada', [1], 'sure', 1),
        answer('2', 'ada', [2], 'confirmed', 2),
        answer('3', 'bo', [2], 'proposed', 3),
        answer('4', 'clara', [3], 'rejected', 3),
        answer('5', 'dora', [], 'sure', 6),
        answer('6', 'guest', [2, 3], 'sure', 4),
        answer('7', 'ada', [3], 'proposed', 1),
      ],
      '2026-12-01',
      dayOf,
    );
    expect(result).toEqual({
      options: [[], ['ada', 'guest'], ['guest']],
      none: ['dora'],
      open: ['clara', 'emil'],
      proposed: [answer('3', 'bo', [2], 'proposed', 3)],
      late: ['dora'],
      leading: [2],
    });
  });
  it('leads with nothing where nobody answered', () => {
    expect(tally(2, ['ada'], [], null, dayOf)).toMatchObject({ options: [[], []], open: ['ada'], leading: [] });
  });
});
