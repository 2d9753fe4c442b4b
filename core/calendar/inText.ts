import { dayOf, type Day, type DaysOff } from './day';
import { monthNames, parseDay, weekdayNames } from './parse';

/** A day found in running text. */
export interface FoundDay {
  from: number;
  to: number;
  text: string;
  day: Day;
  /** Only a weekday, or a word like "tomorrow". */
  vague: boolean;
}

const escape = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
const anyOf = (names: string[]) =>
  [...names]
    .sort((a, b) => b.length - a.length)
    .map(escape)
    .join('|');

const patterns = new Map<string, { dated: RegExp; vague: RegExp }>();

function patternsOf(locale: string) {
  let made = patterns.get(locale);
  if (!made) {
    const months = anyOf(monthNames(locale));
    const weekdays = anyOf(weekdayNames(locale));
    const date = String.raw`\d{1,2}(?:st|nd|rd|th|\.|er|º)?`;
    const lead = String.raw`(?:(?:${weekdays})\.?,?\s{1,4}(?:the\s{1,4}|den\s{1,4}|le\s{1,4})?)?`;
    const year = String.raw`(?:,?\s{1,4}(?:de\s{1,4})?\d{4})?`;
    made = {
      dated: new RegExp(
        String.raw`(?<![\p{L}\p{N}/.-])(?:${lead}${date}\s{1,4}(?:of\s{1,4}|de\s{1,4})?(?:${months})\.?(?![\p{L}])${year}|${lead}(?:${months})\.?\s{1,4}\d{1,2}(?:st|nd|rd|th)?(?![\p{N}:])${year}|\d{4}-\d{2}-\d{2}|\d{1,2}/\d{1,2}/\d{2,4}|\d{1,2}\.\d{1,2}\.(?:\d{4}|\d{2}))(?![\p{L}\p{N}/-])`,
        'giu',
      ),
      vague: new RegExp(
        String.raw`(?<![\p{L}\p{N}])(?:(?:next|this)\s{1,4})?(?:${weekdays}|tomorrow)(?![\p{L}\p{N}])`,
        'giu',
      ),
    };
    patterns.set(locale, made);
  }
  return made;
}

/** A day as Chinese and Japanese write it, in the middle of other signs. */
const WITH_SIGNS =
  /(?<!\p{N})(?:\d{4}年\s?)?\d{1,2}月\s?\d{1,2}[日号](?:[(（][月火水木金土日][)）]|[月火水木金土日]曜日?)?/gu;

/**
 * The days named in a text, those with a date before mere weekdays, each group in reading order. `today` is the day the
 * text was written.
 */
export function daysInText(text: string, today: Day, locale: string, off: DaysOff): FoundDay[] {
  const { dated, vague } = patternsOf(locale);
  const out: FoundDay[] = [];
  for (const [pattern, isVague] of [
    [dated, false],
    [WITH_SIGNS, false],
    [vague, true],
  ] as const) {
    for (const match of text.matchAll(pattern)) {
      const from = match.index;
      // The stop of the sentence is no part of the date.
      const words = match[0].replace(/\.$/, '');
      const to = from + words.length;
      if (out.some((other) => from < other.to && to > other.from)) continue;
      const day = parseDay(words, today, locale, off);
      if (day) out.push({ from, to, text: words, day, vague: isVague });
    }
  }
  return out;
}

/** What stands before a day that does not suit: "any day but Thursday", "nicht am Freitag". */
const RULED_OUT =
  /(?<!\p{L})(?:(?:any|every|all|no)\s(?:\p{L}{1,12}\s){0,2}but|except|other than|apart from|(?<!(?:why|if)\s)not|außer|(?<!(?:warum|wenn)\s)nicht|bis auf|sauf|excepté|(?<!pourquoi\s)pas|excepto|salvo|menos)(?:\s(?:for|on|am|an|den|dem|le|el|the|next|this)){0,2}\s$/iu;

/** Whether the day found at `from` in a text is named as one that does not suit. */
export const isRuledOut = (text: string, from: number): boolean =>
  RULED_OUT.test(text.slice(Math.max(0, from - 60), from));

/** Whether a weekday in running text means one day, and not a habit or a name. */
function isOneDay(text: string, from: number, to: number): boolean {
  const before = text.slice(Math.max(0, from - 12), from);
  const after = text.slice(to, to + 14);
  if (/\b(day|to|through|and)\s?[-–]?\s?$/i.test(before) && /day\s(to|through|and|-|–)\s$/i.test(before)) return false;
  if (
    /^s?[\p{L}]/u.test(after) ||
    /^\s(to|through|-|–|au|bis|al?|tot|do)\s/i.test(after) ||
    /(?<!\p{L})(every|each|any|most|all|alternate|(?:du|dal?|del?|von|van|od)\s\p{L}{4,9}\s(?:au|al?|bis|tot|do))\s$/iu.test(
      text.slice(Math.max(0, from - 24), from),
    )
  )
    return false;
  if (/^(next|this|tomorrow)\b/i.test(text.slice(from, to))) return true;
  return (
    /\b(on|by|until|till|for|from|before|after|since|or)\s$/i.test(before) ||
    /^([.,!?]|$|\s(at|morning|afternoon|evening)\b)/i.test(after)
  );
}

/** The same without weekdays that mean a habit or a name. */
export const singleDaysInText = (text: string, today: Day, locale: string, off: DaysOff): FoundDay[] =>
  daysInText(text, today, locale, off).filter(({ vague, from, to }) => !vague || isOneDay(text, from, to));

/** A day of a month without its name, as English says it: "on the 12th". Not a floor, a century or a row. */
const OF_MONTH =
  /(?<![\p{L}\p{N}])(?:on|by|until|till|from|before|after|since|for)\sthe\s(\d{1,2})(?:st|nd|rd|th)(?![\p{L}\p{N}-]|\s(?:of\b|floor|century|grade|time|row|place|edition|page|key|note|bar|lesson|anniversary|birthday))/giu;

/** The days of a month named without it, each the next one of that number from `today` on. */
export function daysOfMonthInText(text: string, today: Day): Omit<FoundDay, 'vague'>[] {
  const [year, month] = today.split('-').map(Number) as [number, number];
  return [...text.matchAll(OF_MONTH)].flatMap((match) => {
    const date = Number(match[1]);
    // A month without such a day is passed over.
    const days = [0, 1, 2].map((ahead) =>
      dayOf(year + Math.floor((month - 1 + ahead) / 12), ((month - 1 + ahead) % 12) + 1, date),
    );
    const day = days.find((one) => one && one >= today);
    const from = match.index + match[0].indexOf(match[1]!);
    return day ? [{ from, to: match.index + match[0].length, text: match[0].slice(from - match.index), day }] : [];
  });
}
