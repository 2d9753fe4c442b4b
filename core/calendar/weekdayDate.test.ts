import { describe, expect, it } from 'vitest';
import { rightWeekdays, weekdayDatesIn, weekdayName } from './weekdayDate';

/** The weekday of a day by the congruence of Zeller (Acta Mathematica 9, 1887), Monday being 1; from memory. */
function zeller(year: number, month: number, date: number): number {
  const [m, y] = month < 3 ? [month + 12, year - 1] : [month, year];
  const [century, rest] = [Math.floor(y / 100), y % 100];
  const sum =
    date + Math.floor((13 * (m + 1)) / 5) + rest + Math.floor(rest / 4) + Math.floor(century / 4) - 2 * century;
  // Zeller begins with Saturday as 0.
  return (((((sum % 7) + 7) % 7) + 5) % 7) + 1;
}
const MONTHS = 'January February March April May June July August September October November December'.split(' ');
const TODAY = '2026-11-26';
const seen = (text: string, locale = 'en-GB') => weekdayDatesIn(text, TODAY, [locale, 'de-DE', 'fr-FR', 'es-ES']);

describe('a weekday beside a date', () => {
  it('is right or wrong as the calendar has it, over 400 years', () => {
    let days = 0;
    for (let year = 1800; year < 2200; year++) {
      for (let month = 1; month <= 12; month++) {
        for (const date of [1, 13, 28]) {
          const right = zeller(year, month, date);
          const text = `${weekdayName(right, 'en')} ${date} ${MONTHS[month - 1]} ${year}`;
          const [found] = seen(text);
          if (!found || rightWeekdays(found, TODAY)[0] !== right || found.weekday.number !== right)
            throw new Error(`${text}: ${JSON.stringify(found)}`);
          days++;
        }
      }
    }
    expect(days).toBe(14_400);
  });

  it.each([
    ['Tuesday, March 3', 2, '2027-03-03'],
    ['Tue 3 March 2026', 2, '2026-03-03'],
    ['Tues. the 3rd of March', 2, '2027-03-03'],
    ['3 March (Wednesday)', 3, '2027-03-03'],
    ['15 January 2027, a Friday', 5, '2027-01-15'],
    ['Dienstag, den 3. März', 2, '2027-03-03'],
    ['Di., 3.3.2026', 2, '2026-03-03'],
    ['mardi 3 mars 2026', 2, '2026-03-03'],
    ['martes 3 de marzo de 2026', 2, '2026-03-03'],
    ['Friday 2026-03-06', 5, '2026-03-06'],
  ])('%s is read', (text, weekday, day) => {
    expect(seen(text).map((one) => [one.weekday.number, one.day])).toEqual([[weekday, day]]);
  });

  it('is read in figures as the region writes them', () => {
    expect(seen('Friday 4/12/2026')[0]?.day).toBe('2026-12-04');
    expect(seen('Saturday 4/12/2025', 'en-US')[0]?.day).toBe('2025-04-12');
  });

  it.each(['so 16 December', 'I sat 3 March out', 'May 3', 'Monday morning, 3 pupils', 'version 3.12.'])(
    '“%s” has none',
    (text) => expect(seen(text)).toEqual([]),
  );

  it('without a year may be the one of this year or of the next', () => {
    const [past] = seen('Tuesday 3 March');
    expect(rightWeekdays(past!, TODAY).sort()).toEqual([2, 3]);
  });
});
