import fc from 'fast-check';
import type { Node } from '@tiptap/pm/model';
import { diffWordsWithSpace } from 'diff';
import { describe, expect, it } from 'vitest';
import { lookups } from '../../demo/lookups';
import { notes } from '../../demo/notes';
import { fill } from '../blank/fill';
import { blankKey } from '../blank/kinds/key';
import type { BlankDef, FillContext } from '../blank/kinds/kind';
import { updated } from '../blank/letter';
import { docFromText, parseDoc, schema, type DocJson } from '../note/schema';
import { toText } from '../note/text';
import { countChanges, difference, differenceOfTexts } from './difference';
import { improved } from './improve';
import { mergeFields, mergeValue } from './fields';
import { carriedOver, merged, mergeDocs } from './merge';

const context: FillContext = {
  person: {
    firstName: 'Ines',
    lastName: 'Arden',
    fullName: 'Ines Arden',
    address: 'i@x.example',
    company: 'Café Lune',
  },
  sender: { name: 'Wren', fields: [{ name: 'Telephone', value: '01632 960 001' }] },
  lookups: Object.fromEntries(lookups.map(({ key, ...lookup }) => [`demo:${key}`, { id: `demo:${key}`, ...lookup }])),
  now: Date.UTC(2026, 10, 24, 9),
  locale: 'en-GB',
  timeZone: 'UTC',
  currency: 'GBP',
};
const doc = (...texts: string[]): DocJson => docFromText(texts.join('\n'));

describe('the difference by word', () => {
  it('says what went out before what came in', () => {
    expect(differenceOfTexts('I can come on Monday at nine.', 'I can come on Tuesday at nine.')).toEqual([
      { kind: 'same', text: 'I can come on ' },
      { kind: 'out', text: 'Monday' },
      { kind: 'in', text: 'Tuesday' },
      { kind: 'same', text: ' at nine.' },
    ]);
  });

  it('takes neighbouring changes together, and a blank as one', () => {
    expect(differenceOfTexts('on [first day] here', 'on [day] there')).toEqual([
      { kind: 'same', text: 'on ' },
      { kind: 'out', text: '[first day] here' },
      { kind: 'in', text: '[day] there' },
    ]);
    expect(countChanges(differenceOfTexts('a b c', 'a x y c'))).toEqual({ in: 2, out: 1 });
  });

  it('leads from one text to the other, whatever they are, with no more changes than the package by words', () => {
    const text = fc
      .array(fc.constantFrom('a', 'b', 'c', ' ', ' ', '\n', '.', '[x]', 'é'), { maxLength: 40 })
      .map((all) => all.join(''));
    fc.assert(
      fc.property(text, text, (before, after) => {
        const changes = differenceOfTexts(before, after);
        const side = (skip: string) =>
          changes
            .filter(({ kind }) => kind !== skip)
            .map((change) => change.text)
            .join('');
        expect(side('in')).toBe(before);
        expect(side('out')).toBe(after);
        const same = changes.filter(({ kind }) => kind === 'same').length;
        const theirs = diffWordsWithSpace(before, after).filter(({ added, removed }) => !added && !removed).length;
        if (before === after) expect(same).toBe(theirs);
      }),
    );
  });

  it('of texts that have little in common is by line, and of those that have nothing the one for the other', () => {
    const text = (of: string, lines: number) =>
      Array.from({ length: lines }, (_, i) => `${of}${i} `.repeat(100) + '\n').join('');
    const same = text('same', 3);
    const [before, after] = [text('a', 40) + same, text('b', 40) + same];
    const changes = differenceOfTexts(before, after);
    expect(changes.map(({ kind }) => kind)).toEqual(['out', 'in', 'same']);
    expect(changes[2]!.text).toBe(same);
    const lines = (of: string) => Array.from({ length: 4_000 }, (_, i) => `${of}${i}\n`).join('');
    expect(differenceOfTexts(lines('a'), lines('b'))).toEqual([
      { kind: 'out', text: lines('a') },
      { kind: 'in', text: lines('b') },
    ]);
  });

  it('reads documents as their readers do', () => {
    expect(difference(parseDoc(doc('a', 'b')), parseDoc(doc('a', '', 'b')))).toEqual([
      { kind: 'same', text: 'a\n' },
      { kind: 'in', text: '\n' },
      { kind: 'same', text: 'b' },
    ]);
  });
});

describe('two changes of one wording', () => {
  const base = doc('one', 'two', 'three');

  it('are put together where they do not touch', () => {
    const parts = mergeDocs(base, doc('ONE', 'two', 'three'), doc('one', 'two', 'three', 'four'));
    expect(parts.every(({ kind }) => kind === 'agreed')).toBe(true);
    expect(merged(parts, [])).toEqual(doc('ONE', 'two', 'three', 'four'));
  });

  it('are left to a choice where they contradict', () => {
    const parts = mergeDocs(base, doc('one', 'mine', 'three'), doc('one', 'theirs', 'three'));
    expect(parts.filter(({ kind }) => kind === 'two')).toHaveLength(1);
    expect(merged(parts, ['mine'])).toEqual(doc('one', 'mine', 'three'));
    expect(merged(parts, ['theirs'])).toEqual(doc('one', 'theirs', 'three'));
    expect(merged(parts, [])).toEqual(doc('one', 'mine', 'theirs', 'three'));
  });

  it('agree when both did the same, and do not mind how an editor stores a default', () => {
    const same = doc('one', 'zwei', 'three');
    expect(merged(mergeDocs(base, same, same), [])).toEqual(same);
    const stored = { ...base, content: base.content!.map((block) => ({ ...block, attrs: { align: null } })) };
    expect(mergeDocs(base, stored, doc('one', 'two', 'changed')).every(({ kind }) => kind === 'agreed')).toBe(true);
  });

  it('lose nothing: whatever was written on one side is in the agreed part or in the choice', () => {
    const lines = fc.array(fc.constantFrom('a', 'b', 'c', 'd', 'e'), { minLength: 1, maxLength: 8 });
    fc.assert(
      fc.property(lines, lines, lines, (b, m, t) => {
        const parts = mergeDocs(doc(...b), doc(...m), doc(...t));
        const words = (node: DocJson) => toText(parseDoc(node)).split('\n');
        for (const word of m.filter((one) => !b.includes(one))) expect(words(merged(parts, []))).toContain(word);
        for (const word of t.filter((one) => !b.includes(one))) expect(words(merged(parts, []))).toContain(word);
        if (JSON.stringify(m) === JSON.stringify(b)) expect(merged(parts, [])).toEqual(doc(...t));
      }),
    );
  });

  it('are carried over onto what the wording is by now', () => {
    expect(carriedOver(base, doc('one', 'TWO', 'three'), doc('one', 'two', 'three', 'four'))).toEqual(
      doc('one', 'TWO', 'three', 'four'),
    );
    const blank = { type: 'blank', attrs: { label: 'day', kind: 'text', options: {} } };
    const brief = { type: 'doc', content: [{ type: 'paragraph', content: [blank] }, ...doc('two').content!] };
    // The same, with every default written out.
    const long = parseDoc(brief).toJSON() as DocJson;
    expect(parseDoc(carriedOver(brief, long, doc('changed', 'two'))).eq(parseDoc(doc('changed', 'two')))).toBe(true);
    expect(carriedOver(base, base, doc('ONE', 'two'))).toEqual(doc('ONE', 'two'));
    expect(carriedOver(base, doc('one', 'mine', 'three'), doc('one', 'theirs', 'three'))).toEqual(
      doc('one', 'mine', 'three'),
    );
  });

  it('settle a plain value, or leave it', () => {
    expect(mergeValue('a', 'a', 'b')).toEqual({ value: 'b' });
    expect(mergeValue('a', 'b', 'a')).toEqual({ value: 'b' });
    expect(mergeValue('a', 'b', 'b')).toEqual({ value: 'b' });
    expect(mergeValue('a', 'b', 'c')).toBeNull();
  });

  it('of a record is taken field by field, and what both sides added to a list stands', () => {
    const base = { name: 'a', size: 1, list: ['x', 'y'], more: [1, 2] };
    const mine = { name: 'b', size: 1, list: ['x', 'y', 'mine'], more: [1] };
    expect(mergeFields(base, mine, { name: 'a', size: 2, list: ['y', 'theirs'], more: [1, 2, 3] })).toEqual({
      value: { name: 'b', size: 2, list: ['y', 'theirs', 'mine'], more: [1, 3] },
      both: [],
    });
    expect(mergeFields(base, mine, { ...base, name: 'c', more: [2] })).toEqual({ value: mine, both: ['name', 'more'] });
    expect(mergeFields(base, mine, { ...base, list: ['x', 'y', 'mine'] }).value.list).toEqual(['x', 'y', 'mine']);
  });
});

describe('a note improved from the letter it was put into', () => {
  const put = (note: { subject: DocJson; body: DocJson }, answers = {}) =>
    fill({ subject: parseDoc(note.subject), body: parseDoc(note.body) }, context, answers, 'i1');
  const letterOf = (body: ReturnType<typeof parseDoc>, before: string[] = [], after: string[] = []) =>
    schema.node('doc', null, [
      ...parseDoc(doc(...before, 'Own words first.')).content.content.slice(0, before.length),
      ...body.content.content,
      ...parseDoc(doc(...after, 'x')).content.content.slice(0, after.length),
    ]);

  /** An answer of the right kind to every blank: the first choice, the row that says most. */
  function answersTo(blanks: BlankDef[]): Record<string, string | string[]> {
    const first = (lookup: unknown) => {
      const { rows, keyColumn } = context.lookups![String(lookup)]!;
      const said = (row: object) => Object.values(row).filter(Boolean).length;
      return [...rows].sort((a, b) => said(b) - said(a))[0]![keyColumn]!;
    };
    const asked = blanks.filter(({ kind, options }) => kind !== 'lookup' || options.row === 'asked');
    return Object.fromEntries(
      asked.map(({ label, kind, options }) => [
        blankKey(label),
        kind === 'choice'
          ? (options.choices as { label: string }[])[0]!.label
          : kind === 'lookup'
            ? first(options.lookup)
            : kind === 'rows'
              ? [first(options.lookup)]
              : kind === 'date'
                ? '3 dec'
                : kind === 'time'
                  ? '9.30'
                  : /^(number|money)$/.test(kind)
                    ? '3'
                    : 'some words',
      ]),
    );
  }

  it.each(notes)('is the same when nothing was edited, open, filled at once and filled afterwards: $name', (note) => {
    const now = parseDoc(note.body);
    const empty = put(note);
    const answers = answersTo(empty.fill.blanks);
    const later = { i1: { ...empty.fill, answers } };
    for (const body of [empty.body, put(note, answers).body, updated(empty.body, later, context)]) {
      const letter = letterOf(
        body,
        ['A sentence of my own goes before.', ''],
        ['', 'And another one of mine behind it.'],
      );
      const back = improved(now, letter, 'i1', empty.fill.blanks)!;
      expect(toText(back)).toBe(toText(now));
      expect(back.eq(now)).toBe(true);
    }
  });

  const note = {
    subject: doc('x'),
    body: {
      type: 'doc',
      content: [
        {
          type: 'paragraph',
          content: [
            { type: 'text', text: 'Dear ' },
            { type: 'blank', attrs: { label: 'first name', kind: 'person', options: { field: 'firstName' } } },
            { type: 'text', text: ',' },
          ],
        },
        {
          type: 'paragraph',
          content: [
            { type: 'text', text: 'I can come on ' },
            { type: 'blank', attrs: { label: 'day', kind: 'text', options: {} } },
            { type: 'text', text: ' at nine.' },
          ],
        },
        { type: 'paragraph', content: [{ type: 'text', text: 'With kind regards,' }] },
      ],
    },
  };
  const edited = (change: (text: string) => string) => {
    const { body, fill: kept } = put(note, { day: 'Monday' });
    const json = JSON.parse(change(JSON.stringify(letterOf(body, ['Before.'], ['After.']).toJSON()))) as DocJson;
    const back = improved(parseDoc(note.body), parseDoc(json), 'i1', kept.blanks);
    return back && toText(back);
  };

  describe('that was put in by its cue, or with a place for the caret', () => {
    const caret: DocJson = { type: 'blank', attrs: { label: 'caret', kind: 'caret', options: {} } };
    const words = (text: string): DocJson => ({ type: 'text', text });
    const p = (...content: DocJson[]): DocJson => ({ type: 'paragraph', ...(content.length && { content }) });
    const whole = (...content: DocJson[]) => parseDoc({ type: 'doc', content });
    const back = (noteBody: Node, letter: Node) => {
      const { fill: kept } = put({ subject: doc('x'), body: noteBody.toJSON() as DocJson });
      return improved(noteBody, letter, 'i1', kept.blanks);
    };
    it.each([
      ['a space', ' '],
      ['a stop', '.'],
      ['a bracket and a space', ') '],
    ])('is the same with %s behind it', (_, sign) => {
      const note = whole(p(words('Thank you for your message')));
      expect(back(note, whole(p(words(`Thank you for your message${sign}`))))?.eq(note)).toBe(true);
    });
    it.each<[string, Node, Node]>([
      ['in a line of its own at the end', whole(p(words('Dear all,')), p(caret)), whole(p(words('Dear all,')), p())],
      [
        'in a line that was written in',
        whole(p(words('Dear all,')), p(caret), p(words('With kind regards,'))),
        whole(p(words('Dear all,')), p(words('my own words')), p(words('and more')), p(words('With kind regards,'))),
      ],
      [
        'in the middle of a line',
        whole(p(words('We meet at '), caret, words(', as agreed before.'))),
        whole(p(words('We meet at nine o’clock, as agreed before.'))),
      ],
      ['at the end of a line', whole(p(words('Please bring '), caret)), whole(p(words('Please bring ')))],
    ])('is the same with its caret %s', (_, note, letter) => {
      expect(back(note, letter)?.eq(note)).toBe(true);
    });
    it('is another one when its words were changed', () => {
      const note = whole(p(words('We meet at '), caret, words(', as agreed before.')));
      const letter = whole(p(words('We meet at nine, as I said before.')));
      expect(back(note, letter)?.eq(note)).toBe(false);
    });
  });

  it('takes changed words over, and keeps its blanks where their values were changed by hand', () => {
    expect(
      edited((json) =>
        json.replace(' at nine.', ' at ten, if the road is clear.').replace('"text":"Monday"', '"text":"Monday next"'),
      ),
    ).toBe('Dear [first name],\nI can come on [day] at ten, if the road is clear.\nWith kind regards,');
  });

  it('takes a paragraph written in between along, and one taken out with it', () => {
    const more = JSON.stringify({ type: 'paragraph', content: [{ type: 'text', text: 'The visit takes an hour.' }] });
    expect(
      edited((json) =>
        json.replace(/(\{"type":"paragraph"[^{}]*(\{[^{}]*\})?[^{}]*\{"type":"text","text":"With kind)/, `${more},$1`),
      ),
    ).toBe('Dear [first name],\nI can come on [day] at nine.\nThe visit takes an hour.\nWith kind regards,');
  });

  it('has a table in the middle of its sentence again, where the letter was cut for it', () => {
    const [{ key, columns, rows, keyColumn }] = lookups as [(typeof lookups)[number]];
    const prices = {
      label: 'prices',
      kind: 'rows',
      options: { lookup: `demo:${key}`, as: 'table', columns: columns.slice(0, 2).map(({ id }) => id), hint: '' },
    };
    const words = (text: string): DocJson => ({ type: 'text', text });
    const line = (...content: DocJson[]): DocJson => ({ type: 'paragraph', content });
    const blank: DocJson = { type: 'blank', attrs: prices };
    for (const content of [
      [line(words('These are '), blank, words(' as agreed.'))],
      [line(words('Hello.')), line(blank, words(' These are all.'))],
      [line(words('They are:'), blank), line(words('Goodbye.'))],
      [line(words('They are:')), line(blank), line(words('Goodbye.'))],
      [
        {
          type: 'bulletList',
          content: [{ type: 'listItem', content: [line(words('See '), blank, words(' there.'))] }],
        },
      ],
    ]) {
      const table = { subject: doc('x'), body: { type: 'doc', content } };
      for (const answers of [{}, { prices: [rows[0]![keyColumn]!, rows[1]![keyColumn]!] }]) {
        const { body, fill: kept } = put(table, answers);
        const back = improved(parseDoc(table.body), letterOf(body, ['Before.'], ['After.']), 'i1', kept.blanks)!;
        expect(back.toJSON()).toEqual(parseDoc(table.body).toJSON());
      }
    }
  });

  it('finds a short note inside a line', () => {
    const short = { subject: doc('x'), body: doc('Please park behind the hall.') };
    const letter = parseDoc(
      doc(
        'Thank you, and see you soon. Please park well behind the old hall. I am looking forward to it very much indeed.',
      ),
    );
    expect(toText(improved(parseDoc(short.body), letter, 'i1', [])!)).toBe('Please park well behind the old hall.');
  });

  it('is nothing when nothing of it is left', () => {
    expect(improved(parseDoc(note.body), parseDoc(doc('Something else.')), 'i1', [])).toBeNull();
  });
});
