import { describe, expect, it } from 'vitest';
import { toText } from '../note/text';
import { docFromText, parseDoc, schema } from '../note/schema';
import { capitalsOf } from '../text/case';
import { capitalised } from './capitals';
import { accidentsIn, neighboursOf, proposeCues } from './check';
import { CueTable, type CueMode } from './table';

const table = new CueTable([
  { id: 'gate', cue: 'gate' },
  { id: 'gates', cue: 'gate;;' },
  { id: 'sign', cue: '§hum' },
  { id: 'kr', cue: 'KR' },
  { id: 'piano', cue: 'пиано' },
  { id: 'tuning', cue: '調律' },
  { id: 'cafe', cue: 'café' },
]);
const off = (typed: string, mode: CueMode = 'ended') => {
  const sign = /(Tab|Enter)$/.exec(typed)?.[0] ?? typed.at(-1)!;
  return table.goesOff(typed.slice(0, typed.length - sign.length), sign, mode)?.id ?? null;
};

describe('a cue that is typed', () => {
  it.each([
    ['gate ', 'gate'],
    ['See you, gate.', 'gate'],
    ['(gate)', 'gate'],
    ['“gate”', 'gate'],
    ['GATE\u00a0', 'gate'],
    ['gateTab', 'gate'],
    ['gateEnter', 'gate'],
    ['a §hum,', 'sign'],
    ['пиано ', 'piano'],
    ['Пиано!', 'piano'],
    ['明日は調律。', 'tuning'],
    ['cafe\u0301 ', 'cafe'],
    ['gate;; ', 'gates'],
  ])('%j goes off', (typed, id) => expect(off(typed)).toBe(id));

  it.each([
    ['gate', 'not ended'],
    ['gatex ', 'another word'],
    ['floodgate ', 'the end of a word'],
    ['flood-gate ', 'behind a hyphen'],
    ["don'gate ", 'behind an apostrophe'],
    ['robin@gate ', 'an address'],
    ['https://gate ', 'a link'],
    ['www.gate ', 'a link'],
    ['> the gate ', 'a quoted line'],
    ['gate;', 'it may become a longer one'],
    ['gate@', 'an address begins'],
    ['cafe ', 'accents count'],
  ])('%j stays: %s', (typed) => expect(off(typed)).toBeNull());

  it('goes off at once where that is wanted, unless a longer one begins with it', () => {
    expect(off('KR', 'once')).toBe('kr');
    expect(off('明日は調律', 'once')).toBe('tuning');
    expect(off('gate', 'once')).toBeNull();
    expect(off('gate ', 'once')).toBe('gate');
    expect(off('gate;;', 'once')).toBe('gates');
    expect(off('gate ', 'off')).toBeNull();
  });

  it('is at least two characters long', () => {
    expect(
      new CueTable([
        { id: 'a', cue: 'g' },
        { id: 'b', cue: '👍' },
      ]).size,
    ).toBe(0);
    expect(new CueTable([{ id: 'a', cue: '👍👍' }]).goesOff('👍👍', ' ', 'ended')).toMatchObject({
      id: 'a',
      behind: ' ',
    });
  });

  it('is forgotten with its note', () => {
    const some = new CueTable([
      { id: 'a', cue: 'gate' },
      { id: 'b', cue: 'gates' },
    ]);
    some.drop('GATES');
    expect(some.begins('gate')).toBe(false);
    expect(some.goesOff('gates', ' ', 'ended')).toBeNull();
    expect(some.goesOff('gat', 'e', 'once')?.id).toBe('a');
  });

  it('is found whatever stands before it in the line, at the same cost', () => {
    expect(off(`${'x'.repeat(100_000)} gate `)).toBe('gate');
    expect(off(`${'x'.repeat(100_000)}gate `)).toBeNull();
  });
});

describe('capitals of the typed cue', () => {
  const text = (note: string, typed: string, cue = 'gate') =>
    toText(capitalised(parseDoc(docFromText(note)), capitalsOf(typed, cue)));
  it('carry over where the note begins with a plain word', () => {
    expect(text('the gate code is 4417', 'Gate')).toBe('The gate code is 4417');
    expect(text('the code', 'gate')).toBe('the code');
    expect(text('thank you', 'GATE')).toBe('THANK YOU');
    expect(text('one line\nand another', 'GATE')).toBe('One line\nand another');
  });
  it('stay away from names, links, addresses and numbers', () => {
    expect(text('iPad stand', 'Gate')).toBe('iPad stand');
    expect(text('robin@halloway.example', 'Gate')).toBe('robin@halloway.example');
    expect(text('https://halloway.example/prices', 'GATE')).toBe('https://halloway.example/prices');
    expect(text('kind regards', 'KR', 'KR')).toBe('kind regards');
  });
  it('leave what blanks became as it was answered', () => {
    const filled = schema.mark('filled', { insertion: 'i', place: '0', label: 'Name', value: 'ada' });
    const doc = schema.node('doc', null, [
      schema.node('paragraph', null, [schema.text('ada', [filled]), schema.text(' is here')]),
    ]);
    expect(toText(capitalised(parseDoc(doc.toJSON()), 'all'))).toBe('ada IS HERE');
    expect(toText(capitalised(parseDoc(doc.toJSON()), 'first'))).toBe('ada is here');
  });
});

describe('a cue that is chosen', () => {
  const notes = [
    { id: '1', name: 'Gate code', cue: 'gate' },
    { id: '2', name: 'Gates', cue: 'Gates' },
    { id: '3', name: 'Going', cue: 'g' },
  ];
  it('is told who has it, what begins with it and what it begins with', () => {
    const { taken, begins, begunBy } = neighboursOf('GATE', notes);
    expect([taken?.id, begins.map(({ id }) => id), begunBy.map(({ id }) => id)]).toEqual(['1', ['2'], ['3']]);
    expect(neighboursOf('gate', notes, '1').taken).toBeNull();
  });
  it('is counted where it would have gone off by accident', () => {
    const sent = ['The gate is shut.\nPlease close the gate', 'floodgate, gate@x.example', '> the gate\nGate! gate'];
    expect(accidentsIn(sent, 'gate', 'ended')).toBe(4);
    expect(accidentsIn(sent, 'zz', 'ended')).toBe(0);
    expect(accidentsIn(['gateway'], 'gate', 'once')).toBe(1);
    expect(accidentsIn(['gate'], 'gate', 'off')).toBe(0);
  });
  it('is proposed free, and never as a word', () => {
    const proposed = proposeCues('Is the gate open', [{ id: '1', name: '', cue: 'is' }], {
      isWord: (cue) => cue === 'istg',
    });
    expect(proposed.length).toBe(3);
    for (const cue of proposed) {
      expect(cue).not.toBe('istg');
      const { taken, begins, begunBy } = neighboursOf(cue, [{ id: '1', name: '', cue: 'is' }]);
      expect(taken ?? begins[0] ?? begunBy[0]).toBeUndefined();
    }
    expect(proposeCues('調律の予約', [])[0]).toMatch(/^調/);
  });
});
