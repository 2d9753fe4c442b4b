import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { docFromText, parseDoc } from '../note/schema';
import { toText } from '../note/text';
import { passagesIn } from '../blank/passage';
import { withEdit } from './apply';
import { withDefault } from './default';
import { flat } from './flat';
import { learntEdits, type LearntEdit } from './learnt';

const BLANK = { type: 'blank', attrs: { label: 'day', kind: 'date', options: {} } };
const doc = parseDoc({
  type: 'doc',
  content: [
    {
      type: 'paragraph',
      content: [
        { type: 'text', text: 'Thank you for asking. I come on ' },
        BLANK,
        { type: 'text', text: ' at nine in the morning.' },
      ],
    },
    {
      type: 'paragraph',
      content: [{ type: 'text', text: 'Please clear the lid and keep the dog in another room. The key fits twice.' }],
    },
    { type: 'paragraph', content: [{ type: 'text', text: 'With kind regards' }] },
  ],
});
const NOTE = flat(doc).text;
const times = <T>(count: number, what: T): T[] => Array.from({ length: count }, () => what);
const only = (letters: (string | null)[]): LearntEdit => {
  const edits = learntEdits(NOTE, letters);
  expect(edits).toHaveLength(1);
  return edits[0]!;
};
const after = (edit: LearntEdit) => toText(withEdit(doc, edit)!);

describe('a note as one text', () => {
  it('has a line for each paragraph, and says where each sign stands', () => {
    expect(NOTE.split('\n')).toHaveLength(3);
    const { from, to, text } = flat(doc);
    expect(from).toHaveLength(text.length);
    const lid = text.indexOf('lid');
    expect(doc.textBetween(from[lid]!, to[lid + 2]!)).toBe('lid');
    const blank = text.indexOf('[day]');
    expect(doc.nodeAt(from[blank]!)?.type.name).toBe('blank');
    expect(to[blank + 4]).toBe(from[blank]! + 1);
  });
});

describe('what is changed again and again', () => {
  const half = NOTE.replace('at nine', 'at half past eight');

  it('is a change when it is always alike', () => {
    const edit = only([half, half, null, half]);
    expect(edit).toMatchObject({
      kind: 'change',
      before: 'nine',
      after: ['half past eight'],
      count: 3,
      of: 4,
      letters: [0, 1, 3],
      lead: expect.stringMatching(/I come on \[day\] at $/),
      trail: ' in the morning.',
    });
    expect(after(edit)).toBe(toText(doc).replace('nine', 'half past eight'));
  });

  it('is nothing before the third time, and nothing that was done once', () => {
    expect(learntEdits(NOTE, [half, half])).toEqual([]);
    expect(learntEdits(NOTE, [half, null, null, half.replace('half past eight', 'ten')])).toEqual([]);
    expect(learntEdits(NOTE, times(5, null))).toEqual([]);
    expect(learntEdits(NOTE, times(5, NOTE))).toEqual([]);
  });

  it('is a sentence taken out for good, with the space before it', () => {
    const edit = only(times(4, NOTE.replace(' The key fits twice.', '')));
    expect(edit).toMatchObject({ kind: 'change', after: [''] });
    expect(after(edit)).toBe(toText(doc).replace(' The key fits twice.', ''));
  });

  it('is an optional passage when a sentence is left out now and then', () => {
    const without = NOTE.replace(' The key fits twice.', '');
    const edit = only([without, null, without, null, without, null, null, null]);
    expect(edit).toMatchObject({ kind: 'optional', before: 'The key fits twice.', count: 3, of: 8 });
    const made = withEdit(doc, edit)!;
    expect(toText(made)).toBe(toText(doc));
    expect(passagesIn(made)).toMatchObject([{ isBlock: false, attrs: { label: 'The key fits twice.', on: true } }]);
  });

  it('is a paragraph that becomes an optional passage, or goes', () => {
    const without = NOTE.split('\n')
      .filter((line) => !line.startsWith('Please'))
      .join('\n');
    const now = only([without, null, without, null, without, null, null, null]);
    expect(passagesIn(withEdit(doc, now)!)).toMatchObject([{ isBlock: true }]);
    expect(after(only(times(3, without)))).toBe(toText(doc).replace(/\nPlease.*twice\./s, ''));
  });

  it('is a choice when the same few words come again', () => {
    const at = (time: string) => NOTE.replace('nine', time);
    const edit = only([at('ten'), at('eight'), at('ten'), at('eight'), null]);
    expect(edit).toMatchObject({ kind: 'choice', before: 'nine', after: ['ten', 'eight'] });
    const blank = withEdit(doc, edit)!.firstChild!.child(3);
    expect(blank.attrs).toMatchObject({ kind: 'choice', label: 'nine' });
    expect(blank.attrs.options.choices.map(({ label }: { label: string }) => label)).toEqual(['nine', 'ten', 'eight']);
  });

  it('is a blank when it is otherwise each time', () => {
    const edit = only(['ten', 'eight', 'a quarter past seven', 'noon'].map((time) => NOTE.replace('nine', time)));
    expect(edit.kind).toBe('blank');
    expect(after(edit)).toContain('I come on [day] at [nine] in the morning.');
  });

  it('is a sentence that is always put in, in its place', () => {
    const put = (words: string) => NOTE.replace('asking. I', `asking. ${words} I`);
    expect(after(only(times(3, put('The workshop is closed on Mondays.'))))).toContain(
      'Thank you for asking. The workshop is closed on Mondays. I come on',
    );
    const behind = times(3, NOTE.replace('twice.', 'twice. Ring me if it does not.'));
    expect(after(only(behind))).toContain('The key fits twice. Ring me if it does not.\n');
  });

  it('is a paragraph that is always put in', () => {
    const line = 'Parking is behind the church.';
    const between = NOTE.replace('\nWith', `\n${line}\nWith`);
    expect(after(only(times(3, between)))).toBe(toText(doc).replace('\nWith', `\n${line}\nWith`));
    const last = only(times(3, `${NOTE}\n${line}`));
    expect(after(last)).toBe(`${toText(doc)}\n${line}`);
  });

  it('is no sentence of one’s own that is another each time', () => {
    const own = ['How is the cat?', 'See you at the fair!', 'My best to your mother.'];
    expect(
      learntEdits(
        NOTE,
        own.map((words) => NOTE.replace('asking.', `asking. ${words}`)),
      ),
    ).toEqual([]);
  });

  it('is found in a moment, also between long texts with nothing in common', () => {
    const long = (word: string) => Array.from({ length: 6_000 }, (_, i) => `${word}${i}`).join(' ');
    expect(learntEdits(long('a'), [long('b'), long('c'), long('d')])).toEqual([]);
  });

  it('is two things where two places are changed', () => {
    const both = half.replace('the dog', 'all animals');
    expect(learntEdits(NOTE, times(3, both)).map(({ before }) => before)).toEqual(['nine', 'the dog']);
  });

  it('is not made where the note says something else by now', () => {
    const edit = only(times(3, half));
    expect(withEdit(parseDoc(docFromText('Another note altogether')), edit)).toBeNull();
  });

  it('gives a document that can be kept, whatever was changed', () => {
    const words = NOTE.split(/(?<=\s)/);
    const change = fc.tuple(
      fc.nat(words.length),
      fc.nat(4),
      fc.constantFrom('', 'soon ', 'by the way, ', 'Yes.\n', '[day] '),
    );
    fc.assert(
      fc.property(change, change, ([at, out, put], [at2, out2, put2]) => {
        const one = [...words.slice(0, at), put, ...words.slice(at + out)].join('');
        const other = [...words.slice(0, at2), put2, ...words.slice(at2 + out2)].join('');
        for (const edit of learntEdits(NOTE, [one, one, one, other, null, other, other])) {
          const made = withEdit(doc, edit);
          if (made) expect(() => made.check()).not.toThrow();
        }
      }),
    );
  });
});

describe('an answer that is always given', () => {
  const note = (kind: string, options: object) =>
    parseDoc({
      type: 'doc',
      content: [{ type: 'paragraph', content: [{ type: 'blank', attrs: { label: 'Room', kind, options } }] }],
    });

  it('becomes the default of its blank', () => {
    const made = withDefault(note('text', { hint: 'which' }), 'room', 'the hall')!;
    expect(made.firstChild!.firstChild!.attrs.options).toMatchObject({ hint: 'which', value: 'the hall' });
    const choices = [{ label: 'hall', wording: docFromText('the hall') }];
    expect(withDefault(note('choice', { choices }), 'room', 'hall')!.firstChild!.firstChild!.attrs.options.value).toBe(
      'hall',
    );
  });

  it('does not where there is none to be had', () => {
    expect(withDefault(note('date', {}), 'room', 'Monday')).toBeNull();
    expect(withDefault(note('of a later version', {}), 'room', 'Monday')).toBeNull();
    expect(withDefault(note('choice', { choices: [] }), 'room', 'hall')).toBeNull();
    expect(withDefault(note('text', {}), 'street', 'x')).toBeNull();
  });
});

describe('a note with a list', () => {
  const item = (text: string) => ({
    type: 'listItem',
    content: [{ type: 'paragraph', content: [{ type: 'text', text }] }],
  });
  const lines = ['Clear the lid of the piano', 'Keep the dog in another room', 'Leave the gate open for me'];
  const list = parseDoc({ type: 'doc', content: [{ type: 'bulletList', content: lines.map(item) }] });
  const text = flat(list).text;
  const without = lines.filter((_, i) => i !== 1).join('\n');

  it('stays a whole one, or is left to be changed by hand', () => {
    for (const letters of [times(4, without), [without, null, without, null, without, null, null, null]])
      for (const edit of learntEdits(text, letters)) {
        const made = withEdit(list, edit);
        if (made) expect(() => made.check()).not.toThrow();
      }
    expect(learntEdits(text, times(4, without))).toHaveLength(1);
  });
});
