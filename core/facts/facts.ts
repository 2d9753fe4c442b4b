import type { Day, DaysOff } from '../calendar/day';
import { daysOfMonthInText, singleDaysInText } from '../calendar/inText';
import { FINDER_LIMIT } from '../message/limit';
import { referencesInText } from '../message/found';
import { amountsInText } from '../number/inText';
import { addressesInText } from './postal';
import { telephonesInText } from './telephones';
import { timesInText, type Stretch } from './times';

/** What a fact in a message is. */
export type FactKind = 'day' | 'time' | 'amount' | 'telephone' | 'address' | 'reference';

/** A fact that a message states, with its place in the text. */
export interface Fact extends Stretch {
  kind: FactKind;
  /** A day as ISO 8601, an amount as a bare figure; else as it is written. */
  value: string;
  /** What the message calls a reference: "order", "invoice"; empty when it does not say. */
  called: string;
}

/** So many facts of one message are told. */
const MOST = 60;

/**
 * The facts a message states, in reading order: days, times, amounts, telephone numbers, postal addresses and references such as
 * order numbers. What could be two of them is the longer kind: figures in an address are no reference.
 * @param today the day the message was written, for weekdays and days without a year
 */
export function factsIn(written: string, { today, locale, off }: { today: Day; locale: string; off: DaysOff }): Fact[] {
  const text = written.slice(0, FINDER_LIMIT);
  const out: Fact[] = [];
  const add = ({ from, to }: { from: number; to: number }, kind: FactKind, value = '', called = '') => {
    if (out.length >= MOST || out.some((other) => from < other.to && to > other.from)) return;
    const words = text.slice(from, to);
    out.push({ from, to, text: words, kind, value: value || words.replace(/\s+/g, ' '), called });
  };
  for (const one of addressesInText(text)) add(one, 'address');
  for (const one of singleDaysInText(text, today, locale, off)) add(one, 'day', one.day);
  for (const one of daysOfMonthInText(text, today)) add(one, 'day', one.day);
  for (const one of telephonesInText(text)) add(one, 'telephone');
  for (const one of timesInText(text)) add(one, 'time');
  for (const one of amountsInText(text, locale)) add(one, 'amount', String(one.value));
  for (const one of referencesInText(text)) add(one, 'reference', one.text, one.called);
  return out.sort((a, b) => a.from - b.from);
}
