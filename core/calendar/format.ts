import { toUtc, type Day } from './day';

/** The ways to write a date, longest first, as CLDR has them. */
export const DATE_STYLES = ['full', 'long', 'medium', 'short'] as const;
/** One of {@link DATE_STYLES}. */
export type DateStyle = (typeof DATE_STYLES)[number];

const STYLES: Record<DateStyle, Intl.DateTimeFormatOptions> = {
  full: { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' },
  long: { day: 'numeric', month: 'long', year: 'numeric' },
  medium: { day: 'numeric', month: 'short', year: 'numeric' },
  short: { day: '2-digit', month: '2-digit', year: 'numeric' },
};

const formats = new Map<string, Intl.DateTimeFormat>();

/** Making a format is slow and the same few are asked for at every key press. */
export function dateFormat(locale: string, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = `${locale}|${JSON.stringify(options)}`;
  let format = formats.get(key);
  if (!format) formats.set(key, (format = new Intl.DateTimeFormat(locale, options)));
  return format;
}

/** The letters of a pattern, after CLDR (UTS 35, Date Format Patterns). */
const FIELDS: Record<string, Intl.DateTimeFormatOptions> = {
  EEEE: { weekday: 'long' },
  EEE: { weekday: 'short' },
  dd: { day: '2-digit' },
  d: { day: 'numeric' },
  MMMM: { month: 'long', day: 'numeric' },
  MMM: { month: 'short', day: 'numeric' },
  MM: { month: '2-digit' },
  M: { month: 'numeric' },
  yyyy: { year: 'numeric' },
  yy: { year: '2-digit' },
};
const PATTERN = /EEEE|EEE|dd?|MMMM|MMM|MM?|yyyy|yy|'[^']*'/g;

/** Whether a pattern names at least one part of a date, and no letter that is none. */
export function isPattern(pattern: string): boolean {
  return pattern.match(PATTERN) !== null && !/\p{L}/u.test(pattern.replace(PATTERN, ''));
}

function byPattern(day: Day, pattern: string, locale: string): string {
  return pattern.replace(PATTERN, (field) => {
    if (field.startsWith("'")) return field.slice(1, -1) || "'";
    const parts = dateFormat(locale, { ...FIELDS[field], timeZone: 'UTC' }).formatToParts(toUtc(day));
    const type = { E: 'weekday', d: 'day', M: 'month', y: 'year' }[field[0]!];
    const value = parts.find((part) => part.type === type)!.value;
    // Intl pads less than the pattern asks where a field stands alone.
    return /^\d$/.test(value) && (field === 'dd' || field === 'MM') ? `0${value}` : value;
  });
}

/** How a day is written: in a style of the locale, or by a pattern of one's own. */
export interface DateFormat {
  style: DateStyle;
  /** Put before the style; a pattern says for itself. */
  weekday: boolean;
  /** Instead of the style where it is not empty. */
  pattern: string;
}

/** A day as the locale writes it. */
export function formatDay(day: Day, { style, weekday, pattern }: DateFormat, locale: string): string {
  if (pattern.trim() && isPattern(pattern)) return byPattern(day, pattern, locale);
  const options = { ...STYLES[style], ...(weekday && { weekday: 'long' as const }), timeZone: 'UTC' };
  return dateFormat(locale, options).format(toUtc(day));
}

/** A time of day (`HH:MM`) as the locale writes it. */
export function formatTime(time: string, locale: string): string {
  const [hours, minutes] = time.split(':').map(Number);
  return dateFormat(locale, { hour: 'numeric', minute: '2-digit', timeZone: 'UTC' }).format(
    Date.UTC(2026, 0, 1, hours, minutes),
  );
}

/** The parts of a day that greetings tell apart. */
export const DAY_PARTS = ['morning', 'afternoon', 'evening'] as const;

/**
 * The part of the day at a moment, as it stands in a greeting: morning until noon, afternoon until six, then evening.
 * English by words of its own; other languages by CLDR's day periods.
 */
export function partOfDay(moment: number, locale: string, timeZone: string): string {
  const hour = Number(dateFormat('en-GB', { hour: '2-digit', hourCycle: 'h23', timeZone }).format(moment));
  if (/^en\b/.test(locale)) return DAY_PARTS[hour < 12 ? 0 : hour < 18 ? 1 : 2];
  const parts = dateFormat(locale, { hour: 'numeric', dayPeriod: 'long', timeZone }).formatToParts(moment);
  return parts.find(({ type }) => type === 'dayPeriod')?.value ?? '';
}
