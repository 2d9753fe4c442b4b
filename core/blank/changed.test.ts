import { describe, expect, it } from 'vitest';
import type { Lookup } from '../lookup/lookup';
import { parseDoc } from '../note/schema';
import { lastLook } from '../look/look';
import { changedFacts } from './changed';
import { fill } from './fill';
import type { FillContext } from './kinds/kind';
import { updated } from './letter';

const services = (price: string, rows = ['Tuning', 'Voicing']): Lookup => ({
  id: 'S',
  name: 'Services',
  keyColumn: 'k',
  columns: [
    { id: 'k', name: 'Service', type: 'text' },
    { id: 'p', name: 'Price', type: 'money' },
  ],
  rows: rows.map((k) => ({ k, p: price })),
});
const contextWith = (lookup?: Lookup): FillContext => ({
  person: null,
  sender: { name: 'Wren', fields: [] },
  lookups: lookup ? { S: lookup } : {},
  now: Date.UTC(2026, 10, 24, 9),
  locale: 'en-GB',
  timeZone: 'UTC',
  currency: 'GBP',
});
const blank = (label: string, kind: string, options: object) => ({ type: 'blank', attrs: { label, kind, options } });
const text = (words: string) => ({ type: 'text', text: words });
const operand = (label: string, number = 0) => ({ blank: label, column: '', number });
const body = parseDoc({
  type: 'doc',
  content: [
    {
      type: 'paragraph',
      content: [
        text('The price is '),
        blank('price', 'lookup', { lookup: 'S', column: 'p', row: 'asked', of: '', hint: '' }),
        text(', for two '),
        blank('both', 'reckoned', { operation: 'product', operands: [operand('price'), operand('', 2)] }),
        text(' on '),
        blank('day', 'text', { hint: '' }),
        text('.'),
      ],
    },
  ],
});
const empty = parseDoc({ type: 'doc', content: [{ type: 'paragraph' }] });

function letterFilled() {
  const context = contextWith(services('120'));
  const filled = fill({ subject: empty, body }, context, { price: 'Tuning', day: 'Monday' }, 'one');
  return { body: filled.body, fills: { one: filled.fill } };
}

describe('facts changed since they were filled', () => {
  it('are none while the lookup says the same', () => {
    const { body: letter, fills } = letterFilled();
    expect(letter.textContent).toContain('The price is £120');
    expect(changedFacts([letter], fills, contextWith(services('120')))).toEqual([]);
    // Another row is another matter.
    const more = services('120', ['Tuning', 'Moving']);
    expect(changedFacts([letter], fills, contextWith(more))).toEqual([]);
  });

  it('are said with what was and what is, also where they are only calculated with', () => {
    const { body: letter, fills } = letterFilled();
    const found = changedFacts([empty, letter], fills, contextWith(services('135')));
    expect(found).toMatchObject([
      { insertion: 'one', label: 'price', was: '£120', now: '£135' },
      { insertion: 'one', label: 'both', was: '£240', now: '£270' },
    ]);
    // In the letter that follows they are still said, by their places.
    const after = updated(letter, fills, contextWith(services('135')));
    expect(changedFacts([after], fills, contextWith(services('135')))).toEqual([]);
    const looked = { to: [{ name: '', address: 'ada@client.example' }], cc: [], bcc: [], subject: empty, body: after };
    const facts = {
      mode: 'new' as const,
      attachments: [],
      original: null,
      me: { name: 'Wren', address: 'wren@halloway.example', signature: '' },
      people: [],
      today: '2026-11-24',
      locale: 'en-GB',
      sentBefore: [],
      changedFacts: found,
    };
    const price = lastLook(looked, facts).filter(({ kind }) => kind === 'fact-changed');
    expect(price).toMatchObject([{ stop: true, about: 'price: £120' }, { about: 'both: £240' }]);
    expect(after.textBetween(price[0]!.place.pos!, price[0]!.place.to!)).toBe('£135');
    expect(lastLook({ ...looked, body: empty }, facts).some(({ kind }) => kind === 'fact-changed')).toBe(false);
  });

  it('are said where their row or their lookup is gone', () => {
    const { body: letter, fills } = letterFilled();
    for (const lookup of [services('120', ['Voicing']), undefined])
      expect(changedFacts([letter], fills, contextWith(lookup))).toContainEqual(
        expect.objectContaining({ label: 'price', was: '£120', now: null }),
      );
    // What stands in the letter stays; the answer is no price.
    expect(updated(letter, fills, contextWith()).textContent).toContain('The price is £120,');
  });
});
