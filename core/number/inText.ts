import { parseNumber } from './parse';
import { regionDefaults } from './region';

/** An amount of money found in running text. */
export interface FoundAmount {
  from: number;
  to: number;
  text: string;
  value: number;
  /** ISO 4217; empty where neither the sign nor the region tells. */
  currency: string;
}

const SIGNS: Record<string, string> = {
  '£': 'GBP',
  '€': 'EUR',
  '¥': 'JPY',
  '₹': 'INR',
  '₩': 'KRW',
  '￥': 'JPY',
  '₽': 'RUB',
  '₺': 'TRY',
  '₴': 'UAH',
  '₪': 'ILS',
  円: 'JPY',
  元: 'CNY',
  zł: 'PLN',
  Kč: 'CZK',
  Ft: 'HUF',
  руб: 'RUB',
};

/** Signs that several currencies share: the region's own is meant, else the first, which is the one most often meant (common practice). */
const SHARED: Record<string, string[]> = {
  $: ['USD', 'CAD', 'AUD', 'NZD', 'SGD', 'MXN'],
  dollar: ['USD', 'CAD', 'AUD', 'NZD', 'SGD'],
  kr: ['', 'SEK', 'NOK', 'DKK'],
  '¥': ['JPY', 'CNY'],
  '￥': ['JPY', 'CNY'],
};

/** The currency a sign, code or word stands for in a region; empty where nobody can tell. */
function currencyOf(sign: string, locale: string): string {
  if (/^[A-Z]{3}$/.test(sign)) return sign;
  const word = sign.toLowerCase().replace(/^(euro|pound|dollar)s?$/, '$1');
  const shared = SHARED[word];
  if (shared) {
    const own = regionDefaults(locale).currency;
    return shared.includes(own) ? own : shared[0]!;
  }
  return SIGNS[sign] ?? { euro: 'EUR', pound: 'GBP' }[word] ?? '';
}
const FIGURE = String.raw`\d{1,3}(?:[.,’'\u00a0\u202f ]\d{3}){0,6}(?:[.,]\d{1,2})?|\d{1,20}(?:[.,]\d{1,2})?`;
const CODES =
  'EUR|USD|GBP|CHF|SEK|NOK|DKK|PLN|CZK|HUF|RON|AUD|CAD|NZD|SGD|JPY|[eE]uros?|[pP]ounds?|[dD]ollars?|zł|Kč|Ft|kr|руб';
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
    const currency = currencyOf(sign, locale);
    return [{ from: match.index, to: match.index + match[0].length, text: match[0], value, currency }];
  });
}
