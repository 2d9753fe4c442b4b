import { describe, expect, it } from 'vitest';
import { docFromText, emptyDoc, parseDoc } from '../note/schema';
import { findingKey } from './letter/finding';
import type { LookedAt, LookFacts } from './letter/letter';
import { lastLook as look } from './look';
import type { LookWishes } from './quick';

const draft = (part: Partial<LookedAt> = {}): LookedAt => ({
  to: [{ name: '', address: 'a@x.example' }],
  cc: [],
  bcc: [],
  subject: parseDoc(docFromText('Subject')),
  body: parseDoc(docFromText('Text')),
  ...part,
});
const facts: LookFacts = {
  mode: 'new',
  attachments: [],
  original: null,
  me: { name: 'Wren Halloway', address: 'wren@halloway.example', signature: 'Wren Halloway' },
  people: [],
  today: '2026-11-27',
  locale: 'en-GB',
  sentBefore: [],
};
const lastLook = (drafted: LookedAt, wishes?: LookWishes) => look(drafted, facts, wishes);
const blank = parseDoc({
  type: 'doc',
  content: [
    {
      type: 'paragraph',
      content: [{ type: 'text', text: 'On ' }, { type: 'blank', attrs: { label: 'day', kind: 'text' } } as never],
    },
  ],
});

describe('the last look', () => {
  it('says nothing about a letter in order', () => expect(lastLook(draft())).toEqual([]));
  it('stops at what must not leave, each with its place', () => {
    const findings = lastLook(draft({ to: [], cc: [{ name: '', address: 'nonsense' }], body: blank, subject: blank }));
    expect(findings.map(({ kind, stop, place }) => [kind, stop, place])).toEqual([
      ['bad-address', true, { part: 'cc' }],
      ['open-blank', true, { part: 'subject', pos: 4 }],
      ['open-blank', true, { part: 'body', pos: 4 }],
    ]);
    expect(lastLook(draft({ to: [] }))[0]).toMatchObject({ kind: 'no-recipient', stop: true });
  });
  it('remarks on an empty subject or body without stopping', () => {
    const empty = parseDoc(emptyDoc());
    expect(lastLook(draft({ subject: empty, body: empty })).map(({ kind, stop }) => [kind, stop])).toEqual([
      ['no-subject', false],
      ['nothing-written', false],
    ]);
  });
});

describe('marks made by hand', () => {
  it.each(['Dear [NAME],', 'The price is xxxxx EUR.', 'On ____ at nine.', 'Dear {first name},'])('%s stops', (line) => {
    const findings = lastLook(draft({ body: parseDoc(docFromText(line)) }));
    expect(findings.map(({ kind, stop }) => [kind, stop])).toEqual([['open-mark', true]]);
    const { place, about } = findings[0]!;
    expect(parseDoc(docFromText(line)).textBetween(place.pos!, place.to!)).toBe(about);
    const silenced = [findingKey(findings[0]!)];
    expect(lastLook(draft({ body: parseDoc(docFromText(line)) }), { silenced })).toEqual([]);
  });

  it.each(['Dear Ada,', 'See [1] and [sic].', 'We are open 9 to 5 (not on Sunday).', 'Use the API.'])(
    '%s does not',
    (line) => expect(lastLook(draft({ body: parseDoc(docFromText(line)) }))).toEqual([]),
  );
});
