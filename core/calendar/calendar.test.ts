import { DateTime } from 'luxon';
import { describe, expect, it } from 'vitest';
import { dayAt, dayOf, daysBetween, isDay, later, startOfDay, weekdayOf } from './day';
import { formatDay, formatTime, isPattern, partOfDay } from './format';
import { daysInText } from './inText';
import { parseTime } from './time';
import { parseDay } from './parse';

const OFF = { weekdays: [6, 7], days: [] };
const LOCALES = [
  'en-GB',
  'en-US',
  'de-DE',
  'fr-FR',
  'es-ES',
  'it-IT',
  'nl-NL',
  'sv-SE',
  'pl-PL',
  'pt-BR',
  'ja-JP',
  'uk-UA',
];
/** Days around which calendars go wrong: ends of months and years, leap days, the hour changes of spring and autumn. */
const DAYS = [
  '2026-01-31',
  '2026-12-31',
  '2028-02-29',
  '2027-02-28',
  '2026-03-29',
  '2026-10-25',
  '2000-02-29',
  '2026-11-24',
];

describe('days', () => {
  it('knows which exist', () => {
    expect(['2026-02-28', '2028-02-29', '2000-02-29'].map(isDay)).toEqual([true, true, true]);
    expect(['2026-02-29', '2100-02-29', '2026-13-01', '2026-1-1', '', 'today', null].map(isDay)).toEqual(
      Array(7).fill(false),
    );
    expect(dayOf(2026, 2, 30)).toBe('');
  });

  it('takes the day of the zone', () => {
    const moment = Date.UTC(2026, 10, 24, 23, 30);
    expect(dayAt(moment, 'Europe/London')).toBe('2026-11-24');
    expect(dayAt(moment, 'Asia/Tokyo')).toBe('2026-11-25');
    expect(dayAt(Date.UTC(2026, 10, 24, 3), 'America/Los_Angeles')).toBe('2026-11-23');
  });

  // luxon as a second opinion, in zones of whole and of quarter hours, on days when the hour changes too.
  it.each(['Europe/London', 'Asia/Kathmandu', 'Pacific/Kiritimati', 'Pacific/Pago_Pago', 'America/St_Johns', 'UTC'])(
    'knows when a day begins in %s',
    (zone) => {
      for (const day of DAYS)
        expect(startOfDay(day, zone)).toBe(DateTime.fromISO(day, { zone }).startOf('day').toMillis());
    },
  );

  // luxon has its own reckoning: a second opinion on every step from days where it matters.
  it.each(DAYS)('reckons from %s as a second library does', (day) => {
    const start = DateTime.fromISO(day, { zone: 'utc' });
    expect(weekdayOf(day)).toBe(start.weekday);
    for (let count = -40; count <= 40; count++) {
      expect(later(day, count, 'day', OFF)).toBe(start.plus({ days: count }).toISODate());
      expect(later(day, count, 'week', OFF)).toBe(start.plus({ weeks: count }).toISODate());
      expect(later(day, count, 'month', OFF)).toBe(start.plus({ months: count }).toISODate());
      expect(daysBetween(day, later(day, count, 'day', OFF))).toBe(count);
    }
  });

  // Bank holidays in England and Wales, December 2026 to January 2027, as published: 25 and 28 December, 1 January.
  it('passes over weekends and published holidays', () => {
    const off = { weekdays: [6, 7], days: ['2026-12-25', '2026-12-28', '2027-01-01'] };
    expect(later('2026-12-23', 1, 'working day', off)).toBe('2026-12-24');
    expect(later('2026-12-23', 2, 'working day', off)).toBe('2026-12-29');
    expect(later('2026-12-23', 5, 'working day', off)).toBe('2027-01-04');
    expect(later('2027-01-04', -1, 'working day', off)).toBe('2026-12-31');
    expect(later('2026-12-26', 1, 'working day', off)).toBe('2026-12-29');
  });

  it('counts working days as counting them one by one does', () => {
    for (const day of DAYS) {
      for (let count = 1; count < 30; count++) {
        let at = DateTime.fromISO(day, { zone: 'utc' });
        for (let left = count; left > 0;) {
          at = at.plus({ days: 1 });
          if (at.weekday < 6) left--;
        }
        expect(later(day, count, 'working day', OFF)).toBe(at.toISODate());
      }
    }
  });

  it('takes other weekends, and does not hang where every day is off', () => {
    expect(later('2026-11-26', 1, 'working day', { weekdays: [5, 6], days: [] })).toBe('2026-11-29');
    expect(later('2026-11-26', 3, 'working day', { weekdays: [1, 2, 3, 4, 5, 6, 7], days: [] })).toBe('2026-11-29');
    expect(later('9999-12-31', 1, 'day', OFF)).toBe('');
    expect(later('2026-01-01', Infinity, 'day', OFF)).toBe('');
  });
});

describe('writing days', () => {
  // CLDR through a second library: luxon asks Intl by its own options.
  it.each(LOCALES)('in %s', (locale) => {
    // The second library writes every kind of space as a plain one.
    const plain = (text: string) => text.replace(/[\u00a0\u202f]/g, ' ');
    for (const day of DAYS) {
      const second = DateTime.fromISO(day, { zone: 'utc' }).setLocale(locale);
      const write = (style: 'full' | 'long' | 'medium', weekday = false) =>
        plain(formatDay(day, { style, weekday, pattern: '' }, locale));
      expect(write('full')).toBe(
        plain(second.toLocaleString({ weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' })),
      );
      expect(write('long')).toBe(plain(second.toLocaleString({ day: 'numeric', month: 'long', year: 'numeric' })));
      expect(write('medium')).toBe(plain(second.toLocaleString({ day: 'numeric', month: 'short', year: 'numeric' })));
      expect(write('long', true)).toBe(write('full'));
      expect(formatDay(day, { style: 'long', weekday: false, pattern: 'yyyy-MM-dd' }, 'en-GB')).toBe(day);
    }
  });

  it('by a pattern', () => {
    const by = (pattern: string, locale = 'en-GB') =>
      formatDay('2026-06-03', { style: 'long', weekday: true, pattern }, locale);
    expect(by('EEEE d MMMM')).toBe('Wednesday 3 June');
    expect(by("EEE, dd.MM.yy 'at the latest'")).toBe('Wed, 03.06.26 at the latest');
    expect(by('EEEE, d. MMMM yyyy', 'de-DE')).toBe('Mittwoch, 3. Juni 2026');
    expect(by('d MMMM', 'pl-PL')).toBe('3 czerwca');
    expect(isPattern('the day')).toBe(false);
    expect(isPattern('d MMM')).toBe(true);
  });

  it('times, and parts of the day', () => {
    expect(formatTime('14:05', 'en-GB')).toBe('14:05');
    expect(formatTime('14:05', 'en-US')).toMatch(/^2:05\sPM$/);
    const at = (hour: number) => partOfDay(Date.UTC(2026, 0, 5, hour), 'en-GB', 'UTC');
    expect([0, 5, 11, 12, 17, 18, 23].map(at)).toEqual([
      'morning',
      'morning',
      'morning',
      'afternoon',
      'afternoon',
      'evening',
      'evening',
    ]);
  });
});

describe('days as they are typed', () => {
  const today = '2026-11-24'; // a Tuesday
  const read = (typed: string, locale = 'en-GB') => parseDay(typed, today, locale, OFF);
  it.each([
    ['today', '2026-11-24'],
    ['Tomorrow', '2026-11-25'],
    ['tue', '2026-12-01'],
    ['wed', '2026-11-25'],
    ['mon', '2026-11-30'],
    ['friday', '2026-11-27'],
    ['next friday', '2026-12-04'],
    ['next monday', '2026-11-30'],
    ['this friday', '2026-11-27'],
    ['30 june', '2027-06-30'],
    ['june 30', '2027-06-30'],
    ['30th of June', '2027-06-30'],
    ['June 30th, 2028', '2028-06-30'],
    ['20 nov', '2026-11-20'],
    ['1 dec', '2026-12-01'],
    ['tuesday 8 december 2026', '2026-12-08'],
    ['8 December 26', '2026-12-08'],
    ['30/6', '2027-06-30'],
    ['30/6/2026', '2026-06-30'],
    ['30.6.26', '2026-06-30'],
    ['2026-12-08', '2026-12-08'],
    ['+3d', '2026-11-27'],
    ['+ 2 w', '2026-12-08'],
    ['in 2 weeks', '2026-12-08'],
    ['in two weeks', '2026-12-08'],
    ['3 days', '2026-11-27'],
    ['in a month', '2026-12-24'],
    ['5 working days', '2026-12-01'],
    ['-1d', '2026-11-23'],
  ])('%s', (typed, day) => expect(read(typed)).toBe(day));

  it.each([
    '',
    '31 june',
    '31/2',
    '2026-02-29',
    '30',
    'soon',
    'the 30th of',
    'mo',
    'ju 3',
    '12 13 2026',
    'in many weeks',
    '1/2/3/4',
    '99/99',
  ])('%j is none', (typed) => expect(read(typed)).toBe(''));

  it('in the language and the order of the account', () => {
    expect(read('6/30', 'en-US')).toBe('2027-06-30');
    expect(read('30/6', 'en-US')).toBe('');
    expect(read('freitag', 'de-DE')).toBe('2026-11-27');
    expect(read('30. Juni', 'de-DE')).toBe('2027-06-30');
    expect(read('30.06.', 'de-DE')).toBe('2027-06-30');
    expect(read('vendredi', 'fr-FR')).toBe('2026-11-27');
    expect(read('30 février', 'fr-FR')).toBe('');
    expect(read('1 août', 'fr-FR')).toBe('2027-08-01');
    expect(read('30 de junio', 'es-ES')).toBe('2027-06-30');
    expect(read('3 czerwca', 'pl-PL')).toBe('2027-06-03');
    expect(read('6. května', 'cs-CZ')).toBe('2027-05-06');
    expect(read('2027年6月3日', 'ja-JP')).toBe('2027-06-03');
  });

  it.each(LOCALES)('reads back what it writes in %s', (locale) => {
    for (const day of DAYS) {
      expect(parseDay(formatDay(day, { style: 'full', weekday: true, pattern: '' }, locale), today, locale, OFF)).toBe(
        day,
      );
      expect(
        parseDay(formatDay(day, { style: 'short', weekday: false, pattern: '' }, locale), today, locale, OFF),
      ).toBe(day);
    }
  });
});

it.each([
  ['14:30', '14:30'],
  ['9.30', '09:30'],
  ['9', '09:00'],
  ['930', '09:30'],
  ['2 pm', '14:00'],
  ['2.15pm', '14:15'],
  ['12 am', '00:00'],
  ['12pm', '12:00'],
  ['14h30', '14:30'],
  ['noon', '12:00'],
  ['half past nine', '09:30'],
  ['quarter to ten', '09:45'],
  ['ten past 4', '16:10'],
  ['half past seven in the evening', '19:30'],
  ['at 3 o’clock'.replace('’', "'"), '03:00'],
  ['three', '15:00'],
  ['25:00', ''],
  ['9:75', ''],
  ['13 pm', ''],
  ['lunch', ''],
  ['half to nine', ''],
])('the time %j is %j', (typed, time) => expect(parseTime(typed)).toBe(time));

it('finds days in running text, dates before weekdays', () => {
  const text = 'Could you come on Thursday, or on 8 December 2026? Not in May. Sunday concerts are 3/4 full.';
  expect(daysInText(text, '2026-11-24', 'en-GB', OFF).map(({ text: found, day }) => [found, day])).toEqual([
    ['8 December 2026', '2026-12-08'],
    ['Thursday', '2026-11-26'],
    ['Sunday', '2026-11-29'],
  ]);
  const found = (text: string, locale: string) => daysInText(text, '2026-11-24', locale, OFF).map(({ text }) => text);
  expect(found('Przyjadę 12 marca 2027, nie w maju.', 'pl-PL')).toEqual(['12 marca 2027']);
  expect(found('Přijdu 6. května.', 'cs-CZ')).toEqual(['6. května']);
  expect(found('日程は2027年3月12日(金)でお願いします。', 'ja-JP')).toEqual(['2027年3月12日(金)']);
});
