import { describe, expect, it } from 'vitest';
import { counted, HELD_OUT, TUNED } from '../../tests/look/messages';
import { CHECKS } from './letter/finding';
import { lastLook } from './look';

const said = ({ draft, facts }: (typeof TUNED)[number]) => lastLook(draft, facts).map(({ kind }) => kind);

describe('the last look on a table of messages', () => {
  it('has at least 240, half of them with nothing wrong, in four languages', () => {
    const all = [...TUNED, ...HELD_OUT];
    expect(all.length).toBeGreaterThanOrEqual(300);
    expect(all.filter(({ wrong }) => !wrong.length).length).toBeGreaterThan(all.length * 0.45);
    expect(new Set(all.map(({ language }) => language)).size).toBe(4);
    // Open questions have a table of their own.
    const here = CHECKS.filter((kind) => kind !== 'question-open');
    expect(new Set(all.flatMap(({ wrong }) => wrong))).toEqual(new Set(here));
  });
  it('says of each what is wrong with it, and nothing else', () => {
    const { faults } = counted(TUNED, said);
    expect(faults).toEqual([]);
  });
});
