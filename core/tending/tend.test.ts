import { describe, expect, it } from 'vitest';
import { docFromText, emptyDoc } from '../note/schema';
import { tendingKey } from './key';
import { tend, type TendedNote, type TendingFacts } from './tend';

const NOW = Date.UTC(2026, 10, 27);
const DAY = 86_400_000;
const note = (id: string, bodyText: string, more: Partial<TendedNote> = {}): TendedNote => ({
  id,
  name: id,
  subjectText: '',
  bodyText,
  subject: emptyDoc(),
  body: emptyDoc(),
  cue: '',
  used: 1,
  lastUsed: NOW,
  createdAt: NOW - 10 * DAY,
  updatedAt: NOW - 10 * DAY,
  ...more,
});
const facts = (more: Partial<TendingFacts> = {}): TendingFacts => ({
  now: NOW,
  today: '2026-11-27',
  locale: 'en-GB',
  off: { weekdays: [6, 7], days: [] },
  lookups: new Set(),
  accidents: [],
  always: [],
  together: [],
  sentTo: [],
  letters: [],
  ...more,
});
const LONG =
  'Thank you for asking about a loan piano. It costs forty pounds a month and the carrying is not included in that.';

describe('what of a library wants attention', () => {
  it('finds nothing in a library that is well kept', () => {
    expect(tend([note('a', LONG), note('b', 'The workshop is open on Mondays.')], facts())).toEqual([]);
  });

  it('finds an amount that says no currency, and leaves alone one that does or was named by hand', () => {
    const money = (label: string, currency = '') => ({
      type: 'doc',
      content: [
        { type: 'paragraph', content: [{ type: 'blank', attrs: { label, kind: 'money', options: { currency } } }] },
      ],
    });
    const body = (id: string, label: string, currency?: string) => note(id, '', { body: money(label, currency) });
    const notes = [body('a', 'amount'), body('b', 'amount 2'), body('c', 'amount', 'EUR'), body('d', 'deposit')];
    expect(tend(notes, facts())).toEqual([
      { kind: 'no-currency', note: 'a', label: 'amount' },
      { kind: 'no-currency', note: 'b', label: 'amount 2' },
    ]);
  });

  it('finds the name or address of somebody a note was sent to, whole and not by one word', () => {
    const notes = [
      note('a', 'Dear Aoife Lennox, thank you.'),
      note('b', 'Write to aoife@marsh.example, please.'),
      note('c', 'Dear Aoife, thank you for the marsh.'),
      note('d', 'The Lennoxville road is closed for Aoife Lennoxville.'),
    ];
    const sentTo = notes.map(({ id }) => ({ note: id, name: 'Aoife Lennox', address: 'aoife@marsh.example' }));
    expect(tend(notes, facts({ sentTo }))).toEqual([
      { kind: 'names-client', note: 'a', said: 'Aoife Lennox' },
      { kind: 'names-client', note: 'b', said: 'aoife@marsh.example' },
    ]);
    // Whom it was not sent to may be named.
    expect(tend(notes, facts({ sentTo: [{ note: 'c', name: 'Aoife Lennox', address: 'x@y.example' }] }))).toEqual([]);
  });

  it('finds a day that is over, and not one of every year', () => {
    const found = tend([note('a', 'Closed until 3 January 2026.'), note('b', 'Closed on 25 December.')], facts());
    expect(found).toEqual([{ kind: 'day-over', note: 'a', day: '2026-01-03' }]);
  });

  it('finds what was never used in a quarter of a year, and lets what is new be', () => {
    const old = { used: 0, createdAt: NOW - 200 * DAY, updatedAt: NOW - 120 * DAY };
    const found = tend([note('a', 'x', old), note('b', 'y', { ...old, updatedAt: NOW - 5 * DAY })], facts());
    expect(found).toEqual([{ kind: 'never-used', note: 'a', since: NOW - 200 * DAY }]);
  });

  it('names of two that are nearly the same the one that is used less, once', () => {
    const found = tend([note('a', LONG, { used: 9 }), note('b', LONG.replace('forty', 'fifty'), { used: 2 })], facts());
    expect(found).toEqual([{ kind: 'nearly-same', note: 'b', other: 'a' }]);
  });

  it('finds a blank that draws on a lookup that is gone', () => {
    const body = {
      type: 'doc',
      content: [
        {
          type: 'paragraph',
          content: [{ type: 'blank', attrs: { kind: 'lookup', label: 'price', options: { lookup: 'L1' } } }],
        },
      ],
    };
    const notes = [note('a', 'x', { body: body as TendedNote['body'] })];
    expect(tend(notes, facts())).toEqual([{ kind: 'lookup-gone', note: 'a' }]);
    expect(tend(notes, facts({ lookups: new Set(['L1']) }))).toEqual([]);
  });

  it('says what is changed again and again after a note was put in', () => {
    const one = note('a', LONG, { body: docFromText(LONG) });
    const sent = LONG.replace('forty', 'fifty');
    const letter = (message: string, base: string, sent: string | null) => ({
      ...{ note: 'a', message, base, sent, to: 'Ada', at: 5 },
    });
    const letters = [
      letter('1', LONG, sent),
      letter('2', LONG, sent),
      letter('3', LONG, sent),
      letter('4', 'Other', 'x'),
    ];
    expect(tend([one], facts({ letters }))).toMatchObject([
      {
        kind: 'learnt-edit',
        note: 'a',
        edit: { kind: 'change', before: 'forty', after: ['fifty'], count: 3, of: 3 },
        letters: [{ message: '1', to: 'Ada', at: 5 }, {}, {}],
      },
    ]);
    expect(tend([one], facts({ letters: letters.slice(1) }))).toEqual([]);
  });

  it('says what is always the same, goes off by accident, or goes together', () => {
    const found = tend(
      [note('a', 'x', { cue: 'tu', used: 5 }), note('b', 'y', { used: 20 })],
      facts({
        accidents: [{ note: 'a', count: 3, messages: 200 }],
        always: [{ note: 'a', label: 'town', answer: 'Tern Bay', count: 6 }],
        together: [
          { note: 'a', other: 'b', count: 5 },
          { note: 'b', other: 'a', count: 5 },
        ],
      }),
    );
    expect(found.map(({ kind, note }) => [kind, note])).toEqual([
      ['cue-accident', 'a'],
      ['always-same', 'a'],
      ['goes-with', 'a'],
    ]);
    expect(new Set(found.map(tendingKey)).size).toBe(3);
  });
});
