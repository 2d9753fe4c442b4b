import { numberFormat } from './format';

/**
 * Reads a number as it is typed: with the locale's decimal and grouping signs, with spaces, currency signs and units
 * around it left aside, and in any of Unicode's decimal digits. A single point or comma followed by one or two figures
 * counts as decimal in every locale, since people type both. NaN when it is no number.
 */
export function parseNumber(typed: string, locale: string): number {
  const parts = numberFormat(locale, { useGrouping: true, minimumFractionDigits: 1 }).formatToParts(-1234567.5);
  const sign = (type: string) => parts.find((part) => part.type === type)?.value ?? '';
  const decimal = sign('decimal') || '.';
  const group = sign('group');
  const otherScript = !/[.,]/.test(decimal);
  const digits = [...numberFormat(locale, { useGrouping: false }).format(9876543210)].reverse();
  let text = [
    ...typed
      .normalize('NFKC')
      .replace(/[\u200e\u200f\u061c]/g, '')
      .trim(),
  ]
    .map((char) => (digits.indexOf(char) >= 0 ? String(digits.indexOf(char)) : char))
    .join('')
    .replace(/[\u2212\u2012\u2013]/g, '-');
  // Signs of other scripts stand for the point and the comma.
  if (otherScript) text = text.replaceAll(decimal, '.').replaceAll(group || '٬', ',');
  text = text
    .replace(/^(-?)\s*(?:\p{L}{0,3}\p{Sc}|[A-Z]{3}|\p{L}{1,4}\.?(?=\s))\s*(?=[\d.,-])/u, '$1')
    .replace(/(\d)\s*[\p{Sc}\p{L}%²³/]*\.?$/u, '$1')
    .replace(/['’\s\u00a0\u202f]/g, '');
  if (!/^-?[\d.,]*\d$/.test(text)) return NaN;
  const marks = text.match(/[.,]/g) ?? [];
  const last = marks.at(-1);
  const lone = marks.length === 1 && /[.,]\d{1,2}$/.test(text) && !/^-?0\d/.test(text);
  const mixed = marks.length > 1 && new Set(marks).size === 2;
  const point = lone || mixed ? last! : otherScript ? '.' : decimal;
  const thousands = point === '.' ? ',' : '.';
  const grouped = text.split(point)[0]!.split(thousands);
  if (grouped.length > 1 && !grouped.slice(1).every((part) => part.length === 3 || part.length === 2)) return NaN;
  if (text.split(point).length > 2) {
    // Several of the same sign: they group, as in 1,234,567.
    if (
      new Set(marks).size > 1 ||
      !text
        .split(point)
        .slice(1)
        .every((part) => part.length === 3)
    )
      return NaN;
    return Number(text.replaceAll(point, ''));
  }
  if (
    group &&
    !otherScript &&
    !mixed &&
    !lone &&
    text.includes(thousands) &&
    thousands !== group &&
    group !== '\u00a0' &&
    group !== '\u202f' &&
    group !== '’'
  )
    return NaN;
  return Number(text.replaceAll(thousands, '').replace(point, '.'));
}
