import type { Day, DaysOff } from '../calendar/day';
import { FINDER_LIMIT } from './limit';
import { daysInText, isRuledOut } from '../calendar/inText';
import { amountsInText } from '../number/inText';

/** A reference found in running text: an order, booking or invoice number. */
export interface FoundReference {
  from: number;
  to: number;
  text: string;
  /** The word before it that says what it is; empty when none does. */
  called: string;
}

const CALLED =
  'order|booking|invoice|reference|ref|case|ticket|customer|client|account|contract|policy|serial|quote|estimate|job|parcel|tracking|member|membership|gate|door|entry|access';
const AFTER_WORD = new RegExp(
  String.raw`(?<!\p{L})(${CALLED})\.?(?:\s{1,4}(?:code|number|no\.?|nr\.?|id|ref(?:erence)?))?\s{0,4}(?:is|:|#|=)?\s{0,4}#?\s{0,4}((?=[A-Z\d/_#*-]{0,40}\d)[A-Z\d](?:[A-Z\d/_-]{0,40}[A-Z\d#*])?)(?![\p{L}\p{N}])`,
  'giu',
);
/** No number is longer than 40 signs, so a search does not begin anew at each of a long row of them. Letters and figures together, or figures with marks between: what nobody writes as a word. */
const BY_SHAPE =
  /(?<![\p{L}\p{N}/.@:-])(?:#\d{3,40}|(?=[A-Z\d/_-]{0,40}\d)(?=[A-Z\d/_-]{0,40}[A-Z])[A-Z\d]{2,40}(?:[-/_][A-Z\d]{1,40}){0,8}|\d{3,40}[-/]\d{3,40})(?![\p{L}\p{N}@-])/gu;
/** Shapes that mean something else: sizes, paper, ordinals, years, roads. */
const NO_REFERENCE =
  /^(\d+(mm|cm|m|km|kg|g|ml|l|ft|in|k|am|pm|st|nd|rd|th|x\d+|s|h|hz|p)|[a-z]\d{1,2}|(19|20)\d\d|\d{1,2}[a-z]|[a-z]{1,2}\d{1,2}|mp3|co2|h2o|ps5|covid-?19)$/i;

/** The references named in a text: those with a word before them that says so first. */
export function referencesInText(text: string): FoundReference[] {
  const out: FoundReference[] = [];
  for (const match of text.matchAll(AFTER_WORD)) {
    const from = match.index + match[0].length - match[2]!.length;
    const isYear = /^(19|20)\d\d$/.test(match[2]!) && !/[:#]|number|no\b/i.test(match[0]);
    if (match[2]!.length < 3 || isYear) continue;
    out.push({ from, to: from + match[2]!.length, text: match[2]!, called: match[1]!.toLowerCase() });
  }
  for (const match of text.matchAll(BY_SHAPE)) {
    const from = match.index;
    const to = from + match[0].length;
    if (match[0].length < 4 || NO_REFERENCE.test(match[0]) || out.some((other) => from < other.to && to > other.from))
      continue;
    out.push({ from, to, text: match[0], called: '' });
  }
  return out;
}

/** What of a kind the beginning of a message holds, each once, the likeliest first; days as ISO 8601, without those that do not suit. */
export function findInText(
  written: string,
  what: 'a date' | 'an amount' | 'a reference',
  { locale, off, today }: { locale: string; off: DaysOff; today: Day },
): string[] {
  const text = written.slice(0, FINDER_LIMIT);
  const all =
    what === 'a date'
      ? daysInText(text, today, locale, off)
          .filter(({ from }) => !isRuledOut(text, from))
          .map(({ day }) => day)
      : what === 'an amount'
        ? amountsInText(text, locale).map((found) => found.text)
        : referencesInText(text).map((found) => found.text);
  return [...new Set(all)];
}
