import { isDay, type Day, type DaysOff } from '../calendar/day';
import { formatDay } from '../calendar/format';
import { parseDay } from '../calendar/parse';
import { isSafeLink } from '../note/link';
import { formatMoney, formatNumber } from '../number/format';
import { parseNumber } from '../number/parse';
import type { ColumnType } from './lookup';

/** The account's ways of writing. */
export interface Ways {
  locale: string;
  currency: string;
  today: Day;
  off: DaysOff;
}

const YES = /^(y|yes|true|1|x|ja|oui|s[iíì]|sim|是|はい|✓|✔)$/i;
const NO = /^(n|no|false|0|-|nein|non|não|nao|否|いいえ|✗|✘)$/i;

/**
 * A cell as it is stored: numbers with a point, dates as ISO 8601, `yes` or `no`, links with their scheme. `null` when
 * what was typed does not fit the column's type.
 */
export function storedCell(typed: string, type: ColumnType, ways: Ways): string | null {
  const text = typed.trim();
  if (!text || type === 'text') return text;
  if (type === 'number' || type === 'money') {
    const value = parseNumber(text, ways.locale);
    return Number.isNaN(value) ? null : String(value);
  }
  if (type === 'date') return parseDay(text, ways.today, ways.locale, ways.off) || null;
  if (type === 'yes/no') return YES.test(text) ? 'yes' : NO.test(text) ? 'no' : null;
  const link = /^[^\s@]+@[^\s@]+$/.test(text)
    ? `mailto:${text}`
    : /^[a-z][a-z+.-]*:/i.test(text)
      ? text
      : `https://${text}`;
  return isSafeLink(link) && !/\s/.test(link) ? link : null;
}

/** A stored cell as the account's language writes it. A cell that does not fit its type is shown as it stands. */
export function shownCell(
  stored: string,
  type: ColumnType,
  { locale, currency }: Pick<Ways, 'locale' | 'currency'>,
): string {
  if (!stored) return '';
  if (type === 'number' || type === 'money') {
    const value = Number(stored);
    if (Number.isNaN(value)) return stored;
    return type === 'number' ? formatNumber(value, locale) : formatMoney(value, currency, locale, true);
  }
  if (type === 'date')
    return isDay(stored) ? formatDay(stored, { style: 'long', weekday: false, pattern: '' }, locale) : stored;
  if (type === 'link') return stored.replace(/^(mailto:|tel:|https?:\/\/)/i, '').replace(/\/$/, '');
  return stored;
}
