import type { Day } from '#core/calendar/day';
import { formatDay } from '#core/calendar/format';
import { useAccountStore } from '~/stores/account';

const MINUTE = 60_000;
const HOUR = 60 * MINUTE;
const DAY = 24 * HOUR;

/** How long ago, in the largest unit that fits: "3 days", "5 hours", "just now". */
export function waited(since: number, now: number): string {
  const gone = Math.max(0, now - since);
  if (gone >= DAY) return t('app.waitedDays', { count: Math.floor(gone / DAY) });
  if (gone >= HOUR) return t('app.waitedHours', { count: Math.floor(gone / HOUR) });
  if (gone >= MINUTE) return t('app.waitedMinutes', { count: Math.floor(gone / MINUTE) });
  return t('app.justNow');
}

/** A coming or past day, with its weekday, in the language of whoever is signed in. */
export const onDay = (day: Day): string =>
  formatDay(day, { style: 'long', weekday: true, pattern: '' }, useAccountStore().settings!.locale);

/** A moment as a date, with the time of day when asked for, in the account's locale and zone. */
export function when(at: number, locale: string, timeZone: string, time = true): string {
  return new Intl.DateTimeFormat(locale, {
    weekday: time ? 'short' : undefined,
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    ...(time && { hour: '2-digit', minute: '2-digit' }),
    timeZone,
  }).format(at);
}
