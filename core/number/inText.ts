import { parseNumber } from './parse';

/** An amount of money found in running text. */
export interface FoundAmount {
  from: number;
  to: number;
  text: string;
  value: number;
  /** ISO 4217 where the sign tells. */
  currency: string;
}

const SIGNS: Record<string, string> = {
  '£': 'GBP',
  '€': 'EUR',
  $: 'USD',
  '¥': 'JPY',
  '₹': 'INR',
  '₩': 'KRW',
  '￥': 'JPY',
  円: 'JPY',
  元: 'CNY',
  zł: 'PLN',
  Kč: 'CZK',
  Ft: 'HUF',
  руб: 'RUB',
  kr: '',
};
const FIGURE = String.raw`\d{1,3}(?:[.,’'\u00a0\u202f ]\d{3}){0,6}(?:[.,]\d{1,2})?|\d{1,20}(?:[.,]\d{1,2})?`;
const CODES = 'EUR|USD|GBP|CHF|SEK|NOK|DKK|PLN|CZK|AUD|CAD|NZD|JPY|[eE]uros?|pounds?|dollars?|zł|Kč|Ft|kr|руб';
const AMOUNT = new RegExp(
  String.raw`(?<![\p{N}\p{Script=Latin}\p{Script=Cyrillic}\p{Script=Greek}])(?:(\p{Sc}|(?:${CODES.split('|[eE]uros')[0]})\s)\s?(${FIGURE})|(${FIGURE})\s?(\p{Sc}|[円元]|(?:${CODES})(?!\p{L})))(?![\p{N}])`,
  'gu',
);

/** The amounts named in a text, in reading order. */
export function amountsInText(text: string, locale: string): FoundAmount[] {
  return [...text.matchAll(AMOUNT)].flatMap((match) => {
    const sign = (match[1] ?? match[4])!.trim();
    const value = parseNumber((match[2] ?? match[3])!, locale);
    if (Number.isNaN(value)) return [];
    const currency =
      SIGNS[sign] ??
      (/^[A-Z]{3}$/.test(sign) ? sign : ({ e: 'EUR', p: 'GBP', d: 'USD' }[sign[0]!.toLowerCase()] ?? ''));
    return [{ from: match.index, to: match.index + match[0].length, text: match[0], value, currency }];
  });
}
