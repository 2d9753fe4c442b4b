import { later, UNITS, type Day, type Unit } from '../../calendar/day';
import { DATE_STYLES, formatDay, isPattern, type DateFormat, type DateStyle } from '../../calendar/format';
import { parseDay } from '../../calendar/parse';
import { blankKey } from './key';
import { isValue, lineOf, type BlankKind, type FillValue, type Scope } from './kind';
import { phrase, type Phrase } from '../../text/phrase';

/** The options of a date, as its node keeps them. */
export type DateOptions = DateFormat & {
  hint: string;
  /** `''` asks; `today`, or the label of another date blank, reckons from it. */
  from: string;
  count: number;
  unit: Unit;
};

/** Which days are off where the account says nothing: Saturday and Sunday (6 and 7, ISO 8601). */
export const NO_DAYS_OFF = { weekdays: [6, 7], days: [] };

/** A day as a value: written in the blank's format. */
export function dayValue(day: Day, format: DateFormat, { context }: Scope): FillValue {
  return { text: formatDay(day, format, context.locale), datum: { type: 'date', day } };
}

/** What is wrong with how a date is to be written; null when nothing is. */
export function formatProblem({ style, pattern }: Record<string, unknown>): Phrase | null {
  if (style !== undefined && !DATE_STYLES.includes(style as DateStyle)) return phrase('wrong.noDateStyle');
  if (typeof pattern === 'string' && pattern.trim() && !isPattern(pattern))
    return phrase('wrong.noDatePattern', { pattern });
  return null;
}

/** How a day so much later is said. */
const LATER: Record<Unit, string> = {
  day: 'working.days',
  week: 'working.weeks',
  month: 'working.months',
  'working day': 'working.workingDays',
};

/** A day: picked or typed, or reckoned from today or from another blank. */
export const date: BlankKind<DateOptions> = {
  name: 'date',
  yields: ['date'],
  remembers: true,
  inWordings: true,
  defaults: { style: 'long', weekday: true, pattern: '', hint: '', from: '', count: 0, unit: 'day' },
  check(options, note) {
    const { from = '', count = 0, unit = 'day' } = options;
    if (!Number.isInteger(count) || Math.abs(Number(count)) > 3650) return phrase('wrong.dateCount');
    if (!UNITS.includes(unit as Unit)) return phrase('wrong.dateUnit');
    if (from && blankKey(String(from)) !== 'today') {
      const other = note.blank(String(from));
      if (!other) return phrase('wrong.dateFromNothing', { from: String(from) });
      if (!note.yields(other).includes('date')) return phrase('wrong.dateFromNoDate', { from: String(from) });
    }
    return formatProblem(options);
  },
  renamed: (options, is, label) => (is(options.from) ? { ...options, from: label } : options),
  uses: ({ from }) => (from && blankKey(from) !== 'today' ? [from] : []),
  known(options, scope) {
    if (!options.from) return null;
    let start: Day = scope.today;
    if (blankKey(options.from) !== 'today') {
      const other = scope.outcome(options.from);
      if (other && !isValue(other)) return { problem: other.problem };
      if (!other?.datum) return null;
      if (other.datum.type !== 'date') return { problem: phrase('unread.noDate', { label: options.from }) };
      start = other.datum.day;
    }
    const off = scope.context.daysOff ?? NO_DAYS_OFF;
    const day = later(start, options.count, options.unit, off);
    if (!day) return { problem: phrase('unread.noSuchDay') };
    const from = formatDay(start, { style: 'long', weekday: true, pattern: '' }, scope.context.locale);
    const working = options.count
      ? phrase(LATER[options.unit], { from, count: options.count })
      : phrase('working.asItIs', { value: from });
    return { ...dayValue(day, options, scope), working };
  },
  answered(answer, options, scope) {
    const typed = lineOf(answer);
    if (!typed) return null;
    const { locale, daysOff = NO_DAYS_OFF } = scope.context;
    const day = parseDay(typed, scope.today, locale, daysOff);
    if (!day) return { problem: phrase('unread.noDay', { typed }) };
    return dayValue(day, options, scope);
  },
  control: ({ hint }) => ({ type: 'date', hint: hint || phrase('hint.day') }),
};
