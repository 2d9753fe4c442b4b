import { UTCDate } from '@date-fns/utc';
import { addDays, addMonths, differenceInCalendarDays, isValid } from 'date-fns';

/** A calendar day without time or zone, as ISO 8601 writes it: `2026-11-24`. */
export type Day = string;

/** What days are counted in. */
export const UNITS = ['day', 'week', 'month', 'working day'] as const;
/** One of {@link UNITS}. */
export type Unit = (typeof UNITS)[number];

/** The days nobody works. Weekdays are ISO 8601's: Monday is 1, Sunday 7. */
export interface DaysOff {
  weekdays: number[];
  days: Day[];
}

const pad = (value: number, length: number) => String(value).padStart(length, '0');

/** A day as a date of the library reckoned with, at midnight UTC, so that no time zone moves it. */
export function toUtc(day: Day): UTCDate {
  const [year, month, date] = day.split('-').map(Number);
  return new UTCDate(year!, month! - 1, date!);
}

const fromUtc = (date: Date): Day =>
  `${pad(date.getUTCFullYear(), 4)}-${pad(date.getUTCMonth() + 1, 2)}-${pad(date.getUTCDate(), 2)}`;

/** The day with this year, month (1 to 12) and date; empty when there is no such day. */
export function dayOf(year: number, month: number, date: number): Day | '' {
  const made = new UTCDate(year, month - 1, date);
  const real = isValid(made) && made.getUTCMonth() === month - 1 && made.getUTCDate() === date;
  return real && year >= 1 && year <= 9999 ? fromUtc(made) : '';
}

/** Whether `text` is a day that exists, written as {@link Day}. */
export function isDay(text: unknown): text is Day {
  const [, year, month, date] = /^(\d{4})-(\d{2})-(\d{2})$/.exec(String(text)) ?? [];
  return Boolean(year) && dayOf(Number(year), Number(month), Number(date)) === text;
}

const zones = new Map<string, Intl.DateTimeFormat>();

/** The day it is at a moment (milliseconds since 1970) in a time zone. */
export function dayAt(moment: number, timeZone: string): Day {
  let format = zones.get(timeZone);
  if (!format) {
    const fields = { year: 'numeric', month: '2-digit', day: '2-digit' } as const;
    format = new Intl.DateTimeFormat('en-u-ca-gregory-nu-latn', { timeZone, ...fields });
    zones.set(timeZone, format);
  }
  const parts = format.formatToParts(moment);
  const part = (type: string) => parts.find((p) => p.type === type)!.value;
  return `${part('year').padStart(4, '0')}-${part('month')}-${part('day')}`;
}

/** Monday 1 to Sunday 7 (ISO 8601). */
export const weekdayOf = (day: Day): number => toUtc(day).getUTCDay() || 7;

/** Whether nobody works on a day. */
export const isOff = (day: Day, off: DaysOff): boolean =>
  off.weekdays.includes(weekdayOf(day)) || off.days.includes(day);

const QUARTER_MS = 15 * 60_000;

/** When a day begins in a time zone, in milliseconds since 1970. Zones differ by quarters of an hour, at most 14 from UTC. */
export function startOfDay(day: Day, timeZone: string): number {
  const midnight = toUtc(day).getTime();
  for (let at = midnight - 56 * QUARTER_MS; at < midnight + 56 * QUARTER_MS; at += QUARTER_MS)
    if (dayAt(at, timeZone) === day) return at;
  return midnight;
}

/**
 * A day so many units later, earlier with a negative count. A month keeps the date where it can and else takes the last
 * day of the month (31 January and one month is 28 or 29 February). Working days pass over {@link DaysOff}; where every
 * weekday is off, they count as days. Empty beyond the years 1 to 9999.
 */
export function later(day: Day, count: number, unit: Unit, off: DaysOff): Day | '' {
  const whole = Math.trunc(count);
  if (!Number.isFinite(whole) || Math.abs(whole) > 100_000) return '';
  const start = toUtc(day);
  let end: Date;
  if (unit === 'month') end = addMonths(start, whole);
  else if (unit === 'week') end = addDays(start, whole * 7);
  else if (unit === 'day' || new Set(off.weekdays).size >= 7) end = addDays(start, whole);
  else {
    end = start;
    const step = Math.sign(whole);
    for (let left = Math.abs(whole); left > 0;) {
      end = addDays(end, step);
      if (!isOff(fromUtc(end), off)) left--;
    }
  }
  const year = end.getUTCFullYear();
  return isValid(end) && year >= 1 && year <= 9999 ? fromUtc(end) : '';
}

/** How many days `to` lies after `from`; negative when before. */
export const daysBetween = (from: Day, to: Day): number => differenceInCalendarDays(toUtc(to), toUtc(from));
