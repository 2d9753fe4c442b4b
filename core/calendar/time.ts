const HOURS = ['twelve', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten', 'eleven'];

function hourOf(word: string): number {
  return /^\d+$/.test(word) ? Number(word) : HOURS.indexOf(word);
}

const clock = (hour: number, minute: number) =>
  hour >= 0 && hour < 24 && minute >= 0 && minute < 60
    ? `${String(hour).padStart(2, '0')}:${String(minute).padStart(2, '0')}`
    : '';

/**
 * Reads a time of day as it is typed (common practice, no source): "14:30", "9.30", "9", "930", "2 pm", "14h30", "noon",
 * "half past nine", "quarter to ten". Hours in words from one to six without more are taken for the afternoon, since
 * that is when people are visited. Empty when it is no time of day; else `HH:MM`.
 */
export function parseTime(typed: string): string {
  const text = typed
    .toLowerCase()
    .replace(/\s+/g, ' ')
    .replace(/o'clock|uhr|\bat\b/g, '')
    .trim();
  if (text === 'noon' || text === 'midday') return '12:00';
  if (text === 'midnight') return '00:00';
  const figures = /^(\d{1,2})(?: ?[:.h] ?(\d{2})|(\d{2})|h)? ?(am|pm|a\.m\.|p\.m\.)?$/.exec(text);
  if (figures) {
    let hour = Number(figures[1]);
    const minute = Number(figures[2] ?? figures[3] ?? 0);
    const half = figures[4]?.[0];
    if (half && (hour < 1 || hour > 12)) return '';
    if (half === 'p' && hour < 12) hour += 12;
    if (half === 'a' && hour === 12) hour = 0;
    return clock(hour, minute);
  }
  const spoken =
    /^(?:(half|quarter|ten|twenty|five) (past|to) )?([a-z]+|\d{1,2})(?: in the (morning|afternoon|evening))?$/.exec(
      text,
    );
  if (!spoken) return '';
  let hour = hourOf(spoken[3]!);
  if (hour < 0) return '';
  const minutes = { half: 30, quarter: 15, ten: 10, twenty: 20, five: 5 }[spoken[1] ?? ''] ?? 0;
  if (spoken[1] === 'half' && spoken[2] === 'to') return '';
  if (hour === 0) hour = 12;
  if (spoken[4] === 'morning') hour %= 12;
  else if (hour < 12 && (spoken[4] || hour < 7)) hour += 12;
  return spoken[2] === 'to' ? clock((hour + 23) % 24, 60 - minutes) : clock(hour, minutes);
}
