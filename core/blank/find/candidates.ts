import { FINDER_LIMIT } from '../../message/limit';
import type { BlankDef } from '../kinds/kind';
import type { Candidate, Origin, Ways } from './candidate';
import { inCapitals } from './capitals';
import { guessKind, withCurrency } from './labels';
import { marksInText } from './marks';
import { findValues } from './values';
import { blankKey } from '../kinds/key';
import { kindOf } from '../kinds/registry';

/** More than this is no wording with gaps in it, and nobody would look through them. */
const MOST = 300;

/**
 * What in a text is likely to change from client to client: what people mark by hand (brackets, gaps, runs of x,
 * capitals), and, when it comes from a message, who it was written to, days, amounts, codes, addresses and links.
 * Ordinary prose stays untouched. In reading order, none overlapping another.
 * @param origin who the wording was written to; without it only marks by hand are looked for
 */
export function findCandidates(written: string, ways: Ways, origin: Origin | null = null): Candidate[] {
  const text = written.slice(0, FINDER_LIMIT);
  const out: Candidate[] = [];
  const add = (
    from: number,
    to: number,
    label: string,
    why: Candidate['why'],
    as?: Pick<BlankDef, 'kind' | 'options'>,
  ) => {
    if (out.length >= MOST || out.some((other) => from < other.to && to > other.from)) return;
    const hasSign =
      /\p{Sc}\s?$/u.test(text.slice(Math.max(0, from - 3), from)) || /^\s?\p{Sc}/u.test(text.slice(to, to + 3));
    const clean = label.replace(/[_]+/g, ' ').replace(/\s+/g, ' ').trim().slice(0, 60);
    const name = /^[^\p{Ll}]+$/u.test(clean) ? clean.toLowerCase() : clean;
    const likely = as ?? guessKind(name);
    // Where the sign of the currency stands already, only the figure is asked.
    const kind =
      likely.kind === 'money' && hasSign && why === 'marked'
        ? { kind: 'number', options: { ...kindOf('number').defaults } }
        : likely;
    const whole = kind.kind === 'money' && why === 'marked' ? withCurrency(text, from, to) : { from, to, currency: '' };
    const options = whole.currency ? { ...kind.options, currency: whole.currency } : kind.options;
    out.push({
      from: whole.from,
      to: whole.to,
      text: text.slice(whole.from, whole.to),
      why,
      blank: { label: name, kind: kind.kind, options },
    });
  };

  for (const { from, to, label } of marksInText(text)) add(from, to, label, 'marked');
  for (const { from, to, text: word } of inCapitals(text)) add(from, to, word.replace(/^INSERT[ _]/, ''), 'marked');
  if (origin) findValues(text, ways, origin, add);
  return distinctLabels(out.sort((a, b) => a.from - b.from));
}

/** Two candidates of one name are one question only when they say the same; otherwise the later one gets a number. */
function distinctLabels(candidates: Candidate[]): Candidate[] {
  const taken = new Map<string, string>();
  return candidates.map((candidate) => {
    const { blank, why, text } = candidate;
    const said = `${blank.kind}|${why === 'value' ? text : ''}${/[\p{L}\p{N}]/u.test(text) && !/^x+$/i.test(text) ? '' : candidate.from}`;
    for (let i = 1; ; i++) {
      const label = i === 1 ? blank.label : `${blank.label} ${i}`;
      const known = taken.get(blankKey(label));
      if (known !== undefined && known !== said) continue;
      taken.set(blankKey(label), said);
      return { ...candidate, blank: { ...blank, label } };
    }
  });
}
