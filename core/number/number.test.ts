import { describe, expect, it } from 'vitest';
import { formatMoney, formatNumber, isCurrency } from './format';
import { amountsInText } from './inText';
import { product, round, sum } from './reckon';
import { regionDefaults } from './region';
import { fileSize } from './size';
import { parseNumber } from './parse';

const LOCALES = [
  'en-GB',
  'de-DE',
  'de-CH',
  'fr-FR',
  'es-ES',
  'it-IT',
  'sv-SE',
  'pl-PL',
  'pt-BR',
  'ja-JP',
  'hi-IN',
  'ar-EG',
];

describe('numbers as they are typed', () => {
  it.each([
    ['1,234.50', 'en-GB', 1234.5],
    ['1.234,50', 'de-DE', 1234.5],
    ["1'234.50", 'de-CH', 1234.5],
    ['1 234,50', 'fr-FR', 1234.5],
    ['1.5', 'de-DE', 1.5],
    ['1,5', 'en-GB', 1.5],
    ['1.000', 'de-DE', 1000],
    ['1,000', 'en-GB', 1000],
    ['1,234,567', 'en-GB', 1234567],
    ['12,34,567', 'hi-IN', 1234567],
    ['£85', 'en-GB', 85],
    ['85 €', 'de-DE', 85],
    ['EUR 85,00', 'de-DE', 85],
    ['15 %', 'en-GB', 15],
    ['30 km', 'en-GB', 30],
    ['-3', 'en-GB', -3],
    ['\u22123,5', 'sv-SE', -3.5],
    ['٣٫٥', 'ar-EG', 3.5],
    ['1234567,8', 'de-DE', 1234567.8],
  ])('%s in %s', (typed, locale, value) => expect(parseNumber(typed, locale)).toBe(value));

  it.each(['', 'abc', '1.2.3', '1,2,3', '--1', '1-2', '12:30', '1,23,4', 'e5', '∞'])('%j is none', (typed) =>
    expect(parseNumber(typed, 'en-GB')).toBeNaN(),
  );

  // What CLDR writes is what the same language reads.
  it.each(LOCALES)('reads back what it writes in %s', (locale) => {
    for (const value of [0, 1, 12, 1234, 1234.5, 0.25, 1234567.89, -42.5, 999999]) {
      expect(parseNumber(formatNumber(value, locale), locale)).toBe(value);
      expect(parseNumber(formatMoney(Math.abs(value), 'EUR', locale), locale)).toBeCloseTo(Math.abs(value), 2);
    }
  });
});

describe('writing numbers', () => {
  it.each(LOCALES)('agrees with CLDR through Intl in %s', (locale) => {
    for (const value of [0, 1234.5, 1234567.891, -3]) {
      expect(formatNumber(value, locale)).toBe(
        new Intl.NumberFormat(locale, { maximumFractionDigits: 10 }).format(value),
      );
      expect(formatNumber(value, locale, '', 2)).toBe(
        new Intl.NumberFormat(locale, { minimumFractionDigits: 2, maximumFractionDigits: 2 }).format(value),
      );
      expect(formatMoney(value, 'CHF', locale)).toBe(
        new Intl.NumberFormat(locale, { style: 'currency', currency: 'CHF' }).format(value),
      );
    }
  });

  it('leaves hundredths out of whole amounts when asked, and keeps a unit on the line', () => {
    expect([formatMoney(240, 'GBP', 'en-GB', true), formatMoney(240.5, 'GBP', 'en-GB', true)]).toEqual([
      '£240',
      '£240.50',
    ]);
    expect(formatMoney(240, 'JPY', 'ja-JP')).toBe('￥240');
    expect(formatNumber(3, 'en-GB', 'strings')).toBe('3\u00a0strings');
    expect([isCurrency('GBP'), isCurrency('gbp'), isCurrency('XYZ')]).toEqual([true, false, false]);
  });
});

describe('reckoning', () => {
  it('in decimal, as on paper', () => {
    expect(sum([0.1, 0.2])).toBe(0.3);
    expect(sum(Array(10).fill(0.1))).toBe(1);
    expect(product([1.1, 1.1])).toBe(1.21);
    expect(product([19.99, 3])).toBe(59.97);
  });

  it('rounds to a step, halves away from zero', () => {
    expect([round(72, 'up', 5), round(75, 'up', 5), round(71, 'down', 5), round(72.5, 'nearest', 5)]).toEqual([
      75, 75, 70, 75,
    ]);
    expect([round(2.675, 'nearest', 0.01), round(-2.5, 'nearest', 1), round(1.005, 'up', 0.01)]).toEqual([
      2.68, -3, 1.01,
    ]);
    expect([round(7, 'none', 5), round(7, 'up', 0)]).toEqual([7, 7]);
  });
});

it('finds amounts in running text', () => {
  const found = amountsInText('It was £85, then 1.200,50 € and USD 30; not 85 keys, 3pm or 20% off.', 'en-GB');
  expect(found.map(({ text, value, currency }) => [text, value, currency])).toEqual([
    ['£85', 85, 'GBP'],
    ['1.200,50 €', 1200.5, 'EUR'],
    ['USD 30', 30, 'USD'],
  ]);
});

it('knows what a new account starts with', () => {
  expect(regionDefaults('en-GB').currency).toBe('GBP');
  expect(regionDefaults('de')).toMatchObject({ currency: 'EUR', weekdaysOff: [6, 7] });
  expect(regionDefaults('ja-JP').currency).toBe('JPY');
  expect(regionDefaults('ar-EG').weekdaysOff).toEqual([5, 6]);
  expect(regionDefaults('nonsense of a locale')).toEqual({ currency: 'EUR', weekdaysOff: [6, 7] });
});

describe('the size of a file', () => {
  it.each([
    [0, '0 bytes'],
    [999, '999 bytes'],
    [1000, '1 kB'],
    [60_400, '60 kB'],
    [999_499, '999 kB'],
    [999_500, '1 MB'],
    [1_040_000, '1.04 MB'],
    [10_000_000, '10 MB'],
    [11_260_000, '11.3 MB'],
  ])('of %i bytes is told as people read it', (bytes, said) => expect(fileSize(bytes)).toBe(said));
});
