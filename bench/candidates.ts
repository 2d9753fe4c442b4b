import { HELD_OUT, TUNED, type Case } from '../tests/candidates/cases';
import { FRESH } from '../tests/candidates/fresh';
import { SECOND } from '../tests/candidates/second';
import { THIRD } from '../tests/candidates/third';
import { score } from '../tests/candidates/score';
import { findCandidates } from '#core/blank/find/candidates';
import { messages } from '../demo/messages';
import { print, spread, time } from './measure';

const ways = { locale: 'en-GB', today: '2026-11-24', off: { weekdays: [6, 7], days: [] } };
const origin = {
  firstName: 'Ines',
  lastName: 'Calloway',
  fullName: 'Ines Calloway',
  company: 'Harbour School',
  address: 'ines@client.example',
};
const find = ({ text, sent, locale = ways.locale }: Case) =>
  findCandidates(text, { ...ways, locale }, sent ? origin : null);

/** How well hand-marked blanks are found: in the cases it was made on, in held-out ones, and in letters that hold none. */
export function benchCandidates(): void {
  for (const [name, cases] of [
    ['tuned', TUNED],
    ['held out', HELD_OUT],
    ['many trades and languages', FRESH],
    ['more trades and languages', SECOND],
    ['further trades and languages', THIRD],
  ] as const) {
    const { precision, recall, offered, wanted } = score(cases, find);
    print({
      name: `blanks found by hand marks: ${name}`,
      size: cases.length,
      ...spread(time(cases, find)),
      offered,
      wanted,
      precision: Number(precision.toFixed(3)),
      recall: Number(recall.toFixed(3)),
    });
  }
  const times = time(messages, ({ text }) => findCandidates(text, ways));
  const offered = messages.flatMap(({ text }) => findCandidates(text, ways)).length;
  const words = messages.reduce((sum, { text }) => sum + text.split(/\s+/).length, 0);
  print({
    name: 'blanks found by hand marks: letters that hold none',
    size: messages.length,
    ...spread(times),
    words,
    offered,
  });
}
