import { dateFormat, formatDay, partOfDay, type DateFormat } from '../../calendar/format';
import { asText, type BlankKind } from './kind';
import { formatProblem } from './date';
import { phrase } from '../../text/phrase';

/** What of the present day can stand in a letter. */
export const TODAY_PARTS = ['date', 'weekday', 'month', 'part of the day'] as const;
/** One of {@link TODAY_PARTS}. */
export type TodayPart = (typeof TODAY_PARTS)[number];

/** The options of something of today, as its node keeps them. */
export type TodayOptions = DateFormat & {
  part: TodayPart;
};

const HINTS: Record<TodayPart, string> = {
  date: 'hint.todayDate',
  weekday: 'hint.todayWeekday',
  month: 'hint.todayMonth',
  'part of the day': 'hint.todayPart',
};

/** The day of insertion in the account's locale and time zone. */
export const today: BlankKind<TodayOptions> = {
  name: 'today',
  yields: ['text', 'date'],
  inWordings: true,
  defaults: { part: 'date', style: 'long', weekday: false, pattern: '' },
  check: (options) =>
    TODAY_PARTS.includes(options.part as TodayPart) ? formatProblem(options) : phrase('wrong.noTodayPart'),
  known(options, { today, context: { now, locale, timeZone } }) {
    const { part } = options;
    const datum = { type: 'date' as const, day: today };
    if (part === 'date') return { text: formatDay(today, options, locale), datum };
    if (part === 'part of the day') return asText(partOfDay(now, locale, timeZone));
    return { text: dateFormat(locale, { [part]: 'long', timeZone }).format(now), datum };
  },
  answered: (answer) => asText(answer),
  control: ({ part }) => ({ type: 'text', hint: phrase(HINTS[part]) }),
};
