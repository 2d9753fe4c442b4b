import { later, weekdayOf, type Day } from '../calendar/day';

const EVERY_DAY = { weekdays: [], days: [] };

/** The Monday of the week a day is in (ISO 8601). */
export const mondayOf = (day: Day): Day => later(day, 1 - weekdayOf(day), 'day', EVERY_DAY) || day;

/** The Mondays of so many weeks up to the one a day is in, the earliest first. */
export function lastWeeks(today: Day, count: number): Day[] {
  const last = mondayOf(today);
  return Array.from({ length: count }, (_, i) => later(last, -7 * (count - 1 - i), 'day', EVERY_DAY) || last);
}
