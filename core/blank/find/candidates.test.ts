import { describe, expect, it } from 'vitest';
import { messages } from '../../../demo/messages';
import { parseDoc } from '../../note/schema';
import { HELD_OUT, TUNED, type Case } from '../../../tests/candidates/cases';
import { FRESH } from '../../../tests/candidates/fresh';
import { SECOND } from '../../../tests/candidates/second';
import { THIRD } from '../../../tests/candidates/third';
import { findCandidates } from './candidates';
import type { Origin } from './candidate';
import { candidatesIn } from './inDoc';
import { score } from '../../../tests/candidates/score';

const ways = { locale: 'en-GB', today: '2026-11-24', off: { weekdays: [6, 7], days: [] } };
const origin: Origin = {
  firstName: 'Ines',
  lastName: 'Calloway',
  fullName: 'Ines Calloway',
  company: 'Harbour School',
  address: 'ines@client.example',
};
const find = ({ text, sent, locale = ways.locale }: Case) =>
  findCandidates(text, { ...ways, locale }, sent ? origin : null);

it('knows at least 150 cases, most of them traps', () => {
  const all = [...TUNED, ...HELD_OUT];
  expect(all.length).toBeGreaterThanOrEqual(150);
  expect(all.filter(({ found }) => !found.length).length).toBeGreaterThan(all.length / 2);
});

describe('what looks like a blank', () => {
  it.each(TUNED.map((one) => [one.text, one] as const))('%j', (_text, one) => {
    const found = find(one);
    expect(found.map(({ text }) => text)).toEqual(one.found.map((words) => words.split('|')[0]));
    one.found.forEach((words, i) => {
      const kind = words.split('|')[1];
      if (kind) expect(found[i]!.blank.kind, words).toBe(kind);
    });
  });

  it('is found in wording that was not used for making it, and little else', () => {
    const { precision, recall } = score(HELD_OUT, find);
    // Nearly every sentence of the table is a trap; letters as they are written are the next test.
    expect(precision).toBeGreaterThanOrEqual(0.65);
    expect(recall).toBeGreaterThanOrEqual(0.9);
  });

  it.each([
    ['many', FRESH],
    ['more', SECOND],
    ['further', THIRD],
  ])('is found in letters of %s trades and languages, with its kind', (_, cases) => {
    const { precision, recall } = score(cases, find);
    expect(precision).toBeGreaterThanOrEqual(0.92);
    expect(recall).toBeGreaterThanOrEqual(0.94);
    const kinds = cases.flatMap((one) =>
      one.found.flatMap((words) => {
        const [text, kind] = words.split('|');
        return kind ? [find(one).find((found) => found.text === text)?.blank.kind === kind] : [];
      }),
    );
    expect(kinds.filter(Boolean).length / kinds.length).toBeGreaterThanOrEqual(0.95);
  });

  it('is no reference, no remark and no answer in brackets, and goes along with what is marked the same way', () => {
    const found = (text: string) => findCandidates(text, ways).map((one) => one.text);
    expect(found('As [ISO 9001] and [RFC 5322-1] ask. [End of message] My aunt [now deceased] said {yes}.')).toEqual(
      [],
    );
    expect(found('Dear $name, $parcel is here.')).toEqual(['$name', '$parcel']);
    expect(found('Run $parcel first.')).toEqual([]);
  });

  it('is not found in letters that people wrote', () => {
    expect(messages.length).toBeGreaterThan(50);
    expect(messages.flatMap(({ text }) => findCandidates(text, ways)).map(({ text }) => text)).toEqual([]);
  });

  it('gives names from the words around, and one name to one question', () => {
    const labels = (text: string) => findCandidates(text, ways).map(({ blank }) => blank.label);
    expect(labels('Dear ____, on ____ at ____ it costs £____ for ____ minutes.')).toEqual([
      'first name',
      'day',
      'time',
      'amount',
      'minutes',
    ]);
    expect(labels('[Day] and again [day], then [other]')).toEqual(['Day', 'day', 'other']);
    expect(labels('on ____ or on ____')).toEqual(['day', 'day 2']);
  });
});

describe('a date with its figures left out', () => {
  it.each([
    '__.__.2026',
    'XX.XX.2026',
    'xx.xx.2026',
    '__/__/2026',
    'XX-XX-2026',
    '__.12.2026',
    '24.XX.2026',
    '2026-__-__',
    '2026-XX-XX',
    '__.__.____',
    'dd.mm.yyyy',
  ])('is one date: %s', (written) => {
    for (const text of [`We meet on ${written}.`, `Am ${written} um 9 Uhr`, `(${written})`]) {
      const found = findCandidates(text, ways);
      expect([text, found.map((one) => [one.text, one.blank.kind])]).toEqual([text, [[written, 'date']]]);
    }
  });
});

describe('an amount that is kept', () => {
  const origin = { firstName: '', lastName: '', fullName: '', company: '', address: '' };
  const kept = (text: string, locale: string) =>
    findCandidates(text, { ...ways, locale }, origin).map(({ blank }) => [blank.kind, blank.options.currency ?? '']);
  it.each([
    ['480 EUR', 'EUR'],
    ['EUR 480', 'EUR'],
    ['€480', 'EUR'],
    ['480 €', 'EUR'],
    ['480 euros', 'EUR'],
    ['480 Euro', 'EUR'],
    ['CHF 480', 'CHF'],
    ['480 USD', 'USD'],
    ['£480', 'GBP'],
    ['480 Pounds', 'GBP'],
    ['480 zł', 'PLN'],
    ['9800円', 'JPY'],
    ['480 ₽', 'RUB'],
  ])('as %s stays in its currency, whatever the account’s', (written, currency) => {
    for (const locale of ['en-GB', 'de-DE', 'sv-SE', 'ja-JP'])
      expect([locale, kept(`It costs ${written} in all.`, locale)]).toEqual([locale, [['money', currency]]]);
  });

  it('with a sign that several currencies share is in that of the region, and no amount where nobody can tell', () => {
    expect(kept('It costs $480 in all.', 'en-GB')).toEqual([['money', 'USD']]);
    expect(kept('It costs $480 in all.', 'en-AU')).toEqual([['money', 'AUD']]);
    expect(kept('It costs 480 dollars in all.', 'en-CA')).toEqual([['money', 'CAD']]);
    expect(kept('Det kostar 480 kr.', 'sv-SE')).toEqual([['money', 'SEK']]);
    expect(kept('It costs 480 kr in all.', 'en-GB')).toEqual([['text', '']]);
    expect(kept('¥9800', 'zh-CN')).toEqual([['money', 'CNY']]);
  });
});

it('finds places in a document, past blanks and formatting', () => {
  const t = (text: string, marks?: object[]) => ({ type: 'text', text, ...(marks && { marks }) });
  const doc = parseDoc({
    type: 'doc',
    content: [
      {
        type: 'paragraph',
        content: [
          t('Dear '),
          { type: 'blank', attrs: { label: 'x', kind: 'text' } },
          t(', on [d'),
          t('ay]', [{ type: 'bold' }]),
        ],
      },
      {
        type: 'bulletList',
        content: [{ type: 'listItem', content: [{ type: 'paragraph', content: [t('the [thing]')] }] }],
      },
    ],
  } as never);
  expect(candidatesIn(doc, ways, null).map(({ from, to }) => doc.textBetween(from, to))).toEqual(['[day]', '[thing]']);
});
