import { Transform } from '@tiptap/pm/transform';
import { describe, expect, it } from 'vitest';
import { parseDoc, type DocJson } from '../note/schema';
import { changeBlank } from './change';

const blank = (label: string, kind = 'text', options: Record<string, unknown> = {}): DocJson => ({
  type: 'blank',
  attrs: { label, kind, options, insertion: null, place: null, empty: false },
});
const text = (words: string, marks?: DocJson['marks']): DocJson => ({
  type: 'text',
  text: words,
  ...(marks && { marks }),
});
const line = (...content: DocJson[]): DocJson => ({ type: 'paragraph', content });
const note = (...content: DocJson[]): DocJson => ({ type: 'doc', content });
const when = { blank: 'The Day', test: 'is', value: 'x' };
const passage = { label: 'p', on: true, when, insertion: null, place: null };

/** The labels that stand in a document, or are named in it, as its JSON says. */
const named = (json: unknown, label: string) => JSON.stringify(json).split(`"${label}"`).length - 1;

function changed(doc: DocJson, ...change: [string, Parameters<typeof changeBlank>[2]]) {
  const tr = new Transform(parseDoc(doc));
  changeBlank(tr, ...change);
  return parseDoc(tr.doc.toJSON()).toJSON() as DocJson;
}

describe('a blank with a new label', () => {
  const choices = [
    { label: 'one', wording: note(line(text('on '), blank('The Day'))) },
    { label: 'two', wording: note(line(text('never'))) },
  ];
  const doc = note(
    line(blank('The Day', 'date'), blank('the day', 'date'), blank('other')),
    line(blank('after', 'date', { from: 'THE DAY', count: 2 })),
    line(
      blank('sum', 'reckoned', { operation: 'days after', operands: [{ blank: 'The Day' }, { blank: '', number: 3 }] }),
    ),
    line(blank('cell', 'lookup', { lookup: 'l', column: 'c', row: 'same', of: 'The Day' })),
    line(blank('choice', 'choice', { choices })),
    { type: 'passage', attrs: passage, content: [line(text('a passage'))] },
    line(text('part of a line', [{ type: 'stretch', attrs: passage }]), text(' and its rest')),
  );

  it('is called so wherever it stands and wherever it is named', () => {
    const after = changed(doc, 'The Day', { label: 'visit' });
    expect(named(after, 'visit')).toBe(8);
    for (const former of ['The Day', 'the day', 'THE DAY']) expect(named(after, former)).toBe(0);
    expect(named(after, 'other')).toBe(1);
  });

  it('leaves a note alone that does not hold it', () => {
    expect(changed(doc, 'nobody', { label: 'visit' })).toEqual(parseDoc(doc).toJSON());
  });

  it('is the same blank in wordings when it asks something else', () => {
    const after = changed(doc, 'The Day', { kind: 'time', options: { hint: 'when' } });
    expect(named(after, 'time')).toBe(3);
    expect(named(after, 'The Day')).toBe(named(doc, 'The Day'));
  });
});
