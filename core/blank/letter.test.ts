import fc from 'fast-check';
import { convert } from 'html-to-text';
import { describe, expect, it } from 'vitest';
import type { Lookup } from '../lookup/lookup';
import { toHtml } from '../note/html';
import { docFromText, parseDoc, type DocJson } from '../note/schema';
import { toText } from '../note/text';
import { fill, type Fills } from './fill';
import type { Answers, FillContext } from './kinds/kind';
import { letterEdits, updated } from './letter';
import { passagesIn } from './passage';
import { openPlaces, placesIn } from './places';
import { questionsIn, type BlankQuestion } from './questions';
import { said } from '../../tests/words';

const towns: Lookup = {
  id: 'T',
  name: 'Towns',
  keyColumn: 'k',
  columns: [
    { id: 'k', name: 'Town', type: 'text' },
    { id: 'f', name: 'Fee', type: 'money' },
  ],
  rows: [{ k: 'Tern Bay' }, { k: 'Netherby', f: '15' }, { k: 'Gull Island', f: '45' }],
};
const context: FillContext = {
  person: { firstName: 'Ines', lastName: '', fullName: 'Ines', address: 'i@x.example', company: '' },
  sender: { name: 'Wren', fields: [] },
  lookups: { T: towns },
  now: Date.UTC(2026, 10, 24, 9),
  locale: 'en-GB',
  timeZone: 'UTC',
  currency: 'GBP',
};

type Part = string | DocJson;
const blank = (label: string, kind = 'text', options: object = {}): DocJson => ({
  type: 'blank',
  attrs: { label, kind, options },
});
const p = (...parts: Part[]): DocJson => ({
  type: 'paragraph',
  ...(parts.length && {
    content: parts.map((part) => (typeof part === 'string' ? { type: 'text', text: part } : part)),
  }),
});
const doc = (...blocks: DocJson[]): DocJson => ({ type: 'doc', content: blocks });
const stretch = (label: string, more: object, ...parts: Part[]): DocJson[] =>
  p(...parts).content!.map((node) => ({
    ...node,
    marks: [{ type: 'stretch', attrs: { label, on: true, when: null, ...more } }],
  }));
const passage = (label: string, more: object, ...blocks: DocJson[]): DocJson => ({
  type: 'passage',
  attrs: { label, on: true, when: null, ...more },
  content: blocks,
});
const choices = [
  { label: 'plain', wording: doc(p('a plain piano')) },
  {
    label: 'with',
    wording: doc(p('one with ', blank('what'), ' and ', { type: 'text', text: 'care', marks: [{ type: 'bold' }] })),
  },
  { label: 'none', wording: doc(p()) },
];
const cell = (column: string) => blank(column, 'lookup', { lookup: 'T', column, row: 'entry' });

/** A note with everything that can change: repeated blanks, a choice with a blank inside, passages, a lookup, rows. */
const NOTE = doc(
  p(
    'Dear ',
    blank('first name', 'person', { field: 'firstName' }),
    ', on ',
    blank('day'),
    ' I bring ',
    blank('piano', 'choice', { choices }),
    '.',
  ),
  p(),
  passage(
    'travel',
    { when: { blank: 'fee', test: 'not empty', value: '' } },
    p(
      'To ',
      blank('town', 'lookup', { lookup: 'T', column: 'k' }),
      ' it costs ',
      blank('fee', 'lookup', { lookup: 'T', column: 'f', row: 'same', of: 'town' }),
      '.',
    ),
  ),
  p(),
  p('Yes, ', blank('Day'), '.', ...stretch('extra', { on: false }, ' And ', blank('extra'), ' too.')),
  p(
    blank('towns', 'rows', {
      lookup: 'T',
      form: 'table',
      titles: true,
      columns: [
        { title: 'Town', wording: doc(p(cell('k'))) },
        { title: 'Fee', wording: doc(p(cell('f'))) },
      ],
    }),
  ),
  p('Bye'),
);

const subject = parseDoc(docFromText(''));
const begin = (note: DocJson, answers: Answers = {}, switched = {}) => {
  const { body, fill: its } = fill({ subject, body: parseDoc(note) }, context, answers, 'i', switched);
  return { body, fills: { i: its } as Fills };
};
const withAnswers = (fills: Fills, answers: Answers, passages?: Record<string, boolean>): Fills => ({
  i: { ...fills.i!, answers, ...(passages && { passages }) },
});
const ask = (note: DocJson, answers: Answers = {}) => {
  const { body, fills } = begin(note, answers);
  return questionsIn([body], context, fills);
};

describe('wordings with blanks inside', () => {
  const note = doc(
    p({ ...blank('piano', 'choice', { choices }), marks: [{ type: 'italic' }] }, '; again ', blank('what')),
  );
  it('are filled, asked, and changed as a whole', () => {
    const { body, fills } = begin(note, { piano: 'with' });
    expect(toText(body)).toBe('one with [what] and care; again [what]');
    expect(openPlaces(body)).toHaveLength(2);
    expect(questionsIn([body], context, fills).map((q) => q.label)).toEqual(['piano', 'what']);
    const answered = updated(body, withAnswers(fills, { piano: 'with', what: 'legs' }), context);
    expect(toText(answered)).toBe('one with legs and care; again legs');
    expect(toHtml(answered)).toContain('<strong><em>care');
    const changed = updated(answered, withAnswers(fills, { piano: 'plain', what: 'legs' }), context);
    expect(toText(changed)).toBe('a plain piano; again legs');
    // What was bold in the other wording is not in this one; what was italic around it still is.
    expect(toHtml(changed)).toContain('<em>a plain piano</em>');
    expect(updated(changed, withAnswers(fills, { piano: 'with', what: 'legs' }), context).toJSON()).toEqual(
      answered.toJSON(),
    );
  });
  it('are left alone when something in them was changed by hand', () => {
    const { body, fills } = begin(note, { piano: 'with', what: 'legs' });
    const inner = placesIn(body).find(({ label }) => label === 'what')!;
    const edited = body.replace(inner.from + 1, inner.from + 1, body.slice(inner.from, inner.from + 1));
    expect(toText(updated(edited, withAnswers(fills, { piano: 'plain', what: 'feet' }), context))).toBe(
      'one with llegs and care; again feet',
    );
  });
  it('may be empty', () => {
    const { body } = begin(note, { piano: 'none', what: 'x' });
    expect(toText(body)).toBe('; again x');
    expect(openPlaces(body)).toEqual([]);
  });
});

describe('optional passages', () => {
  it('follow their condition, their default and the hand, in this order from the last', () => {
    const { body, fills } = begin(NOTE);
    const state = (at: typeof body) => passagesIn(at).map(({ attrs, stands }) => [attrs.label, stands]);
    expect(state(body)).toEqual([
      ['travel', true],
      ['extra', false],
    ]);
    const home = updated(body, withAnswers(fills, { town: 'Tern Bay' }), context);
    expect(state(home)[0]).toEqual(['travel', false]);
    expect(toText(home)).not.toContain('it costs');
    const away = updated(home, withAnswers(fills, { town: 'Netherby' }), context);
    expect(toText(away)).toContain('To Netherby it costs £15.');
    const place = passagesIn(away)[0]!.attrs.place!;
    const byHand = updated(away, withAnswers(fills, { town: 'Netherby' }, { [place]: false }), context);
    expect(state(byHand)[0]).toEqual(['travel', false]);
    expect(state(updated(byHand, withAnswers(fills, { town: 'Gull Island' }, { [place]: true }), context))[0]).toEqual([
      'travel',
      true,
    ]);
  });

  it('left out leave no gap, and their blanks are not asked', () => {
    const { body, fills } = begin(NOTE, { town: 'Tern Bay', day: 'Monday', piano: 'plain' });
    expect(toText(body)).toBe('Dear Ines, on Monday I bring a plain piano.\n\nYes, Monday.\n[towns]\nBye');
    expect(questionsIn([body], context, fills).flatMap((q) => (q.type === 'blank' ? [q.label] : []))).toEqual([
      'first name',
      'day',
      'piano',
      'towns',
    ]);
    expect(openPlaces(body).map(({ label }) => label)).toEqual(['towns']);
  });

  it('keep what was changed by hand in them while they are out', () => {
    const note = doc(p('A'), passage('b', {}, p('B ', blank('x'))), p('C'));
    const { body, fills } = begin(note, { x: '1' });
    const at = body.resolve(1).end() + 3;
    const edited = body.replace(at, at, parseDoc(doc(p('hand '))).slice(1, 6));
    const off = updated(edited, withAnswers(fills, { x: '1' }, { 0: false }), context);
    expect(toText(off)).toBe('A\nC');
    const on = updated(off, withAnswers(fills, { x: '2' }, { 0: true }), context);
    expect(toText(on)).toBe('A\nhand B 2\nC');
  });
});

describe('lookups and rows in a letter', () => {
  it('ask for the row once; blanks of the same row follow', () => {
    const asked = ask(NOTE).filter((q): q is BlankQuestion => q.type === 'blank');
    expect(asked.filter(({ control }) => control.type === 'lookup').map(({ key }) => key)).toEqual(['town']);
  });
  it('change a table as a whole, unless it was edited by hand', () => {
    const { body, fills } = begin(NOTE, { towns: ['Netherby'] });
    expect(toText(body)).toContain('Town      Fee\nNetherby  £15');
    const more = updated(body, withAnswers(fills, { towns: ['Netherby', 'Gull Island'] }), context);
    expect(toText(more)).toContain('Gull Island  £45');
    const rows = placesIn(more).find(({ form }) => form === 'rows')!;
    let cellAt = 0;
    more.nodesBetween(rows.from, rows.to, (node, pos) => void (node.isText && node.text === '£45' && (cellAt = pos)));
    const edited = more.replace(cellAt, cellAt + 3, parseDoc(doc(p('free'))).slice(1, 5));
    const after = updated(edited, withAnswers(fills, { towns: ['Netherby'] }), context);
    expect(toText(after)).toContain('Gull Island  free');
    expect(toText(updated(more, withAnswers(fills, { towns: [] }), context))).toContain('[towns]');
  });
  it('keep what stands there when the lookup is gone', () => {
    const { body, fills } = begin(NOTE, { town: 'Netherby', towns: ['Netherby'] });
    expect(updated(body, fills, { ...context, lookups: {} }).toJSON()).toEqual(body.toJSON());
    const [first] = questionsIn([body], { ...context, lookups: {} }, fills).filter((q) => q.label === 'town');
    expect((first as BlankQuestion).problem).toBeNull();
  });
  it('reckoned values wait without being asked, and then fill themselves', () => {
    const note = doc(
      p(
        blank('price', 'money'),
        blank('half', 'reckoned', {
          operation: 'percentage',
          operands: [
            { blank: '', column: '', number: 50 },
            { blank: 'price', column: '', number: 0 },
          ],
        }),
      ),
    );
    const half = (answers: Answers) => ask(note, answers).find((q) => q.label === 'half') as BlankQuestion;
    expect(half({})).toMatchObject({ state: 'open', waits: true });
    expect(half({ price: '90' })).toMatchObject({ state: 'known', text: '£45' });
    expect(said(half({ price: '90' }).working)).toBe('50 % of £90');
  });
});

// Properties

const anyAnswer = fc.oneof(
  fc.string({ maxLength: 12 }),
  fc.constantFrom('Monday', 'a\nb', '<b>', '', '棚部', '\u202Eabc', '[day]', 'x'.repeat(200)),
);
const anyAnswers: fc.Arbitrary<Answers> = fc.record(
  {
    day: anyAnswer,
    what: anyAnswer,
    extra: anyAnswer,
    'first name': anyAnswer,
    piano: fc.constantFrom('plain', 'with', 'none', 'other', ''),
    town: fc.constantFrom('Tern Bay', 'Netherby', 'Gull Island', 'Nowhere', ''),
    towns: fc.subarray(['Tern Bay', 'Netherby', 'Gull Island', 'Nowhere']),
  },
  { requiredKeys: [] },
);
const squash = (text: string) => text.replace(/[\s\u00a0\u2003]+/g, '');

describe('for any answers', () => {
  it('filling twice equals once', () => {
    fc.assert(
      fc.property(anyAnswers, (answers) => {
        const { body, fills } = begin(NOTE, answers);
        expect(letterEdits(body, fills, context)).toEqual([]);
        expect(begin(NOTE, answers).body.toJSON()).toEqual(body.toJSON());
      }),
    );
  });

  it('the order of answers does not matter', () => {
    fc.assert(
      fc.property(anyAnswers, fc.infiniteStream(fc.nat()), (answers, order) => {
        const { body, fills } = begin(NOTE);
        const entries = Object.entries(answers)
          .map((entry) => ({ entry, key: order.next().value as number }))
          .sort((a, b) => a.key - b.key)
          .map(({ entry }) => entry);
        let letter = body;
        const given: Answers = {};
        for (const [key, answer] of entries) {
          given[key] = answer;
          letter = updated(letter, withAnswers(fills, { ...given }), context);
        }
        expect(letter.toJSON()).toEqual(begin(NOTE, answers).body.toJSON());
      }),
    );
  });

  it('turning a passage off and on changes nothing else', () => {
    fc.assert(
      fc.property(anyAnswers, fc.nat(1), (answers, which) => {
        const { body, fills } = begin(NOTE, answers);
        const { attrs, stands } = passagesIn(body)[which]!;
        const turned = (on: boolean, at: typeof body) =>
          updated(at, withAnswers(fills, answers, { [attrs.place!]: on }), context);
        const there = turned(!stands, body);
        expect(turned(stands, there).toJSON()).toEqual(body.toJSON());
      }),
    );
  });

  it('the plain text equals the text of the HTML', () => {
    fc.assert(
      fc.property(anyAnswers, (answers) => {
        const { body } = begin(NOTE, answers);
        const text = convert(toHtml(body), {
          wordwrap: false,
          selectors: [{ selector: 'table', format: 'dataTable', options: { uppercaseHeaderCells: false } }],
        });
        expect(squash(text)).toBe(squash(toText(body)));
        expect(toHtml(body)).not.toMatch(/<b>|data-|undefined/);
      }),
    );
  });

  it('what was edited by hand stays', () => {
    fc.assert(
      fc.property(anyAnswers, anyAnswers, fc.nat(), (before, after, at) => {
        const { body, fills } = begin(NOTE, before);
        const filled = placesIn(body).filter(
          ({ state, form, to, from, skeleton, text }) =>
            state === 'filled' && form === 'inline' && skeleton === text && to - from > 1,
        );
        if (!filled.length) return;
        const place = filled[at % filled.length]!;
        const edited = body.replace(place.from + 1, place.from + 1, body.slice(place.from, place.from + 1));
        const mine = placesIn(edited).find((other) => other.place === place.place && other.state === 'edited');
        if (!mine) return;
        // A passage around it may be left out; then it is kept inside.
        const letter = updated(edited, withAnswers(fills, after), context);
        expect(JSON.stringify(letter.toJSON())).toContain(JSON.stringify(mine.text.split('\n')[0]!).slice(1, -1));
      }),
    );
  });
});
