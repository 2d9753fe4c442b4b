import { daysInText } from '../../calendar/inText';
import { referencesInText } from '../../message/found';
import { amountsInText } from '../../number/inText';
import type { BlankDef } from '../kinds/kind';
import { kindOf } from '../kinds/registry';
import type { Origin, Ways } from './candidate';

const escape = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

const HALF = String.raw`(?:[ap]m\b|[AP]M\b|[ap]\.m\.|[AP]\.M\.)`;
const TIME = new RegExp(
  [
    String.raw`(?<![\p{N}:.,])(?:[01]?\d|2[0-3])(?:[:.]|\s?h\s?)[0-5]\d(?:\s?(?:${HALF}|Uhr\b))?(?![\p{N}:%]|[.,]\d)`,
    String.raw`(?<![\p{L}\p{N}.])(?:1[0-2]|[1-9])\s?(?:${HALF}|o['’]clock\b)`,
    String.raw`(?<![\p{L}\p{N}.])(?:[01]?\d|2[0-4])(?:\s?Uhr|h)\b(?![\p{L}\p{N}])`,
    String.raw`(?:午前|午後)?(?<![\p{N}:.])(?:[01]?\d|2[0-3])時(?:[0-5]?\d分|半)?(?!間)`,
    String.raw`\b(?:half|quarter|ten|twenty|five)\s(?:past|to)\s(?:one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|1[0-2]|[1-9])\b`,
  ].join('|'),
  'gu',
);
/** Telephone numbers as they are written: figures in groups, nine to fifteen of them (ITU-T E.164). */
const TELEPHONE =
  /(?<![\p{L}\p{N}.,/:#-])(?:\+\d{1,3}|\(0\d{1,5}\)|0\d{1,5})(?:[ .\-/]?\(?\d{2,5}\)?){1,5}(?![\p{N}]|[.,]\d|\p{L})/gu;

/** Hours something is open stand between days or behind a word that says so; they are the same for everybody. */
function isOpeningHours(text: string, from: number, to: number): boolean {
  if (
    !/^\s?(?:[-–—]|to\b|until\b|bis\b)\s?\d/.test(text.slice(to, to + 10)) &&
    !/\d\s?(?:[ap]m)?\s?(?:[-–—]|to|until|bis)\s?$/.test(text.slice(Math.max(0, from - 12), from))
  )
    return false;
  const line = text.slice(text.lastIndexOf('\n', from - 1) + 1, from);
  return /(?<!\p{L})(?:open|opening|hours|closed|daily|weekdays?|(?:mon|tue|wed|thu|fri|sat|sun)[a-z]*s?\s?(?:[-–—]|to|and|&)\s?(?:mon|tue|wed|thu|fri|sat|sun)|öffnungszeiten|geöffnet|mo\s?[-–—]\s?(?:fr|sa|do))(?!\p{L})/iu.test(
    line,
  );
}

/** Whether a weekday in running text means one day, and not a habit or a name. */
function isOneDay(text: string, from: number, to: number): boolean {
  const before = text.slice(Math.max(0, from - 12), from);
  const after = text.slice(to, to + 14);
  if (/\b(day|to|through|and)\s?[-–]?\s?$/i.test(before) && /day\s(to|through|and|-|–)\s$/i.test(before)) return false;
  if (
    /^s?[\p{L}]/u.test(after) ||
    /^\s(to|through|-|–)\s/i.test(after) ||
    /\b(every|each|any|most|all|alternate)\s$/i.test(before)
  )
    return false;
  if (/^(next|this|tomorrow)\b/i.test(text.slice(from, to))) return true;
  return (
    /\b(on|by|until|till|for|from|before|after|since|or)\s$/i.test(before) ||
    /^([.,!?]|$|\s(at|morning|afternoon|evening)\b)/i.test(after)
  );
}

/** Takes one stretch found: where it stands, the label proposed, why it was found, and the blank it most likely is. */
export type Add = (
  from: number,
  to: number,
  label: string,
  why: 'known' | 'value',
  as?: Pick<BlankDef, 'kind' | 'options'>,
) => void;

/**
 * Finds in a text of a message what looks like one client's: names, days, times, amounts, numbers, addresses and links.
 * Hands each to `add`, the surest first; overlaps are for `add` to refuse.
 */
export function findValues(text: string, { locale, today, off }: Ways, origin: Origin, add: Add): void {
  const whole = (value: string) =>
    text.matchAll(new RegExp(String.raw`(?<![\p{L}\p{N}])${escape(value)}(?![\p{L}\p{N}])`, 'gu'));
  const of = (kind: string, options: Record<string, unknown>) => ({
    kind,
    options: { ...kindOf(kind).defaults, ...options },
  });
  const facts: [string, string, string][] = [
    [origin.address, 'address', 'address'],
    [origin.fullName, 'full name', 'fullName'],
    [origin.company, 'company', 'company'],
    [origin.firstName, 'first name', 'firstName'],
    [origin.lastName, 'last name', 'lastName'],
  ];
  for (const [value, label, field] of facts) {
    if (value.trim().length < 2) continue;
    for (const match of whole(value.trim()))
      add(match.index, match.index + match[0].length, label, 'known', of('person', { field }));
  }
  for (const match of text.matchAll(/https?:\/\/[^\s<>")\]]+[^\s<>")\].,;:!?]/g))
    add(match.index, match.index + match[0].length, 'link', 'value', of('text', {}));
  for (const match of text.matchAll(
    /(?<![\p{L}\p{N}._%+-])[\p{L}\p{N}._%+-]{1,64}@[\p{L}\p{N}-]{1,63}(?:\.[\p{L}\p{N}-]{1,63}){1,8}/gu,
  ))
    add(match.index, match.index + match[0].length, 'mail address', 'value', of('text', {}));
  for (const { from, to, vague } of daysInText(text, today, locale, off)) {
    if (!vague || isOneDay(text, from, to)) add(from, to, 'day', 'value', of('date', {}));
  }
  for (const match of text.matchAll(TIME)) {
    const before = text.slice(Math.max(0, match.index - 12), match.index);
    if (/\p{Sc}\s?$/u.test(before) || isOpeningHours(text, match.index, match.index + match[0].length)) continue;
    // With a point it may be a number; a word before it or "am" after it says that it is a time.
    if (
      /^\d+\.\d+$/.test(match[0]) &&
      !/\b(at|by|from|until|till|around|about|before|after|between|to|and)\s$/i.test(before)
    )
      continue;
    add(match.index, match.index + match[0].length, 'time', 'value', of('time', {}));
  }
  for (const match of text.matchAll(TELEPHONE)) {
    const figures = match[0].replace(/\D/g, '').length;
    if (figures >= 9 && figures <= 15)
      add(match.index, match.index + match[0].length, 'telephone', 'value', of('text', {}));
  }
  for (const { from, to } of amountsInText(text, locale)) add(from, to, 'amount', 'value', of('money', {}));
  for (const { from, to, called } of referencesInText(text))
    add(from, to, called || 'reference', 'value', of('text', {}));
}
