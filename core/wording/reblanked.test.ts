import { describe, expect, it } from 'vitest';
import { docFromText, parseDoc, type DocJson } from '../note/schema';
import { toText } from '../note/text';
import { reblanked } from './reblanked';

const t = (text: string): DocJson => ({ type: 'text', text });
const b = (label: string, kind = 'text', options = {}): DocJson => ({ type: 'blank', attrs: { label, kind, options } });
const p = (...content: DocJson[]): DocJson => ({ type: 'paragraph', content });
const note = parseDoc({
  type: 'doc',
  content: [
    p(t('Dear '), b('first name', 'person', { field: 'firstName' }), t(',')),
    p(
      t('I can come on '),
      b('day', 'date'),
      t(' at '),
      b('time', 'time'),
      t('. It costs '),
      b('amount', 'money', { currency: 'GBP' }),
      t(' in all.'),
    ),
    p(t('Please have your street, '), b('street'), t(', free of cars.')),
  ],
});
const said = (...lines: string[]) => toText(reblanked(note, parseDoc(docFromText(lines.join('\n')))));

describe('a letter with its values turned back into blanks', () => {
  it('says what the note says, with what was written otherwise', () => {
    expect(
      said(
        'Dear Aoife,',
        'I can come on Friday, 4 December 2026 at half past nine. It costs £480 in all, as agreed.',
        'Please have your street, 12 Harbour Lane, free of cars.',
      ),
    ).toBe(
      'Dear [first name],\nI can come on [day] at [time]. It costs [amount] in all, as agreed.\nPlease have your street, [street], free of cars.',
    );
  });

  it('keeps the blanks as they are asked, and the marks around', () => {
    const letter = parseDoc({
      type: 'doc',
      content: [p(t('Dear '), { type: 'text', text: 'Ines', marks: [{ type: 'bold' }] }, t(',')), p(t('Well met.'))],
    });
    const back = reblanked(note, letter);
    expect(back.firstChild!.child(1).attrs).toMatchObject({ kind: 'person', options: { field: 'firstName' } });
    back.check();
  });

  it('leaves alone what has no certain place, and a letter of other words', () => {
    // Two values side by side, with nothing to say where the one ends.
    const side = parseDoc({ type: 'doc', content: [p(t('Dear '), b('a'), b('c'), t(','))] });
    expect(toText(reblanked(side, parseDoc(docFromText('Dear Ada Marsh,'))))).toBe('Dear Ada Marsh,');
    expect(said('Something else altogether.')).toBe('Something else altogether.');
    expect(toText(reblanked(note, note))).toBe(toText(note));
  });
});
