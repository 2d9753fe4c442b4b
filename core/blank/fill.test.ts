import { format } from 'date-fns';
import { de, enGB, fr, ja } from 'date-fns/locale';
import { describe, expect, it } from 'vitest';
import { parseDoc, type DocJson } from '../note/schema';
import { toHtml } from '../note/html';
import { toText } from '../note/text';
import { fill } from './fill';
import type { Answers, FillContext } from './kinds/kind';
import { updated } from './letter';
import { openPlaces, placesIn } from './places';
import { questionsIn } from './questions';

const blank = (label: string, kind = 'text', options: object = { hint: '' }) => ({
  type: 'blank',
  attrs: { label, kind, options },
});
const t = (text: string) => ({ type: 'text', text });
const body = (...content: object[]): DocJson => ({ type: 'doc', content: [{ type: 'paragraph', content }] }) as DocJson;
const empty = parseDoc({ type: 'doc', content: [{ type: 'paragraph' }] });

const context: FillContext = {
  person: {
    firstName: 'Ines',
    lastName: 'Calloway',
    fullName: 'Ines Calloway',
    address: 'ines@client.example',
    company: '',
  },
  sender: { name: 'Wren Halloway', fields: [{ name: 'Telephone', value: '01632 960 418' }] },
  now: Date.UTC(2026, 10, 24, 23, 30),
  locale: 'en-GB',
  timeZone: 'Europe/London',
};

const filledText = (doc: DocJson, answers: Answers = {}, ctx = context) =>
  toText(fill({ subject: empty, body: parseDoc(doc) }, ctx, answers, 'i').body);

describe('what fills itself', () => {
  it('takes the person, the sender and their own fields', () => {
    const note = body(
      blank('first name', 'person', { field: 'firstName' }),
      t(' '),
      blank('a', 'person', { field: 'address' }),
      t(' '),
      blank('me', 'sender', { field: 'name' }),
      t(' '),
      blank('tel', 'sender', { field: 'telephone' }),
    );
    expect(filledText(note)).toBe('Ines ines@client.example Wren Halloway 01632 960 418');
  });

  it('leaves open, for asking, what is not known', () => {
    const note = body(blank('firm', 'person', { field: 'company' }), blank('fax', 'sender', { field: 'fax' }));
    expect(filledText(note)).toBe('[firm][fax]');
    expect(filledText(note, { firm: 'Acme' })).toBe('Acme[fax]');
    expect(filledText(body(blank('n', 'person', { field: 'firstName' })), {}, { ...context, person: null })).toBe(
      '[n]',
    );
  });

  it('an answer goes before what is known, and an emptied answer opens the blank', () => {
    const note = body(blank('first name', 'person', { field: 'firstName' }));
    expect(filledText(note, { 'first name': 'Dr Calloway' })).toBe('Dr Calloway');
    expect(filledText(note, { 'first name': ' ' })).toBe('[first name]');
  });

  it('takes the day in the account’s zone, not the server’s', () => {
    const note = body(blank('w', 'today', { part: 'weekday' }), t(' '), blank('d', 'today', { part: 'date' }));
    expect(filledText(note)).toBe('Tuesday 24 November 2026');
    expect(filledText(note, {}, { ...context, timeZone: 'Asia/Tokyo' })).toBe('Wednesday 25 November 2026');
  });

  // date-fns has its own tables of names: a second opinion on CLDR through Intl.
  it.each([
    ['en-GB', enGB, 'd MMMM yyyy'],
    ['de-DE', de, 'd. MMMM yyyy'],
    ['fr-FR', fr, 'd MMMM yyyy'],
    ['ja-JP', ja, 'yyyy年M月d日'],
  ] as const)('agrees with a second library in %s', (locale, second, pattern) => {
    for (let month = 0; month < 12; month++) {
      const now = Date.UTC(2026, month, 15, 12);
      const ctx = { ...context, now, locale, timeZone: 'UTC' };
      expect(filledText(body(blank('d', 'today', { part: 'date' })), {}, ctx)).toBe(
        format(new Date(2026, month, 15), pattern, { locale: second }),
      );
      expect(filledText(body(blank('w', 'today', { part: 'weekday' })), {}, ctx)).toBe(
        format(new Date(2026, month, 15), 'EEEE', { locale: second }),
      );
    }
  });

  it('may be called anything', () => {
    for (const label of ['constructor', '__proto__', 'toString', 'hasOwnProperty']) {
      expect(filledText(body(blank(label)))).toBe(`[${label}]`);
      expect(filledText(body(blank(label)), Object.fromEntries([[label.toLowerCase(), 'x']]))).toBe('x');
    }
  });

  it('asks a blank of a kind it does not know as text, and never throws', () => {
    expect(filledText(body(blank('odd', 'from the future', { x: 1 })))).toBe('[odd]');
    expect(filledText(body(blank('odd', 'from the future')), { odd: 'answer' })).toBe('answer');
  });
});

describe('filling', () => {
  const note = parseDoc(body(t('On '), blank('Day'), t(' at '), blank('time'), t(', yes, '), blank('day'), t('.')));
  const begun = (answers: Answers = {}, source = note, ctx = context) =>
    fill({ subject: empty, body: source }, ctx, answers, 'i');
  /** The letter after each answer in turn, as the fill list gives them. */
  const answering = (order: [string, string][], source = note) => {
    const { body: start, fill: its } = begun({}, source);
    let doc = start;
    const answers: Answers = {};
    for (const [key, text] of order) {
      answers[key] = text;
      doc = updated(doc, { i: { ...its, answers: { ...answers } } }, context);
    }
    return doc;
  };

  it('asks a blank that stands in two places once, in reading order, the subject first', () => {
    const subject = parseDoc(body(t('For '), blank('what')));
    const filled = fill({ subject, body: note }, context, {}, 'i');
    const questions = questionsIn([filled.subject, filled.body], context, { i: filled.fill });
    expect(questions).toMatchObject([
      { label: 'what', places: 1, state: 'open' },
      { label: 'Day', places: 2, state: 'open' },
      { label: 'time', places: 1, state: 'open' },
    ]);
  });

  it('questions that say the same stay the same objects, and all of them the same list', () => {
    const ask = (answers: Answers, before?: ReturnType<typeof questionsIn>) => {
      const its = begun({}).fill;
      const now = updated(begun({}).body, { i: { ...its, answers } }, context);
      return questionsIn([now], context, { i: { ...its, answers } }, before);
    };
    const first = ask({ day: 'Monday' });
    expect(ask({ day: 'Monday' }, first)).toBe(first);
    const second = ask({ day: 'Tuesday' }, first);
    expect(second.map((question, i) => question === first[i])).toEqual([false, true]);
    expect(second).toMatchObject([{ label: 'Day', text: 'Tuesday' }, { label: 'time' }]);
  });

  it('filling twice equals once', () => {
    const once = begun({ day: 'Monday' }).body;
    expect(toText(begun({ day: 'Monday' }, once).body)).toBe(toText(once));
    expect(updated(once, { i: begun({ day: 'Monday' }).fill }, context).toJSON()).toEqual(once.toJSON());
  });

  it('gives the same letter in whatever order the answers come', () => {
    const last: [string, string][] = [
      ['day', 'Tuesday'],
      ['time', 'ten\nsharp'],
    ];
    const doc = answering([['day', 'Monday'], ['time', 'nine'], ['time', ''], ...last]);
    expect(answering(last).toJSON()).toEqual(doc.toJSON());
    expect(answering([...last].reverse()).toJSON()).toEqual(doc.toJSON());
    expect(toText(doc)).toBe('On Tuesday at ten\nsharp, yes, Tuesday.');
    expect(doc.toJSON()).toEqual(begun({ day: 'Tuesday', time: 'ten\nsharp' }).body.toJSON());
  });

  it('opening a blank again gives back the place as it was', () => {
    expect(
      answering([
        ['day', 'Monday'],
        ['day', ' '],
      ]).toJSON(),
    ).toEqual(begun().body.toJSON());
  });

  it('keeps two blanks beside each other apart', () => {
    const twins = parseDoc(body(blank('a'), blank('a'), blank('b')));
    const doc = answering(
      [
        ['a', 'x'],
        ['a', 'yy'],
      ],
      twins,
    );
    expect(toText(doc)).toBe('yyyy[b]');
    expect(placesIn(doc).map(({ state, text }) => [state, text])).toEqual([
      ['filled', 'yy'],
      ['filled', 'yy'],
      ['open', ''],
    ]);
  });

  it('leaves alone what was edited by hand, and other insertions', () => {
    const { body: first, fill: its } = begun({ day: 'Monday' });
    const place = placesIn(first)[0]!;
    // A letter typed twice inside the filled place.
    const edited = first.replace(place.from + 1, place.from + 1, first.slice(place.from, place.from + 1));
    expect(placesIn(edited)[0]!.state).toBe('edited');
    const after = updated(edited, { i: { ...its, answers: { day: 'Friday' } } }, context);
    expect(
      placesIn(after)
        .filter(({ label }) => label.toLowerCase() === 'day')
        .map(({ text }) => text),
    ).toEqual([placesIn(edited)[0]!.text, 'Friday']);
    expect(updated(first, { another: { ...its, answers: { day: 'Friday' } } }, context).toJSON()).toEqual(
      first.toJSON(),
    );
  });

  it('follows the person, except where an answer was typed', () => {
    const source = parseDoc(
      body(blank('n', 'person', { field: 'firstName' }), t(' '), blank('l', 'person', { field: 'lastName' })),
    );
    const { body: doc, fill: its } = begun({ l: 'Typed' }, source);
    const other = { ...context, person: { ...context.person!, firstName: 'Bo', lastName: 'Finch' } };
    expect(toText(updated(doc, { i: its }, other))).toBe('Bo Typed');
    expect(updated(doc, { i: its }, context)).toBe(doc);
  });

  it('counts a blank without an insertion as open', () => {
    expect(openPlaces(note)).toHaveLength(3);
  });
});

describe('what is typed cannot do harm', () => {
  const hostile = [
    '<script>alert(1)</script>',
    '"><img src=x onerror=alert(1)>',
    '&amp;',
    'a\r\nBcc: victim@x.example',
    '\u202Egnp.exe',
    '[day]',
    ',,',
  ];
  it.each(hostile)('%j stays text', (value) => {
    const doc = fill(
      { subject: empty, body: parseDoc(body(t('x '), blank('v'), t(' y'))) },
      context,
      { v: value },
      'i',
    ).body;
    expect(toText(doc)).toBe(`x ${value.replace(/\r\n/g, '\n')} y`);
    expect(toHtml(doc)).not.toMatch(/<(script|img)/i);
    expect(openPlaces(doc)).toEqual([]);
  });

  it('takes other scripts as they are', () => {
    for (const value of ['棚部 ゆき', 'ליאור בן־עמי', 'Олена', '👩🏽‍🔧']) {
      expect(filledText(body(blank('v')), { v: value })).toBe(value);
    }
  });

  it('takes a megabyte', () => {
    const value = 'word '.repeat(200_000);
    expect(filledText(body(blank('v')), { v: value })).toBe(value);
  });
});
