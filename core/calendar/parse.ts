import { foldAccents } from '../text/fold';
import { dayOf, isDay, later, weekdayOf, type Day, type DaysOff, type Unit } from './day';
import { dateFormat } from './format';

interface Names {
  weekdays: Map<string, number>;
  months: Map<string, number>;
  /** Whether the locale writes the month before the day in figures. */
  monthFirst: boolean;
}

const nameKey = (text: string) => foldAccents(text.replace(/[.,]/g, ' '));

const named = new Map<string, Names>();

/** The weekday and month names of a locale, long and short, as CLDR has them, and the English ones beside them. */
function namesOf(locale: string): Names {
  const known = named.get(locale);
  if (known) return known;
  const names: Names = { weekdays: new Map(), months: new Map(), monthFirst: false };
  for (const language of ['en', locale]) {
    for (const style of ['long', 'short'] as const) {
      for (let i = 0; i < 7; i++) {
        // 5 January 2026 was a Monday.
        const name = dateFormat(language, { weekday: style, timeZone: 'UTC' }).format(Date.UTC(2026, 0, 5 + i));
        names.weekdays.set(nameKey(name), i + 1);
      }
      for (let i = 0; i < 12; i++) {
        const at = Date.UTC(2026, i, 5);
        names.months.set(nameKey(dateFormat(language, { month: style, timeZone: 'UTC' }).format(at)), i + 1);
        // In a date the name may stand in another case than by itself.
        const parts = dateFormat(language, { month: style, day: 'numeric', timeZone: 'UTC' }).formatToParts(at);
        const inDate = parts.find(({ type }) => type === 'month')!.value;
        // Some languages have a figure there instead.
        if (/\p{L}/u.test(inDate)) names.months.set(nameKey(inDate), i + 1);
      }
    }
  }
  const order = dateFormat(locale, { day: 'numeric', month: 'numeric', timeZone: 'UTC' }).formatToParts(0);
  names.monthFirst = order.findIndex(({ type }) => type === 'month') < order.findIndex(({ type }) => type === 'day');
  named.set(locale, names);
  return names;
}

/** Month names as they may stand in text of the locale, by themselves and in a date; and English ones. */
export const monthNames = (locale: string): string[] => written(locale, 'month');
/** Weekday names likewise. */
export const weekdayNames = (locale: string): string[] => written(locale, 'weekday');

function written(locale: string, field: 'month' | 'weekday'): string[] {
  const names = new Set<string>();
  for (const language of ['en', locale]) {
    for (const style of field === 'month' ? (['long', 'short'] as const) : (['long'] as const)) {
      for (let i = 0; i < (field === 'month' ? 12 : 7); i++) {
        const at = field === 'month' ? Date.UTC(2026, i, 5) : Date.UTC(2026, 0, 5 + i);
        const name = dateFormat(language, { [field]: style, timeZone: 'UTC' }).format(at);
        const parts = dateFormat(language, { [field]: style, day: 'numeric', timeZone: 'UTC' }).formatToParts(at);
        const inDate = field === 'month' ? parts.find(({ type }) => type === 'month')!.value : name;
        for (const one of [name, inDate]) if (/^\p{L}+$/u.test(one)) names.add(one);
      }
    }
  }
  return [...names];
}

/** Words that stand in a date and say nothing: of, the, and the year's own word in some languages. */
const FILLERS = new Set(['of', 'the', 'de', 'den', 'le', 'el', 'on', 'р', 'г', 'r', 'roku']);

/** A name, or at least three letters of its beginning when only one name begins so. */
function find(names: Map<string, number>, word: string): number {
  const whole = names.get(word);
  if (whole) return whole;
  if (word.length < 3 || /\d/.test(word)) return 0;
  const found = new Set([...names].filter(([name]) => name.startsWith(word)).map(([, value]) => value));
  return found.size === 1 ? [...found][0]! : 0;
}

const UNIT_WORDS: Record<string, Unit> = {
  d: 'day',
  day: 'day',
  days: 'day',
  w: 'week',
  week: 'week',
  weeks: 'week',
  m: 'month',
  month: 'month',
  months: 'month',
  wd: 'working day',
  'working day': 'working day',
  'working days': 'working day',
};

const SMALL: Record<string, number> = { a: 1, an: 1, one: 1, two: 2, three: 3, four: 4, five: 5, six: 6 };

/** A two-figure year is taken in the century that brings it nearest to today. */
function fullYear(text: string | undefined, today: Day): number {
  const now = Number(today.slice(0, 4));
  if (!text) return 0;
  if (text.length > 2) return Number(text);
  const inCentury = Math.floor(now / 100) * 100 + Number(text);
  return [inCentury - 100, inCentury, inCentury + 100].sort((a, b) => Math.abs(a - now) - Math.abs(b - now))[0]!;
}

/** A day of this year, or of the next when it lies more than a week back: people write of days to come. */
function nearest(month: number, date: number, year: number, today: Day): Day | '' {
  if (year) return dayOf(year, month, date);
  const now = Number(today.slice(0, 4));
  const thisYear = dayOf(now, month, date);
  if (thisYear && thisYear >= later(today, -7, 'day', { weekdays: [], days: [] })) return thisYear;
  return dayOf(now + 1, month, date) || thisYear;
}

/**
 * Reads a day as it is typed (common practice, no source): ISO 8601; figures in the order of the locale; day and month
 * with or without year; "today", "tomorrow"; a weekday, which is the next one to come; "next friday", which is the
 * friday of the next week (Monday begins it, ISO 8601); "+3d", "in 2 weeks", "5 working days". Names of the account's
 * language and English ones, at least three letters of them. Empty when it is no day, or one that does not exist.
 */
export function parseDay(typed: string, today: Day, locale: string, off: DaysOff): Day | '' {
  const text = nameKey(typed);
  if (!text) return '';
  if (isDay(typed.trim())) return typed.trim();
  if (text === 'today') return today;
  if (text === 'tomorrow') return later(today, 1, 'day', off);
  if (text === 'yesterday') return later(today, -1, 'day', off);
  const names = namesOf(locale);

  const ahead = /^(?:in |\+ ?)?(-?\d{1,5}|[a-z]+) ?(working days?|wd|days?|weeks?|months?|[dwm])$/.exec(text);
  if (ahead) {
    const count = SMALL[ahead[1]!] ?? Number(ahead[1]);
    if (Number.isFinite(count)) return later(today, count, UNIT_WORDS[ahead[2]!]!, off);
  }

  const weekday = /^(?:(next|this|on) )?(\p{L}+)$/u.exec(text);
  const wanted = weekday ? find(names.weekdays, weekday[2]!) : 0;
  if (wanted) {
    const now = weekdayOf(today);
    const days = weekday![1] === 'next' ? 7 - now + wanted : ((wanted - now + 6) % 7) + 1;
    return later(today, days, 'day', off);
  }

  const figures = /^(\d{1,4}) ?[/ -] ?(\d{1,2})(?: ?[/ -] ?(\d{1,4}))?$/.exec(text);
  if (figures) {
    const [, a, b, c] = figures;
    if (a!.length === 4) return c ? dayOf(Number(a), Number(b), Number(c)) : '';
    const [month, date] = names.monthFirst ? [Number(a), Number(b)] : [Number(b), Number(a)];
    return nearest(month, date, fullYear(c, today), today);
  }

  const signs =
    /^(?:(\d{4})年 ?)?(\d{1,2})月 ?(\d{1,2})[日号] ?(?:[(（]?[月火水木金土日一二三四五六](?:曜日?)?[)）]?)?$/u.exec(
      text,
    );
  if (signs) return nearest(Number(signs[2]), Number(signs[3]), Number(signs[1] ?? 0), today);

  // "30 june", "june 30th", "tue 30 june 2027", "30 de junio"
  let spaced = text;
  for (const name of names.weekdays.keys()) if (name.includes('-')) spaced = spaced.replace(name, ' ');
  const words = spaced
    .trim()
    .split(/[ /-]+/)
    .map((word) => word.replace(/^(\d+)(st|nd|rd|th|er|o|a)$/, '$1'))
    .filter((word) => !FILLERS.has(word));
  const numbers = words.filter((word) => /^\d+$/.test(word));
  const months = words.filter((word) => find(names.months, word));
  const rest = words.filter((word) => !/^\d+$/.test(word) && !find(names.months, word) && !find(names.weekdays, word));
  if (months.length !== 1 || rest.length || !numbers.length || numbers.length > 2) return '';
  const [date, year] = numbers[0]!.length > 2 ? [numbers[1], numbers[0]] : numbers;
  if (!date) return '';
  return nearest(find(names.months, months[0]!), Number(date), fullYear(year, today), today);
}
