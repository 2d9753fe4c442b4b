import { dateFormat, formatDay, partOfDay, type DateFormat } from '../../calendar/format';
import { asText, type BlankKind } from '../kind';
import { formatProblem } from './date';

export const TODAY_PARTS = ['date', 'weekday', 'month', 'part of the day'] as const;
export type TodayPart = (typeof TODAY_PARTS)[number];

export type TodayOptions = DateFormat & {
  part: TodayPart;
};

/** The day of insertion in the account's locale and time zone. */
export const today: BlankKind<TodayOptions> = {
  name: 'today',
  title: 'Today',
  defaults: { part: 'date', style: 'long', weekday: false, pattern: '' },
  check: (options) =>
    TODAY_PARTS.includes(options.part as TodayPart) ? formatProblem(options) : 'it names no part of the day.',
  known(options, { today, context: { now, locale, timeZone } }) {
    const { part } = options;
    const datum = { type: 'date' as const, day: today };
    if (part === 'date') return { text: formatDay(today, options, locale), datum };
    if (part === 'part of the day') return asText(partOfDay(now, locale, timeZone));
    return { text: dateFormat(locale, { [part]: 'long', timeZone }).format(now), datum };
  },
  answered: (answer) => asText(answer),
  control: ({ part }) => ({ type: 'text', hint: part === 'date' ? "today's date" : `today's ${part}` }),
};
