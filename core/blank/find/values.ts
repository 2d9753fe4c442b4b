import { singleDaysInText } from '../../calendar/inText';
import { telephonesInText } from '../../facts/telephones';
import { timesInText } from '../../facts/times';
import { referencesInText } from '../../message/found';
import { amountsInText } from '../../number/inText';
import type { BlankDef } from '../kinds/kind';
import { kindOf } from '../kinds/registry';
import type { Origin, Ways } from './candidate';

const escape = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

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
  for (const { from, to } of singleDaysInText(text, today, locale, off)) add(from, to, 'day', 'value', of('date', {}));
  for (const { from, to } of timesInText(text)) add(from, to, 'time', 'value', of('time', {}));
  for (const { from, to } of telephonesInText(text)) add(from, to, 'telephone', 'value', of('text', {}));
  // An amount stays in the currency it was written in; where nobody can tell which, it is asked as it stands.
  for (const { from, to, currency } of amountsInText(text, locale))
    add(from, to, 'amount', 'value', currency ? of('money', { currency }) : of('text', {}));
  for (const { from, to, called } of referencesInText(text))
    add(from, to, called || 'reference', 'value', of('text', {}));
}
