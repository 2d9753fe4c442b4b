import type { BlankKind } from '../kind';

export const TODAY_PARTS = ['date', 'weekday', 'month'] as const;
export type TodayPart = (typeof TODAY_PARTS)[number];

export type TodayOptions = {
  part: TodayPart;
};

const FORMATS: Record<TodayPart, Intl.DateTimeFormatOptions> = {
  date: { day: 'numeric', month: 'long', year: 'numeric' },
  weekday: { weekday: 'long' },
  month: { month: 'long' },
};

/** The day of insertion in the account's locale and time zone, formatted by CLDR through Intl. */
export const today: BlankKind<TodayOptions> = {
  name: 'today',
  title: 'Today',
  defaults: { part: 'date' },
  check: ({ part }) => (TODAY_PARTS.includes(part as TodayPart) ? '' : 'it names no part of the day.'),
  known: ({ part }, { now, locale, timeZone }) => ({
    text: new Intl.DateTimeFormat(locale, { ...FORMATS[part], timeZone }).format(now),
  }),
  answered: (answer) => (answer.trim() ? { text: answer.trim() } : null),
  control: ({ part }) => ({ type: 'text', hint: part === 'date' ? "today's date" : `today's ${part}` }),
};
