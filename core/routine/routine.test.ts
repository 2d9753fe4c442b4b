import { describe, expect, it } from 'vitest';
import { routineOf } from './fromSent';
import type { RoutineSteps } from './routine';
import { routineProblems, routineSays } from './say';

const box = (name: string, address: string) => ({ name, address });
const PLAIN: RoutineSteps = {
  ...{ answer: 'reply', to: [], cc: [], bcc: [], notes: [], signature: null, importance: '' },
  ...{ againIn: 0, why: '', filed: '', done: true },
};
const named = {
  note: (id: string) => ({ a: 'Confirm', b: 'Prepare' })[id] ?? null,
  signature: (id: string) => ({ hire: 'Concert hire' })[id] ?? null,
};
const codes = (steps: Partial<RoutineSteps>) => routineSays({ ...PLAIN, ...steps }, named).map(({ code }) => code);

describe('a routine', () => {
  it('says what it does in the order it is done in, and nothing of what is as usual', () => {
    expect(codes({})).toEqual(['routine.does.reply', 'routine.does.done']);
    const all = { cc: [box('Office', 'o@x.example')], notes: ['a', 'b'], signature: 'hire', againIn: 3, done: false };
    expect(codes({ ...all, answer: 'reply-all', importance: 'high', filed: 'archive' })).toEqual([
      'routine.does.replyAll',
      'routine.does.cc',
      'routine.does.note',
      'routine.does.note',
      'routine.does.signature',
      'routine.does.high',
      'routine.does.archive',
      'routine.does.open',
      'routine.does.again',
    ]);
    expect(codes({ signature: '', againIn: 1, why: 'the part' })).toEqual([
      'routine.does.reply',
      'routine.does.unsigned',
      'routine.does.done',
      'routine.does.againWhy',
    ]);
  });

  it('says nothing of a letter where none is written', () => {
    expect(codes({ answer: 'none', cc: [box('', 'o@x.example')], notes: ['a'], filed: 'trash' })).toEqual([
      'routine.does.none',
      'routine.does.trash',
      'routine.does.done',
    ]);
  });

  it('says nothing of a note that is not known yet, and does not call it gone', () => {
    const unknown = { ...named, note: () => '' };
    const steps = { ...PLAIN, notes: ['a'] };
    expect(routineSays(steps, unknown).map(({ code }) => code)).not.toContain('routine.does.note');
    expect(routineProblems(steps, unknown)).toEqual([]);
  });

  it('says what it names that is gone', () => {
    expect(routineProblems({ ...PLAIN, notes: ['a', 'x', 'y'], signature: 'old' }, named)).toEqual([
      { code: 'routine.noteGone', params: { count: 2 } },
      { code: 'routine.signatureGone' },
    ]);
    expect(routineProblems({ ...PLAIN, notes: ['a'], signature: 'hire' }, named)).toEqual([]);
    expect(routineProblems({ ...PLAIN, signature: '' }, named)).toEqual([]);
  });
});

describe('a routine made from what was just done', () => {
  const off = { weekdays: [6, 7], days: [] };
  const usual = { importance: '' as const, again: '', why: '', filed: '' as const, done: null };
  const sent = { mode: 'reply-all' as const, to: [], cc: [], bcc: [], notes: [], signature: null, handling: usual };
  // 26 November 2026 is a Thursday.
  const make = (part: object, present = [box('Ada', 'ADA@x.example')]) =>
    routineOf({ ...sent, ...part }, present, '2026-11-26', off);

  it('copies whom the letter was copied to, and not those who had the message anyway', () => {
    const cc = [box('Ada', 'ada@x.example'), box('Office', 'o@x.example')];
    expect(make({ cc, to: [box('Bo', 'bo@x.example')] })).toEqual({
      ...PLAIN,
      answer: 'reply-all',
      cc: [box('Office', 'o@x.example')],
    });
    expect(make({ mode: 'forward', to: cc }).to).toEqual(cc);
  });

  it('counts its day in working days, takes each note once, and leaves a message passed on open', () => {
    const handling = { ...usual, again: '2026-12-01', why: 'the part', filed: 'archive' as const };
    expect(make({ handling, notes: ['a', 'b', 'a'], signature: 'hire' })).toMatchObject({
      ...{ againIn: 3, why: 'the part', filed: 'archive', notes: ['a', 'b'], signature: 'hire', done: true },
    });
    expect(make({ handling: { ...usual, again: '2026-11-28' } }).againIn).toBe(2);
    expect(make({ mode: 'forward' }).done).toBe(false);
  });
});
