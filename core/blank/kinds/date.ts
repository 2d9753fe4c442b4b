import { later, UNITS, type Day, type Unit } from '../../calendar/day';
import { DATE_STYLES, formatDay, isPattern, type DateFormat, type DateStyle } from '../../calendar/format';
import { typedDay } from '../../calendar/typed';
import { blankKey } from '../key';
import { isValue, lineOf, type BlankKind, type FillValue, type Scope } from '../kind';

export type DateOptions = DateFormat & {
  hint: string;
  /** `''` asks; `today`, or the label of another date blank, reckons from it. */
  from: string;
  count: number;
  unit: Unit;
};

export const NO_DAYS_OFF = { weekdays: [6, 7], days: [] };

/** A day as a value: written in the blank's format. */
export function dayValue(day: Day, format: DateFormat, { context }: Scope): FillValue {
  return { text: formatDay(day, format, context.locale), datum: { type: 'date', day } };
}

/** What is wrong with how a date is to be written; empty when nothing is. */
export function formatProblem({ style, pattern }: Record<string, unknown>): string {
  if (style !== undefined && !DATE_STYLES.includes(style as DateStyle)) return 'it names no way to write a date.';
  if (typeof pattern === 'string' && pattern.trim() && !isPattern(pattern))
    return `"${pattern}" is no pattern for a date. Use EEEE or EEE for the weekday, d or dd, M to MMMM, yy or yyyy; other words in quotes.`;
  return '';
}

/** A day: picked or typed, or reckoned from today or from another blank. */
export const date: BlankKind<DateOptions> = {
  name: 'date',
  title: 'Date',
  defaults: { style: 'long', weekday: true, pattern: '', hint: '', from: '', count: 0, unit: 'day' },
  check(options, note) {
    const { from = '', count = 0, unit = 'day' } = options;
    if (!Number.isInteger(count) || Math.abs(Number(count)) > 3650)
      return 'it is reckoned by a whole number up to 3650.';
    if (!UNITS.includes(unit as Unit)) return 'it is reckoned in days, weeks, months or working days.';
    if (from && blankKey(String(from)) !== 'today') {
      const other = note.blank(String(from));
      if (!other) return `it is reckoned from "${from}", and there is no such blank.`;
      if (!['date', 'message', 'lookup', 'reckoned'].includes(other.kind))
        return `it is reckoned from "${from}", which is no date.`;
    }
    return formatProblem(options);
  },
  uses: ({ from }) => (from && blankKey(from) !== 'today' ? [from] : []),
  known(options, scope) {
    if (!options.from) return null;
    let start: Day = scope.today;
    if (blankKey(options.from) !== 'today') {
      const other = scope.outcome(options.from);
      if (other && !isValue(other)) return { problem: other.problem };
      if (!other?.datum) return null;
      if (other.datum.type !== 'date') return { problem: `"${options.from}" is no date.` };
      start = other.datum.day;
    }
    const off = scope.context.daysOff ?? NO_DAYS_OFF;
    const day = later(start, options.count, options.unit, off);
    if (!day) return { problem: 'There is no such day.' };
    const from = formatDay(start, { style: 'long', weekday: true, pattern: '' }, scope.context.locale);
    const working = `${from}${options.count ? ` and ${options.count} ${options.unit}${Math.abs(options.count) === 1 ? '' : 's'}` : ''}`;
    return { ...dayValue(day, options, scope), working };
  },
  answered(answer, options, scope) {
    const typed = lineOf(answer);
    if (!typed) return null;
    const { locale, daysOff = NO_DAYS_OFF } = scope.context;
    const day = typedDay(typed, scope.today, locale, daysOff);
    if (!day) return { problem: `"${typed}" is no day that exists. Type it like 30 june, next friday or +3d.` };
    return dayValue(day, options, scope);
  },
  control: ({ hint }) => ({ type: 'date', hint: hint || 'tue, 30 june, +3d' }),
};
