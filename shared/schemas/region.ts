import { trimmed } from './text';
import { phrase } from '#core/text/phrase';

/** A language and region as RFC 5646 writes it, also from `en_US` as systems write it; null when it cannot be one. */
export function canonicalLocale(written: string): string | null {
  try {
    return Intl.getCanonicalLocales(written.replace(/_/g, '-'))[0] ?? null;
  } catch {
    return null;
  }
}

/** Whether a name is a time zone that dates can be written in. */
export function isTimeZone(value: string | undefined): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: value });
    return Boolean(value);
  } catch {
    return false;
  }
}

export const locale = () =>
  trimmed()
    .max(35, phrase('invalid.locale'))
    .transform((value) => (typeof value === 'string' ? (canonicalLocale(value) ?? value) : value))
    .test('locale', phrase('invalid.locale'), (value) => Boolean(value && canonicalLocale(value)));

export const timeZone = () =>
  trimmed().max(64, phrase('invalid.timeZone')).test('zone', phrase('invalid.timeZone'), isTimeZone);
