import { isDay } from '../calendar/day';
import { parseDay } from '../calendar/parse';
import { parseNumber } from '../number/parse';
import { blankKey } from './kinds/key';
import { isValue } from './kinds/kind';
import type { Evaluation } from './evaluate';

/** What a condition may ask of a blank's value. */
export const TESTS = ['is', 'is not', 'before', 'after', 'less than', 'more than', 'empty', 'not empty'] as const;
/** One of {@link TESTS}. */
export type Test = (typeof TESTS)[number];

/** When a passage is on: what another blank came to. */
export interface Condition {
  /** Label of the blank. */
  blank: string;
  test: Test;
  /** To compare with: a choice's label, a day ("today" too), a number or words. */
  value: string;
}

/** Whether a test compares with something, and does not only ask whether there is a value. */
export const needsValue = (test: Test): boolean => test !== 'empty' && test !== 'not empty';

/** Whether a condition holds; null while the blank waits for its answer or cannot be compared. */
export function holds({ blank, test, value }: Condition, evaluation: Evaluation): boolean | null {
  const { today } = evaluation;
  const outcome = evaluation.outcome(blank);
  if (outcome === null) return null;
  const empty = !isValue(outcome) ? Boolean(outcome.row) : !outcome.text.trim();
  if (test === 'empty' || test === 'not empty') {
    if (!isValue(outcome) && !outcome.row) return null;
    return empty === (test === 'empty');
  }
  if (!isValue(outcome)) return null;
  const { datum, text } = outcome;
  const { locale, daysOff = { weekdays: [6, 7], days: [] } } = evaluation.context;
  if (test === 'is' || test === 'is not') {
    const same =
      datum?.type === 'choice'
        ? datum.labels.some((label) => blankKey(label) === blankKey(value))
        : datum?.type === 'date'
          ? datum.day === parseDay(value, today, locale, daysOff)
          : datum?.type === 'number' || datum?.type === 'money'
            ? datum.number === parseNumber(value, locale)
            : blankKey(text) === blankKey(value);
    return same === (test === 'is');
  }
  if (test === 'before' || test === 'after') {
    const day = isDay(value) ? value : parseDay(value, today, locale, daysOff);
    if (datum?.type !== 'date' || !day) return null;
    return test === 'before' ? datum.day < day : datum.day > day;
  }
  const limit = parseNumber(value, locale);
  const number = datum?.type === 'number' || datum?.type === 'money' ? datum.number : parseNumber(text, locale);
  if (Number.isNaN(limit) || Number.isNaN(number)) return null;
  return test === 'less than' ? number < limit : number > limit;
}
