import { isDay } from '../calendar/day';
import { typedDay } from '../calendar/typed';
import { typedNumber } from '../number/typed';
import { blankKey } from './key';
import { isValue } from './kind';
import type { Evaluation } from './evaluate';

export const TESTS = ['is', 'is not', 'before', 'after', 'less than', 'more than', 'empty', 'not empty'] as const;
export type Test = (typeof TESTS)[number];

/** When a passage is on: what another blank came to. */
export interface Condition {
  /** Label of the blank. */
  blank: string;
  test: Test;
  /** To compare with: a choice's label, a day ("today" too), a number or words. */
  value: string;
}

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
          ? datum.day === typedDay(value, today, locale, daysOff)
          : datum?.type === 'number' || datum?.type === 'money'
            ? datum.number === typedNumber(value, locale)
            : blankKey(text) === blankKey(value);
    return same === (test === 'is');
  }
  if (test === 'before' || test === 'after') {
    const day = isDay(value) ? value : typedDay(value, today, locale, daysOff);
    if (datum?.type !== 'date' || !day) return null;
    return test === 'before' ? datum.day < day : datum.day > day;
  }
  const limit = typedNumber(value, locale);
  const number = datum?.type === 'number' || datum?.type === 'money' ? datum.number : typedNumber(text, locale);
  if (Number.isNaN(limit) || Number.isNaN(number)) return null;
  return test === 'less than' ? number < limit : number > limit;
}
