import { dayOf, weekdayOf, type Day } from './day';
import { dateFormat } from './format';
import { monthNames, parseDay } from './parse';

/** A weekday and a date beside it. */
export interface WeekdayDate {
  from: number;
  to: number;
  /** Where the weekday itself stands. */
  weekday: { from: number; to: number; number: number; locale: string; isLong: boolean };
  /** The date without a weekday, as it was written. */
  date: string;
  hasYear: boolean;
  /** The day it is; the nearest to come, where no year is given. */
  day: Day;
}

interface Weekdays {
  /** Whether the language writes them with a capital. */
  capitals: boolean;
  numbers: Map<string, { number: number; isLong: boolean }>;
  before: RegExp;
  behind: RegExp;
}

const made = new Map<string, Weekdays>();
const escape = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
const longestFirst = (names: Iterable<string>) =>
  [...names]
    .sort((a, b) => b.length - a.length)
    .map(escape)
    .join('|');

function weekdaysOf(locale: string): Weekdays {
  const known = made.get(locale);
  if (known) return known;
  const numbers: Weekdays['numbers'] = new Map();
  for (const style of ['long', 'short'] as const) {
    for (let i = 0; i < 7; i++) {
      const name = dateFormat(locale, { weekday: style, timeZone: 'UTC' }).format(Date.UTC(2026, 0, 5 + i));
      const key = name.toLowerCase().replace(/\.$/, '');
      if (!numbers.has(key)) numbers.set(key, { number: i + 1, isLong: style === 'long' });
    }
  }
  // English has longer short forms beside those of CLDR (common practice).
  if (locale.startsWith('en'))
    for (const [name, number] of [
      ['tues', 2],
      ['thur', 4],
      ['thurs', 4],
    ] as const)
      numbers.set(name, { number, isLong: false });
  const weekday = longestFirst(numbers.keys());
  // Some short names are words: "so", "do", "sat".
  const long = longestFirst([...numbers].flatMap(([name, { isLong }]) => (isLong ? [name] : [])));
  const months = longestFirst(monthNames(locale));
  const year = String.raw`(?:,?\s{1,3}(?:de\s{1,3}|del\s{1,3})?\d{4}(?!\d))?`;
  const date = String.raw`(?:\d{1,2}(?:st|nd|rd|th|er|\.|º)?\s{0,3}(?:of\s{1,3}|de\s{1,3})?(?:${months})(?!\p{L})${year}|(?:${months})\.?\s{1,3}\d{1,2}(?:st|nd|rd|th)?(?![\d:])${year}|\d{4}-\d{2}-\d{2}|\d{1,2}/\d{1,2}(?:/\d{4}|/\d{2})?(?![\d/])|\d{1,2}\.\d{1,2}\.(?:\d{4}|\d{2})?(?!\d))`;
  const between = String.raw`\.?,?\s{1,3}(?:the\s{1,3}|den\s{1,3}|dem\s{1,3}|der\s{1,3}|le\s{1,3}|el\s{1,3}|d[ií]a\s{1,3})?`;
  const weekdays = {
    capitals: /^\p{Lu}/u.test(weekdayName(1, locale)),
    numbers,
    before: new RegExp(String.raw`(?<![\p{L}\p{N}])(${weekday})(${between})(${date})`, 'giu'),
    behind: new RegExp(
      String.raw`(?<![\p{L}\p{N}./-])(${date})(?:(\s{0,2}\()(${weekday})\.?\)|(,\s?(?:a\s|ein\s|un\s)?)(${long})(?![\p{L}\p{N}]))`,
      'giu',
    ),
  };
  made.set(locale, weekdays);
  return weekdays;
}

const NO_DAYS_OFF = { weekdays: [], days: [] };

/**
 * The dates of a text that have a weekday beside them. Figures are read in the order of the first locale; names in every
 * one of them.
 */
export function weekdayDatesIn(text: string, today: Day, locales: string[]): WeekdayDate[] {
  const out: WeekdayDate[] = [];
  for (const locale of locales) {
    const { numbers, capitals, before, behind } = weekdaysOf(locale);
    const take = (from: number, to: number, name: string, at: number, date: string) => {
      const clean = date.replace(/[.,]$/, '');
      const isFigures = /^[\d./-]+$/.test(clean);
      const day = parseDay(clean, today, isFigures ? locales[0]! : locale, NO_DAYS_OFF);
      // Where weekdays are written with a capital, a word without one is another: "so", "do", "sat".
      const known = capitals && !/^\p{Lu}/u.test(name) ? undefined : numbers.get(name.toLowerCase());
      if (!day || !known || out.some((other) => from < other.to && to > other.from)) return;
      out.push({
        from,
        to,
        weekday: { from: at, to: at + name.length, number: known.number, locale, isLong: known.isLong },
        date: clean,
        hasYear: /\d{4}/.test(clean) || /[./]\d{1,2}[./]\d{2}$/.test(clean),
        day,
      });
    };
    for (const { index, 0: whole, 1: name, 3: date } of text.matchAll(before))
      take(index, index + whole.length - (/\.$/.test(date!) && !/\d\.$/.test(date!) ? 1 : 0), name!, index, date!);
    for (const { index, 0: whole, 1: date, 2: opening, 3: inside, 4: comma, 5: outside } of text.matchAll(behind))
      take(index, index + whole.length, (inside ?? outside)!, index + date!.length + (opening ?? comma)!.length, date!);
  }
  return out.sort((a, b) => a.from - b.from);
}

/** The weekdays a date may rightly have: without a year, that of the year to come, of this one and of the one before. */
export function rightWeekdays({ day, hasYear }: Pick<WeekdayDate, 'day' | 'hasYear'>, today: Day): number[] {
  if (hasYear) return [weekdayOf(day)];
  const [, month, date] = day.split('-').map(Number);
  const years = new Set([Number(day.slice(0, 4)), Number(today.slice(0, 4))]);
  return [...years].map((year) => dayOf(year, month!, date!)).flatMap((one) => (one ? [weekdayOf(one)] : []));
}

/** The name of a weekday in a language, Monday being 1. */
export const weekdayName = (number: number, locale: string, isLong = true): string =>
  dateFormat(locale, { weekday: isLong ? 'long' : 'short', timeZone: 'UTC' }).format(Date.UTC(2026, 0, 4 + number));
