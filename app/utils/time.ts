const MINUTE = 60_000;
const HOUR = 60 * MINUTE;
const DAY = 24 * HOUR;

/** How long ago, in the largest unit that fits: "3 days", "5 hours", "just now". */
export function waited(since: number, now: number): string {
  const gone = Math.max(0, now - since);
  const say = (count: number, unit: string) => `${count} ${unit}${count === 1 ? '' : 's'}`;
  if (gone >= DAY) return say(Math.floor(gone / DAY), 'day');
  if (gone >= HOUR) return say(Math.floor(gone / HOUR), 'hour');
  if (gone >= MINUTE) return say(Math.floor(gone / MINUTE), 'minute');
  return 'just now';
}

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
